import { open, randomFrom, Space, type CoveringOptions } from './space'

/**
 * Covering sets: the fewest rows in which every pair (or triple) of values of different axes occurs.
 *
 * A first set is built row by row, each row the best of some tries at taking in what is not covered yet
 * (Cohen, Dalal, Fredman, Patton, "The AETG system", IEEE TSE 23(7), 1997). Then rows are taken out, one
 * at a time, and what that uncovers is worked back in by tabu search (Nurmela, "Upper bounds for covering
 * arrays by tabu search", Discrete Applied Mathematics 138, 2004), as long as the steps it is given last.
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
  const can = new Uint8Array(space.count)
  let covered = 0
  let lower = 0
  for (const { from, size } of space.groups) {
    let possible = 0
    for (let tuple = from; tuple < from + size; tuple++) {
      const row = sizes.map(() => open)
      for (const [axis, value] of space.valuesOf(tuple)) row[axis] = value
      if (space.isFree || space.complete(row)) {
        can[tuple] = 1
        possible++
      }
    }
    covered += possible
    lower = Math.max(lower, possible)
  }

  const kept: number[][] = []
  for (const combination of required) {
    const row = sizes.map((_size, axis) => combination.get(axis) ?? open)
    if (
      !kept.some((other) => [...combination].every(([axis, value]) => other[axis] === value)) &&
      space.complete(row)
    )
      kept.push(row)
  }
  let rows = build(space, can, covered, kept, random, goOn)
  const budget = { steps }
  for (;;) {
    if (rows.length <= Math.max(lower, kept.length) || budget.steps <= 0 || !goOn()) break
    const fewer = reduce(space, can, rows, kept, budget, random, goOn)
    if (!fewer) break
    rows = fewer
  }
  const counts = countsOf(space, can, rows)
  return {
    rows,
    lower: Math.max(lower, kept.length),
    covered,
    impossible: space.count - covered,
    only: rows.map((row) =>
      space.groups.reduce((sum, _group, group) => sum + (counts[space.tuple(group, row)] === 1 ? 1 : 0), 0),
    ),
  }
}

/** How often each tuple occurs; those that cannot occur count as covered for good. */
function countsOf(space: Space, can: Uint8Array, rows: readonly number[][]): Int32Array {
  const counts = new Int32Array(space.count)
  for (let tuple = 0; tuple < space.count; tuple++) if (!can[tuple]) counts[tuple] = 1_000_000
  for (const row of rows)
    for (let group = 0; group < space.groups.length; group++) counts[space.tuple(group, row)]!++
  return counts
}

/** A first set, row by row. `kept` rows come first, what is open in them closed to advantage. */
function build(
  space: Space,
  can: Uint8Array,
  all: number,
  kept: readonly number[][],
  random: (below: number) => number,
  goOn: () => boolean,
): number[][] {
  const { sizes } = space
  const left = Uint8Array.from(can)
  let missing = all
  /** Of each axis and value, how many tuples with it are left. */
  const wanted = sizes.map((size) => new Int32Array(size))
  for (let tuple = 0; tuple < space.count; tuple++)
    if (left[tuple]) for (const [axis, value] of space.valuesOf(tuple)) wanted[axis]![value]!++
  const rows: number[][] = []

  const gain = (row: number[], axis: number): number => {
    let sum = 0
    for (const group of space.groupsOf[axis]!) {
      const tuple = space.tuple(group, row)
      if (tuple >= 0) sum += left[tuple]!
    }
    return sum
  }
  const close = (row: number[]): boolean => {
    const axes = row.flatMap((value, axis) => (value === open ? [axis] : []))
    for (let i = axes.length - 1; i > 0; i--) {
      const j = random(i + 1)
      ;[axes[i], axes[j]] = [axes[j]!, axes[i]!]
    }
    for (const axis of axes) {
      let best: number[] = []
      let most = -1
      for (let value = 0; value < sizes[axis]!; value++) {
        row[axis] = value
        if (!space.allows(row, axis) || (!space.isFree && !space.complete([...row]))) continue
        // what is wanted most elsewhere breaks a tie
        const worth = gain(row, axis) * 100_000 + wanted[axis]![value]!
        if (worth > most) {
          most = worth
          best = [value]
        } else if (worth === most) best.push(value)
      }
      if (best.length === 0) return false
      row[axis] = best[random(best.length)]!
    }
    return true
  }
  const take = (row: number[]) => {
    rows.push(row)
    for (let group = 0; group < space.groups.length; group++) {
      const tuple = space.tuple(group, row)
      if (!left[tuple]) continue
      left[tuple] = 0
      missing--
      for (const [axis, value] of space.valuesOf(tuple)) wanted[axis]![value]!--
    }
  }
  for (const entry of kept) {
    const row = [...entry]
    if (close(row)) take(row)
  }
  let from = 0
  const tries = space.count > 50_000 ? 4 : 20
  while (missing > 0) {
    while (!left[from]) from++
    let best: number[] | undefined
    let most = -1
    for (let i = 0; i < tries; i++) {
      const row = sizes.map(() => open)
      // begins with something that is left: the first, or one met at random
      let tuple = from
      if (i > 0)
        for (let j = 0, at = random(space.count); j < space.count; j++, at = (at + 1) % space.count)
          if (left[at]) {
            tuple = at
            break
          }
      for (const [axis, value] of space.valuesOf(tuple)) row[axis] = value
      if (!close(row)) continue
      let sum = 0
      for (let group = 0; group < space.groups.length; group++) sum += left[space.tuple(group, row)]!
      if (sum > most) {
        most = sum
        best = row
      }
      if (best && !goOn()) break
    }
    if (!best) throw new Error('A tuple that can occur was not completed.')
    take(best)
  }
  return rows
}

/** A covering set of one row less, or `undefined` where the steps ran out before one was found. */
function reduce(
  space: Space,
  can: Uint8Array,
  rows: readonly number[][],
  kept: readonly number[][],
  budget: { steps: number },
  random: (below: number) => number,
  goOn: () => boolean,
): number[][] | undefined {
  const { groups, groupsOf, sizes } = space
  let counts = countsOf(space, can, rows)
  // the row that is alone with the fewest goes; the first ones are those that must be there
  let leave = -1
  let least = Infinity
  rows.forEach((row, i) => {
    if (i < kept.length) return
    const alone = groups.reduce(
      (sum, _group, group) => sum + (counts[space.tuple(group, row)] === 1 ? 1 : 0),
      0,
    )
    if (alone < least) {
      least = alone
      leave = i
    }
  })
  if (leave < 0) return undefined
  const now = rows.filter((_row, i) => i !== leave).map((row) => Int32Array.from(row))
  counts = countsOf(space, can, now as unknown as number[][])
  const missing: number[] = []
  const placeOf = new Int32Array(space.count).fill(-1)
  const add = (tuple: number) => {
    placeOf[tuple] = missing.length
    missing.push(tuple)
  }
  const drop = (tuple: number) => {
    const at = placeOf[tuple]!
    const last = missing.pop()!
    if (last !== tuple) {
      missing[at] = last
      placeOf[last] = at
    }
    placeOf[tuple] = -1
  }
  for (let tuple = 0; tuple < space.count; tuple++) if (counts[tuple] === 0) add(tuple)

  /** How many more are missing once the row has this value; negative is better. */
  const cost = (row: Int32Array, axis: number, value: number): number => {
    const was = row[axis]!
    let sum = 0
    for (const group of groupsOf[axis]!) {
      if (counts[space.tuple(group, row)] === 1) sum++
      row[axis] = value
      if (counts[space.tuple(group, row)] === 0) sum--
      row[axis] = was
    }
    return sum
  }
  const put = (row: Int32Array, axis: number, value: number) => {
    for (const group of groupsOf[axis]!)
      if (--counts[space.tuple(group, row)]! === 0) add(space.tuple(group, row))
    row[axis] = value
    for (const group of groupsOf[axis]!)
      if (counts[space.tuple(group, row)]!++ === 0) drop(space.tuple(group, row))
  }
  const fixed = (i: number, axis: number) => i < kept.length && kept[i]![axis] !== open
  const may = (row: Int32Array, axis: number, value: number) => {
    if (space.isFree) return true
    const was = row[axis]!
    row[axis] = value
    const allowed = space.allows(row, axis)
    row[axis] = was
    return allowed
  }

  /** Until which step an axis of a row is left alone. */
  const tabu = now.map(() => new Int32Array(sizes.length))
  let turn = 0
  let quiet = 0
  let fewest = missing.length
  const patience = 3000 + space.count
  while (missing.length > 0) {
    if (budget.steps <= 0 || quiet > patience || ((++turn & 255) === 0 && !goOn())) return undefined
    const wantedTuple = space.valuesOf(missing[random(missing.length)]!)
    let best: [row: number, axis: number, value: number][] = []
    let least = Infinity
    for (let i = 0; i < now.length; i++) {
      const row = now[i]!
      let off = -1
      let value = 0
      let far = 0
      for (const [axis, asked] of wantedTuple)
        if (row[axis] !== asked) {
          off = axis
          value = asked
          far++
        }
      if (far !== 1 || fixed(i, off) || !may(row, off, value)) continue
      budget.steps--
      const worth = cost(row, off, value)
      // a move that is left alone is still made where it leads to what was never reached
      if (tabu[i]![off]! > turn && missing.length + worth >= fewest) continue
      if (worth < least) {
        least = worth
        best = [[i, off, value]]
      } else if (worth === least) best.push([i, off, value])
    }
    if (best.length === 0) {
      // no row is one step away: one is taken whole
      budget.steps--
      const i = random(now.length)
      const row = now[i]!
      const before = [...row]
      for (const [axis, value] of wantedTuple)
        if (row[axis] !== value && !fixed(i, axis)) put(row, axis, value)
      if (!space.allows(row))
        before.forEach((value, axis) => {
          if (row[axis] !== value) put(row, axis, value)
        })
    } else {
      const [i, axis, value] = best[random(best.length)]!
      put(now[i]!, axis, value)
      tabu[i]![axis] = turn + 2 + random(6)
    }
    quiet = missing.length < fewest ? 0 : quiet + 1
    fewest = Math.min(fewest, missing.length)
  }
  return now.map((row) => [...row])
}
