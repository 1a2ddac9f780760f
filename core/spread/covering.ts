import { FirstSet } from './first-set'
import { Shortening } from './shortening'
import { aloneIn, countsOf, open, randomFrom, Space, type CoveringOptions } from './space'

/**
 * Covering sets: the fewest rows in which every pair (or triple) of values of different axes occurs.
 * A first set is built, and made shorter by a row at a time as long as the steps it is given last.
 */

export interface CoveringSet {
  /** One value of each axis, by number. */
  rows: number[][]
  /** No set can have fewer rows. */
  lower: number
  /** How many pairs or triples there are that can occur, all of them covered. */
  covered: number
  /** How many cannot occur, because of what is forbidden. */
  impossible: number
  /** Of each row, how many it is the only one to cover. */
  only: number[]
}

/**
 * The fewest rows we find in which every pair (or triple) of values occurs. `sizes` says how many values
 * each axis has, at least one each. With fewer axes than the strength all combinations are the answer.
 */
export function coveringSet(
  sizes: readonly number[],
  {
    strength = 2,
    forbidden = [],
    required = [],
    steps = 400_000,
    seed = 1,
    goOn = () => true,
  }: CoveringOptions = {},
): CoveringSet {
  const depth = Math.min(strength, Math.max(1, sizes.length))
  const space = new Space(sizes, depth, forbidden)
  const random = randomFrom(seed)
  const { can, covered, lower } = whatCanOccur(space)
  const kept = requiredRows(space, required)
  let rows = new FirstSet(space, can, random).build(kept, goOn)
  const budget = { steps }
  for (;;) {
    if (rows.length <= Math.max(lower, kept.length) || budget.steps <= 0 || !goOn()) break
    const fewer = new Shortening(space, can, rows, kept, random).search(budget, goOn)
    if (!fewer) break
    rows = fewer
  }
  const counts = countsOf(space, can, rows)
  return {
    rows,
    lower: Math.max(lower, kept.length),
    covered,
    impossible: space.count - covered,
    only: rows.map((row) => aloneIn(space, counts, row)),
  }
}

/** Which pairs or triples can occur, how many there are, and the most of any one group of axes. */
function whatCanOccur(space: Space): { can: Uint8Array; covered: number; lower: number } {
  const can = new Uint8Array(space.count)
  let covered = 0
  let lower = 0
  for (const { from, size } of space.groups) {
    let possible = 0
    for (let tuple = from; tuple < from + size; tuple++) {
      if (!space.isFree && !space.complete(space.rowWith(tuple))) continue
      can[tuple] = 1
      possible++
    }
    covered += possible
    lower = Math.max(lower, possible)
  }
  return { can, covered, lower }
}

/** A row for each combination that has to occur; what it leaves open is open. */
function requiredRows(space: Space, required: readonly ReadonlyMap<number, number>[]): number[][] {
  const kept: number[][] = []
  for (const combination of required) {
    const row = space.sizes.map((_size, axis) => combination.get(axis) ?? open)
    const isKept = kept.some((other) => [...combination].every(([axis, value]) => other[axis] === value))
    if (!isKept && space.complete(row)) kept.push(row)
  }
  return kept
}
