import { z } from 'zod'

/** What a gate does where it does not hold: keep the version from going out, say so, or nothing. */
export const gateSettingSchema = z.enum(['stop', 'warn', 'pass'])
export type GateSetting = z.infer<typeof gateSettingSchema>

/** What gates are judged from that ask for what differs from the version before. */
export interface DifferenceFacts {
  /** The version that is to go out. */
  version: string
  /** Differences of which only a text is known. */
  unread: number
  /** What goes, and the version in which it was to go. */
  promised: readonly { says: string; goneIn: string }[]
}

/** What gates are judged from. */
export interface GateFacts extends DifferenceFacts {
  /**
   * Claims of components by what a browser showed, and components that no browser was asked about as they
   * are now.
   */
  evidence: { doubted: number; claims: number; unknown: number; components: number }
  /**
   * Pairs of colours that do not read and that nobody let stand, and of how many components any were
   * seen.
   */
  contrast: { failing: number; looked: number; components: number }
  /**
   * Pictures of the shelf beside those of the last version: those that could not be compared as they are
   * now, and of those that differ how many were accepted, and how many are not meant. Nothing where there
   * is no version before, or no browser to take them.
   */
  looks: { pairs: number; unknown: number; changed: number; accepted: number; refused: number } | null
  /** Bytes that one component alone may take with gzip, and those that take more; nothing where any may. */
  sizes: { budget: number; over: readonly { tag: string; gzip: number }[] } | null
  /** Other findings that nobody let stand. */
  findings: number
  /** Members without words. */
  wordless: number
}

/** One thing that a library asks of a version before it goes out, and the facts that it is judged from. */
export interface Gate<F = GateFacts> {
  name: string
  /** What it asks, as a sentence begins: `Nothing goes before its time`. */
  title: string
  /** What it does in a library that has said nothing. */
  usual: GateSetting
  /** The screen of the library where what it tells of is seen. */
  screen: string
  /** Why it does not hold; nothing where it does. */
  judge(facts: F): string | undefined
}
