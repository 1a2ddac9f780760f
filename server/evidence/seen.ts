import { providedFor, type KeptProvisions } from '~~/core/provisions'
import { chartKey, keptCharts } from '../store/charts'
import type { Component } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { examplesToTell, keptTold, toldKey } from '../store/told'

/** What a browser has told and found of components already, and what that depends on. */
export async function seenAlready(
  db: Store,
  { prefix }: Library,
  components: readonly Component[],
  provisions: readonly KeptProvisions[],
) {
  const [told, charts, examples] = await Promise.all([
    keptTold(db, components),
    keptCharts(db, components),
    examplesToTell(db, components),
  ])
  const providedOf = ({ tag }: Component) => providedFor(provisions, tag)
  const examplesOf = ({ id }: Component) => examples.get(id) ?? []
  const toldKeyOf = (component: Component) =>
    toldKey(component, prefix, examplesOf(component), providedOf(component))
  const chartKeyOf = (component: Component) => chartKey(component, prefix, providedOf(component))
  /** The states of a component as it is now, where they are known. */
  const chartNow = (component: Component) => {
    const kept = charts.get(component.id)
    return kept?.key === chartKeyOf(component) ? kept.chart : undefined
  }
  return {
    examplesOf,
    toldKeyOf,
    chartKeyOf,
    chartNow,
    isTold: (component: Component) => told.get(component.id)?.key === toldKeyOf(component),
    isCharted: (component: Component) => chartNow(component) !== undefined,
    /** What was found of a component, whether it is as it was then or not. */
    chartOf: ({ id }: Component) => charts.get(id),
    toldOf: ({ id }: Component) => told.get(id),
  }
}
