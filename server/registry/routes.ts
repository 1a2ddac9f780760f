import type { H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import { fail } from '../auth/failure'
import { bearerIn } from '../auth/route'
import { registryUrl } from '../config'
import { store } from '../store/database'
import { libraryByPackage, type Library } from '../store/libraries'
import { revokeOwnToken, type Bearer } from '../store/registry-tokens'
import { channelsOf } from '../store/releases'
import { attestations } from './attestations'
import { admit, holderOf, refuseForeign } from './admission'
import { publishLimit, smallBody, type Call } from './call'
import { deleteChannel, putChannel } from './channels'
import { collaborators, ownPackages, ownTokens, profile, visibility } from './people'
import { neverUnpublished, publishFromClient } from './publishing'
import { document, oneVersion, search, tarball } from './reading'
import { beginByBrowser, endByBrowser } from './sign-in'
import { publicKeys } from './signing'

/**
 * Who may call a registry route: anyone; whoever holds a token; whoever may read the package (open
 * to anyone, or by a token with `read`); maintainers by a token with `publish`.
 */
export type RegistryAccess = 'anyone' | 'token' | 'read' | 'publish'
interface RegistryRoute {
  method: string
  path: RegExp
  access: RegistryAccess
  /** Bytes the body may have, where one is taken. */ limit?: () => number
  handle(call: Call): Promise<unknown> | unknown
}

const name = '((?:@[^/]+/)?[^/@-][^/]*)'

/** The package protocol, a line a route. Paths are decoded, so a scoped name always reads `@scope/name`. */
export const registryRoutes: RegistryRoute[] = [
  {
    method: 'GET',
    path: /^\/$/,
    access: 'anyone',
    handle: () => ({ registry: 'Kept Shelf', search: `${registryUrl()}-/v1/search` }),
  },
  { method: 'GET', path: /^\/-\/ping$/, access: 'anyone', handle: () => ({}) },
  {
    method: 'GET',
    path: /^\/-\/whoami$/,
    access: 'token',
    handle: ({ holder }) => ({ username: holder!.person.email }),
  },
  {
    method: 'GET',
    path: /^\/-\/npm\/v1\/keys$/,
    access: 'anyone',
    handle: ({ db }) => publicKeys(db),
  },
  {
    method: 'POST',
    path: /^\/-\/v1\/login$/,
    access: 'anyone',
    limit: () => smallBody,
    handle: beginByBrowser,
  },
  { method: 'GET', path: /^\/-\/v1\/done$/, access: 'anyone', handle: endByBrowser },
  { method: 'GET', path: /^\/-\/npm\/v1\/user$/, access: 'token', handle: profile },
  { method: 'GET', path: /^\/-\/npm\/v1\/tokens$/, access: 'token', handle: ownTokens },
  { method: 'GET', path: /^\/-\/user\/([^/]+)\/package$/, access: 'token', handle: ownPackages },
  {
    method: 'GET',
    path: new RegExp(`^/-/package/${name}/visibility$`),
    access: 'read',
    handle: visibility,
  },
  {
    method: 'GET',
    path: new RegExp(`^/-/package/${name}/collaborators$`),
    access: 'read',
    handle: async (call) => collaborators({ ...call, holder: await holderOf(call.event, call.db, true) }),
  },
  {
    method: 'DELETE',
    path: /^\/-\/npm\/v1\/tokens\/token\/([^/]+)$/,
    access: 'token',
    handle: logOut,
  },
  { method: 'DELETE', path: /^\/-\/user\/token\/([^/]+)$/, access: 'token', handle: logOut },
  { method: 'GET', path: /^\/-\/v1\/search$/, access: 'anyone', handle: search },
  {
    method: 'GET',
    path: new RegExp(`^/-/package/${name}/dist-tags$`),
    access: 'read',
    handle: ({ db, library }) => channelsOf(db, library.id),
  },
  {
    method: 'PUT',
    path: new RegExp(`^/-/package/${name}/dist-tags/([^/]+)$`),
    access: 'publish',
    limit: () => smallBody,
    handle: putChannel,
  },
  {
    method: 'DELETE',
    path: new RegExp(`^/-/package/${name}/dist-tags/([^/]+)$`),
    access: 'publish',
    handle: deleteChannel,
  },
  {
    method: 'GET',
    path: new RegExp(`^/${name}/-/([^/]+)\\.intoto\\.jsonl$`),
    access: 'read',
    handle: attestations,
  },
  { method: 'GET', path: new RegExp(`^/${name}/-/([^/]+)\\.tgz$`), access: 'read', handle: tarball },
  { method: 'GET', path: new RegExp(`^/${name}$`), access: 'read', handle: document },
  {
    method: 'PUT',
    path: new RegExp(`^/${name}$`),
    access: 'publish',
    limit: publishLimit,
    handle: publishFromClient,
  },
  {
    method: 'PUT',
    path: new RegExp(`^/${name}/-rev/[^/]+$`),
    access: 'publish',
    limit: publishLimit,
    handle: neverUnpublished,
  },
  {
    method: 'DELETE',
    path: new RegExp(`^/${name}/(?:-/[^/]+/)?-rev/[^/]+$`),
    access: 'publish',
    handle: neverUnpublished,
  },
  { method: 'GET', path: new RegExp(`^/${name}/([^/]+)$`), access: 'read', handle: oneVersion },
]

/**
 * Which library a package is, for a moment: a request for a tarball should not wait for the database each
 * time.
 */
const libraries = new LRUCache<string, Library>({ max: 1000, ttl: 2000 })

export async function answer(event: H3Event, path: string): Promise<unknown> {
  const method = event.method === 'HEAD' ? 'GET' : event.method
  const found = registryRoutes.find((known) => known.method === method && known.path.test(path))
  if (!found)
    return fail(
      404,
      'no-address',
      `The registry has nothing at ${method} ${path}.`,
      'Check the address of the registry; it ends in /registry/.',
    )
  const params = found.path.exec(path)!.slice(1)
  const db = store()
  const call = {
    event,
    db,
    params,
    holder: undefined as Bearer | undefined,
    library: undefined as unknown as Library,
  }
  if (found.access === 'anyone') {
    call.holder = await holderOf(event, db, false)
    return found.handle(call)
  }
  if (found.access === 'token') {
    call.holder = await holderOf(event, db, true)
    return found.handle(call)
  }
  let library = libraries.get(params[0]!)
  if (!library) {
    library = await libraryByPackage(db, params[0]!)
    if (library) libraries.set(params[0]!, library)
  }
  if (found.access === 'read' && !library && !bearerIn(event)) await refuseForeign(db, params[0]!)
  if (found.access === 'publish' || library?.visibility !== 'open') {
    call.holder = (await holderOf(event, db, true))!
    library = await admit(db, call.holder, library, found.access, params[0]!)
  }
  call.library = library!
  return found.handle(call)
}

/** A client that logs out gives its own token back, or another of the same person's that it names. */
async function logOut({ db, holder, params }: Call): Promise<unknown> {
  if (!(await revokeOwnToken(db, holder!.person.id, params[0]!)))
    return fail(
      404,
      'no-token',
      'There is no such token of yours that still works.',
      'Look at your list of tokens.',
    )
  return { ok: true }
}
