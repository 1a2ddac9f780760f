import type { GateFacts } from '~~/core/release/gates/gate'
import type { LookChange, PicturesView } from '~~/core/wire'
import { fail } from '../auth/failure'
import { browserVersion } from '../evidence/version'
import { isUnknown, knownPairs, stageOf, type KnownPair } from '../pictures/known'
import { picturePlan } from '../pictures/plan'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { pairKey, pictureRuns, verdictsOf, type Verdict } from '../store/pictures'
import { deskReleases, latestFromDesk } from '../store/compared-releases'

/** Changes, and failures, that are told of one by one. */
const mostTold = 1000

/** The version that is asked for, or what `latest` names; fails where it is none of the desk. */
export async function comparedVersion(
  db: Store,
  library: Library,
  version: string | undefined,
): Promise<{ id: string; version: string } | undefined> {
  if (version === undefined) return latestFromDesk(db, library.id)
  const releases = await deskReleases(db, library.id)
  return (
    releases.find((release) => release.version === version) ??
    fail(
      404,
      'no-version',
      `${library.package} has no version ${version} that was made at the release desk.`,
      'Choose one of the versions there are.',
    )
  )
}

/** How components look beside a version, or beside what `latest` names. */
export async function picturesView(
  db: Store,
  library: Library,
  version: string | undefined,
): Promise<PicturesView> {
  const [releases, release, browser, run] = await Promise.all([
    deskReleases(db, library.id),
    comparedVersion(db, library, version),
    browserVersion(),
    pictureRuns.newest(db, library.id),
  ])
  const standing = await standingOf(db, library, release?.id, browser)
  const { known, changed, alone, past } = standing
  return {
    version: release?.version ?? null,
    versions: releases.map((other) => other.version),
    browser: browser ?? null,
    run: run ?? null,
    pairs: known.length,
    left: known.filter(isUnknown).length,
    alone,
    past,
    changes: changed.slice(0, mostTold),
    restless: known.filter((pair) => stageOf(pair) === 'restless').slice(0, mostTold),
    failed: known.flatMap((pair) => failureOf(pair) ?? []).slice(0, mostTold),
  }
}

/** What the gate of looks is judged from; without a version before, or a browser, there is nothing to ask. */
export async function looksFacts(db: Store, library: Library): Promise<GateFacts['looks']> {
  const [latest, browser] = await Promise.all([latestFromDesk(db, library.id), browserVersion()])
  if (!latest || !browser) return null
  const { known, changed } = await standingOf(db, library, latest.id, browser)
  return {
    pairs: known.length,
    // what failed, or looks otherwise each time, is not known to look as it did
    unknown: known.filter((pair) => !['same', 'changed'].includes(stageOf(pair))).length,
    changed: changed.length,
    accepted: changed.filter(({ verdict }) => verdict?.accepted === true).length,
    refused: changed.filter(({ verdict }) => verdict?.accepted === false).length,
  }
}

async function standingOf(
  db: Store,
  library: Library,
  release: string | undefined,
  browser: string | undefined,
): Promise<{ known: KnownPair[]; changed: LookChange[]; alone: number; past: number }> {
  if (!release) return { known: [], changed: [], alone: 0, past: 0 }
  const plan = await picturePlan(db, library, release, browser ?? '')
  const [known, verdicts] = await Promise.all([knownPairs(db, library, plan), verdictsOf(db, library.id)])
  const said = new Map(verdicts.map((verdict) => [verdictKey(verdict), verdict]))
  const { alone, past } = plan
  return { known, changed: known.flatMap((pair) => changeOf(pair, said) ?? []), alone, past }
}

const verdictKey = ({ tag, before, now }: Pick<Verdict, 'tag' | 'before' | 'now'>): string =>
  `${tag} ${pairKey(before, now)}`

function changeOf(pair: KnownPair, said: ReadonlyMap<string, Verdict>): LookChange | undefined {
  const { tag, situation, theme, taken, difference } = pair
  const [before, now] = taken
  if (!difference || stageOf(pair) !== 'changed') return undefined
  if (!before || !now || !('image' in before) || !('image' in now)) return undefined
  const { pixels, box, painted, marks, reasons } = difference
  const verdict = said.get(verdictKey({ tag, before: before.image, now: now.image })) ?? null
  return { tag, situation, theme, before, now, pixels, box, painted, marks, reasons, verdict }
}

function failureOf({ tag, situation, theme, taken }: KnownPair): PicturesView['failed'][number] | undefined {
  const says = taken.flatMap((picture, i) =>
    picture && 'failed' in picture
      ? [`${i === 0 ? 'In the version' : 'On the shelf'} ${picture.failed}`]
      : [],
  )
  return says.length ? { tag, situation, theme, says: `${says.join('. ')}.` } : undefined
}
