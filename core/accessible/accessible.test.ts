import fc from 'fast-check'
import { roles } from 'aria-query'
import { readLibrary } from '../read/read'
import { differenceTold, focusTold } from './difference'
import { findingsOf } from './findings'
import { keyRows, unansweredKeys } from './keys'
import { patterns } from './patterns'
import { isRole, roleFacts } from './roles'
import { statesTold } from './steady'
import { summaryOf } from './summary'
import type { Told, ToldNode } from './told'

const node = (role: string, name = '', more: Partial<ToldNode> = {}): ToldNode => ({
  depth: 0,
  role,
  element: '<b>',
  name,
  from: name ? 'contents' : '',
  description: '',
  states: {},
  children: [],
  ...more,
})
const told = (nodes: ToldNode[], more: Partial<Told> = {}): Told => ({
  situation: 'as on the shelf',
  nodes,
  stops: [],
  pressed: [],
  engine: [],
  ...more,
})
const says = (of: Told) => findingsOf(of).map((finding) => finding.says)

test('roles: what must be told, what may be called anything, what holds what', () => {
  expect(roleFacts('checkbox')).toMatchObject({
    required: ['checked'],
    nameRequired: true,
    nameFromContent: true,
  })
  expect(roleFacts('listbox')?.owns).toEqual(expect.arrayContaining(['option', 'group']))
  expect(roleFacts('tab')?.within).toEqual(['tablist'])
  expect(roleFacts('image')).toEqual(roleFacts('img'))
  expect([isRole('widget'), isRole('bogus'), isRole('constructor')]).toEqual([false, false, false])
  // a pattern for a role that there is not would never be asked for
  expect(Object.keys(patterns).filter((role) => roles.get(role) === undefined)).toEqual([])
})

test('what is wrong of roles, names, states and what holds what', () => {
  expect(
    says(
      told([
        node('generic', '', { written: 'bogus' }),
        node('button'),
        node('paragraph', 'Late', { from: 'aria-label' }),
        node('checkbox', 'Pay'),
        node('listbox', 'Islands', { children: [5] }),
        node('button', 'Holm'),
        node('slider', 'Wind', { states: { value: '4' } }),
      ]),
    ),
  ).toEqual([
    '<b> asks for the role “bogus”, which there is not: it is told as generic.',
    'button (<b>) has no name.',
    '<b> is told as paragraph, which may have no name: “Late” is lost.',
    'checkbox “Pay” does not tell its checked, which its role must.',
    expect.stringMatching(/^listbox “Islands” holds no .*option/),
  ])
  expect(
    says(
      told([node('listbox', 'Islands', { states: { busy: 'true' }, children: [1] }), node('image', 'A map')]),
    ),
  ).toEqual([])
})

test('keys: one of those that mean the same is enough; with one thing to choose from none is missed', () => {
  const press = (key: string, did: string[] = []) => ({ role: 'slider', name: 'Wind', key, did })
  const all = ['ArrowRight', 'ArrowLeft', 'ArrowUp', 'ArrowDown', 'Home', 'End'].map((key) => press(key))
  const slider = node('slider', 'Wind', { states: { value: '4' } })
  expect(says(told([slider], { pressed: all }))).toHaveLength(3)
  const answered = all.map((entry) =>
    ['ArrowLeft', 'ArrowUp', 'End'].includes(entry.key) ? press(entry.key, ['x']) : entry,
  )
  expect(says(told([slider], { pressed: answered }))).toEqual([])
  const tab = node('tab', 'Today', { states: { selected: 'true' } })
  const pressed = patterns.tab![0]!.keys.map((key) => ({ role: 'tab', name: 'Today', key, did: [] }))
  expect(says(told([tab], { pressed }))).toEqual([])
  expect(says(told([tab, node('tab', 'Tomorrow')], { pressed }))).toHaveLength(1)
})

test('focus that is not seen, and what the engine found, each once', () => {
  const stop = { role: 'button', name: 'Board', visible: false }
  const found = { rule: 'label', impact: 'serious', says: 'Form elements must have labels', at: 'input' }
  expect(says(told([], { stops: [stop, stop], engine: [found, found] }))).toEqual([
    'With the focus on button “Board” nothing is painted otherwise: nobody sees where it is.',
    'Form elements must have labels (serious), input.',
  ])
})

test('what changed between two looks is said; the same says nothing', () => {
  const before = [
    node('button', 'Open', { states: { expanded: 'false', focused: 'true' } }),
    node('status', '', { says: '' }),
  ]
  const after = [
    node('button', 'Close', { states: { expanded: 'true' } }),
    node('status', '', { says: 'Three' }),
    node('listbox', 'Islands', { states: { focused: 'true', activedescendant: 'option Holm' } }),
  ]
  expect(differenceTold(before, after)).toEqual([
    'button “Close”: expanded false → true',
    'button “Open” is called “Close” now',
    'announced: “Three”',
    'listbox “Islands” came',
  ])
  expect(differenceTold(after, before)).toContain('listbox “Islands” went')
  expect([focusTold(before), focusTold(after), focusTold([])]).toEqual([
    'button “Open”',
    'listbox “Islands”, option Holm active in it',
    undefined,
  ])
  const any = fc.array(
    fc.record({ role: fc.constantFrom('button', 'option'), name: fc.string(), state: fc.string() }),
  )
  fc.assert(
    fc.property(any, (list) => {
      const nodes = list.map(({ role, name, state }) => node(role, name, { states: { state } }))
      expect(differenceTold(nodes, structuredClone(nodes))).toEqual([])
    }),
  )
})

test('which states change with use, and which keys the source asks for in vain', () => {
  const text =
    "customElements.define('x-a', class extends HTMLElement { connectedCallback() { this.onkeydown = (event) => " +
    "{ if (event.key === 'Escape' || event.key === 'Home') this.remove() } } })"
  const [contract] = readLibrary([{ path: 'a.js', text }]).contracts
  const button = node('button', 'Open', { states: { expanded: 'false', haspopup: 'menu', focused: 'true' } })
  const pressed = [
    { role: 'button', name: 'Open', key: 'Enter', did: ['button “Open”: expanded false → true'] },
    { role: 'button', name: 'Open', key: 'Escape', did: [] },
    { role: 'button', name: 'Open', key: 'Home', did: ['it took the key'] },
  ]
  expect(statesTold(button, { pressed })).toEqual([
    { state: 'expanded', value: 'false', changes: true },
    { state: 'haspopup', value: 'menu', changes: false },
  ])
  expect(unansweredKeys(contract!, { pressed })).toEqual(['Escape'])
  expect(keyRows(contract!, { pressed })).toEqual([
    { on: 'button “Open”', key: 'Enter', asked: 'uses it', inSource: false, seen: pressed[0]!.did },
    { on: 'button “Open”', key: 'Escape', asked: undefined, inSource: true, seen: [] },
    { on: 'button “Open”', key: 'Home', asked: undefined, inSource: true, seen: ['it took the key'] },
  ])
})

test('a guide tells what looks the same once, with the keys that did something', () => {
  const radio = (name: string, checked: string) => node('radio', name, { states: { checked } })
  const press = (key: string, did: string[]) => ({ role: 'radio', name: 'A', key, did })
  const summary = summaryOf(
    told([node('radiogroup', 'Deck'), radio('A', 'true'), radio('A', 'true'), radio('B', 'false')], {
      pressed: [
        press('ArrowDown', ['radio “A”: checked true → false']),
        press('ArrowRight', ['radio “A”: checked true → false']),
        press('Home', []),
      ],
    }),
  )
  expect(summary).toEqual([
    { what: 'radiogroup “Deck”', role: 'radiogroup', name: 'Deck', steady: [], changing: [], keys: [] },
    {
      what: 'radio “A”',
      role: 'radio',
      name: 'A',
      steady: [],
      changing: ['checked'],
      keys: [{ keys: ['Arrow down', 'Arrow right'], does: ['radio “A”: checked true → false'] }],
    },
    { what: 'radio “B”', role: 'radio', name: 'B', steady: ['checked false'], changing: [], keys: [] },
  ])
})
