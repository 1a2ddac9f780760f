import { setResponseHeader, type H3Event } from 'h3'
import { fail } from '../auth/failure'
import { bearerIn } from '../auth/route'
import { registryUrl } from '../config'
import type { Store } from '../store/database'
import { isScopeOfOurs, type Library } from '../store/libraries'
import { roleOf } from '../store/people'
import { bearer, holdBearer, type Bearer, type TokenScope } from '../store/registry-tokens'

/** How a client is told to ask this registry for the packages of one scope, and another for all others. */
const scopedHint = (scope: string): string =>
  `Set this registry for its scope only: npm config set ${scope}:registry ${registryUrl()}`

/**
 * Says of a package that nobody has here that it is not ours: a client that asks us for everything it
 * installs asks us for dependencies too. Of a scope that we have packages in nothing is told without a token.
 */
export async function refuseForeign(db: Store, wanted: string): Promise<void> {
  const scope = /^@[^/]+(?=\/)/.exec(wanted)?.[0]
  if (scope !== undefined && (await isScopeOfOurs(db, scope))) return
  return fail(
    404,
    'not-ours',
    `${wanted} is no package of this registry, or one that takes an access token.`,
    scopedHint('@scope'),
  )
}

export async function holderOf(event: H3Event, db: Store, must: boolean): Promise<Bearer | undefined> {
  const text = bearerIn(event)
  const found = text ? await bearer(db, text) : undefined
  if (!must) return found?.ended ? undefined : found
  if (!text)
    return unauthorised(
      event,
      'no-token',
      'There is no open package here under that name; what is not open needs a token.',
      'Make one under your name in Kept Shelf, and give it to your package client.',
    )
  if (!found)
    return unauthorised(
      event,
      'unknown-token',
      'This token is not one of ours.',
      'Make a new one under your name in Kept Shelf.',
    )
  if (found.ended)
    return unauthorised(
      event,
      `${found.ended}-token`,
      found.ended === 'revoked' ? 'This token was revoked.' : 'This token has expired.',
      'Make a new one under your name in Kept Shelf.',
    )
  return found
}

function unauthorised(event: H3Event, code: string, what: string, todo: string): never {
  setResponseHeader(event, 'www-authenticate', 'Bearer realm="kept-shelf"')
  // clients show this header's text, and not the body's, when they are not let in
  setResponseHeader(event, 'npm-notice', `${what} ${todo}`)
  return fail(401, code, what, todo)
}

/** What a token lets its holder do with a package: nothing they may know of, read it, or publish it too. */
export async function rightOf(
  db: Store,
  holder: Bearer,
  library: Library,
): Promise<'none' | 'read' | 'maintain'> {
  const isElsewhere = holder.library !== null && holder.library !== library.id
  const role = holder.person.administrator ? 'maintainer' : await roleOf(db, library.id, holder.person.id)
  if (role === undefined || isElsewhere) return library.visibility === 'open' ? 'read' : 'none'
  return role === 'maintainer' ? 'maintain' : 'read'
}

/**
 * Refuses whoever may not: of a package that they may not know of, nothing is told but that there is none.
 */
export async function admit(
  db: Store,
  holder: Bearer,
  library: Library | undefined,
  access: TokenScope,
  wanted: string,
): Promise<Library> {
  const right = library ? await rightOf(db, holder, library) : 'none'
  if (!library || right === 'none')
    return fail(
      404,
      'no-package',
      `There is no package ${wanted} that you can see.`,
      `If it is of another registry: ${scopedHint('@scope')} Else check the name, or ask its maintainer.`,
    )
  if (!holder.scopes.includes(access)) {
    if (library.visibility !== 'open' && !holder.scopes.includes('read'))
      return fail(
        404,
        'no-package',
        `There is no package ${wanted} that this token can see.`,
        'Make one that may read.',
      )
    return fail(403, 'scope', 'This token may read, not publish.', 'Make one with the scope publish.')
  }
  if (access === 'publish' && right !== 'maintain')
    return fail(
      403,
      'role',
      `Publishing ${wanted} takes the role of maintainer, and a token that is for it.`,
      'Ask a maintainer of the library.',
    )
  return library
}

/**
 * A token revoked, or a role taken, while a client was publishing stops it: both are held until the
 * transaction ends.
 */
export async function stillMay(trx: Store, holder: Bearer, library: Library): Promise<void> {
  if (!(await holdBearer(trx, holder.id)))
    fail(
      401,
      'revoked-token',
      'This token was revoked or expired while you were at it.',
      'Make a new one under your name in Kept Shelf.',
    )
  if ((await rightOf(trx, holder, library)) !== 'maintain')
    fail(
      403,
      'role',
      `Publishing ${library.package} takes the role of maintainer.`,
      'Ask a maintainer of the library.',
    )
}
