import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import {
  pairKey,
  pictureDifferences,
  picturesBy,
  type PictureDifference,
  type Taken,
} from '../store/pictures'
import type { Picture, PicturePair, PicturePlan } from './plan'

/** A pair with what is known of it. */
export interface KnownPair extends PicturePair {
  taken: [before: Taken | undefined, now: Taken | undefined]
  /** How they differ; nothing while that is not known, and where the files are the same. */
  difference: PictureDifference | undefined
}

/** What is known already of the pairs of a plan. */
export async function knownPairs(db: Store, library: Library, { pairs }: PicturePlan): Promise<KnownPair[]> {
  const keys = [...new Set(pairs.flatMap(({ before, now }) => [before.key, now.key]))]
  const pictures = await picturesBy(db, library.id, keys)
  const images = [...pictures.values()].flatMap((taken) => ('image' in taken ? [taken.image] : []))
  const differences = await pictureDifferences(db, library.id, images)
  return pairs.map((pair) => {
    const taken: KnownPair['taken'] = [pictures.get(pair.before.key), pictures.get(pair.now.key)]
    const apart = imagesApart({ taken })
    return { ...pair, taken, difference: apart && differences.get(pairKey(...apart)) }
  })
}

/** Both files of a pair that are not the same; nothing where they are, or where one is not there. */
export function imagesApart({ taken }: Pick<KnownPair, 'taken'>): [string, string] | undefined {
  const [before, now] = taken.map((picture) => (picture && 'image' in picture ? picture.image : undefined))
  return before === undefined || now === undefined || before === now ? undefined : [before, now]
}

/**
 * How far a pair has come: it is to be taken, compared, looked at once more; or it is known, as the same,
 * changed, restless (otherwise each time), or failed.
 */
export type Stage = 'take' | 'compare' | 'look' | 'same' | 'changed' | 'restless' | 'failed'

export function stageOf({ taken, difference }: Pick<KnownPair, 'taken' | 'difference'>): Stage {
  if (taken.includes(undefined)) return 'take'
  if (taken.some((picture) => picture && 'failed' in picture)) return 'failed'
  if (!imagesApart({ taken })) return 'same'
  if (!difference) return 'compare'
  if (difference.pixels === 0) return 'same'
  if (difference.steady === null) return 'look'
  return difference.steady ? 'changed' : 'restless'
}

/** Whether something is left to do of a pair before it is known how it looks. */
export const isUnknown = (pair: KnownPair): boolean => ['take', 'compare', 'look'].includes(stageOf(pair))

/** A picture that is not there yet, with what it is of. */
interface Missing {
  side: 0 | 1
  tag: string
  picture: Picture
}

/** What is left to do of a plan: pictures to take, files to compare, and pairs to look at closely. */
export async function leftToDo(db: Store, library: Library, plan: PicturePlan) {
  const known = await knownPairs(db, library, plan)
  // where nothing changed both sides are one picture
  const missing = new Map<string, Missing>()
  for (const { tag, before, now, taken } of known)
    for (const side of [0, 1] as const) {
      const picture = side === 0 ? before : now
      if (!taken[side]) missing.set(picture.key, { side, tag, picture })
    }
  return {
    missing: [...missing.values()],
    toCompare: known.filter((pair) => stageOf(pair) === 'compare'),
    toExplain: known.filter((pair) => stageOf(pair) === 'look'),
  }
}
