import { baseOf } from '~~/core/tokens/regions'
import type { PlannedSets } from '~~/core/tokens/in/sets-plan'
import { record } from './audit'
import { brokenUnique, notify, type Store } from './database'
import { replaceFile, themesAreAt } from './token-edits'
import { addTheme, type KeptTheme } from './themes'

/** Somebody changed a theme meanwhile, so that nothing of it is written. */
class ChangedMeanwhile extends Error {}

/**
 * Writes what token files make of themes, all or nothing of it, over the revisions at which that was seen;
 * the edits that this makes. `undefined` where any theme is another by now.
 */
export async function writeSets(
  db: Store,
  library: { id: string; slug: string },
  themes: readonly KeptTheme[],
  { themes: planned }: PlannedSets,
  seen: Readonly<Record<string, number>>,
  by: string,
): Promise<string[] | undefined> {
  const base = baseOf(themes)!.name
  try {
    return await db.transaction(async (trx) => {
      if (!(await themesAreAt(trx, library.id, seen))) throw new ChangedMeanwhile()
      const edits: string[] = []
      let place = themes.length
      for (const { name, title, axis, isNew, document } of planned) {
        if (isNew) {
          await addTheme(trx, library.id, { name, title, on: base, axis, document }, place++)
          await record(trx, 'theme made', { library: library.id, person: by }, { theme: title })
        } else {
          const edit = await replaceFile(trx, library, name, document, seen[name]!, by)
          if (!edit.written) throw new ChangedMeanwhile()
          edits.push(edit.id)
        }
      }
      await notify(trx, { library: library.slug, what: 'tokens' })
      return edits
    })
  } catch (error) {
    // a theme of that name may have been made in the same moment
    if (error instanceof ChangedMeanwhile || brokenUnique(error) !== undefined) return undefined
    throw error
  }
}
