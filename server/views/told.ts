import { summaryOf, type SummaryRow } from '~~/core/accessible/summary'
import type { Told } from '~~/core/accessible/told'
import { providedFor } from '~~/core/provisions'
import type { MissedWay } from '~~/core/release/checks/check'
import type { Component } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { provisionsOf } from '../store/provisions'
import { examplesToTell, keptTold, toldKey } from '../store/told'

/** What a browser on the server was told last, of components as they are now, by tag. */
export async function toldNow(
  db: Store,
  { id, prefix }: Library,
  components: readonly Component[],
): Promise<Map<string, Told[]>> {
  const [kept, examples, provisions] = await Promise.all([
    keptTold(db, components),
    examplesToTell(db, components),
    provisionsOf(db, id),
  ])
  return new Map(
    components.flatMap((component) => {
      const known = kept.get(component.id)
      const shown = examples.get(component.id) ?? []
      const key = toldKey(component, prefix, shown, providedFor(provisions, component.tag))
      return known?.key === key ? [[component.tag, known.told]] : []
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
