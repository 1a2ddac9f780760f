import { LRUCache } from 'lru-cache'
import type { GuideToBuild } from '../build/guide'
import { installedFor } from '../bring/needed'
import type { SourceText } from '~~/core/read/source/source-text'
import { installWith } from '~~/core/release/install'
import { readLibraryPackage } from '~~/core/release/library'
import type { Theme } from '~~/core/tokens/themes'
import { wholeThemes } from '~~/core/tokens/regions'
import { fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { registryUrl } from '../config'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import { faceOf } from '../store/evidence'
import type { Library } from '../store/libraries'
import { heldBy, standingAt } from '../store/released'
import { deskReleases } from '../store/compared-releases'
import { saidAt, saidNow, saidOf, withSaid, type Said } from '../store/said'
import { hashOf, sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'
import { together } from '../together'
import { iconsCssOf, iconsInput } from '../views/icons'
import { accessibleOf, toldNow } from '../views/told'

/** Guides that were made last, by all that they are made from. */
const recent = new LRUCache<string, Uint8Array>({
  maxSize: 60_000_000,
  sizeCalculation: (zip) => zip.length,
  ttl: 3_600_000,
})

/** What stood on the shelf when a version was made, or stands there now. */
interface Stood {
  /** Nothing for what stands on the shelf now. */
  version: string | undefined
  revision: string
  themes: Theme[]
  iconsCss: string
  accessible: Awaited<ReturnType<typeof heldBy>>['accessible']
  /** What people said of its components then; of a version that did not keep that, what they say now. */
  said: Said
}

/**
 * The guide to a library as a folder that works without a server, as a ZIP archive: of a version that was
 * made at the desk, or of what stands on the shelf, with the words and examples that it had.
 */
export async function guideArchive(
  db: Store,
  library: Library,
  version: string | undefined,
): Promise<{ zip: Uint8Array; name: string }> {
  const stood = version === undefined ? await standsNow(db, library) : await stoodAt(db, library, version)
  const asked = await guideInput(db, library, stood)
  const key = hashOf(JSON.stringify([library.id, stood.revision, { ...asked, files: undefined }]))
  const name = `${asked.folder}.zip`
  const known = recent.get(key)
  if (known) return { zip: known, name }
  const zip = await together(`guide ${key}`, () => inChild('guide', asked, library.id))
  recent.set(key, zip)
  return { zip, name }
}

async function standsNow(db: Store, library: Library): Promise<Stood> {
  const revision = library.current_revision
  if (!revision)
    return fail(422, 'nothing-there', 'There is nothing on the shelf to tell of.', 'Bring in source first.')
  const [themes, components] = await Promise.all([themesOf(db, library.id), componentsOf(db, revision)])
  return {
    version: undefined,
    revision,
    themes,
    iconsCss: await iconsCssOf(db, library, themes),
    accessible: accessibleOf(await toldNow(db, library, components)),
    said: await saidNow(db, library),
  }
}

async function stoodAt(db: Store, library: Library, version: string): Promise<Stood> {
  const release = (await deskReleases(db, library.id)).find((found) => found.version === version)
  const standing = release && (await standingAt(db, release.id))
  if (!release || !standing?.revision)
    return fail(
      404,
      'no-version',
      `${library.package} has no version ${version} that was made at the release desk.`,
      'Look at the versions there are; one that a package client published has no source to show.',
    )
  const { accessible } = await heldBy(db, release.id)
  const { revision, tokens: themes, iconsCss } = standing
  const said = (await saidAt(db, release.id)) ?? (await saidNow(db, library))
  return { version, revision, themes, iconsCss, accessible, said }
}

async function guideInput(
  db: Store,
  library: Library,
  stood: Stood,
): Promise<GuideToBuild & { icons: Awaited<ReturnType<typeof iconsInput>> }> {
  const { id, prefix } = library
  const [components, files, icons] = await Promise.all([
    componentsOf(db, stood.revision),
    sourceFiles(db, stood.revision),
    iconsInput(db, library, stood.themes),
  ])
  const built = components.filter(({ build }) => build?.build)
  return {
    files: [...files],
    contracts: built.map(({ contract }) => contract),
    themes: stood.themes,
    iconsCss: stood.iconsCss,
    icons,
    dependencies: await installedFor(id, files),
    folder: folderOf(library, stood),
    guide: {
      title: library.title,
      package: library.package,
      version: stood.version ?? 'as on the shelf',
      description: descriptionIn(files),
      prefix,
      install: installLine(library, stood.version),
      themes: wholeThemes(stood.themes).map(({ name, title }) => ({ name, title })),
      components: components.map((component) => {
        const { face, ...said } = saidOf(stood.said, component.tag)
        return {
          ...said,
          contract: withSaid([component.contract], stood.said.words)[0]!,
          face: faceOf({ ...component, face }, prefix),
          isBuilt: built.includes(component),
          accessible: stood.accessible[component.tag] ?? [],
        }
      }),
    },
  }
}

/** What the folder of a guide is called, and its archive. */
const folderOf = (library: Library, { version = 'shelf' }: Stood): string =>
  `${library.package.split('/').at(-1)!}-${version}-guide`

/** What the library's own package.json says that it is. */
function descriptionIn(files: readonly SourceText[]): string {
  const read = readLibraryPackage(files.find(({ path }) => path === 'package.json')?.text)
  return (read.ok && read.value.description) || ''
}

const installLine = (library: Library, version = 'latest'): string =>
  installWith('npm', {
    package: library.package,
    version,
    registry: registryUrl(),
    isOpen: library.visibility === 'open',
  })
