import { z } from 'zod'
import type { Usage } from '~~/core/code/usage'
import { examplesSchema, type ExampleView } from '~~/core/wire'
import { deprecatedIcons } from '~~/core/icons/package'
import type { Contract } from '~~/core/contract/contract'
import { combinationsSchema } from '~~/core/variants/combination'
import { withSaidStatuses } from '~~/core/variants/said-values'
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

/** What was said when a version was made; nothing where it did not keep that. */
export async function saidAt(db: Store, release: string): Promise<Said | undefined> {
  return saidIn(await db('releases').where({ id: release }).first('said'))
}

/** What a row of a release holds of what was said. */
export const saidIn = (row: { said: unknown } | undefined): Said | undefined =>
  row?.said ? saidSchema.parse(row.said) : undefined

/** Contracts whose values are deprecated as people said of them, by what they wrote. */
export const withSaid = (contracts: readonly Contract[], words: Said['words']): Contract[] =>
  contracts.map((contract) => withSaidStatuses(contract, (key) => words[contract.tag]?.[key]))

/** How a component is shown on the shelf by what is kept of it, where somebody chose that. */
export const faceIn = (examples: readonly ExampleView[] = []): Usage | undefined =>
  examples.find(({ face }) => face)?.usage
