import type { RuleName } from '~~/core/check/check'
import { movedAbout } from '~~/core/check/waiver'
import type { RenamedLibrary } from '~~/core/tokens/rename-library'
import type { Rename } from '~~/core/tokens/rename'
import { renameProperties } from '~~/core/tokens/renamed-properties'
import { record } from './audit'
import { notify, type Store } from './database'
import { renameInFittings } from './fittings'
import { documentsNow, keepReplacement } from './replacements'
import { replaceDocument, themesAreAt } from './token-edits'
import { moveWords, writeWords } from './words'

/** What a rename makes of a library, over the revisions of its themes that it was worked out from. */
export interface PlannedRename extends RenamedLibrary {
  rename: Rename
  seen: Record<string, number>
  /** The revision of the library that it was worked out from. */
  revision: string | null
}

/** Words and examples that name a custom property. */
export interface Spoken {
  words: { component: string; member: string; text: string; revision: number; facts: string | null }[]
  examples: { id: string; usage: string; notes: string; acts: string }[]
}

const naming = (columns: string): string =>
  `exists (select 1 from unnest(cast(:names as text[])) as named (name) where position(named.name in ${columns}) > 0)`

/** What people wrote that names one of these custom properties, or is about one. */
export async function spokenOf(db: Store, library: string, names: readonly string[]): Promise<Spoken> {
  const given = { library, names: [...names] }
  const ask = async <R>(sql: string): Promise<R[]> => ((await db.raw(sql, given)) as { rows: R[] }).rows
  return {
    words: await ask(
      `select words.component_id as component, member, text, revision, facts from words
       join components on components.id = words.component_id
       where library_id = :library and text <> '' and ${naming("concat(member, ' ', text)")}`,
    ),
    examples: await ask(
      `select examples.id, usage::text as usage, notes, acts::text as acts
       from examples join components on components.id = examples.component_id
       where library_id = :library and ${naming("concat(usage::text, ' ', notes, ' ', acts::text)")}`,
    ),
  }
}

/**
 * Writes what a rename makes of themes, words and examples; `false` where a theme is another by now. The
 * caller holds the transaction, and writes the files.
 */
export async function writeRename(
  trx: Store,
  library: { id: string; slug: string },
  planned: PlannedRename,
  by: string,
): Promise<boolean> {
  const { from, to } = planned.rename
  // one that was not to change may refer to the token by now
  if (!(await themesAreAt(trx, library.id, planned.seen))) return false
  const changed = planned.documents.map(({ theme }) => theme)
  const documents = await documentsNow(trx, library.id, changed)
  for (const { theme, document } of planned.documents)
    await replaceDocument(trx, library.id, theme, document, planned.rename, by)
  const names = new Map(planned.properties.map((property) => [property.from, property.to]))
  const renamed = (text: string): string => renameProperties(text, names).text
  const spoken = await spokenOf(trx, library.id, [...names.keys()])
  for (const { component, member, text, revision, facts } of spoken.words) {
    const [about, next] = [renamed(member), renamed(text)]
    if (next !== text) await writeWords(trx, component, member, next, revision, by, facts)
    if (about !== member && !planned.rename.into) await moveWords(trx, component, member, about, null, by)
  }
  for (const { id, usage, notes, acts } of spoken.examples)
    await trx('examples')
      .where({ id })
      .update({ usage: renamed(usage), notes: renamed(notes), acts: renamed(acts) })
  if (planned.rename.into) {
    const files = planned.files.map(({ path }) => path)
    const made = {
      replaced: from,
      replacement: to,
      documents,
      files,
      revision_before: planned.revision,
      spoken,
    }
    await keepReplacement(trx, library.id, made, by)
  } else {
    await renameInFittings(trx, library.id, planned.rename)
    await followWaivers(trx, library.id, (rule, about) => renamed(movedAbout(rule, about, planned.rename)))
  }
  const act = planned.rename.into ? 'token replaced' : 'token renamed'
  await record(trx, act, { library: library.id, person: by }, { from, to })
  await notify(trx, { library: library.slug, what: 'tokens' })
  return true
}

/** Findings that were let stand are let stand under their new names, unless one of that name is already. */
async function followWaivers(
  trx: Store,
  library: string,
  renamed: (rule: RuleName, about: string) => string,
): Promise<void> {
  const kept: { id: string; rule: RuleName; about: string }[] = await trx('waivers')
    .where({ library_id: library })
    .select('id', 'rule', 'about')
  const taken = new Set(kept.map(({ rule, about }) => `${rule} ${about}`))
  for (const { id, rule, about } of kept) {
    const next = renamed(rule, about)
    if (next !== about && !taken.has(`${rule} ${next}`))
      await trx('waivers').where({ id }).update({ about: next })
  }
}
