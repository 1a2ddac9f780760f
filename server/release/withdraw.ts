import { record } from '../store/audit'
import { notify, type Store } from '../store/database'
import type { Library } from '../store/libraries'
import { deprecate, lockReleases, versionsOf } from '../store/releases'

/**
 * Withdraws versions, each with the message that package clients say to whoever installs it; an empty one takes
 * that back. Nothing is taken away from those who have them. Versions that are not there are passed over; answers
 * those that were. `stillMay` refuses whoever may not any more.
 */
export const withdraw = (
  db: Store,
  library: Library,
  versions: Readonly<Record<string, string>>,
  person: string,
  stillMay: (trx: Store) => Promise<unknown>,
): Promise<string[]> =>
  db.transaction(async (trx) => {
    await lockReleases(trx, library.id)
    await stillMay(trx)
    const told = (await versionsOf(trx, library.id)).filter(({ version }) => Object.hasOwn(versions, version))
    for (const { id, version } of told) await deprecate(trx, id, versions[version]!, person)
    await record(trx, 'deprecated', { library: library.id, person }, { versions })
    await notify(trx, { library: library.slug, what: 'release' })
    return told.map(({ version }) => version)
  })
