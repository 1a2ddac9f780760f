/**
 * Work that waits, by whom it is for: each gets its turn, one at a time, in the order in which they
 * came to wait. Whoever sends much waits behind what they sent themselves.
 */
export class FairQueue<W extends { owner: string }> {
  private readonly waiting = new Map<string, W[]>()
  private readonly running = new Set<string>()

  /** How much of an owner's waits. */
  count(owner: string): number {
    return this.waiting.get(owner)?.length ?? 0
  }

  add(work: W): void {
    const before = this.waiting.get(work.owner)
    if (before) before.push(work)
    else this.waiting.set(work.owner, [work])
  }

  /** Puts work back to the front: it was taken, and could not be begun. */
  giveBack(work: W): void {
    this.running.delete(work.owner)
    this.waiting.set(work.owner, [work, ...(this.waiting.get(work.owner) ?? [])])
  }

  /**
   * The next work of the owner whose turn it is and of whom nothing runs; their next turn comes after
   * everybody else's.
   */
  take(): W | undefined {
    for (const [owner, works] of this.waiting) {
      if (this.running.has(owner)) continue
      const work = works.shift()!
      this.waiting.delete(owner)
      if (works.length) this.waiting.set(owner, works)
      this.running.add(owner)
      return work
    }
    return undefined
  }

  /** What was taken for an owner has ended. */
  done(owner: string): void {
    this.running.delete(owner)
  }

  /** Empties the queue, and gives what waited in it. */
  clear(): W[] {
    const all = [...this.waiting.values()].flat()
    this.waiting.clear()
    return all
  }
}
