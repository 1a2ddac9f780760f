import { z } from 'zod'
import { colourPairSchema, isUnreadable, type ColourPair } from './pair'

const text = z.string().max(300)

/** A place where a pair of colours was seen. */
export const pairPlaceSchema = z.object({ tag: text, situation: text, at: text, says: text })
export type PairPlace = z.infer<typeof pairPlaceSchema>

/** A pair of colours in the whole library: how it reads in one theme, and where it was seen. */
export const libraryPairSchema = colourPairSchema
  .omit({ situation: true, at: true, says: true })
  .extend({ places: z.array(pairPlaceSchema), count: z.number().int() })
export type LibraryPair = z.infer<typeof libraryPairSchema>

/** Places that are told of one pair, and pairs of one library. */
const most = { places: 12, pairs: 3000 }

/** All pairs of a library, each once a theme, what reads least first. */
export function gatherPairs(
  components: readonly { tag: string; pairs: readonly ColourPair[] }[],
): LibraryPair[] {
  const gathered = new Map<string, LibraryPair>()
  for (const { tag, pairs } of components)
    for (const { situation, at, says, ...pair } of pairs) {
      const key = JSON.stringify([pair.theme, pair.role, pair.text, pair.ground, pair.by, pair.groundBy])
      const place: PairPlace = { tag, situation, at, says }
      const known = gathered.get(key)
      if (!known) gathered.set(key, { ...pair, places: [place], count: 1 })
      else {
        known.count++
        known.varies ||= pair.varies
        if (known.places.length < most.places) known.places.push(place)
      }
    }
  return [...gathered.values()].sort(byNeed).slice(0, most.pairs)
}

/** How much of what is asked for a pair has; where nothing is asked it has more than enough. */
const share = ({ ratio, wants }: LibraryPair): number => (wants ? ratio / wants : 100)
/** What does not read stands first, by how much it lacks; of the rest what is nearest to its limit. */
const byNeed = (a: LibraryPair, b: LibraryPair): number =>
  Number(isUnreadable(b)) - Number(isUnreadable(a)) || share(a) - share(b) || b.count - a.count
