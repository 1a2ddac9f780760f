import type { TokenDocument } from '../document'
import { deepestGroup, isGroup, type Group } from '../group'

/** A theme as files have it: what it says over the base, and the files that say so. */
export interface ThemeIn {
  name: string
  title: string
  axis: string | null
  document: TokenDocument
  from: string[]
}

export interface SetsIn {
  base: Pick<ThemeIn, 'document' | 'from'>
  themes: ThemeIn[]
  /** What was made of files in the older spelling. */
  says: string[]
}

/** One document over another: a token takes the place of one, groups go into one another. */
export function mergedDocuments(below: TokenDocument, above: TokenDocument): TokenDocument {
  const merge = (under: Group, over: Group, depth: number): Group => {
    const result = new Map(Object.entries(under))
    for (const [name, value] of Object.entries(over)) {
      const before = result.get(name)
      const isInside = !name.startsWith('$') || name === '$root'
      const goesInto =
        isInside && isGroup(before) && isGroup(value) && !('$value' in value) && depth < deepestGroup
      result.set(name, goesInto ? merge(before, value, depth + 1) : value)
    }
    return Object.fromEntries(result)
  }
  return merge(below, above, 0) as TokenDocument
}

/** Themes of which no two are called the same. */
export function withOwnNames(themes: readonly ThemeIn[]): ThemeIn[] {
  const taken = new Set<string>()
  return themes.map((theme) => {
    let { name } = theme
    for (let count = 2; taken.has(name); count++) name = `${theme.name.slice(0, 36)}-${count}`
    taken.add(name)
    return { ...theme, name }
  })
}
