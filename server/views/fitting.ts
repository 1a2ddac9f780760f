import { overtaken } from '~~/core/tokens/fitting'
import type { Problem } from '~~/core/problem'
import type { Fitting } from '~~/core/wire'
import { Failure, fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { record } from '../store/audit'
import { isId, notify, type Store } from '../store/database'
import { dropFitting, fittingsOf, heldFitting } from '../store/fittings'
import type { Library } from '../store/libraries'
import { themesOf } from '../store/themes'
import { editToken } from '../store/token-edits'

/** A fitting of a library; a failure where it is not there, or not any more. */
export async function fittingKnown(db: Store, library: Library, id: string): Promise<Fitting> {
  const fittings = isId(id) ? await fittingsOf(db, library.id) : []
  return fittings.find((fitting) => fitting.id === id) ?? gone()
}
const gone = (): never =>
  fail(404, 'no-fitting', 'There is no such fitting any more.', 'Choose another, or begin one.')

/** Does something to a fitting that stays there meanwhile, and tells of it; what it is then. */
export const changeFitting = (
  db: Store,
  library: Library,
  id: string,
  change: (trx: Store) => Promise<unknown>,
): Promise<Fitting> =>
  db.transaction(async (trx) => {
    if (!(await heldFitting(trx, library.id, id))) return gone()
    await change(trx)
    await notify(trx, { library: library.slug, what: 'fittings' })
    return fittingKnown(trx, library, id)
  })

/**
 * Keeps all changes of a fitting at once, or none: where a token has another value than when it was tried, or
 * the whole does not hold together, nothing is written. The edits that it made, by their numbers.
 */
export async function keepFitting(db: Store, library: Library, id: string, by: string): Promise<string[]> {
  const { changes } = await fittingKnown(db, library, id)
  const problems = await inChild('fitting', { themes: await themesOf(db, library.id), changes }, library.id)
  if (problems.length) throw new Failure(422, problems)
  return db.transaction(async (trx) => {
    const fitting = await heldFitting(trx, library.id, id)
    if (!fitting) return gone()
    const late = overtaken(await themesOf(trx, library.id), fitting.changes)
    if (late.length || fitting.changes.length !== changes.length)
      throw new Failure(409, late.length ? late.map(sayOvertaken) : [changedMeanwhile])
    const edits: string[] = []
    for (const { theme, path, value, seen } of fitting.changes) {
      const edited = await editToken(trx, library, { theme, path }, { seen, next: value }, by)
      if (!edited.written) throw new Failure(409, [sayOvertaken({ theme, path })])
      edits.push(edited.id)
    }
    await dropFitting(trx, library.id, id)
    await record(trx, 'fitting kept', { library: library.id, person: by }, { name: fitting.name, edits })
    // the edits have told of the tokens
    await notify(trx, { library: library.slug, what: 'fittings' })
    return edits
  })
}

const changedMeanwhile: Problem = {
  code: 'fitting-changed',
  what: 'Somebody changed the fitting just now.',
  todo: 'Look at it once more, then save it.',
}
const sayOvertaken = ({ theme, path }: { theme: string; path: string }): Problem => ({
  code: 'tokens-changed',
  what: `${path} was given another value in ${theme} since it was tried.`,
  where: { file: theme },
  todo: 'Try it anew over the value that is kept now, or take it out of the fitting.',
})
