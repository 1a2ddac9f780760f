import type { Role } from '~~/core/roles'
import { librariesFor } from '../store/libraries'
import { rolesIn } from '../store/people'
import { tokensOf } from '../store/registry-tokens'
import { fail } from '../auth/failure'
import { rightOf } from './admission'
import type { Call } from './call'

/** What somebody may do with a package, in the protocol's words. */
const permissionOf = (role: Role): 'read-write' | 'read-only' =>
  role === 'maintainer' ? 'read-write' : 'read-only'

/** Who somebody's token stands for. */
export const profile = ({ holder }: Call) => {
  const { name, email } = holder!.person
  return { name: email, fullname: name, email, email_verified: true, tfa: null }
}

/** The tokens of whoever asks; of none of them more than what it is for. */
export async function ownTokens({ db, holder }: Call) {
  const tokens = (await tokensOf(db, holder!.person.id)).filter(({ revoked_at }) => revoked_at === null)
  return {
    objects: tokens.map(({ id, name, scopes, made_at, used_at, expires_at }) => ({
      key: id,
      id,
      // a client shows what it begins with, which is kept nowhere
      token: 'ks_',
      name,
      cidr_whitelist: null,
      readonly: !scopes.includes('publish'),
      created: made_at,
      accessed: used_at,
      expires: expires_at,
    })),
    urls: {},
  }
}

/** Whether anyone may read a package. */
export const visibility = ({ library }: Call) => ({ public: library.visibility === 'open' })

/** The staff of a library, and what each may do; told to staff only. */
export async function collaborators({ db, holder, library }: Call) {
  const staff = await rolesIn(db, library.id)
  const isStaff = staff.some(({ id }) => id === holder?.person.id)
  if (!holder || !(isStaff || (await rightOf(db, holder, library)) === 'maintain'))
    return fail(
      403,
      'role',
      `Who works on ${library.package} is told to its staff.`,
      'Ask a maintainer of the library.',
    )
  return Object.fromEntries(staff.map(({ email, role }) => [email, permissionOf(role)]))
}

/** The packages that whoever asks has a role in, and what they may do with each. */
export async function ownPackages({ db, holder, params }: Call) {
  if (params[0] !== holder!.person.email)
    return fail(403, 'other-person', 'What others may do is told to them alone.', 'Ask for your own.')
  const libraries = (await librariesFor(db, holder!.person)).filter(
    ({ id }) => holder!.library === null || holder!.library === id,
  )
  const rights = await Promise.all(
    libraries.map(async (library) => [library.package, await rightOf(db, holder!, library)] as const),
  )
  return Object.fromEntries(
    rights.map(([name, right]) => [name, right === 'maintain' ? 'read-write' : 'read-only']),
  )
}
