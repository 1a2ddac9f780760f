import { judgeRelease } from '~~/core/release/checks'
import { licencePath } from '~~/core/release/checks/licence'
import { tokenPrefix } from '~~/core/release/package'
import { judgeChannel, judgeVersion } from '~~/core/release/version'
import { Failure, fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { registryUrl } from '../config'
import { record } from '../store/audit'
import { componentsOf } from '../store/components'
import { brokenUnique, notify, type Store } from '../store/database'
import type { Library } from '../store/libraries'
import { mayMaintain } from '../store/staff'
import {
  addRelease,
  channelsOf,
  lockReleases,
  releasesOf,
  versionsOf,
  type NewRelease,
} from '../store/releases'
import { sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'
import { combinationsByTag } from '../store/combinations'
import { writtenMembers } from '../store/words'
import { iconsCssOf, iconsInput } from '../views/icons'
import { accessibleOf, missedWays, toldNow } from '../views/told'

export interface Wish {
  version: string
  channel: string
  notes: string
}

/**
 * Refuses a version or channel that cannot be, with the reason; by the state of the store as `db` sees it.
 */
export async function judge(db: Store, library: string, version: string, channel: string): Promise<void> {
  const published = (await versionsOf(db, library)).map((release) => release.version)
  const judged = [
    judgeChannel(channel),
    judgeVersion(version, published, channel, await channelsOf(db, library)),
  ]
  const problems = judged.flatMap((outcome) => (outcome.ok ? [] : outcome.problems))
  if (problems.length)
    throw new Failure(
      problems.some((problem) => problem.code === 'version-exists' || problem.code === 'version-backwards')
        ? 409
        : 422,
      problems,
    )
}

/**
 * Publishes what stands on the shelf. Packed first, away from this process; then made visible whole,
 * in one transaction that looks at the versions once more, so that of many at once one wins.
 */
// eslint-disable-next-line max-lines-per-function -- one transaction, step by step
export async function publish(
  db: Store,
  library: Library,
  wish: Wish,
  person: string,
): Promise<{ version: string; integrity: string; files: number }> {
  await judge(db, library.id, wish.version, wish.channel)
  if (!library.current_revision)
    fail(422, 'nothing-there', 'There is nothing on the shelf to publish.', 'Bring in source first.')
  const revision = library.current_revision!
  const [files, components, themes, words, combinations, earlier] = await Promise.all([
    sourceFiles(db, revision),
    componentsOf(db, revision),
    themesOf(db, library.id),
    writtenMembers(db, library.id),
    combinationsByTag(db, library.id),
    releasesOf(db, library.id),
  ])
  const told = await toldNow(db, library, components)
  const { problems: tokenProblems } = await inChild(
    'themesCss',
    { themes, prefix: tokenPrefix(library.prefix) },
    library.id,
  )
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
  const packed = await inChild(
    'package',
    {
      files: [...files],
      icons: await iconsInput(db, library, themes),
      input: {
        library: judged.library,
        prefix: library.prefix,
        version: wish.version,
        contracts,
        licence: textOf(licencePath(paths))!,
        registry: registryUrl(),
        themes: themes.map(({ name, title, on, document, when = null, axis = null }) => ({
          name,
          title,
          on,
          document,
          when,
          axis,
        })),
        words: Object.fromEntries(
          [...words].flatMap(([tag, members]) => [...members].map(([key, text]) => [`${tag} ${key}`, text])),
        ),
        combinations: Object.fromEntries(combinations),
        accessible: accessibleOf(told),
        changelog: [
          { version: wish.version, date: new Date().toISOString().slice(0, 10), notes: wish.notes },
          ...earlier.toReversed().map((releaseRow) => ({
            version: releaseRow.version,
            date: releaseRow.made_at.toISOString().slice(0, 10),
            notes: releaseRow.notes,
          })),
        ],
      },
    },
    library.id,
  )
  if (packed.problems.length) throw new Failure(422, packed.problems)
  const stillMaintains = async (trx: Store): Promise<void> => {
    if (await mayMaintain(trx, library.id, person)) return
    fail(403, 'role', 'You are not a maintainer of this library any more.', 'Ask one to publish it.')
  }
  await makeVisible(
    db,
    library,
    {
      ...wish,
      manifest: packed.manifest,
      contracts,
      accessible: accessibleOf(told),
      tokens: themes,
      iconsCss: await iconsCssOf(db, library, themes),
      tarball: packed.tarball,
      integrity: packed.integrity,
      shasum: packed.shasum,
      unpackedSize: packed.unpackedSize,
      files: packed.files,
      revision,
      via: 'desk',
    },
    person,
    stillMaintains,
  )
  return { version: wish.version, integrity: packed.integrity, files: packed.files.length }
}

/**
 * The one transaction in which a version comes to be. `stillMay` refuses whoever may not publish any more.
 */
export async function makeVisible(
  db: Store,
  library: Library,
  release: NewRelease,
  person: string,
  stillMay: (trx: Store) => Promise<void>,
): Promise<void> {
  try {
    await db.transaction(async (trx) => {
      await lockReleases(trx, library.id)
      await stillMay(trx)
      await judge(trx, library.id, release.version, release.channel)
      await addRelease(trx, library.id, release, person)
      await record(
        trx,
        'published',
        { library: library.id, person },
        {
          version: release.version,
          channel: release.channel,
          via: release.via,
          integrity: release.integrity,
        },
      )
      await notify(trx, { library: library.slug, what: 'release', version: release.version })
    })
  } catch (error) {
    if (brokenUnique(error) === 'releases_version')
      fail(
        409,
        'version-exists',
        `${release.version} is published already, and a published version never changes.`,
        'Choose another version.',
      )
    throw error
  }
}
