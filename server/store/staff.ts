import { record } from './audit'
import { notify, type Store } from './database'
import { dropInvitationsBy } from './invitations'
import { lockLibrary } from './libraries'
import type { Role } from '~~/core/roles'
import { personById, setRole } from './people'
import { endSessionsOf } from './sessions'

/**
 * Gives somebody a role in a library, or takes it; `last` where the library would be left without a
 * maintainer. Under the library's lock, so that two who leave at once cannot both. Whoever has no role
 * any more is signed out everywhere, and invitations of whoever maintains it no more are open no more.
 */
export function changeRole(
  db: Store,
  library: { id: string; slug: string },
  person: string,
  role: Role | null,
  by: string,
): Promise<'changed' | 'last'> {
  return db.transaction(async (trx) => {
    await lockLibrary(trx, library.id)
    const maintainers: { person_id: string }[] = await trx('roles')
      .where({ library_id: library.id, role: 'maintainer' })
      .select('person_id')
    if (role !== 'maintainer' && maintainers.length === 1 && maintainers[0]!.person_id === person)
      return 'last'
    await setRole(trx, library.id, person, role)
    if (role === null) await endSessionsOf(trx, person)
    // nobody comes back by a link that they made themselves
    if (role !== 'maintainer') await dropInvitationsBy(trx, library.id, person)
    await record(trx, 'role given', { library: library.id, person: by }, { to: person, role })
    await notify(trx, { library: library.slug, what: 'staff' })
    return 'changed'
  })
}

/** Another password for somebody; all their sessions end with it. */
export function changePassword(db: Store, person: string, hash: string): Promise<void> {
  return db.transaction(async (trx) => {
    await trx('people').where({ id: person }).update({ password: hash })
    await endSessionsOf(trx, person)
    await record(trx, 'password changed', { person })
  })
}

export const passwordOf = async (db: Store, person: string): Promise<string | undefined> =>
  (await db('people').where({ id: person }).first('password'))?.password

/**
 * Whether somebody may do what maintainers may, now; nobody can take that from them until the transaction
 * ends.
 */
export async function mayMaintain(trx: Store, library: string, person: string): Promise<boolean> {
  const role = await trx('roles')
    .where({ library_id: library, person_id: person, role: 'maintainer' })
    .forShare()
    .first('role')
  return role !== undefined || (await personById(trx, person))?.administrator === true
}
