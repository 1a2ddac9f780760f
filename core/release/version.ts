import semver from 'semver'
import type { Weight } from '../contract/weight'
import { done, refused, type Outcome } from '../problem'

/** Channels and the version each names; the protocol calls them dist-tags. */
export type Channels = Record<string, string>

/** A channel's name must not read as a version or range, or a client could not tell them apart. */
export function judgeChannel(name: string): Outcome<string> {
  return /^[a-z][a-z0-9-]{0,39}$/.test(name) && semver.validRange(name) === null
    ? done(name)
    : refused({
        code: 'channel-name',
        what: `“${name}” cannot be the name of a channel.`,
        todo: 'Use lower case letters, digits and hyphens, such as latest or next.',
      })
}

/** Whether a version may be published now, by Semantic Versioning 2.0.0 and the versions there are. */
export function judgeVersion(
  version: string,
  published: string[],
  channel: string,
  channels: Channels,
): Outcome<string> {
  const parsed = semver.parse(version)
  if (!parsed || parsed.version !== version) {
    return refused({
      code: 'version-shape',
      what: `“${version}” is not a version.`,
      todo:
        'Write three numbers, such as 1.2.0, or with a pre-release, such as 1.2.0-next.1; ' +
        'build metadata has no place in a registry.',
    })
  }
  if (published.includes(version)) {
    return refused({
      code: 'version-exists',
      what: `${version} is published already, and a published version never changes.`,
      todo: `Choose another; after ${published.toSorted(semver.compare).at(-1)} come ${nextVersions(published)
        .map((nextVersion) => nextVersion.version)
        .join(', ')}.`,
    })
  }
  const current = Object.hasOwn(channels, channel) ? channels[channel] : undefined
  if (current && semver.lt(version, current)) {
    return refused({
      code: 'version-backwards',
      what: `${version} goes backwards: ${channel} is at ${current}.`,
      todo: 'Choose a higher version, or another channel for an older line.',
    })
  }
  if (channel === 'latest' && parsed.prerelease.length > 0) {
    return refused({
      code: 'version-prerelease',
      what: `${version} is a pre-release, and latest is what everybody gets.`,
      todo: 'Publish it to next, or leave the pre-release off.',
    })
  }
  return done(version)
}

export type Step = 'patch' | 'minor' | 'major' | 'prerelease'

/**
 * The least step for changes of a weight; before 1.0 anything may change with a minor one (Semantic
 * Versioning, 4).
 */
export function leastStep(weight: Weight, isYoung: boolean): 'patch' | 'minor' | 'major' {
  if (weight === 'mend') return 'patch'
  return weight === 'breaking' && !isYoung ? 'major' : 'minor'
}

export interface NextVersion {
  step: Step
  version: string
  /** Where it goes, if nobody says otherwise. */
  channel: string
  says: string
  /** Whether the number says as much as what changed. */
  enough: boolean
}
const rank = { patch: 0, minor: 1, major: 2 }

/** Versions without those that are only to try, the lowest first. */
const stable = (published: readonly string[]): string[] =>
  published.filter((text) => semver.prerelease(text) === null).toSorted(semver.compare)

/** The step that one version makes after another, by the first number that differs. */
export function stepOf(before: string, version: string): 'patch' | 'minor' | 'major' {
  if (semver.major(before) !== semver.major(version)) return 'major'
  return semver.minor(before) === semver.minor(version) ? 'patch' : 'minor'
}

/**
 * The version that another follows: of those that are lower, and not only to try, the highest. What is new in it
 * is told by what it follows.
 */
export const followed = (version: string, published: readonly string[]): string | undefined =>
  semver.valid(version) ? stable(published).findLast((text) => semver.lt(text, version)) : undefined

/**
 * Refuses a version whose number says less than what changed since the one it follows, unless a reason is given.
 * A version that is only to try promises nothing.
 */
export function judgeStep(
  version: string,
  before: string | undefined,
  weight: Weight,
  reason: string,
): Outcome<string> {
  const promises = semver.valid(version) && semver.prerelease(version) === null
  if (!promises || before === undefined || reason.trim() !== '') return done(version)
  const least = leastStep(weight, semver.major(before) === 0)
  if (rank[stepOf(before, version)] >= rank[least]) return done(version)
  return refused({
    code: 'version-too-little',
    what: `${version} says less than what changed since ${before}: ${shortOf(weight)}.`,
    todo: `Publish it as ${semver.inc(before, least)}, or say why the number may be lower.`,
  })
}

const shortOf = (weight: Weight): string =>
  weight === 'breaking' ? 'something that worked will not' : 'there is something new'

/** What a version says by the rules of Semantic Versioning. */
const saysOf = (step: 'patch' | 'minor' | 'major', isYoung: boolean): string =>
  ({
    patch: 'only fixes; nothing to learn, nothing to change',
    minor: isYoung ? 'before 1.0: anything may have changed' : 'something new; what was there still works',
    major: isYoung ? 'the first version to build on' : 'something that worked will not; say what to do',
  })[step]

/**
 * The versions that may come next, with what each says by the rules of Semantic Versioning, and whether that
 * is enough for what changed. Where what is compared is an older line than the highest, those that go on with
 * that line, to a channel of its own.
 */
export function nextVersions(
  published: readonly string[],
  weight: Weight = 'mend',
  from?: string,
): NextVersion[] {
  const highest = stable(published).at(-1)
  if (!highest) {
    return [
      {
        step: 'minor',
        version: '0.1.0',
        channel: 'latest',
        says: 'a first version; anything may still change',
        enough: true,
      },
      {
        step: 'major',
        version: '1.0.0',
        channel: 'latest',
        says: 'a first version to build on',
        enough: true,
      },
    ]
  }
  if (from && semver.valid(from) && stepOf(from, highest) !== 'patch' && semver.lt(from, highest))
    return nextInLine(published, weight, from, highest)
  const isYoung = semver.major(highest) === 0
  const least = leastStep(weight, isYoung)
  const offers = (['patch', 'minor', 'major'] as const).map((step): NextVersion => {
    const enough = rank[step] >= rank[least]
    return {
      step,
      version: semver.inc(highest, step)!,
      channel: 'latest',
      says: enough ? saysOf(step, isYoung) : `too little: ${shortOf(weight)}`,
      enough,
    }
  })
  return [...offers, nextToTry(published, highest)]
}

function nextToTry(published: readonly string[], highest: string): NextVersion {
  const minor = semver.inc(highest, 'minor')!
  const last = published
    .filter((text) => semver.prerelease(text)?.[0] === 'next' && semver.gt(text, `${minor}-next.0`))
    .toSorted(semver.compare)
    .at(-1)
  return {
    step: 'prerelease',
    version: semver.inc(last ?? `${minor}-next.0`, 'prerelease', 'next')!,
    channel: 'next',
    says: 'to try, not to rely on; goes to next',
    enough: true,
  }
}

/** What may follow a version of an older line: numbers that line still has, which never move `latest`. */
function nextInLine(
  published: readonly string[],
  weight: Weight,
  from: string,
  highest: string,
): NextVersion[] {
  const isOldMajor = semver.major(from) !== semver.major(highest)
  const steps = isOldMajor ? (['patch', 'minor'] as const) : (['patch'] as const)
  const line = isOldMajor ? `${semver.major(from)}` : `${semver.major(from)}-${semver.minor(from)}`
  const inLine = (step: 'patch' | 'minor') => (text: string) =>
    semver.major(text) === semver.major(from) &&
    (step === 'minor' || semver.minor(text) === semver.minor(from))
  const least = leastStep(weight, semver.major(from) === 0)
  return steps.map((step): NextVersion => {
    const last = stable(published).findLast(inLine(step)) ?? from
    const enough = rank[step] >= rank[least]
    return {
      step,
      version: semver.inc(last, step)!,
      channel: `line-${line}`,
      says: enough ? saysOf(step, semver.major(from) === 0) : `too little: ${shortOf(weight)}`,
      enough,
    }
  })
}
