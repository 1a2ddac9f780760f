import { begin } from '../core/begin/begin'
import type { Wish } from '../core/begin/wish'
import { LibraryReader } from '../core/read/read'
import type { SourceText } from '../core/read/source/source-text'

export { ternSource as tern } from './tern'

export const listed = (files: Record<string, string>) =>
  Object.entries(files).map(([path, text]) => ({ path, text }))
/** What somebody wants to begin. */
export const wish = (language: Wish['language'], more: Partial<Wish> = {}): Wish => ({
  name: 'Departure board',
  summary: 'saying when boats leave',
  group: '',
  language,
  ...more,
})
/** What is begun in a library, and all files of it with what was begun. */
export function begun(files: SourceText[], prefix: string, wanted: Wish) {
  const made = begin(new LibraryReader(), files, prefix, wanted)
  if (!made.ok) throw new Error(made.problems[0]!.what)
  const texts = new Map(made.begun.files.map((file) => [file.path, file.text]))
  return {
    ...made.begun,
    texts,
    all: [...files.filter((file) => !texts.has(file.path)), ...made.begun.files],
  }
}
