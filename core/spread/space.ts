import { numbersFrom } from '../random'

/** Values of some axes, by the number of the axis: a combination that must not, or must, occur. */
export type Combination = ReadonlyMap<number, number>

export interface CoveringOptions {
  /** 2 for pairs, 3 for triples. */
  strength?: 2 | 3
  forbidden?: readonly Combination[]
  required?: readonly Combination[]
  /** How many changes of one value the search may look at. */
  steps?: number
  seed?: number
  /** Asked now and then; the best set so far is the answer where it says no. */
  goOn?: () => boolean
}

/** Whole numbers below one that is given, the same ones for the same seed. */
export function randomFrom(seed: number): (below: number) => number {
  const next = numbersFrom(seed)
  return (below) => Math.floor(next() * below)
}

export const open = -1

/** The numbering of all tuples of `strength` values of different axes, and what is forbidden. */
export class Space {
  /**
   * Of each group of axes: the axes, the weight of each one's value in the number of a tuple, and where its
   * tuples begin.
   */
  readonly groups: { axes: number[]; weights: number[]; from: number; size: number }[] = []
  /** The groups an axis is in. */
  readonly groupsOf: number[][]
  readonly count: number
  private readonly forbiddenOf: Combination[][]

  constructor(
    readonly sizes: readonly number[],
    strength: number,
    private readonly forbidden: readonly Combination[],
  ) {
    this.groupsOf = sizes.map(() => [])
    let from = 0
    const choose = (axes: number[]) => {
      if (axes.length === strength) {
        const weights = axes.map((_axis, i) =>
          axes.slice(i + 1).reduce((product, axis) => product * sizes[axis]!, 1),
        )
        const size = axes.reduce((product, axis) => product * sizes[axis]!, 1)
        for (const axis of axes) this.groupsOf[axis]!.push(this.groups.length)
        this.groups.push({ axes: [...axes], weights, from, size })
        from += size
        return
      }
      for (let next = (axes.at(-1) ?? -1) + 1; next < sizes.length; next++) choose([...axes, next])
    }
    choose([])
    this.count = from
    this.forbiddenOf = sizes.map((_size, axis) => forbidden.filter((combination) => combination.has(axis)))
  }

  /** The number of the tuple that a row has in a group, or -1 while an axis of it is open. */
  tuple(group: number, row: ArrayLike<number>): number {
    const { axes, weights, from } = this.groups[group]!
    let number = from
    for (let i = 0; i < axes.length; i++) {
      const value = row[axes[i]!]!
      if (value === open) return -1
      number += value * weights[i]!
    }
    return number
  }
  /** The values of a tuple, by axis. */
  valuesOf(tuple: number): [axis: number, value: number][] {
    let low = 0
    let high = this.groups.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (this.groups[middle]!.from <= tuple) low = middle
      else high = middle - 1
    }
    const { axes, weights, from } = this.groups[low]!
    return axes.map((axis, i) => [axis, Math.floor((tuple - from) / weights[i]!) % this.sizes[axis]!])
  }

  /**
   * Whether nothing forbidden is in a row; open axes forbid nothing. With `axis`, only what has to do with it
   * is looked at.
   */
  allows(row: ArrayLike<number>, axis?: number): boolean {
    for (const combination of axis === undefined ? this.forbidden : this.forbiddenOf[axis]!) {
      let all = true
      for (const [at, value] of combination)
        if (row[at] !== value) {
          all = false
          break
        }
      if (all) return false
    }
    return true
  }
  /** Closes the axes that something forbids, so that the row is allowed; `false` where it cannot be. */
  complete(row: number[]): boolean {
    const axis = row.findIndex((value, at) => value === open && this.forbiddenOf[at]!.length > 0)
    if (axis < 0) return this.allows(row)
    for (let value = 0; value < this.sizes[axis]!; value++) {
      row[axis] = value
      if (this.allows(row, axis) && this.complete(row)) return true
    }
    row[axis] = open
    return false
  }
  /** A row that is open but for the values of a tuple. */
  rowWith(tuple: number): number[] {
    const row = this.sizes.map(() => open)
    for (const [axis, value] of this.valuesOf(tuple)) row[axis] = value
    return row
  }
  get isFree(): boolean {
    return this.forbidden.length === 0
  }
}

/** How often each tuple occurs in rows; those that cannot occur count as covered for good. */
export function countsOf(space: Space, can: Uint8Array, rows: readonly ArrayLike<number>[]): Int32Array {
  const counts = new Int32Array(space.count)
  for (let tuple = 0; tuple < space.count; tuple++) if (!can[tuple]) counts[tuple] = 1_000_000
  for (const row of rows)
    for (let group = 0; group < space.groups.length; group++) counts[space.tuple(group, row)]!++
  return counts
}

/** How many tuples of a row occur in no other. */
export const aloneIn = (space: Space, counts: Int32Array, row: ArrayLike<number>): number =>
  space.groups.reduce((sum, _group, group) => sum + (counts[space.tuple(group, row)] === 1 ? 1 : 0), 0)
