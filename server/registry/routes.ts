import { getQuery, getRequestHeader, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import semver from 'semver'
import { boundedBytes, boundedJson } from '../auth/body'
import { Failure, fail } from '../auth/failure'
import { checkTexts } from '../auth/text'
import { bearerIn } from '../auth/route'
import { inChild } from '../build/pool'
import { registryUrl, settings } from '../config'
import { makeVisible } from '../release/publish'
import { record } from '../store/audit'
import { notify, store, type Store } from '../store/database'
import { isScopeOfOurs, librariesFor, libraryByPackage, type Library } from '../store/libraries'
import { roleOf } from '../store/people'
import { bearer, holdBearer, revokeOwnToken, type Bearer, type TokenScope } from '../store/registry-tokens'
import {
  channelsOf,
  deprecate,
  dropChannel,
  lockReleases,
  newestReleases,
  packageStamp,
  releaseNamed,
  setChannel,
  tarballOf,
  versionsOf,
} from '../store/releases'
import { judgeChannel } from '~~/core/release/version'
import { packageDocument, versionDocument } from './documents'
import type { ClientRelease } from './publish-body'
import { matchesTag } from './etag'

/**
 * Who may call a registry route: anyone; whoever holds a token; whoever may read the package (open
 * to anyone, or by a token with `read`); maintainers by a token with `publish`.
 */
export type RegistryAccess = 'anyone' | 'token' | 'read' | 'publish'
/** Bytes of JSON that name a version. */
const smallBody = 1000

interface Call {
  event: H3Event
  db: Store
  params: string[]
  holder: Bearer | undefined
  library: Library
}
interface RegistryRoute {
  method: string
  path: RegExp
  access: RegistryAccess
  /** Bytes the body may have, where one is taken. */ limit?: () => number
  handle(call: Call): Promise<unknown> | unknown
}

const name = '((?:@[^/]+/)?[^/@-][^/]*)'

/** Base64 takes a third more than what it stands for; what else is told of a version fits beside it. */
const publishLimit = (): number => Math.ceil(settings().PACKAGE_LIMIT * 1.4)

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
    handle: moveChannel,
  },
  {
    method: 'DELETE',
    path: new RegExp(`^/-/package/${name}/dist-tags/([^/]+)$`),
    access: 'publish',
    handle: removeChannel,
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
 * Tarballs never change, so those asked for last stay in memory; whether one may be had is asked each time.
 */
const tarballs = new LRUCache<string, { tarball: Buffer; integrity: string }>({
  maxSize: 128 * 1024 * 1024,
  sizeCalculation: (release) => release.tarball.length + 1,
})
/** Package documents by what would change them, as many as fit into 64 MB. */
const documents = new LRUCache<string, { text: string; etag: string }>({
  maxSize: 64 * 1024 * 1024,
  sizeCalculation: (document) => document.text.length * 2 + 1,
})
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

/** How a client is told to ask this registry for the packages of one scope, and another for all others. */
const scopedHint = (scope: string): string =>
  `Set this registry for its scope only: npm config set ${scope}:registry ${registryUrl()}`

/**
 * Says of a package that nobody has here that it is not ours: a client that asks us for everything it
 * installs asks us for dependencies too. Of a scope that we have packages in nothing is told without a token.
 */
async function refuseForeign(db: Store, wanted: string): Promise<void> {
  const scope = /^@[^/]+(?=\/)/.exec(wanted)?.[0]
  if (scope !== undefined && (await isScopeOfOurs(db, scope))) return
  return fail(
    404,
    'not-ours',
    `${wanted} is no package of this registry, or one that takes an access token.`,
    scopedHint('@scope'),
  )
}

async function holderOf(event: H3Event, db: Store, must: boolean): Promise<Bearer | undefined> {
  const text = bearerIn(event)
  const found = text ? await bearer(db, text) : undefined
  if (!must) return found?.revoked ? undefined : found
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
  if (found.revoked)
    return unauthorised(
      event,
      'revoked-token',
      'This token was revoked.',
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
async function rightOf(db: Store, holder: Bearer, library: Library): Promise<'none' | 'read' | 'maintain'> {
  const isElsewhere = holder.library !== null && holder.library !== library.id
  const role = holder.person.administrator ? 'maintainer' : await roleOf(db, library.id, holder.person.id)
  if (role === undefined || isElsewhere) return library.visibility === 'open' ? 'read' : 'none'
  return role === 'maintainer' ? 'maintain' : 'read'
}

/**
 * Refuses whoever may not: of a package that they may not know of, nothing is told but that there is none.
 */
async function admit(
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

async function document({ event, db, library }: Call): Promise<unknown> {
  const abbreviated = (getRequestHeader(event, 'accept') ?? '').includes(
    'application/vnd.npm.install-v1+json',
  )
  const key = `${library.id} ${abbreviated} ${await packageStamp(db, library.id)}`
  let made = documents.get(key)
  if (!made) {
    made = await packageDocument(db, library, abbreviated)
    if (!made)
      return fail(
        404,
        'no-package',
        `${library.package} has no published version yet.`,
        'Publish one at the release desk.',
      )
    documents.set(key, made)
  }
  setResponseHeader(event, 'etag', made.etag)
  setResponseHeader(event, 'cache-control', 'no-cache')
  setResponseHeader(event, 'vary', 'accept, authorization')
  if (matchesTag(getRequestHeader(event, 'if-none-match'), made.etag)) {
    setResponseStatus(event, 304)
    return ''
  }
  setResponseHeader(
    event,
    'content-type',
    abbreviated ? 'application/vnd.npm.install-v1+json' : 'application/json',
  )
  return made.text
}

async function oneVersion({ db, library, params }: Call): Promise<unknown> {
  const release = await releaseNamed(db, library.id, params[1]!)
  if (release) return versionDocument(library, release)
  return fail(
    404,
    'no-version',
    `${library.package} has no version or channel ${params[1]}.`,
    `There are ${Object.keys(await channelsOf(db, library.id)).join(', ')}.`,
  )
}

async function tarball({ event, db, library, params }: Call): Promise<unknown> {
  const file = params[1]!
  const bare = `${library.package.split('/').at(-1)}-`
  const version = file.startsWith(bare) ? semver.valid(file.slice(bare.length)) : null
  const key = `${library.id} ${version}`
  let found = tarballs.get(key)
  if (!found && version) {
    found = await tarballOf(db, library.id, version)
    if (found) tarballs.set(key, found)
  }
  if (!found)
    return fail(
      404,
      'no-version',
      `${library.package} has no tarball ${file}.tgz.`,
      'Look at its page for the versions there are.',
    )
  const response = event.node.res
  const etag = `"${found.integrity}"`
  const kept = {
    etag,
    'cache-control':
      library.visibility === 'open'
        ? 'public, max-age=31536000, immutable'
        : 'private, max-age=31536000, immutable',
  }
  if (matchesTag(getRequestHeader(event, 'if-none-match'), etag)) {
    response.writeHead(304, kept)
    response.end()
    return undefined
  }
  response.writeHead(200, {
    'content-type': 'application/octet-stream',
    'content-length': found.tarball.length,
    ...kept,
  })
  response.end(event.method === 'HEAD' ? undefined : found.tarball)
  return undefined
}

/** The packages a caller may see; a token that is for one library sees that one only. */
async function search({ event, db, holder }: Call): Promise<unknown> {
  const query = getQuery(event)
  checkTexts(query, 'The query')
  const words = String(query.text ?? '')
    .slice(0, 200)
    .toLowerCase()
    .split(/\s+/)
  const size = Math.min(Math.max(0, Number(query.size ?? 20) || 20), 250)
  const from = Math.max(0, Number(query.from ?? 0) || 0)
  const reader = holder?.scopes.includes('read') ? holder : undefined
  const libraries = (await librariesFor(db, reader?.person)).filter(
    (library) => !reader || reader.library === null || reader.library === library.id,
  )
  const named = new Map(libraries.map((library) => [library.id, library]))
  const found = (await newestReleases(db, [...named.keys()])).filter(({ library_id, manifest }) => {
    const keywords = Array.isArray(manifest.keywords) ? manifest.keywords : []
    const searched = [named.get(library_id)!.package, manifest.description, ...keywords]
      .join(' ')
      .toLowerCase()
    return words.every((word) => searched.includes(word))
  })
  const objects = found
    .slice(from, from + size)
    .map(({ library_id, manifest: { description, keywords }, version, made_at, made_by }) => ({
      package: {
        name: named.get(library_id)!.package,
        version,
        description,
        keywords,
        date: made_at,
        publisher: { username: made_by ?? '', email: '' },
        maintainers: [],
        links: {},
      },
      score: { final: 1, detail: { quality: 1, popularity: 1, maintenance: 1 } },
      searchScore: 1,
    }))
  return { objects, total: found.length, time: new Date().toISOString() }
}

/** Publishes what a client sends, or deprecates versions: clients use one address for both. */
async function publishFromClient({ event, db, library, holder }: Call): Promise<unknown> {
  const bytes = await boundedBytes(event, publishLimit())
  const wish = await inChild(
    'publishBody',
    { bytes, name: library.package, most: settings().PACKAGE_LIMIT * 4 },
    library.id,
  )
  if (wish.is === 'deprecate') await deprecateVersions(db, library, wish.versions, holder!)
  else await publishRelease(db, library, wish.release, holder!)
  setResponseStatus(event, 201)
  return { ok: true, id: library.package }
}

const publishRelease = (db: Store, library: Library, release: ClientRelease, holder: Bearer): Promise<void> =>
  makeVisible(
    db,
    library,
    { ...release, notes: '', contracts: [], tokens: [], revision: null, via: 'client' },
    holder.person.id,
    (trx) => stillMay(trx, holder, library),
  )

/**
 * A token revoked, or a role taken, while a client was publishing stops it: both are held until the
 * transaction ends.
 */
async function stillMay(trx: Store, holder: Bearer, library: Library): Promise<void> {
  if (!(await holdBearer(trx, holder.id)))
    fail(
      401,
      'revoked-token',
      'This token was revoked while you were at it.',
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

async function deprecateVersions(
  db: Store,
  library: Library,
  versions: Record<string, string>,
  holder: Bearer,
): Promise<void> {
  await db.transaction(async (trx) => {
    await lockReleases(trx, library.id)
    await stillMay(trx, holder, library)
    const told = (await versionsOf(trx, library.id)).filter(({ version }) => Object.hasOwn(versions, version))
    for (const { id, version } of told) await deprecate(trx, id, versions[version]!, holder.person.id)
    await record(trx, 'deprecated', { library: library.id, person: holder.person.id }, { versions })
    await notify(trx, { library: library.slug, what: 'release' })
  })
}

function neverUnpublished(): never {
  return fail(
    405,
    'never-unpublished',
    'A published version is never taken away: others rely on it.',
    'Deprecate it, with a message that says what to use.',
  )
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

async function moveChannel({ event, db, library, params, holder }: Call): Promise<unknown> {
  const version = await boundedJson(event, smallBody)
  const channel = judgeChannel(params[1]!)
  if (!channel.ok) throw new Failure(422, channel.problems)
  return db.transaction(async (trx) => {
    await stillMay(trx, holder!, library)
    const release = (await versionsOf(trx, library.id)).find((known) => known.version === version)
    if (!release)
      return fail(
        404,
        'no-version',
        `${library.package} has no version ${String(version).slice(0, 100)}.`,
        'Choose one that is published.',
      )
    await setChannel(trx, library.id, channel.value, release.id)
    await record(
      trx,
      'channel moved',
      { library: library.id, person: holder!.person.id },
      { channel: channel.value, version },
    )
    await notify(trx, { library: library.slug, what: 'release' })
    return { ok: true }
  })
}

async function removeChannel({ db, library, params, holder }: Call): Promise<unknown> {
  if (params[1] === 'latest')
    return fail(
      422,
      'latest-stays',
      'A package always has the channel latest.',
      'Move it to another version instead.',
    )
  return db.transaction(async (trx) => {
    await stillMay(trx, holder!, library)
    const gone = await dropChannel(trx, library.id, params[1]!)
    if (!gone)
      return fail(
        404,
        'no-channel',
        `${library.package} has no channel ${params[1]}.`,
        'Ask for its channels first.',
      )
    await record(
      trx,
      'channel removed',
      { library: library.id, person: holder!.person.id },
      { channel: params[1] },
    )
    await notify(trx, { library: library.slug, what: 'release' })
    return { ok: true }
  })
}
