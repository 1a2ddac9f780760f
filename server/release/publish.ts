import { weights } from '~~/core/contract/weight'
import type { Problem } from '~~/core/problem'
import { followed, judgeChannel, judgeStep, judgeVersion } from '~~/core/release/version'
import type { GateStandingView, ReleaseRecord } from '~~/core/wire'
import { Failure, fail } from '../auth/failure'
import { signReleases } from '../registry/signing'
import { record } from '../store/audit'
import { brokenUnique, notify, type Store } from '../store/database'
import { clearDesk } from '../store/desk'
import type { Library } from '../store/libraries'
import {
  addRelease,
  channelsOf,
  deskReleases,
  lockReleases,
  versionsOf,
  type NewRelease,
} from '../store/releases'
import { mayMaintain } from '../store/staff'
import { gatesOf } from '../views/desk'
import { differenceView } from '../views/difference'
import { packShelf } from './pack'

export interface Wish {
  version: string
  channel: string
  notes: string
  /** Why its number may say less than what changed. */
  reason?: string | undefined
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
export async function publish(
  db: Store,
  library: Library,
  wish: Wish,
  person: string,
): Promise<{ version: string; integrity: string; files: number }> {
  await judge(db, library.id, wish.version, wish.channel)
  const record = await judgeDesk(db, library, wish)
  const { packed, ...held } = await packShelf(db, library, wish, true)
  const stillMaintains = async (trx: Store): Promise<void> => {
    if (await mayMaintain(trx, library.id, person)) return
    fail(403, 'role', 'You are not a maintainer of this library any more.', 'Ask one to publish it.')
  }
  await makeVisible(
    db,
    library,
    {
      ...wish,
      ...held,
      manifest: packed.manifest,
      tarball: packed.tarball,
      integrity: packed.integrity,
      shasum: packed.shasum,
      unpackedSize: packed.unpackedSize,
      files: packed.files.map(({ path, size }) => ({ path, size })),
      via: 'desk',
      record,
      sizes: { packed: packed.tarball.length, components: packed.weights },
    },
    person,
    stillMaintains,
  )
  return { version: wish.version, integrity: packed.integrity, files: packed.files.length }
}

/**
 * Refuses what the number of a version, or a gate that stops, does not let go out; answers what the version
 * remembers of it.
 */
async function judgeDesk(
  db: Store,
  library: Library,
  { version, reason = '' }: Wish,
): Promise<ReleaseRecord> {
  const released = await deskReleases(db, library.id)
  const before = followed(
    version,
    released.map((release) => release.version),
  )
  const { changes, weight } = before
    ? await differenceView(db, library, { from: before })
    : { changes: [], weight: 'mend' as const }
  const step = judgeStep(version, before, weight, reason)
  const gates = await gatesOf(db, library, version, changes)
  const problems = [...(step.ok ? [] : step.problems), ...gates.flatMap(problemsOfGate)]
  if (problems.length) throw new Failure(422, problems)
  const counts = new Map(weights.map((w) => [w, changes.filter((change) => change.weight === w).length]))
  return {
    since: before ?? null,
    weight,
    changes: Object.fromEntries([...counts].filter(([, count]) => count > 0)),
    ...(reason.trim() ? { reason: reason.trim() } : {}),
    gates: gates.map(({ name, title, setting, says, waiver }) => ({ name, title, setting, says, waiver })),
  }
}

const problemsOfGate = ({ setting, says, waiver, title }: GateStandingView): Problem[] =>
  setting === 'stop' && says !== undefined && !waiver
    ? [
        {
          code: 'gate',
          what: `${title}: that gate does not hold. ${says}`,
          todo: 'Mend it, or waive the gate with a reason at the release desk.',
        },
      ]
    : []

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
      await signReleases(trx, library)
      if (release.via === 'desk') await clearDesk(trx, library.id)
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
