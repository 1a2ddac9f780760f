import type { Dress, Found, Node } from '../style/found'
import { apartIn, reasonsOf } from './because'

const node = (id: number, name: string, more: Partial<Node> = {}): Node => ({
  id,
  depth: 0,
  is: 'element',
  name,
  attributes: [['class', name]],
  of: '',
  slot: null,
  pseudo: [],
  ...more,
})
const rule = (property: string, value: string, more: Partial<Found> = {}): Found => ({
  property,
  value,
  important: false,
  tree: 1,
  attached: true,
  layer: [],
  specificity: [0, 1, 0],
  proximity: 0,
  order: 1,
  by: 'component',
  of: 'x-card',
  selector: '.b',
  within: [],
  ...more,
})
const token = (name: string, value: string): Found =>
  rule(name, value, { by: 'themes', of: '', selector: ':root', tree: 0 })
const dress = (computed: Record<string, string>, declared: Found[], around: Found[] = []): Dress => ({
  node: 1,
  pseudo: '',
  chain: [
    { label: 'b', id: 1, writing: { direction: 'ltr', mode: 'horizontal-tb' }, declared },
    { label: 'html', id: null, writing: { direction: 'ltr', mode: 'horizontal-tb' }, declared: around },
  ],
  layers: [],
  alone: [],
  inherits: {},
  computed,
})

/** What is told of an element that is drawn otherwise. */
function told(before: Dress, now: Dress) {
  const { differences, toDress } = apartIn(
    [node(1, 'b', { style: before.computed })],
    [node(1, 'b', { style: now.computed })],
  )
  return reasonsOf(
    differences,
    toDress.map((difference) => ({ difference, before, now })),
  )
}

test('a value is told by the token that it came by', () => {
  const asked = rule('gap', 'var(--x-space)')
  const before = dress({ gap: '12px' }, [asked], [token('--x-space', '12px')])
  const now = dress({ gap: '20px' }, [asked], [token('--x-space', '20px')])
  expect(told(before, now)).toEqual([
    {
      at: 'b.b',
      what: 'gap',
      before: '12px',
      now: '20px',
      by: [{ is: 'property', name: '--x-space', isToken: true, before: '12px', now: '20px' }],
    },
  ])
})

test('a value is told by the rule that says something else', () => {
  const before = dress({ color: 'red' }, [rule('color', 'red')])
  const now = dress({ color: 'green' }, [rule('color', 'green', { selector: ':host([calm]) .b' })])
  expect(told(before, now)[0]!.by).toEqual([
    {
      is: 'rule',
      name: 'x-card :host([calm]) .b',
      isToken: false,
      before: 'color: red',
      now: 'color: green',
    },
  ])
})

test('a fallback that came to be used is told', () => {
  const asked = rule('color', 'var(--x-ink, teal)')
  const before = dress({ color: 'red' }, [asked], [token('--x-ink', 'red')])
  const now = dress({ color: 'teal' }, [asked])
  expect(told(before, now)[0]!.by).toEqual([
    { is: 'property', name: '--x-ink', isToken: false, before: 'red', now: 'teal' },
  ])
})

test('what only follows from something else is not told', () => {
  const before = dress({ width: '80px', gap: '1px' }, [rule('gap', '1px')])
  const now = dress({ width: '90px', gap: '1px' }, [rule('gap', '1px')])
  expect(told(before, now)).toEqual([])
})

test('words, attributes, and elements that came or went are told, each once', () => {
  const words = (name: string): Node => node(2, name, { is: 'text', depth: 1, attributes: [] })
  const { differences } = apartIn(
    [node(1, 'b'), words('Sail'), node(3, 'i'), node(4, 'u', { attributes: [['hidden', '']] })],
    [node(1, 'b'), words('Go'), node(4, 'u', { attributes: [] })],
  )
  expect(reasonsOf(differences, []).map(({ at, what, before, now }) => [at, what, before, now])).toEqual([
    ['text', 'words', 'Sail', 'Go'],
    ['i.i', '', 'i.i', null],
    ['u', 'hidden', '', null],
  ])
})

test('a hundred reasons are told in a dozen', () => {
  const many = (name: string) => Array.from({ length: 100 }, (_, i) => node(i, `b${name}${i}`))
  const { differences, toDress } = apartIn(many('a'), many('c'))
  expect(reasonsOf(differences, []).length).toBe(12)
  expect(toDress.length).toBe(0)
})
