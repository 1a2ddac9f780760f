import fc from 'fast-check'
import { readLibrary } from '../read/read'
import { differenceBetween, side } from '../../tests/sides'
import type { Contract } from './contract'
import { unionOf, type TypeModel } from './type'
import { heaviest, isWithin, weightOfInput, weightOfOutput } from './weight'

const literal = (value: string): TypeModel => ({ is: 'literal', value })
const plain = fc.constantFrom<TypeModel>(
  { is: 'string' },
  { is: 'number' },
  { is: 'boolean' },
  literal('a'),
  literal('b'),
)
const type = fc.oneof(
  plain,
  fc.array(plain, { minLength: 1, maxLength: 4 }).map((all) => unionOf(all)),
  plain.map((of): TypeModel => ({ is: 'list', of })),
)

test('a type is within itself and within any union it is an arm of; what is within both ways means the same', () => {
  fc.assert(
    fc.property(type, type, (a, b) => {
      expect(isWithin(a, a)).toBe(true)
      expect(isWithin(a, unionOf([a, b]))).toBe(true)
      expect(weightOfInput(a, unionOf([a, b]))).not.toBe('breaking')
      expect(weightOfOutput(unionOf([a, b]), a)).not.toBe('breaking')
    }),
  )
})

test('what is given in may widen, what comes out may narrow', () => {
  const [calm, both] = [literal('calm'), unionOf([literal('calm'), literal('storm')])]
  expect([weightOfInput(calm, both), weightOfInput(both, calm)]).toEqual(['additive', 'breaking'])
  expect([weightOfOutput(calm, both), weightOfOutput(both, calm)]).toEqual(['breaking', 'additive'])
  expect(weightOfInput(both, { is: 'string' })).toBe('additive')
  expect(weightOfInput({ is: 'string' }, both)).toBe('breaking')
  const at = (...names: string[]): TypeModel => ({
    is: 'object',
    fields: names.map((name) => ({ name, type: { is: 'string' }, optional: false })),
  })
  expect(weightOfOutput(at('from'), at('from', 'to'))).toBe('additive')
  expect(weightOfOutput(at('from', 'to'), at('from'))).toBe('breaking')
})

const card = (body: string): Contract => {
  const text = `export class XCard extends HTMLElement { ${body} }\ncustomElements.define('x-card', XCard)`
  return readLibrary([{ path: 'src/card.ts', text }]).contracts[0]!
}
const tone = (values: string, first: string) =>
  `static observedAttributes = ['tone']; get tone(): ${values} { return (this.getAttribute('tone') ?? '${first}') as never } ` +
  "set tone(value) { this.setAttribute('tone', value) }"

test.each([
  ['a value is taken away', tone("'a' | 'b'", 'a'), tone("'a'", 'a'), 'breaking'],
  ['a value comes', tone("'a'", 'a'), tone("'a' | 'b'", 'a'), 'additive'],
  ['another default', tone("'a' | 'b'", 'a'), tone("'a' | 'b'", 'b'), 'breaking'],
  ['a prop is gone', tone("'a'", 'a'), '', 'breaking'],
  ['a method comes', '', 'show(): void {}', 'additive'],
  ['a method asks for more', 'show(): void {}', 'show(at: number): void {}', 'breaking'],
  ['a method may be told more', 'show(): void {}', 'show(at?: number): void {}', 'additive'],
  ['the same values in another order', tone("'a' | 'b'", 'a'), tone("'b' | 'a'", 'a'), 'mend'],
  ['a comment', tone("'a'", 'a'), `/** How it speaks. */ ${tone("'a'", 'a')}`, 'mend'],
])('%s: %s', (_what, before, now, weight) => {
  const changes = differenceBetween(side([card(before)]), side([card(now)]))
  expect(heaviest(changes.map((change) => change.weight))).toBe(weight)
})

test('the heaviest comes first, and each is said', () => {
  const before = card(tone("'a' | 'b'", 'a'))
  const now = card(`${tone("'a'", 'a')} show(): void {}`)
  expect(differenceBetween(side([before]), side([now]))).toMatchObject([
    {
      rule: 'prop-type',
      member: 'prop:tone',
      weight: 'breaking',
      says: 'prop tone takes values of another type.',
      before: "'a' | 'b'",
      now: "'a'",
    },
    { rule: 'member-new', member: 'method:show', weight: 'additive', says: 'method show is new.' },
  ])
})
