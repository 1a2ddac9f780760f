import { getQuery, getRequestHeader, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import semver from 'semver'
import { boundedJson } from '../auth/body'
import { Failure, fail } from '../auth/failure'
import { settings } from '../config'
import { makeVisible } from '../release/publish'
import { record } from '../store/audit'
import { notify, store, type Store } from '../store/database'
import { librariesFor, libraryByPackage, type Library } from '../store/libraries'
import { roleOf } from '../store/people'
import { bearer, type Bearer, type TokenScope } from '../store/registry-tokens'
import { channelsOf, dropChannel, packageStamp, releasesOf, setChannel, tarballOf } from '../store/releases'
import { judgeChannel } from '~~/core/release/version'
import { packageDocument, versionDocument } from './documents'
import { readPublishBody } from './publish-body'

/**
 * Who may call a registry route: anyone; whoever holds a token; whoever may read the package (open
 * to anyone, or by a token with `read`); maintainers by a token with `publish`.
 */
export type RegistryAccess = 'anyone' | 'token' | 'read' | 'publish'

interface Call { event: H3Event; db: Store; params: string[]; holder: Bearer | undefined; library: Library }
interface RegistryRoute { method: string; path: RegExp; access: RegistryAccess; handle(call: Call): Promise<unknown> | unknown }

const name = '((?:@[^/]+/)?[^/@-][^/]*)'

/** The package protocol, a line a route. Paths are decoded, so a scoped name always reads `@scope/name`. */
export const registryRoutes: RegistryRoute[] = [
  { method: 'GET', path: /^\/-\/ping$/, access: 'anyone', handle: () => ({}) },
  { method: 'GET', path: /^\/-\/whoami$/, access: 'token', handle: ({ holder }) => ({ username: holder!.person.email }) },
  { method: 'GET', path: /^\/-\/v1\/search$/, access: 'anyone', handle: search },
  { method: 'GET', path: new RegExp(`^/-/package/${name}/dist-tags$`), access: 'read', handle: ({ db, library }) => channelsOf(db, library.id) },
  { method: 'PUT', path: new RegExp(`^/-/package/${name}/dist-tags/([^/]+)$`), access: 'publish', handle: moveChannel },
  { method: 'DELETE', path: new RegExp(`^/-/package/${name}/dist-tags/([^/]+)$`), access: 'publish', handle: removeChannel },
  { method: 'GET', path: new RegExp(`^/${name}/-/([^/]+)\\.tgz$`), access: 'read', handle: tarball },
  { method: 'GET', path: new RegExp(`^/${name}$`), access: 'read', handle: document },
  { method: 'PUT', path: new RegExp(`^/${name}$`), access: 'publish', handle: publishFromClient },
  { method: 'GET', path: new RegExp(`^/${name}/([^/]+)$`), access: 'read', handle: oneVersion },
]

/** Tarballs never change, so those asked for last stay in memory; whether one may be had is asked each time. */
const tarballs = new LRUCache<string, { tarball: Buffer; integrity: string }>({ maxSize: 128 * 1024 * 1024, sizeCalculation: (one) => one.tarball.length + 1 })
/** Package documents by what would change them. */
const documents = new LRUCache<string, { text: string; etag: string }>({ max: 500 })
/** Which library a package is, for a moment: a request for a tarball should not wait for the database each time. */
const libraries = new LRUCache<string, Library>({ max: 1000, ttl: 2000 })

export async function answer(event: H3Event, path: string): Promise<unknown> {
  const method = event.method === 'HEAD' ? 'GET' : event.method
  const found = registryRoutes.find((one) => one.method === method && one.path.test(path))
  if (!found) return fail(404, 'no-address', `The registry has nothing at ${method} ${path}.`, 'Check the address of the registry; it ends in /registry/.')
  const params = found.path.exec(path)!.slice(1)
  const db = store()
  const call = { event, db, params, holder: undefined as Bearer | undefined, library: undefined as unknown as Library }
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
  if (found.access === 'publish' || library?.visibility !== 'open') {
    call.holder = await holderOf(event, db, true)
    if (!library || !(await may(db, call.holder!, library, found.access))) return refuse(found.access, params[0]!, library, call.holder!)
  }
  call.library = library!
  return found.handle(call)
}

async function holderOf(event: H3Event, db: Store, must: boolean): Promise<Bearer | undefined> {
  const text = /^Bearer (.+)$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1]
  const found = text ? await bearer(db, text.trim()) : undefined
  if (!must) return found?.revoked ? undefined : found
  if (!text) return unauthorised(event, 'no-token', 'There is no open package here under that name; what is not open needs a token.', 'Make one under your name in Kept Shelf, and give it to your package client.')
  if (!found) return unauthorised(event, 'unknown-token', 'This token is not one of ours.', 'Make a new one under your name in Kept Shelf.')
  if (found.revoked) return unauthorised(event, 'revoked-token', 'This token was revoked.', 'Make a new one under your name in Kept Shelf.')
  return found
}

function unauthorised(event: H3Event, code: string, what: string, todo: string): never {
  setResponseHeader(event, 'www-authenticate', 'Bearer realm="kept-shelf"')
  // clients show this header's text, and not the body's, when they are not let in
  setResponseHeader(event, 'npm-notice', `${what} ${todo}`)
  return fail(401, code, what, todo)
}

async function may(db: Store, holder: Bearer, library: Library, access: TokenScope): Promise<boolean> {
  if (!holder.scopes.includes(access) || (holder.library !== null && holder.library !== library.id)) return false
  if (holder.person.administrator) return true
  const role = await roleOf(db, library.id, holder.person.id)
  return access === 'read' ? role !== undefined : role === 'maintainer'
}

function refuse(access: TokenScope, wanted: string, library: Library | undefined, holder: Bearer): never {
  if (!library || access === 'read') return fail(404, 'no-package', `There is no package ${wanted} that you can see.`, 'Check the name, or ask a maintainer of the library.')
  if (!holder.scopes.includes('publish')) return fail(403, 'scope', 'This token may read, not publish.', 'Make one with the scope publish.')
  return fail(403, 'role', `Publishing ${wanted} takes the role of maintainer.`, 'Ask a maintainer of the library.')
}

async function document({ event, db, library }: Call): Promise<unknown> {
  const abbreviated = (getRequestHeader(event, 'accept') ?? '').includes('application/vnd.npm.install-v1+json')
  const key = `${library.id} ${abbreviated} ${await packageStamp(db, library.id)}`
  let made = documents.get(key)
  if (!made) {
    made = await packageDocument(db, library, abbreviated)
    if (!made) return fail(404, 'no-package', `${library.package} has no published version yet.`, 'Publish one at the release desk.')
    documents.set(key, made)
  }
  setResponseHeader(event, 'etag', made.etag)
  setResponseHeader(event, 'cache-control', 'no-cache')
  setResponseHeader(event, 'vary', 'accept, authorization')
  if (getRequestHeader(event, 'if-none-match') === made.etag) {
    setResponseStatus(event, 304)
    return ''
  }
  setResponseHeader(event, 'content-type', abbreviated ? 'application/vnd.npm.install-v1+json' : 'application/json')
  return made.text
}

async function oneVersion({ db, library, params }: Call): Promise<unknown> {
  const channels = await channelsOf(db, library.id)
  const wanted = channels[params[1]!] ?? params[1]!
  const release = (await releasesOf(db, library.id)).find((one) => one.version === wanted)
  return release ? versionDocument(library, release) : fail(404, 'no-version', `${library.package} has no version or channel ${params[1]}.`, `There are ${Object.keys(channels).join(', ')}.`)
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
  if (!found) return fail(404, 'no-version', `${library.package} has no tarball ${file}.tgz.`, 'Look at its page for the versions there are.')
  const response = event.node.res
  response.writeHead(200, {
    'content-type': 'application/octet-stream', 'content-length': found.tarball.length, etag: `"${found.integrity}"`,
    'cache-control': library.visibility === 'open' ? 'public, max-age=31536000, immutable' : 'private, max-age=31536000, immutable',
  })
  response.end(event.method === 'HEAD' ? undefined : found.tarball)
  return undefined
}

async function search({ event, db, holder }: Call): Promise<unknown> {
  const query = getQuery(event)
  const text = String(query.text ?? '').toLowerCase()
  const size = Math.min(Number(query.size ?? 20) || 20, 250)
  const from = Number(query.from ?? 0) || 0
  const objects: object[] = []
  for (const library of await librariesFor(db, holder?.scopes.includes('read') ? holder.person : undefined)) {
    const releases = await releasesOf(db, library.id)
    const latest = (await channelsOf(db, library.id)).latest
    const release = releases.find((one) => one.version === latest) ?? releases.at(-1)
    if (!release) continue
    const { description, keywords } = release.manifest
    const searched = [library.package, description, ...(Array.isArray(keywords) ? keywords : [])].join(' ').toLowerCase()
    if (!text.split(/\s+/).every((one) => searched.includes(one))) continue
    objects.push({
      package: { name: library.package, version: release.version, description, keywords, date: release.made_at, publisher: { username: release.made_by ?? '', email: '' }, maintainers: [], links: {} },
      score: { final: 1, detail: { quality: 1, popularity: 1, maintenance: 1 } }, searchScore: 1,
    })
  }
  return { objects: objects.slice(from, from + size), total: objects.length, time: new Date().toISOString() }
}

async function publishFromClient({ event, db, library, holder }: Call): Promise<unknown> {
  // base64 takes a third more than what it stands for
  const release = await readPublishBody(await boundedJson(event, settings().PACKAGE_LIMIT * 1.4), library.package)
  await makeVisible(db, library, { ...release, notes: '', contracts: [], tokens: [], via: 'client' }, holder!.person.id)
  setResponseStatus(event, 201)
  return { ok: true, id: library.package, rev: release.version }
}

async function moveChannel({ event, db, library, params, holder }: Call): Promise<unknown> {
  const version = await boundedJson(event, 1000)
  const channel = judgeChannel(params[1]!)
  if (!channel.ok) throw new Failure(422, channel.problems)
  const release = (await releasesOf(db, library.id)).find((one) => one.version === version)
  if (!release) return fail(404, 'no-version', `${library.package} has no version ${String(version)}.`, 'Choose one that is published.')
  await db.transaction(async (trx) => {
    await setChannel(trx, library.id, channel.value, release.id)
    await record(trx, 'channel moved', { library: library.id, person: holder!.person.id }, { channel: channel.value, version })
    await notify(trx, { library: library.slug, what: 'release' })
  })
  return { ok: true }
}

async function removeChannel({ db, library, params, holder }: Call): Promise<unknown> {
  if (params[1] === 'latest') return fail(422, 'latest-stays', 'A package always has the channel latest.', 'Move it to another version instead.')
  const gone = await dropChannel(db, library.id, params[1]!)
  if (!gone) return fail(404, 'no-channel', `${library.package} has no channel ${params[1]}.`, 'Ask for its channels first.')
  await record(db, 'channel removed', { library: library.id, person: holder!.person.id }, { channel: params[1] })
  return { ok: true }
}
