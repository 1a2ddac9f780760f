import { ternSource } from '~~/tests/tern'
import type { SourceText } from '~~/core/read/source/source-text'

const once = ternSource.map(({ path, text }) => ({ name: path.slice('src/'.length), text }))

/**
 * Terns side by side, tags and class names told apart, so that the time is of reading and not of starting.
 */
export const terns = (count: number): SourceText[] =>
  Array.from({ length: count }, (_, i) =>
    once.map(({ name, text }) => ({
      path: `lib${i}/${name}`,
      text: text.replaceAll(/(['"<`/])tern-/g, `$1tern${i}-`),
    })),
  ).flat()

/** Milliseconds. */
export const time = (work: () => unknown): number => {
  const began = performance.now()
  work()
  return performance.now() - began
}
export const median = (list: number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]!
