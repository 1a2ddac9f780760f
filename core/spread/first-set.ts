import { open, type Space } from './space'

/** How many rows are tried for each that is taken: fewer where there is much to cover. */
const triesFor = (space: Space): number => (space.count > 50_000 ? 4 : 20)

/**
 * A first covering set, built row by row, each row the best of some tries at taking in what is not covered
 * yet (Cohen, Dalal, Fredman, Patton, "The AETG system", IEEE TSE 23(7), 1997).
 */
export class FirstSet {
  private readonly rows: number[][] = []
  /** 1 for each tuple that is not covered yet. */
  private readonly left: Uint8Array
  private missing: number
  /** Of each axis and value, how many tuples with it are left. */
  private readonly wanted: Int32Array[]

  constructor(
    private readonly space: Space,
    can: Uint8Array,
    private readonly random: (below: number) => number,
  ) {
    this.left = Uint8Array.from(can)
    this.missing = can.reduce((sum, possible) => sum + possible, 0)
    this.wanted = space.sizes.map((size) => new Int32Array(size))
    for (let tuple = 0; tuple < space.count; tuple++)
      if (this.left[tuple]) for (const [axis, value] of space.valuesOf(tuple)) this.wanted[axis]![value]!++
  }

  /** The rows; `kept` come first, what is open in them closed to advantage. */
  build(kept: readonly number[][], goOn: () => boolean): number[][] {
    for (const keptRow of kept) {
      const row = [...keptRow]
      if (this.close(row)) this.take(row)
    }
    let first = 0
    while (this.missing > 0) {
      while (!this.left[first]) first++
      this.take(this.bestOfSomeTries(first, goOn))
    }
    return this.rows
  }

  private bestOfSomeTries(first: number, goOn: () => boolean): number[] {
    const { space } = this
    let best: number[] | undefined
    let most = -1
    for (let attempt = 0; attempt < triesFor(space); attempt++) {
      // begins with something that is left: the first, or one met at random
      const row = space.rowWith(attempt === 0 ? first : this.leftAtRandom())
      if (!this.close(row)) continue
      const sum = this.newIn(row)
      if (sum > most) {
        most = sum
        best = row
      }
      if (best && !goOn()) break
    }
    if (!best) throw new Error('A tuple that can occur was not completed.')
    return best
  }
  private leftAtRandom(): number {
    let tuple = this.random(this.space.count)
    while (!this.left[tuple]) tuple = (tuple + 1) % this.space.count
    return tuple
  }
  private newIn(row: number[]): number {
    let sum = 0
    for (let group = 0; group < this.space.groups.length; group++)
      sum += this.left[this.space.tuple(group, row)]!
    return sum
  }

  /** Closes what is open in a row, axis after axis in any order; `false` where nothing is allowed. */
  private close(row: number[]): boolean {
    for (const axis of this.inAnyOrder(row.flatMap((value, axis) => (value === open ? [axis] : [])))) {
      const best = this.bestValuesOf(row, axis)
      if (best.length === 0) return false
      row[axis] = best[this.random(best.length)]!
    }
    return true
  }
  private inAnyOrder(axes: number[]): number[] {
    for (let i = axes.length - 1; i > 0; i--) {
      const j = this.random(i + 1)
      ;[axes[i], axes[j]] = [axes[j]!, axes[i]!]
    }
    return axes
  }
  /** The values of an axis that cover most of what is left, where they are allowed. */
  private bestValuesOf(row: number[], axis: number): number[] {
    const { space } = this
    let best: number[] = []
    let most = -1
    for (let value = 0; value < space.sizes[axis]!; value++) {
      row[axis] = value
      if (!space.allows(row, axis) || (!space.isFree && !space.complete([...row]))) continue
      // what is wanted most elsewhere breaks a tie
      const worth = this.gain(row, axis) * 100_000 + this.wanted[axis]![value]!
      if (worth > most) {
        most = worth
        best = [value]
      } else if (worth === most) best.push(value)
    }
    return best
  }
  private gain(row: number[], axis: number): number {
    let sum = 0
    for (const group of this.space.groupsOf[axis]!) {
      const tuple = this.space.tuple(group, row)
      if (tuple >= 0) sum += this.left[tuple]!
    }
    return sum
  }

  private take(row: number[]): void {
    this.rows.push(row)
    for (let group = 0; group < this.space.groups.length; group++) {
      const tuple = this.space.tuple(group, row)
      if (!this.left[tuple]) continue
      this.left[tuple] = 0
      this.missing--
      for (const [axis, value] of this.space.valuesOf(tuple)) this.wanted[axis]![value]!--
    }
  }
}
