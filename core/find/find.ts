import MiniSearch from 'minisearch'
import type { FindEntry } from './entries'

/** A stretch of text with what was looked for in it: every second piece is a match. */
export type Marked = string[]

/** Something of a library that a search led to: a component, or one of its members. */
export interface Hit {
  id: string
  tag: string
  member: string | undefined
  title: Marked
  under: Marked
  excerpt: Marked | undefined
}

/** Where words end: white space, the signs that join names, and the step from a small letter to a capital. */
const parts = (text: string): string[] =>
  text
    .replace(/(\p{Ll}|\d)(\p{Lu})/gu, '$1 $2')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
/** The words of a text, and of a short one, such as a name, all of them as one. */
const terms = (text: string): string[] => {
  const all = parts(text)
  return [...new Set(all.length > 1 && all.length < 6 ? [...all, all.join('')] : all)]
}

/** Finds components and members of a library by name, tag, kind, and what comments and people say of them. */
export class Finder {
  private readonly search = new MiniSearch<FindEntry>({
    fields: ['title', 'under', 'words', 'kind'],
    storeFields: ['tag', 'member', 'title', 'under', 'words', 'boost'],
    tokenize: terms,
    processTerm: (term) => fold(term),
  })

  constructor(entries: readonly FindEntry[]) {
    this.search.addAll(entries)
  }

  /**
   * What all words of `text` lead to, the best first; `most` at most. A word may be a beginning, and a longer
   * one may hold a slip.
   */
  find(text: string, most = 12): Hit[] {
    if (!text.trim()) return []
    const found = this.search.search(text, {
      prefix: true,
      fuzzy: (term) => (term.length > 4 ? 0.2 : false),
      boost: { title: 3, under: 1.5 },
      combineWith: 'AND',
      tokenize: parts,
      boostDocument: (_id, _term, stored) => Number(stored?.boost ?? 1),
    })
    return found.slice(0, most).map((hit) => {
      const entry = hit as unknown as FindEntry
      const match = matcher(hit.terms)
      const inWords = Object.values(hit.match).some((fields) => fields.includes('words'))
      return {
        id: hit.id as string,
        tag: entry.tag,
        member: entry.member,
        title: marked(entry.title, match),
        under: marked(entry.under, match),
        excerpt: inWords && entry.words ? marked(excerptOf(entry.words, match), match) : undefined,
      }
    })
  }

  /** The components that `text` leads to, each with the hit that shows it best. */
  components(text: string): Map<string, Hit> {
    const best = new Map<string, Hit>()
    for (const hit of this.find(text, Infinity)) if (!best.has(hit.tag)) best.set(hit.tag, hit)
    return best
  }
}

const fold = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/**
 * The terms that were found, as they may stand in a text: from the beginning of a word or of a part of a
 * name.
 */
function matcher(found: readonly string[]): RegExp {
  const escaped = found
    .toSorted((a, b) => b.length - a.length)
    .map((text) => text.replace(/[^\p{L}\p{N}]/gu, '\\$&'))
  return new RegExp(`(${escaped.join('|') || '(?!)'})`, 'iu')
}

const marked = (text: string, match: RegExp): Marked => text.split(new RegExp(match.source, 'giu'))

/** About a hundred signs of a text, around the first match. */
function excerptOf(text: string, match: RegExp): string {
  const flat = text.replace(/\s+/g, ' ')
  const at = flat.search(match)
  if (at < 60) return flat.length > 110 ? `${flat.slice(0, 110).replace(/\s\S*$/, '')} …` : flat
  const from = flat.indexOf(' ', at - 40)
  const piece = flat.slice(from + 1, from + 110)
  return `… ${piece}${from + 110 < flat.length ? ' …' : ''}`
}
