import { isAtLeast } from '~~/core/roles'
import { record } from '../store/audit'
import { brokenUnique, notify, type Store } from '../store/database'
import { invitationBy, takeUp, type Invitation } from '../store/invitations'
import { libraryById, type Library } from '../store/libraries'
import { addPerson, roleOf, setRole } from '../store/people'
import { fail } from './failure'

/** The invitation that a link names, as long as it may be taken up. */
export async function openInvitation(
  db: Store,
  token: string,
): Promise<{ invitation: Invitation; library: Library }> {
  const invitation = await invitationBy(db, token)
  const library = invitation && (await libraryById(db, invitation.library_id))
  return invitation && library ? { invitation, library } : ended()
}

const ended = (): never =>
  fail(
    404,
    'no-invitation',
    'This invitation is not open any more: it was taken up, taken back, or has ended.',
    'Ask whoever invited you for another.',
  )

/** Takes an invitation up for somebody, who may have no account yet; each works once, whoever comes at once. */
export async function join(
  db: Store,
  token: string,
  who: { id: string } | { name: string; email: string; password: string },
): Promise<{ id: string }> {
  const { invitation, library } = await openInvitation(db, token)
  try {
    return await db.transaction(async (trx) => {
      if (!(await takeUp(trx, invitation.id))) return ended()
      const { id } = 'id' in who ? who : await addPerson(trx, who)
      const role = await roleOf(trx, library.id, id)
      if (role && isAtLeast(role, invitation.role))
        fail(409, 'on-staff', `You are ${role} of ${library.title} already.`, 'Open the library.')
      await setRole(trx, library.id, id, invitation.role)
      await record(trx, 'person joined', { library: library.id, person: id }, { role: invitation.role })
      await notify(trx, { library: library.slug, what: 'staff' })
      return { id }
    })
  } catch (error) {
    if (brokenUnique(error)?.startsWith('people_'))
      fail(409, 'known-address', 'There is an account with that address.', 'Sign in with it first.')
    throw error
  }
}
