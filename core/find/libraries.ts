import { componentTitle } from '../contract/contract'

/** What is looked through of a library. */
interface Searched {
  slug: string
  title: string
  package: string
  prefix: string
  /** Tags of what stands on its shelf. */
  components: readonly string[]
}

/** A library that a text leads to, with those of its components that it leads to. */
export interface LibraryFound<L extends Searched> {
  library: L
  components: string[]
}

const wordsOf = (text: string): string[] => text.toLowerCase().split(/\s+/).filter(Boolean)

/**
 * The libraries in which all words of a text stand, in their names or in names of one of their components. A word
 * may be a piece of a name. Nothing looked for leads to all of them.
 */
export function findLibraries<L extends Searched>(libraries: readonly L[], text: string): LibraryFound<L>[] {
  const words = wordsOf(text)
  if (words.length === 0) return libraries.map((library) => ({ library, components: [] }))
  return libraries.flatMap((library) => {
    const names = `${library.title} ${library.slug} ${library.package}`.toLowerCase()
    const left = words.filter((word) => !names.includes(word))
    const isIn = (tag: string): boolean => {
      const name = `${tag} ${componentTitle(tag, library.prefix)}`.toLowerCase()
      return left.every((word) => name.includes(word))
    }
    // where the library's own names hold every word, nothing of it is meant more than the rest
    const components = left.length ? library.components.filter(isIn) : []
    return left.length === 0 || components.length > 0 ? [{ library, components }] : []
  })
}
