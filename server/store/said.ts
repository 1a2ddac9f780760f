import { LRUCache } from 'lru-cache'
import { z } from 'zod'
import type { Contract } from '~~/core/contract/contract'
import { deprecatedIcons } from '~~/core/icons/package'
import { own } from '~~/core/own'
import { combinationsSchema } from '~~/core/variants/combination'
import { withSaidStatuses } from '~~/core/variants/said-values'
import { examplesSchema } from '~~/core/wire'
import { combinationsByTag } from './combinations'
import type { Store } from './database'
import { examplesByTag } from './examples'
import { iconSettingsOf, iconsOfRevision } from './icons'
import type { Library } from './libraries'
import { allWords } from './words'

/**
 * What people said of the components of a library, by tag: words and arrangements by the key they are kept
 * under, examples with the face first, and what they said of values together.
 */
const saidSchema = z.object({
  words: z.record(z.string(), z.record(z.string(), z.string())),
  examples: z.record(z.string(), examplesSchema),
  combinations: z.record(z.string(), combinationsSchema),
  /** Icons that are called deprecated, by the names they have in a package, with what to take instead. */
  icons: z.record(z.string(), z.string()).default({}),
})
export type Said = z.infer<typeof saidSchema>

/** What is said of the components and icons of a library now. */
export async function saidNow(db: Store, library: Pick<Library, 'id' | 'current_revision'>): Promise<Said> {
  const { id, current_revision: revision } = library
  const [words, examples, combinations, { settings }, icons] = await Promise.all([
    allWords(db, id),
    examplesByTag(db, id),
    combinationsByTag(db, id),
    iconSettingsOf(db, id),
    revision ? iconsOfRevision(db, revision) : undefined,
  ])
  const roles = icons?.glyphs.map(({ role }) => role) ?? []
  return {
    words,
    examples: Object.fromEntries(examples),
    combinations: Object.fromEntries(combinations),
    icons: deprecatedIcons(roles, settings),
  }
}

/** By release, which never changes: a page of a version asks for it more than once. */
const recent = new LRUCache<string, { said: Said | undefined }>({ max: 40 })

/** What was said when a version was made; nothing where it did not keep that. */
export async function saidAt(db: Store, release: string): Promise<Said | undefined> {
  const known = recent.get(release)
  if (known) return known.said
  const row: { said: unknown } | undefined = await db('releases').where({ id: release }).first('said')
  const said = row?.said ? saidSchema.parse(row.said) : undefined
  if (row) recent.set(release, { said })
  return said
}

/** Contracts whose values are deprecated as people said of them, by what they wrote. */
export const withSaid = (contracts: readonly Contract[], words: Said['words']): Contract[] =>
  contracts.map((contract) => withSaidStatuses(contract, (key) => own(own(words, contract.tag) ?? {}, key)))

/** What was said of one component, and how it is shown by that, where somebody chose it. */
export function saidOf(said: Said, tag: string) {
  const examples = own(said.examples, tag) ?? []
  return {
    words: own(said.words, tag) ?? {},
    examples,
    combinations: own(said.combinations, tag) ?? [],
    face: examples.find(({ face }) => face)?.usage,
  }
}
