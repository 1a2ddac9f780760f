import { summaryOf, type SummaryRow } from '~~/core/accessible/summary'
import type { Told } from '~~/core/accessible/told'
import type { MissedWay } from '~~/core/release/checks/check'
import { seenAlready } from '../evidence/seen'
import type { Component } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'

/** What a browser on the server was told last, of components as they are now, by tag. */
export async function toldNow(
  db: Store,
  library: Library,
  components: readonly Component[],
): Promise<Map<string, Told[]>> {
  const { told } = await seenAlready(db, library, components)
  return new Map(
    components.flatMap((component) => {
      const now = told.now(component)
      return now ? [[component.tag, now]] : []
    }),
  )
}

/** Ways of getting there that came to nothing when they were gone last. */
export const missedWays = (now: ReadonlyMap<string, readonly Told[]>): MissedWay[] =>
  [...now].flatMap(([tag, told]) =>
    told.flatMap(({ situation, way, found }) =>
      way?.failed && !found ? [{ tag, example: situation, way }] : [],
    ),
  )

/** What assistive technology is told of components as they stand on the shelf, by tag. */
export const accessibleOf = (now: ReadonlyMap<string, readonly Told[]>): Record<string, SummaryRow[]> =>
  Object.fromEntries(
    [...now].flatMap(([tag, [face]]) => (face && !face.failed ? [[tag, summaryOf(face)]] : [])),
  )
