import fc from 'fast-check'
import { workedOut } from './arithmetic'

test.each([
  ['8px * 2', '16px'],
  ['8px*0.25', '2px'],
  ['(8px + 4px) / 2', '6px'],
  ['calc(1rem * 1.5)', '1.5rem'],
  ['-8px', '-8px'],
  ['1 - -0.5', '1.5'],
  ['0.1px * 3', '0.3px'],
  ['8px * 2px', '16px'],
  ['24px / 2px', '12px'],
  ['10% + 5%', '15%'],
  ['1rem + 2px', undefined],
  ['2 / 8px', undefined],
  ['8px *', undefined],
  ['(8px', undefined],
  ['8px / 0', undefined],
  ['min(1px, 2px) * 2', undefined],
  ['plain', undefined],
  ['', undefined],
  [`${'('.repeat(60)}1${')'.repeat(60)} * 2`, undefined],
])('%s comes to %s', (text, amount) => expect(workedOut(text)).toBe(amount))

test('random sums come to what they are', () => {
  const number = fc.integer({ min: 1, max: 40 }).map((value) => ({ text: String(value), value }))
  type Sum = typeof number extends fc.Arbitrary<infer T> ? T : never
  const sums = fc.letrec<{ sum: Sum }>((tie) => ({
    sum: fc.oneof(
      { maxDepth: 4 },
      number,
      fc.tuple(tie('sum'), fc.constantFrom('+', '-', '*'), tie('sum')).map(([left, sign, right]) => ({
        text: `(${left.text} ${sign} ${right.text})`,
        value:
          sign === '+'
            ? left.value + right.value
            : sign === '-'
              ? left.value - right.value
              : left.value * right.value,
      })),
    ),
  })).sum
  fc.assert(
    fc.property(sums, fc.constantFrom('', 'px', 'rem', '%'), (sum, unit) => {
      expect(workedOut(`${sum.text} * 1${unit}`)).toBe(`${sum.value === 0 ? 0 : sum.value}${unit}`)
    }),
  )
})
