import { createHash } from 'node:crypto'
import { registryUrl } from '../config'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { channelsOf, releasesOf, type ReleaseRow } from '../store/releases'
import { signaturesOf } from '../store/signatures'
import { signReleases } from './signing'

/** The part of a version's manifest that a client needs to install it. */
const installFields = [
  'name',
  'version',
  'deprecated',
  'dependencies',
  'optionalDependencies',
  'devDependencies',
  'bundleDependencies',
  'peerDependencies',
  'peerDependenciesMeta',
  'bin',
  'directories',
  'engines',
  'cpu',
  'os',
  'hasInstallScript',
] as const

export const tarballUrl = (name: string, version: string): string =>
  `${registryUrl()}${name}/-/${name.split('/').at(-1)}-${version}.tgz`

type Signatures = { keyid: string; sig: string }[]

export const versionDocument = (
  library: Library,
  release: ReleaseRow,
  signatures: Signatures = [],
): Record<string, unknown> => ({
  ...release.manifest,
  ...(release.deprecated === null ? {} : { deprecated: release.deprecated }),
  _id: `${library.package}@${release.version}`,
  dist: {
    tarball: tarballUrl(library.package, release.version),
    integrity: release.integrity,
    shasum: release.shasum,
    fileCount: release.file_count,
    unpackedSize: release.unpacked_size,
    signatures,
  },
})

/** A package document, full, or abbreviated to what installing takes; as text with its ETag. */
export async function packageDocument(
  db: Store,
  library: Library,
  abbreviated: boolean,
): Promise<{ text: string; etag: string } | undefined> {
  const releases = await releasesOf(db, library.id)
  const last = releases.at(-1)
  if (!last) return undefined
  // versions from before there were signatures
  await signReleases(db, library)
  const [tags, signatures] = await Promise.all([channelsOf(db, library.id), signaturesOf(db, library.id)])
  const versions = Object.fromEntries(
    releases.map((release) => {
      const whole = versionDocument(library, release, signatures.get(release.id))
      return [
        release.version,
        abbreviated
          ? Object.fromEntries(
              [...installFields, 'dist'].flatMap((key) =>
                whole[key] === undefined ? [] : [[key, whole[key]]],
              ),
            )
          : whole,
      ]
    }),
  )
  const document = abbreviated
    ? { name: library.package, modified: last.made_at, 'dist-tags': tags, versions }
    : {
        _id: library.package,
        name: library.package,
        'dist-tags': tags,
        versions,
        time: {
          created: releases[0]!.made_at,
          modified: last.made_at,
          ...Object.fromEntries(releases.map((release) => [release.version, release.made_at])),
        },
        description: last.manifest.description,
        license: last.manifest.license,
        keywords: last.manifest.keywords,
        author: last.manifest.author,
      }
  const text = JSON.stringify(document)
  return { text, etag: `"${createHash('sha256').update(text).digest('base64url').slice(0, 27)}"` }
}
