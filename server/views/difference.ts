import { LRUCache } from 'lru-cache'
import { heaviest } from '~~/core/contract/weight'
import { deprecatedIcons, iconNames } from '~~/core/icons/package'
import { readLibraryPackage } from '~~/core/release/library'
import { packageJson, tokenPrefix } from '~~/core/release/package'
import type { PackageFacts, ReleaseChange } from '~~/core/release/rules/rule'
import { releaseRules } from '~~/core/release/rules/rules'
import { sheetOfPackage } from '~~/core/release/sheet'
import type { SideInput } from '~~/core/release/sides'
import type { DifferenceView } from '~~/core/wire'
import { fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import { iconSettingsOf, iconsOfRevision } from '../store/icons'
import type { Library } from '../store/libraries'
import { heldBy } from '../store/released'
import { latestRead, readReleases } from '../store/compared-releases'
import { releaseNamed } from '../store/releases'
import { withSaid } from '../store/said'
import { hashOf, sourceFile, sourcePaths } from '../store/sources'
import { themesOf } from '../store/themes'
import { arrangements } from '../store/words'
import { themesKey } from './css'
import { together } from '../together'
import { languagesOf } from './library'
import { accessibleOf, toldNow } from './told'

/** Differences that are told of one by one. */
const mostTold = 4000

const recent = new LRUCache<string, ReleaseChange[]>({
  maxSize: 100_000,
  sizeCalculation: (changes) => changes.length + 1,
  ttl: 3_600_000,
})

/** One of two sides, with what it is told apart from others by. */
interface KeyedSide {
  key: string
  hold(): Promise<SideInput>
}

/**
 * How what stands on the shelf, or a version, differs from a version; fails where the contracts of one
 * are not known. Compared with what `latest` names where no version is said. Without any version there is
 * nothing to compare.
 */
export async function differenceView(
  db: Store,
  library: Library,
  asked: { from?: string | undefined; to?: string | undefined } = {},
): Promise<DifferenceView> {
  const [releases, latest] = await Promise.all([readReleases(db, library.id), latestRead(db, library.id)])
  const named = (version: string | undefined) => {
    const release = releases.find((other) => other.version === version)
    if (version !== undefined && !release) return failWithoutVersion(library, version)
    return release
  }
  const [from, to] = [named(asked.from) ?? latest, named(asked.to)]
  const changes = from ? await changesBetween(db, library, from.id, to?.id) : []
  return {
    from: from?.version ?? null,
    to: to?.version ?? null,
    versions: releases.map(({ version }) => version),
    changes: changes.slice(0, mostTold),
    total: changes.length,
    weight: heaviest(changes.map(({ weight }) => weight)),
    rules: releaseRules.map(({ name, title }) => ({ name, title })),
    weighing: library.weighing,
    sizes: from && to ? await sizesOf(db, library, from.version, to.version) : null,
    packedElsewhere: [from, to].flatMap((side) => (side?.made_via === 'client' ? [side.version] : [])),
  }
}

const failWithoutVersion = (library: Library, version: string) =>
  fail(
    404,
    'no-version',
    `${library.package} has no version ${version} whose components are known.`,
    'Look at the versions there are; of one that a package client published, components may not have been found.',
  )

async function sizesOf(db: Store, { id }: Library, from: string, to: string) {
  const [before, now] = await Promise.all([releaseNamed(db, id, from), releaseNamed(db, id, to)])
  return { before: before!.size, now: now!.size }
}

async function changesBetween(
  db: Store,
  library: Library,
  from: string,
  to: string | undefined,
): Promise<ReleaseChange[]> {
  const now = to ? sideOfRelease(db, library, to) : await shelf(db, library)
  return changesOf(library, sideOfRelease(db, library, from), now)
}

/** How what a package client sends differs from a version. */
export const changesSinceRelease = (
  db: Store,
  library: Library,
  release: string,
  { key, ...sent }: { key: string } & Pick<SideInput, 'contracts' | 'package'>,
): Promise<ReleaseChange[]> => {
  const nothing = { accessible: {}, themes: [], languages: [], icons: [] }
  const now = { ...sent, ...nothing, tagPrefix: library.prefix, isPackedElsewhere: true }
  return changesOf(library, sideOfRelease(db, library, release), { key, hold: () => Promise.resolve(now) })
}

async function changesOf(library: Library, before: KeyedSide, now: KeyedSide): Promise<ReleaseChange[]> {
  const key = hashOf(JSON.stringify([before.key, now.key, library.package, library.weighing]))
  const known = recent.get(key)
  if (known) return known
  const comparing = {
    prefix: tokenPrefix(library.prefix),
    packageName: library.package,
    weighing: library.weighing,
  }
  return together(`difference ${key}`, async () => {
    const [then, since] = await Promise.all([before.hold(), now.hold()])
    const changes = await inChild('difference', { before: then, now: since, comparing }, library.id)
    recent.set(key, changes)
    return changes
  })
}

const sideOfRelease = (db: Store, library: Library, release: string): KeyedSide => ({
  key: release,
  hold: async () => ({ ...(await heldBy(db, release)), tagPrefix: library.prefix }),
})

async function shelf(db: Store, library: Library): Promise<KeyedSide> {
  const revision = library.current_revision
  const components = revision ? await componentsOf(db, revision) : []
  const [themes, told, arranged, { settings }] = await Promise.all([
    themesOf(db, library.id),
    toldNow(db, library, components),
    arrangements(db, library.id),
    iconSettingsOf(db, library.id),
  ])
  const accessible = accessibleOf(told)
  const said = [accessible, arranged, settings.deprecated]
  const contracts = withSaid(
    components.map(({ contract }) => contract),
    arranged,
  )
  return {
    key: `${revision} ${themesKey(library, themes)} ${hashOf(JSON.stringify(said))}`,
    hold: async () => {
      const [icons, languages, text, paths] = await Promise.all([
        revision ? iconsOfRevision(db, revision) : undefined,
        languagesOf(db, library),
        revision ? sourceFile(db, revision, 'package.json') : undefined,
        revision ? sourcePaths(db, revision) : [],
      ])
      const roles = icons?.glyphs.map(({ role }) => role) ?? []
      return {
        contracts,
        accessible,
        themes,
        languages,
        icons: iconNames(roles),
        deprecatedIcons: deprecatedIcons(roles, settings),
        tagPrefix: library.prefix,
        package: factsOf(library, text, contracts, {
          hasIcons: roles.length > 0,
          hasMessages: languages.length > 0,
          paths,
        }),
      }
    },
  }
}

/**
 * What the package.json of a package made now would say; nothing where that of the library cannot be
 * read.
 */
function factsOf(
  { prefix }: Library,
  text: string | undefined,
  contracts: SideInput['contracts'],
  { hasIcons, hasMessages, paths }: { hasIcons: boolean; hasMessages: boolean; paths: readonly string[] },
): PackageFacts {
  const read = readLibraryPackage(text)
  if (!read.ok) return {}
  const some = [{ path: '', content: '' }]
  const named = paths.map((path) => ({ path, text: path === 'package.json' ? (text ?? '') : '' }))
  return packageJson({
    library: read.value,
    version: '0.0.0',
    contracts: [...contracts],
    prefix,
    icons: hasIcons ? some : [],
    messages: hasMessages ? some : [],
    sheet: sheetOfPackage(contracts, named),
  })
}
