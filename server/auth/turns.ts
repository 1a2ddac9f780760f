import pLimit, { type LimitFunction } from 'p-limit'

/**
 * Work of which only so much is done at once for each owner; the rest of it waits in line, where it
 * costs nothing. Whoever sends much waits behind what they sent themselves.
 */
export class Turns {
  readonly #lines = new Map<string, LimitFunction>()

  constructor(private readonly atOnce: number) {}

  async take<T>(owner: string, work: () => Promise<T>): Promise<T> {
    const line = this.#lines.get(owner) ?? pLimit(this.atOnce)
    this.#lines.set(owner, line)
    try {
      return await line(work)
    } finally {
      // the line counts what has ended in a later turn of the loop
      setImmediate(() => this.#forget(owner, line))
    }
  }

  /** Owners for whom something is done or waits. */
  get owners(): number {
    return this.#lines.size
  }

  #forget(owner: string, line: LimitFunction): void {
    if (line.activeCount + line.pendingCount === 0 && this.#lines.get(owner) === line)
      this.#lines.delete(owner)
  }
}
