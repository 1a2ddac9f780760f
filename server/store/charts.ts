import { createHash } from 'node:crypto'
import { membersOf } from '~~/core/contract/contract'
import type { Provided } from '~~/core/provisions'
import { chartSchema, chartVersion, type Chart } from '~~/core/states/chart'
import type { Component } from './components'
import type { Store } from './database'
import { faceOf } from './evidence'

/** What the states that were found depend on: what a component is built to, how it stands, and what it has. */
export const chartKey = (component: Component, prefix: string, provided: readonly Provided[]): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        chartVersion,
        component.build?.entry ?? null,
        faceOf(component, prefix),
        [...membersOf(component.contract, 'key'), ...membersOf(component.contract, 'state')].map(
          ({ kind, name }) => [kind, name],
        ),
        provided,
      ]),
    )
    .digest('hex')

/** The states that were found of components, by their ids, with the key of what they were found of. */
export async function keptCharts(
  db: Store,
  components: readonly { id: string }[],
): Promise<Map<string, { key: string; chart: Chart; made_at: Date }>> {
  const rows: { component_id: string; key: string; chart: unknown; made_at: Date }[] = await db('charts')
    .whereIn(
      'component_id',
      components.map(({ id }) => id),
    )
    .select('component_id', 'key', 'chart', 'made_at')
  return new Map(
    rows.flatMap(({ component_id, chart, ...row }) => {
      // what was kept in a shape of before is looked for anew
      const read = chartSchema.safeParse(chart)
      return read.success ? [[component_id, { ...row, chart: read.data }] as const] : []
    }),
  )
}

export const keepChart = (db: Store, component: string, key: string, chart: Chart): Promise<unknown> =>
  db('charts')
    .insert({ component_id: component, key, chart: JSON.stringify(chart), made_at: db.fn.now() })
    .onConflict('component_id')
    .merge()
