import { aloneIn, countsOf, open, type Space } from './space'

/** A change of one value: which row, which axis, and what it becomes. */
type Move = [row: number, axis: number, value: number]

/**
 * Takes a row out of a covering set and works what that uncovers back in by tabu search (Nurmela, "Upper
 * bounds for covering arrays by tabu search", Discrete Applied Mathematics 138, 2004).
 */
export class Shortening {
  private readonly rows: Int32Array[]
  /** How often each tuple occurs. */
  private readonly counts: Int32Array
  /** The tuples that do not occur, and where each stands among them. */
  private readonly missing: number[] = []
  private readonly placeOf: Int32Array
  /** Until which turn an axis of a row is left alone. */
  private readonly tabu: Int32Array[]
  private turn = 0
  private fewest: number

  /** Of `rows`, the `kept` ones come first: they stay, and only what was open in them may change. */
  constructor(
    private readonly space: Space,
    can: Uint8Array,
    rows: readonly number[][],
    private readonly kept: readonly number[][],
    private readonly random: (below: number) => number,
  ) {
    const leave = rowToLeave(space, countsOf(space, can, rows), rows, kept.length)
    this.rows = leave < 0 ? [] : rows.filter((_row, i) => i !== leave).map((row) => Int32Array.from(row))
    this.counts = countsOf(space, can, this.rows)
    this.placeOf = new Int32Array(space.count).fill(-1)
    for (let tuple = 0; tuple < space.count; tuple++) if (this.counts[tuple] === 0) this.add(tuple)
    this.tabu = this.rows.map(() => new Int32Array(space.sizes.length))
    this.fewest = this.missing.length
  }

  /** The shorter set, or `undefined` where the steps ran out before one was found. */
  search(budget: { steps: number }, goOn: () => boolean): number[][] | undefined {
    if (this.rows.length === 0) return undefined
    const patience = 3000 + this.space.count
    let quiet = 0
    while (this.missing.length > 0) {
      if (budget.steps <= 0 || quiet > patience || ((++this.turn & 255) === 0 && !goOn())) return undefined
      this.workIn(this.missing[this.random(this.missing.length)]!, budget)
      quiet = this.missing.length < this.fewest ? 0 : quiet + 1
      this.fewest = Math.min(this.fewest, this.missing.length)
    }
    return this.rows.map((row) => [...row])
  }

  private workIn(tuple: number, budget: { steps: number }): void {
    const wanted = this.space.valuesOf(tuple)
    const best = this.bestMoves(wanted, budget)
    if (best.length === 0) {
      budget.steps--
      this.takeWhole(wanted)
      return
    }
    const [i, axis, value] = best[this.random(best.length)]!
    this.put(this.rows[i]!, axis, value)
    this.tabu[i]![axis] = this.turn + 2 + this.random(6)
  }
  /** The changes of one value that bring the wanted ones together and uncover least. */
  private bestMoves(wanted: [axis: number, value: number][], budget: { steps: number }): Move[] {
    let best: Move[] = []
    let least = Infinity
    for (let i = 0; i < this.rows.length; i++) {
      const row = this.rows[i]!
      const off = onlyOneOff(row, wanted)
      if (!off) continue
      const [axis, value] = off
      if (this.isFixed(i, axis) || !this.may(row, axis, value)) continue
      budget.steps--
      const worth = this.cost(row, axis, value)
      // a move that is left alone is still made where it leads to what was never reached
      if (this.tabu[i]![axis]! > this.turn && this.missing.length + worth >= this.fewest) continue
      if (worth < least) {
        least = worth
        best = [[i, axis, value]]
      } else if (worth === least) best.push([i, axis, value])
    }
    return best
  }
  /** No row is one step away: one is taken whole, and put back where that is forbidden. */
  private takeWhole(wanted: [axis: number, value: number][]): void {
    const i = this.random(this.rows.length)
    const row = this.rows[i]!
    const before = [...row]
    for (const [axis, value] of wanted)
      if (row[axis] !== value && !this.isFixed(i, axis)) this.put(row, axis, value)
    if (this.space.allows(row)) return
    before.forEach((value, axis) => {
      if (row[axis] !== value) this.put(row, axis, value)
    })
  }

  /** How many more are missing once the row has this value; negative is better. */
  private cost(row: Int32Array, axis: number, value: number): number {
    const { space, counts } = this
    const was = row[axis]!
    let sum = 0
    for (const group of space.groupsOf[axis]!) {
      if (counts[space.tuple(group, row)] === 1) sum++
      row[axis] = value
      if (counts[space.tuple(group, row)] === 0) sum--
      row[axis] = was
    }
    return sum
  }
  private put(row: Int32Array, axis: number, value: number): void {
    const { space, counts } = this
    for (const group of space.groupsOf[axis]!)
      if (--counts[space.tuple(group, row)]! === 0) this.add(space.tuple(group, row))
    row[axis] = value
    for (const group of space.groupsOf[axis]!)
      if (counts[space.tuple(group, row)]!++ === 0) this.drop(space.tuple(group, row))
  }
  private isFixed(i: number, axis: number): boolean {
    return i < this.kept.length && this.kept[i]![axis] !== open
  }
  private may(row: Int32Array, axis: number, value: number): boolean {
    if (this.space.isFree) return true
    const was = row[axis]!
    row[axis] = value
    const allowed = this.space.allows(row, axis)
    row[axis] = was
    return allowed
  }

  private add(tuple: number): void {
    this.placeOf[tuple] = this.missing.length
    this.missing.push(tuple)
  }
  private drop(tuple: number): void {
    const place = this.placeOf[tuple]!
    const last = this.missing.pop()!
    if (last !== tuple) {
      this.missing[place] = last
      this.placeOf[last] = place
    }
    this.placeOf[tuple] = -1
  }
}

/** The row that is alone with the fewest; the first ones are those that must be there. -1 where none is left. */
function rowToLeave(
  space: Space,
  counts: Int32Array,
  rows: readonly number[][],
  firstThatMay: number,
): number {
  let leave = -1
  let least = Infinity
  for (let i = firstThatMay; i < rows.length; i++) {
    const alone = aloneIn(space, counts, rows[i]!)
    if (alone >= least) continue
    least = alone
    leave = i
  }
  return leave
}

/** The one value in which a row is other than what is wanted; `undefined` where it is none or several. */
function onlyOneOff(
  row: Int32Array,
  wanted: [axis: number, value: number][],
): [axis: number, value: number] | undefined {
  let off: [axis: number, value: number] | undefined
  for (const entry of wanted) {
    if (row[entry[0]] === entry[1]) continue
    if (off) return undefined
    off = entry
  }
  return off
}
