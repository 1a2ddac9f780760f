import fc from 'fast-check'
import { coveringSet } from './covering'
import type { CoveringOptions } from './space'
import { models } from './models'

const choose = (n: number, k: number, from = 0): number[][] =>
  k === 0
    ? [[]]
    : Array.from({ length: n - from }, (_, i) => from + i).flatMap((first) =>
        choose(n, k - 1, first + 1).map((rest) => [first, ...rest]),
      )
const product = (sizes: readonly number[]): number[][] =>
  sizes.reduce<number[][]>(
    (all, size) => all.flatMap((entry) => Array.from({ length: size }, (_, value) => [...entry, value])),
    [[]],
  )
const tuplesOf = (row: readonly number[], strength: number) =>
  choose(row.length, strength).map((axes) => axes.map((axis) => `${axis}=${row[axis]}`).join(' '))
const matches = (row: readonly number[], map: ReadonlyMap<number, number>) =>
  [...map].every(([axis, value]) => row[axis] === value)

/** By trying all combinations there are: which tuples can occur, and which of them the rows have. */
function truth(
  sizes: readonly number[],
  rows: number[][],
  { strength = 2, forbidden = [] }: CoveringOptions = {},
) {
  const possible = new Set(
    product(sizes)
      .filter((row) => !forbidden.some((combination) => matches(row, combination)))
      .flatMap((row) => tuplesOf(row, strength)),
  )
  return { possible, covered: new Set(rows.flatMap((row) => tuplesOf(row, strength))) }
}

test.each([
  [[2, 2, 2], 4],
  [[2, 2, 2, 2], 5],
  [[3, 3], 9],
  [[3, 3, 3, 3], 9],
  [[4, 3, 2], 12],
  [[5], 5],
  [[2, 3], 6],
])('%j takes %d rows, as is proved', (sizes, rows) => {
  expect(coveringSet(sizes).rows).toHaveLength(rows)
})
test('triples: 2^4 takes 8 rows, 2^5 takes 10', () => {
  expect(coveringSet([2, 2, 2, 2], { strength: 3 }).rows).toHaveLength(8)
  expect(coveringSet([2, 2, 2, 2, 2], { strength: 3 }).rows).toHaveLength(10)
})

const sizes = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 2, maxLength: 6 })
test('every pair, or triple, that can occur is covered; nothing forbidden is in; what must be is there', () => {
  fc.assert(
    fc.property(
      sizes,
      fc.constantFrom(2 as const, 3 as const),
      fc.array(fc.tuple(fc.nat(5), fc.nat(3), fc.nat(5), fc.nat(3)), { maxLength: 4 }),
      fc.tuple(fc.nat(5), fc.nat(3), fc.nat(5), fc.nat(3)),
      fc.integer(),
      (given, strength, forbid, must, seed) => {
        if (given.length < strength) return
        const combination = ([a, x, b, y]: readonly number[]) =>
          new Map([
            [a! % given.length, x! % given[a! % given.length]!],
            [b! % given.length, y! % given[b! % given.length]!],
          ])
        const forbidden = forbid.map(combination).filter((entry) => entry.size === 2)
        const required = [combination(must)]
        const found = coveringSet(given, { strength, forbidden, required, seed, steps: 20_000 })
        const { possible, covered } = truth(given, found.rows, { strength, forbidden })
        expect([...possible].filter((text) => !covered.has(text))).toEqual([])
        expect([...covered].filter((text) => !possible.has(text))).toEqual([])
        expect(found.covered).toBe(possible.size)
        expect(found.rows.length).toBeGreaterThanOrEqual(possible.size ? found.lower : 0)
        const canBe = product(given).some(
          (row) => matches(row, required[0]!) && !forbidden.some((combination) => matches(row, combination)),
        )
        expect(found.rows.some((row) => matches(row, required[0]!))).toBe(canBe && found.rows.length > 0)
        expect(found.only.reduce((sum, number) => sum + number, 0)).toBeLessThanOrEqual(found.covered)
      },
    ),
    { numRuns: 150 },
  )
})
test('where everything is forbidden there are no rows, and all is said to be impossible', () => {
  expect(coveringSet([2, 1], { forbidden: [new Map([[1, 0]])] })).toMatchObject({
    rows: [],
    covered: 0,
    impossible: 2,
  })
})
test('the same seed gives the same set', () =>
  expect(coveringSet([4, 4, 3, 3, 2, 2], { seed: 7 })).toEqual(coveringSet([4, 4, 3, 3, 2, 2], { seed: 7 })))
test('asked to stop, it answers with the best so far, which covers all', () => {
  let asked = 0
  const given = [4, 4, 4, 4, 3, 3, 3]
  const found = coveringSet(given, { goOn: () => ++asked < 3 })
  const { possible, covered } = truth(given, found.rows)
  expect(possible.size).toBe(found.covered)
  expect([...possible].filter((text) => !covered.has(text))).toEqual([])
})
test.each(models)('$name takes at most 1.15 of the best known', ({ sizes: given, best }) => {
  expect(coveringSet(given).rows.length / best).toBeLessThanOrEqual(1.15)
})
