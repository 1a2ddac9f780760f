import { createHash } from 'node:crypto'
import { membersOf } from '~~/core/contract/contract'
import type { Provided } from '~~/core/provisions'
import type { Combination } from '~~/core/variants/combination'
import { looksSchema, looksVersion } from '~~/core/variants/looks'
import type { Component } from './components'
import { faceOf } from './evidence'
import { lookedIn } from './looked'
import type { ShownExample } from './told'

interface DependsOn {
  prefix: string
  examples: readonly ShownExample[]
  provided: readonly Provided[]
  never: readonly Combination[]
  /** A fingerprint of the style sheet of all themes. */
  themes: string
}

/** How a component looks depends on what it is built to, how it stands, and every value of a theme. */
export const looksKey = (
  component: Component,
  { prefix, examples, provided, never, themes }: DependsOn,
): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        looksVersion,
        component.build?.entry ?? null,
        faceOf(component, prefix),
        membersOf(component.contract, 'variant').map(({ name, by, usual }) => [name, by, usual]),
        examples,
        provided,
        never.map(({ settings }) => settings),
        themes,
      ]),
    )
    .digest('hex')

export const looksStore = lookedIn('looks', 'looks', looksSchema)
