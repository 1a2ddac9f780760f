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
  says: string
  /** Whether the number says as much as what changed. */
  enough: boolean
}
const rank = { patch: 0, minor: 1, major: 2 }

/**
 * The versions that may come next, with what each says by the rules of Semantic Versioning, and whether that
 * is enough for what changed.
 */
export function nextVersions(published: string[], weight: Weight = 'mend'): NextVersion[] {
  const highest = published
    .filter((text) => semver.prerelease(text) === null)
    .toSorted(semver.compare)
    .at(-1)
  if (!highest) {
    return [
      { step: 'minor', version: '0.1.0', says: 'a first version; anything may still change', enough: true },
      { step: 'major', version: '1.0.0', says: 'a first version to build on', enough: true },
    ]
  }
  const young = semver.major(highest) === 0
  const next = (step: 'patch' | 'minor' | 'major') => semver.inc(highest, step)!
  const minor = next('minor')
  const candidates = published
    .filter((text) => semver.prerelease(text)?.[0] === 'next' && semver.gt(text, minor.concat('-next.0')))
    .toSorted(semver.compare)
    .at(-1)
  const least = leastStep(weight, young)
  const offer = (step: 'patch' | 'minor' | 'major', says: string): NextVersion => {
    const enough = rank[step] >= rank[least]
    const short = weight === 'breaking' ? 'something that worked will not' : 'there is something new'
    return { step, version: next(step), says: enough ? says : `too little: ${short}`, enough }
  }
  return [
    offer('patch', 'only fixes; nothing to learn, nothing to change'),
    offer(
      'minor',
      young ? 'before 1.0: anything may have changed' : 'something new; what was there still works',
    ),
    offer(
      'major',
      young ? 'the first version to build on' : 'something that worked will not; say what to do',
    ),
    {
      step: 'prerelease',
      version: semver.inc(candidates ?? `${minor}-next.0`, 'prerelease', 'next')!,
      says: 'to try, not to rely on; goes to next',
      enough: true,
    },
  ]
}
