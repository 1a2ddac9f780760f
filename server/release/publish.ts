import type { Contract } from '~~/core/contract/contract'
import { countByWeight } from '~~/core/contract/weight'
import type { Problem } from '~~/core/problem'
import {
  notTried,
  takesPackage,
  type ConsumerFacts,
  type Manifest,
  type Tried,
} from '~~/core/release/consumer/consumer'
import { actsToTry } from '~~/core/release/gates/tried'
import type { PublicationStep } from '~~/core/release/publication'
import { followed, judgeChannel, judgeStep, judgeVersion } from '~~/core/release/version'
import type { GateStandingView, ReleaseRecord } from '~~/core/wire'
import { Failure, fail } from '../auth/failure'
import type { Packed } from '../build/package'
import { signReleases } from '../registry/signing'
import { record } from '../store/audit'
import { brokenUnique, notify, type Store } from '../store/database'
import { clearDesk } from '../store/desk'
import type { Library } from '../store/libraries'
import { readReleases } from '../store/compared-releases'
import { addRelease, channelsOf, lockReleases, versionsOf, type NewRelease } from '../store/releases'
import { sourceFiles } from '../store/sources'
import { mayMaintain } from '../store/staff'
import { gatesOf, triedGatesOf } from '../views/desk'
import { differenceView } from '../views/difference'
import { ConsumerProject } from './consumer/try'
import { packShelf } from './pack'

export interface Wish {
  version: string
  channel: string
  notes: string
  /** Why its number may say less than what changed. */
  reason?: string | null | undefined
  /** Only tried out: nothing becomes visible. */
  rehearsal?: boolean
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

/** Who follows an attempt to publish: hears of each step, may stop it, and has the last word. */
export interface Progress {
  stopping: AbortSignal
  /** Does a step and tells of it; `say` tells what came of it where that is not simply done. */
  step<T>(name: PublicationStep, work: () => Promise<T>, say?: (came: T) => Tried): Promise<T>
  /** Ends the attempt in the transaction that makes it visible; throws where somebody stopped it. */
  end(trx: Store): Promise<void>
}
/** Nobody follows it: no step is told, and nothing but what it takes is done. */
const unseen: Progress = {
  stopping: new AbortController().signal,
  step: (_name, work) => work(),
  end: () => Promise.resolve(),
}

/**
 * Publishes what stands on the shelf. Packed first, away from this process, and used as a consumer would;
 * then made visible whole, in one transaction that looks at the versions once more, so that of many at once
 * one wins. A rehearsal ends before that.
 */
export async function publish(
  db: Store,
  library: Library,
  wish: Wish,
  person: string,
  { progress = unseen, isTried = false }: { progress?: Progress; isTried?: boolean } = {},
): Promise<void> {
  const record = await progress.step('judge', async () => {
    await judge(db, library.id, wish.version, wish.channel)
    return judgeDesk(db, library, wish)
  })
  const { packed, ...held } = await progress.step('pack', () => packShelf(db, library, wish, true))
  if (isTried) await judgeAsConsumer(db, library, { packed, contracts: held.contracts }, record, progress)
  if (wish.rehearsal) return
  const stillMaintains = async (trx: Store): Promise<void> => {
    if (await mayMaintain(trx, library.id, person)) return
    fail(403, 'role', 'You are not a maintainer of this library any more.', 'Ask one to publish it.')
  }
  const { version, channel, notes } = wish
  const release: NewRelease = {
    version,
    channel,
    notes,
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
  }
  await progress.step('visible', () =>
    makeVisible(db, library, release, person, {
      stillMay: stillMaintains,
      done: (trx) => progress.end(trx),
    }),
  )
}

/**
 * Uses a package as a consumer does, as far as the library's gates ask for it; refuses one that a gate stops.
 * What came of it stands in the record of the version.
 */
async function judgeAsConsumer(
  db: Store,
  library: Library,
  { packed, contracts }: { packed: Packed; contracts: readonly Contract[] },
  record: ReleaseRecord,
  progress: Progress,
): Promise<void> {
  const acts = actsToTry(library.gates)
  const offer = { ...packed, manifest: packed.manifest as Manifest }
  const source = () => sourceFiles(db, library.current_revision!)
  const project = await ConsumerProject.begin({
    library,
    packed: offer,
    contracts,
    source,
    stopping: progress.stopping,
  })
  const facts: ConsumerFacts = {}
  try {
    // without it nothing else can be tried
    if (acts.some(takesPackage))
      facts.installs = await progress.step('installs', project.acts.installs, asItIs)
    for (const act of acts.filter((name) => name !== 'installs')) {
      const mayBegin = !takesPackage(act) || facts.installs?.is === 'fine'
      const work = mayBegin ? project.acts[act] : () => Promise.resolve(notTried('It is not installed.'))
      facts[act] = await progress.step(act, work, asItIs)
    }
  } finally {
    await project.end()
  }
  const gates = await triedGatesOf(db, library, facts)
  record.gates = [
    ...(record.gates ?? []).filter(({ name }) => !(name in project.acts)),
    ...gates.map(standingKept),
  ]
  const problems = gates.flatMap(problemsOfGate)
  if (problems.length) throw new Failure(422, problems)
}
const asItIs = (tried: Tried): Tried => tried
/** What a version keeps of how a gate stood. */
export const standingKept = ({ name, title, setting, says, waiver }: GateStandingView) => ({
  name,
  title,
  setting,
  says,
  waiver,
})

/**
 * Refuses what the number of a version, or a gate that stops, does not let go out; answers what the version
 * remembers of it.
 */
async function judgeDesk(db: Store, library: Library, wish: Wish): Promise<ReleaseRecord> {
  const { version } = wish
  const reason = wish.reason ?? ''
  const released = await readReleases(db, library.id)
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
  return {
    since: before ?? null,
    weight,
    changes: countByWeight(changes),
    ...(reason.trim() ? { reason: reason.trim() } : {}),
    gates: gates.map(standingKept),
  }
}

/** Why a version may not go out, where a gate that does not hold stops it. */
export const problemsOfGate = ({ setting, says, waiver, title }: GateStandingView): Problem[] =>
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
 * The one transaction in which a version comes to be. `stillMay` refuses whoever may not publish any
 * more; `done` has the last word.
 */
export async function makeVisible(
  db: Store,
  library: Library,
  release: NewRelease,
  person: string,
  { stillMay, done }: { stillMay: (trx: Store) => Promise<void>; done?: (trx: Store) => Promise<void> },
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
      await done?.(trx)
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
