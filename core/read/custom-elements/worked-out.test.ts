import { readLibrary } from '../read'
import { membersOf, type Contract } from '../../contract/contract'
import { contractIn, propsTold as props, read } from '../../../tests/element'

const contractOf = (files: Record<string, string>) => contractIn(files, 'x-card')
const names = (contract: Contract, kind: 'slot' | 'part' | 'event' | 'custom-property' | 'method') =>
  membersOf(contract, kind).map((member) => member.name)
describe('what a comment says and code has otherwise', () => {
  const told = (markup: string, claim: string, body = '') =>
    contractOf({
      'card.ts': `type Reason = 'key' | 'button'
/** ${claim} */
class Card extends HTMLElement {
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '${markup}' }
  say(why: Reason) { this.dispatchEvent(new CustomEvent<{ why: Reason; list?: Reason[] }>('go', { detail: { why } })) }
  ${body}
}
customElements.define('x-card', Card)`,
    }).members.flatMap(({ disagreements }) => disagreements.map(({ comment }) => comment))
  test.each([
    ['<dialog></dialog>', 'Escape', []],
    ['<p popover></p>', 'Escape', []],
    ['<button></button>', 'Space', []],
    ['<input>', 'F2', []],
    ['<input type="range">', 'End', []],
    ['<x-menu></x-menu>', 'ArrowDown', []],
    ['<button></button>', 'Escape', ['key Escape']],
    ['<input type="checkbox">', 'Enter', ['key Enter']],
    ['<p></p>', 'Enter', ['key Enter']],
  ])('in %j nobody need ask for %s, or else that is said', (markup, key, due) =>
    expect(told(markup, `@key ${key} - Does it.`)).toEqual(due),
  )
  test('an element made by script answers its keys too', () =>
    expect(
      told('<p></p>', '@key Escape - Goes.', "grow() { this.append(document.createElement('dialog')) }"),
    ).toEqual([]))
  test.each([
    ['{ why: Reason; list?: Reason[] }', []],
    ["{ why: 'key' | 'button', list?: ('key' | 'button')[] }", []],
    ['{ why: string }', ['{ why: string }']],
    ['{ Reason: Reason; list?: Reason[] }', ['{ Reason: Reason; list?: Reason[] }']],
  ])('a detail %j that names a type of the code is what the type says', (detail, due) =>
    expect(told('', `@fires {CustomEvent<${detail}>} go - Goes.`)).toEqual(due),
  )
})

describe('names that are worked out', () => {
  test('tables of names made by code, watched attributes added to, helpers that are given the element', () => {
    expect(
      props(
        contractOf({
          'names.js':
            "const Props = { PAUSED: 'mediaPaused', RATE: 'mediaRate' }\nexport const " +
            'Attributes = Object.entries(Props).reduce((all, [key, name]) => { all[key] = ' +
            'name.toLowerCase(); return all }, {})\nexport const flag = (el, name) => ' +
            'el.hasAttribute(name)\nexport const text = (el, name, otherwise) => ' +
            'el.getAttribute(name) ?? otherwise',
          'card.js': `
import { Attributes, flag, text } from './names.js'
class Base extends HTMLElement { static get observedAttributes() { return ['wide'] } }
class Card extends Base {
  static get observedAttributes() { return [...super.observedAttributes, ...Object.values(Attributes)] }
  get paused() { return flag(this, Attributes.PAUSED) }
  get rate() { return text(this, Attributes.RATE, 'slow') }
  set rate(value) { this.setAttribute(Attributes.RATE, value) }
}
customElements.define('x-card', Card)`,
        }),
      ),
    ).toEqual({
      paused: 'boolean @mediapaused = false',
      rate: "string @mediarate reflected = 'slow'",
      wide: 'string @wide',
    })
  })
  test.each([
    ["class Card extends HTMLElement { static is = 'x-card' }\ncustomElements.define(Card.is, Card)"],
    [
      "class Card extends HTMLElement { static get tag() { return 'x-card' } " +
        '}\ncustomElements.define(Card.tag, Card)',
    ],
    [
      "const prefix = 'x'\nclass Card extends HTMLElement " +
        '{}\nwindow.customElements.define(`${prefix}-card`, Card)',
    ],
    ["import { El } from 'some-package'\nclass Card extends El {}\nCard.define('x-card')"],
    ["import { El, element } from 'some-package'\n@element({ name: 'x-card' })\nclass Card extends El {}"],
    [
      'const register = (tag, one) => { if (!customElements.get(tag)) ' +
        "customElements.define(tag, one) }\nregister('x-card', class extends HTMLElement {})",
    ],
  ])('a tag is found in %j', (text) =>
    expect(read({ 'card.ts': text }).contracts.map((contract) => contract.tag)).toEqual(['x-card']),
  )
})

test(
  'a sheet with conditions inside rules, and with a selector that is written wrong, is read ' +
    'all the same',
  () => {
    const css = `:host { --x-own: 1px; color: var(--x-ink, black);
    @media (prefers-contrast: more) { --x-own: 2px; border-color: var(--x-edge) }
  }
  p:: { color: var(--x-lost) } a:hover { color: red }`
    const { contracts, problems } = readLibrary([
      {
        path: 'a.ts',
        text:
          'class A extends HTMLElement { constructor() { super(); const s = new ' +
          `CSSStyleSheet(); s.replaceSync(\`${css}\`); this.attachShadow({ mode: 'open' ` +
          `}).innerHTML = '<slot></slot>' } }\ncustomElements.define('x-a', A)`,
      },
    ])
    expect(problems).toEqual([])
    expect(
      contracts[0]!.members
        .filter((member) => member.kind === 'custom-property')
        .map((member) => member.name),
    ).toEqual(expect.arrayContaining(['--x-ink', '--x-edge']))
    expect(contracts[0]!.members.some((member) => member.kind === 'state' && member.name === 'hover')).toBe(
      true,
    )
  },
)

describe('what a class does by way of something else', () => {
  const card = (body: string, before = '') =>
    contractOf({
      'card.js': `${before}
class Card extends HTMLElement { ${body} }
customElements.define('x-card', Card)`,
    })

  test.each([
    ['either of two names', "turn(up) { this.dispatchEvent(new Event(up ? 'raised' : 'shut')) }", ''],
    ['a name or another', "turn(name) { this.dispatchEvent(new Event(name || 'raised')) }", ''],
    [
      'a static member of its class',
      "static raised = 'raised'; turn() { this.dispatchEvent(new Event(this.constructor.raised)) }",
      '',
    ],
    [
      'a static member taken out of its class',
      "static up = 'raised'; turn() { const { up } = this.constructor; this.dispatchEvent(new Event(up)) }",
      '',
    ],
    [
      'a static member taken out under another name',
      "static up = 'raised'; turn() { const { up: e } = this.constructor; this.dispatchEvent(new Event(e)) }",
      '',
    ],
    [
      'words put together from a choice',
      'turn(up) { this.dispatchEvent(new Event(`${up ? "rais" : "clos"}${end}`)) }',
      "const end = 'ed'",
    ],
  ])('an event by %s', (_way, body, before) => expect(names(card(body, before), 'event')).toContain('raised'))

  test('an event of the window, of the document or of an object of its own is none of the component', () =>
    expect(
      names(
        card(
          `turn() { window.dispatchEvent(new Event('w')); document.dispatchEvent(new Event('d'))
            hooks.dispatchEvent(new Event('h')); this.dispatchEvent(new Event('own')) }`,
          'const hooks = new EventTarget()',
        ),
        'event',
      ),
    ).toEqual(['own']))

  test('a default is what an accessor gives while no attribute is set', () =>
    expect(
      props(
        card(`get on() { return this.getAttribute('on') !== 'false' }
          set on(value) { this.setAttribute('on', String(value)) }
          get wide() { return this.hasAttribute('wide') }
          set wide(value) { this.toggleAttribute('wide', value) }
          get deck() { return Number(this.getAttribute('deck') ?? 3) }
          set deck(value) { this.setAttribute('deck', value) }`),
      ),
    ).toEqual({
      on: 'boolean @on reflected = true',
      wide: 'boolean @wide reflected = false',
      deck: 'number @deck reflected = 3',
    }))

  test('an accessor that gives something is not required', () =>
    expect(
      membersOf(
        card("get ship() { return this.getAttribute('ship') } set ship(v) { this.setAttribute('ship', v) }"),
        'prop',
      ).map((member) => member.required),
    ).toEqual([false]))
})
