import { LRUCache } from 'lru-cache'
import type { SourceText } from '~~/core/read/source/source-text'

/**
 * A library's source as a task is given it: what a revision keeps, which never changes and weighs up to
 * tens of megabytes, and files laid over it. A child holds on to what it was given of a revision, and is
 * sent it once.
 */
export interface Source {
  revision: string | null
  kept: readonly SourceText[]
  over: readonly SourceText[]
}

/** A source on its way to a child: without what is kept, where the child holds it already. */
export type SourceSent = Omit<Source, 'kept'> & { kept: readonly SourceText[] | undefined }

/** Revisions a child holds on to: that of each of the libraries it is likely to be asked for next. */
const most = 2

/**
 * What a child holds, as the process that sends knows it: the same steps are taken there in the same order.
 */
export class HeldBy {
  #revisions = new LRUCache<string, true>({ max: most })

  send(source: Source): SourceSent {
    if (source.revision === null) return source
    const isHeld = this.#revisions.get(source.revision) !== undefined
    this.#revisions.set(source.revision, true)
    return isHeld ? { ...source, kept: undefined } : source
  }
}

/** What this process, a child, holds of revisions. */
export class Holding {
  #revisions = new LRUCache<string, readonly SourceText[]>({ max: most })

  /**
   * All files of a source, in the order of their paths. Throws where nothing was sent and nothing is held.
   */
  filesOf({ revision, kept: sent, over }: SourceSent): SourceText[] {
    const kept = sent ?? (revision === null ? undefined : this.#revisions.get(revision))
    if (!kept) throw new Error('The source was not sent')
    if (revision !== null) this.#revisions.set(revision, kept)
    const covered = new Set(over.map((file) => file.path))
    return [...kept.filter((file) => !covered.has(file.path)), ...over].sort((a, b) =>
      a.path < b.path ? -1 : 1,
    )
  }
}
