import type { Mend } from './check'

/** A file's text as a mend makes it; nothing where what it was made for does not stand there any more. */
export function mended(text: string, edits: Mend['edits']): string | undefined {
  let after = text
  // from the end, so that what comes before stays where it is
  for (const { at, was, becomes } of edits.toSorted((a, b) => b.at - a.at)) {
    if (text.slice(at, at + was.length) !== was) return undefined
    after = after.slice(0, at) + becomes + after.slice(at + was.length)
  }
  return after
}
