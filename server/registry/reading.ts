import { getQuery, getRequestHeader, setResponseHeader, setResponseStatus } from 'h3'
import { LRUCache } from 'lru-cache'
import semver from 'semver'
import { fail } from '../auth/failure'
import { checkTexts } from '../auth/text'
import { librariesFor } from '../store/libraries'
import { channelsOf, newestReleases, packageStamp, releaseNamed, tarballOf } from '../store/releases'
import { signaturesOf } from '../store/signatures'
import type { Call } from './call'
import { packageDocument, versionDocument } from './documents'
import { matchesTag } from './etag'
import { signReleases } from './signing'

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
export async function document({ event, db, library }: Call): Promise<unknown> {
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

export async function oneVersion({ db, library, params }: Call): Promise<unknown> {
  const release = await releaseNamed(db, library.id, params[1]!)
  if (release) {
    await signReleases(db, library)
    return versionDocument(library, release, (await signaturesOf(db, library.id)).get(release.id))
  }
  return fail(
    404,
    'no-version',
    `${library.package} has no version or channel ${params[1]}.`,
    `There are ${Object.keys(await channelsOf(db, library.id)).join(', ')}.`,
  )
}

export async function tarball({ event, db, library, params }: Call): Promise<unknown> {
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
export async function search({ event, db, holder }: Call): Promise<unknown> {
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
    const keywords: unknown[] = Array.isArray(manifest.keywords) ? manifest.keywords : []
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
