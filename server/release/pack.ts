import { LRUCache } from 'lru-cache'
import { judgeRelease } from '~~/core/release/checks'
import { licencePath } from '~~/core/release/checks/licence'
import type { ChangelogEntry } from '~~/core/release/package'
import { tokenPrefix } from '~~/core/release/package'
import { Failure, fail } from '../auth/failure'
import type { Packed } from '../build/package'
import { installedFor } from '../bring/needed'
import { inChild } from '../build/pool'
import type { Tasks } from '../build/tasks'
import { registryUrl } from '../config'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { releasesOf, type ReleaseRow } from '../store/releases'
import { saidNow } from '../store/said'
import { hashOf, sourceFiles } from '../store/sources'
import { themesOf, type KeptTheme } from '../store/themes'
import { together } from '../together'
import { iconsCssOf, iconsInput } from '../views/icons'
import { accessibleOf, missedWays, toldNow } from '../views/told'

/**
 * Packs what stands on the shelf, away from this process, and answers it with what it was made of; fails where
 * something keeps it from being a package. `isMeasured`: with what its files come to when they are sent.
 */
export async function packShelf(
  db: Store,
  library: Library,
  wish: { version: string; notes: string },
  isMeasured = false,
) {
  const revision = library.current_revision
  if (!revision)
    return fail(422, 'nothing-there', 'There is nothing on the shelf to publish.', 'Bring in source first.')
  const [files, components, themes, said, earlier] = await Promise.all([
    sourceFiles(db, revision),
    componentsOf(db, revision),
    themesOf(db, library.id),
    saidNow(db, library),
    releasesOf(db, library.id),
  ])
  const told = await toldNow(db, library, components)
  const prefix = tokenPrefix(library.prefix)
  const { problems: tokenProblems } = await inChild('themesCss', { themes, prefix }, library.id)
  const paths = files.map((file) => file.path)
  const textOf = (path: string | undefined) => files.find((file) => file.path === path)?.text
  const judged = judgeRelease({
    package: library.package,
    packageJson: textOf('package.json'),
    paths,
    tokenProblems,
    buildProblems: components.flatMap((component) => component.build?.problems ?? []),
    missedWays: missedWays(told),
  })
  if (judged.problems.length || !judged.library) throw new Failure(422, judged.problems)
  const contracts = components.map((component) => component.contract)
  const accessible = accessibleOf(told)
  const input = {
    library: judged.library,
    prefix: library.prefix,
    version: wish.version,
    contracts,
    licence: textOf(licencePath(paths))!,
    registry: registryUrl(),
    themes: themes.map(plainTheme),
    words: Object.fromEntries(
      Object.entries(said.words).flatMap(([tag, members]) =>
        Object.entries(members).map(([key, text]) => [`${tag} ${key}`, text]),
      ),
    ),
    combinations: said.combinations,
    accessible,
    changelog: [entryOf(wish.version, new Date(), wish.notes), ...earlier.toReversed().map(entryOfRelease)],
  }
  const icons = await iconsInput(db, library, themes)
  const dependencies = await installedFor(library.id, files)
  const asked = { files: [...files], icons, input, isMeasured, dependencies }
  const packed = await packedOf(library, revision, asked)
  if (packed.problems.length) throw new Failure(422, packed.problems)
  const iconsCss = await iconsCssOf(db, library, themes)
  return { packed, contracts, accessible, tokens: themes, iconsCss, revision, said }
}

/** Packages that were made last: who looks into one, tries it out and publishes it has it packed once. */
const recent = new LRUCache<string, Packed>({
  maxSize: 60_000_000,
  sizeCalculation: ({ tarball, unpackedSize }) => tarball.length + unpackedSize,
  ttl: 3_600_000,
})

/** A package by all that it is made from: the same input gives the same bytes. */
async function packedOf(library: Library, revision: string, asked: Tasks['package']['in']): Promise<Packed> {
  const { icons, input, isMeasured, dependencies } = asked
  const key = hashOf(JSON.stringify([library.id, revision, icons, input, isMeasured, dependencies]))
  const known = recent.get(key)
  if (known) return known
  return together(`package ${key}`, async () => {
    const packed = await inChild('package', asked, library.id)
    if (packed.problems.length === 0) recent.set(key, packed)
    return packed
  })
}

const plainTheme = ({ name, title, on, document, when = null, axis = null }: KeptTheme) => ({
  name,
  title,
  on,
  document,
  when,
  axis,
})

const entryOf = (version: string, moment: Date, notes: string): ChangelogEntry => ({
  version,
  date: moment.toISOString().slice(0, 10),
  notes,
})
const entryOfRelease = ({ version, made_at, notes }: ReleaseRow): ChangelogEntry =>
  entryOf(version, made_at, notes)
