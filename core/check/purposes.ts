import type { Resolved } from '../tokens/resolve'
import type { ToCheck } from './check'
import { readIn } from './declared'
import { purposeOf } from './literals'

/** What each token is used for in sheets, itself or through what refers to it, by its path. */
export function purposesOf({
  declared,
  byProperty,
  tokensOf,
}: Pick<ToCheck, 'declared' | 'byProperty' | 'tokensOf'>): Map<string, Set<string>> {
  const purposes = new Map<string, Set<string>>()
  const note = (path: string, purpose: string): void => {
    const known = purposes.get(path) ?? new Set()
    if (known.has(purpose)) return
    purposes.set(path, known.add(purpose))
    for (const tokens of tokensOf.values()) for (const next of refersOf(tokens.get(path))) note(next, purpose)
  }
  const typeOf = (path: string) => [...tokensOf.values()].find((tokens) => tokens.has(path))?.get(path)?.type
  for (const { property, value } of declared) {
    // what goes into a sum says nothing of what its parts are for
    if (!value.includes('var(') || sum.test(value)) continue
    for (const name of readIn(value)) {
      const path = byProperty.get(name)
      const type = path === undefined ? undefined : typeOf(path)
      const purpose = type === undefined ? undefined : purposeOf(property, type)
      if (path !== undefined && purpose !== undefined) note(path, purpose)
    }
  }
  return purposes
}
const sum = /\b(?:calc|min|max|clamp|round|mod|rem)\(/i
const refersOf = (token: Resolved | undefined): readonly string[] => token?.refers ?? []
