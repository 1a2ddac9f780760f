import type { Contract } from '~~/core/contract/contract'
import { countByWeight } from '~~/core/contract/weight'
import type { Problem } from '~~/core/problem'
import { judgeOfDifference } from '~~/core/release/gates/gates'
import { packageFacts } from '~~/core/release/package-facts'
import { followed } from '~~/core/release/version'
import type { ReleaseRecord } from '~~/core/wire'
import { Failure } from '../auth/failure'
import { judgeFiles } from '../bring/judge'
import { most } from '../bring/folder'
import { installDependencies } from '../bring/dependencies'
import { inChild } from '../build/pool'
import { settings } from '../config'
import { limits } from '../limits'
import { gateWaivers } from '../store/desk'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { readReleases } from '../store/compared-releases'
import { changesSinceRelease } from '../views/difference'
import { factsOfChanges, withWaivers } from '../views/desk'
import type { ClientRelease } from '../registry/publish-body'
import { problemsOfGate, standingKept } from './publish'

/** What is known of a version that was packed elsewhere: its contracts, and what there is to record of it. */
interface ReadRelease {
  contracts: Contract[]
  record: ReleaseRecord
}

/** Problems of a reading that a version keeps. */
const mostKept = 20

/**
 * Reads what a package client publishes: the contracts of its components, from what is in the tarball,
 * and how they differ from the version before. Refuses a version that a gate stops which asks for the
 * difference. What cannot be read keeps nothing from going out: the version says that it was not.
 */
export async function readFromClient(
  db: Store,
  library: Library,
  release: ClientRelease,
): Promise<ReadRelease> {
  const { contracts, problems } = await readPackage(library, release)
  const read = { components: contracts.length, problems: problems.slice(0, mostKept) }
  const { version } = release
  const released = await readReleases(db, library.id)
  const since = followed(
    version,
    released.map((known) => known.version),
  )
  const before = released.find((known) => known.version === since)
  if (!before || contracts.length === 0) return { contracts, record: { read } }
  const changes = await changesSinceRelease(db, library, before.id, {
    key: release.integrity,
    contracts,
    package: packageFacts(release.manifest),
  })
  const standings = judgeOfDifference({ version, ...factsOfChanges(changes) }, library.gates)
  const gates = withWaivers(standings, await gateWaivers(db, library.id))
  const stopped = gates.flatMap(problemsOfGate)
  if (stopped.length) throw new Failure(422, stopped)
  return {
    contracts,
    record: {
      since,
      changes: countByWeight(changes),
      gates: gates.map(standingKept),
      read,
    },
  }
}

const tooSlow: Problem = {
  code: 'packages-slow',
  what: 'It was read without the packages it names: to install them took longer than a client waits.',
  todo: 'Members that come from them may be missing; the next version is read with them.',
}

async function readPackage(library: Library, { tarball }: ClientRelease) {
  try {
    const sizes = { ...most, file: settings().FILE_LIMIT }
    const unpacked = await inChild('unpack', { bytes: tarball, limits: sizes }, library.id)
    const { files } = judgeFiles(unpacked.files, true)
    const { packages } = await inChild('dependencies', { files }, library.id)
    const ends = Date.now() + limits.published.installSeconds * 1000
    const { folder, stopped } = await installDependencies(packages, () => Promise.resolve(Date.now() < ends))
    const { contracts, problems } = await inChild('read', { files, dependencies: folder }, library.id)
    return { contracts, problems: stopped ? [tooSlow, ...problems] : problems }
  } catch (error) {
    if (!(error instanceof Failure)) throw error
    return { contracts: [], problems: error.problems }
  }
}
