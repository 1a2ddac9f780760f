import type { Role } from '~~/core/roles'
import type { Store } from './database'
import { hashOfSecret, makeSecret } from './secrets'

/** An invitation that nobody has taken up yet. */
export interface Invitation {
  id: string
  library_id: string
  role: Role
  /** Who is meant, in the words of whoever invites. */
  invited: string
  by: string | null
  expires_at: Date
}

/** Days until an invitation ends by itself. */
const days = 14
const open = (db: Store) =>
  db('invitations')
    .leftJoin('people', 'people.id', 'invitations.made_by')
    .whereNull('used_at')
    .where('expires_at', '>', db.fn.now())
    .select('invitations.id', 'library_id', 'role', 'invited', 'people.name as by', 'expires_at')

/** Makes an invitation; answers the word in its link, which is kept nowhere. */
export async function addInvitation(
  db: Store,
  invitation: { library: string; role: Role; invited: string; by: string },
): Promise<string> {
  const token = makeSecret(24)
  await db('invitations').insert({
    library_id: invitation.library,
    role: invitation.role,
    invited: invitation.invited,
    hash: hashOfSecret(token),
    made_by: invitation.by,
    expires_at: db.raw('now() + make_interval(days => ?)', [days]),
  })
  return token
}

export const invitationsOf = (db: Store, library: string): Promise<Invitation[]> =>
  open(db).where({ library_id: library }).orderBy('expires_at')

export const invitationBy = (db: Store, token: string): Promise<Invitation | undefined> =>
  open(db)
    .where({ hash: hashOfSecret(token) })
    .first()

/** Takes an invitation up, once: `false` where it was taken back, taken up or has ended. */
export const takeUp = async (db: Store, id: string): Promise<boolean> =>
  (await db('invitations')
    .where({ id })
    .whereNull('used_at')
    .where('expires_at', '>', db.fn.now())
    .update({ used_at: db.fn.now() })) === 1

export const dropInvitation = async (db: Store, library: string, id: string): Promise<boolean> =>
  (await db('invitations').where({ id, library_id: library }).whereNull('used_at').delete()) === 1

/** Takes back whatever invitations of a library somebody made that nobody has taken up. */
export const dropInvitationsBy = (db: Store, library: string, person: string): Promise<number> =>
  db('invitations').where({ library_id: library, made_by: person }).whereNull('used_at').delete()
