import type { Problem } from '~~/core/problem'
import { readLibraryPackage } from '~~/core/release/library'
import { tokenPrefix } from '~~/core/release/package'
import { judgeChannel, judgeVersion } from '~~/core/release/version'
import { themesCss } from '~~/core/tokens/themes'
import { Failure, fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { registryUrl } from '../config'
import { record } from '../store/audit'
import { componentsOf } from '../store/components'
import { brokenUnique, notify, type Store } from '../store/database'
import type { Library } from '../store/libraries'
import { addRelease, channelsOf, lockReleases, releasesOf, type NewRelease } from '../store/releases'
import { sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'
import { writtenMembers } from '../store/words'

export interface Wish { version: string; channel: string; notes: string }

/** Refuses a version or channel that cannot be, with the reason; by the state of the store as `db` sees it. */
export async function judge(db: Store, library: string, version: string, channel: string): Promise<void> {
  const published = (await releasesOf(db, library)).map((one) => one.version)
  const judged = [judgeChannel(channel), judgeVersion(version, published, channel, await channelsOf(db, library))]
  const problems = judged.flatMap((one) => (one.ok ? [] : one.problems))
  if (problems.length) throw new Failure(problems.some((one) => one.code === 'version-exists' || one.code === 'version-backwards') ? 409 : 422, problems)
}

/**
 * Publishes what stands on the shelf. Packed first, away from this process; then made visible whole,
 * in one transaction that looks at the versions once more, so that of many at once one wins.
 */
export async function publish(db: Store, library: Library, wish: Wish, person: string): Promise<{ version: string; integrity: string; files: number }> {
  await judge(db, library.id, wish.version, wish.channel)
  if (!library.current_revision) fail(422, 'nothing-there', 'There is nothing on the shelf to publish.', 'Bring in source first.')
  const revision = library.current_revision!
  const [files, components, themes, words, earlier] = await Promise.all([
    sourceFiles(db, revision), componentsOf(db, revision), themesOf(db, library.id), writtenMembers(db, library.id), releasesOf(db, library.id),
  ])
  const libraryPackage = readLibraryPackage(files.find((one) => one.path === 'package.json')?.text)
  const licence = files.find((one) => /^LICEN[CS]E(\.(md|txt))?$/i.test(one.path))?.text
  const problems: Problem[] = [
    ...(libraryPackage.ok ? [] : libraryPackage.problems),
    ...(licence === undefined ? [{ code: 'no-licence', what: 'The library has no licence text.', todo: 'Bring in a file named LICENSE.' }] : []),
    ...components.flatMap((one) => one.build?.problems ?? []),
    ...themesCss(themes, tokenPrefix(library.prefix)).problems,
  ]
  if (libraryPackage.ok && libraryPackage.value.name !== library.package) {
    problems.push({ code: 'other-name', what: `package.json names ${libraryPackage.value.name}, and this library is ${library.package}.`, where: { file: 'package.json' }, todo: 'Give the package its own name.' })
  }
  if (problems.length || !libraryPackage.ok) throw new Failure(422, problems)
  const contracts = components.map((one) => one.contract)
  const packed = await inChild('package', {
    files,
    input: {
      library: libraryPackage.value, prefix: library.prefix, version: wish.version, contracts, licence: licence!, registry: registryUrl(),
      themes: themes.map(({ name, title, on, document }) => ({ name, title, on, document })),
      words: Object.fromEntries([...words].flatMap(([tag, members]) => [...members].map(([key, text]) => [`${tag} ${key}`, text]))),
      changelog: [
        { version: wish.version, date: new Date().toISOString().slice(0, 10), notes: wish.notes },
        ...earlier.toReversed().map((one) => ({ version: one.version, date: one.made_at.toISOString().slice(0, 10), notes: one.notes })),
      ],
    },
  })
  if (packed.problems.length) throw new Failure(422, packed.problems)
  await makeVisible(db, library, { ...wish, manifest: packed.manifest, contracts, tokens: themes, tarball: packed.tarball, integrity: packed.integrity, shasum: packed.shasum, unpackedSize: packed.unpackedSize, files: packed.files, via: 'desk' }, person)
  return { version: wish.version, integrity: packed.integrity, files: packed.files.length }
}

/** The one transaction in which a version comes to be. */
export async function makeVisible(db: Store, library: Library, release: NewRelease, person: string): Promise<void> {
  try {
    await db.transaction(async (trx) => {
      await lockReleases(trx, library.id)
      await judge(trx, library.id, release.version, release.channel)
      await addRelease(trx, library.id, release, person)
      await record(trx, 'published', { library: library.id, person }, { version: release.version, channel: release.channel, via: release.via, integrity: release.integrity })
      await notify(trx, { library: library.slug, what: 'release', version: release.version })
    })
  } catch (error) {
    if (brokenUnique(error) === 'releases_version') fail(409, 'version-exists', `${release.version} is published already, and a published version never changes.`, 'Choose another version.')
    throw error
  }
}
