import { createHash } from 'node:crypto'
import { membersOf } from '~~/core/contract/contract'
import type { Provided } from '~~/core/provisions'
import { chartSchema, chartVersion } from '~~/core/states/chart'
import type { Component } from './components'
import { faceOf } from './evidence'
import { lookedIn } from './looked'

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

export const chartStore = lookedIn('charts', 'chart', chartSchema)
