import { createHash } from 'node:crypto'
import { isolationSchema, isolationVersion } from '~~/core/isolation/isolation'
import type { Provided } from '~~/core/provisions'
import type { Component } from './components'
import { faceOf } from './evidence'
import { lookedIn } from './looked'
import type { ShownExample } from './told'

interface DependsOn {
  prefix: string
  examples: readonly ShownExample[]
  provided: readonly Provided[]
  /** A fingerprint of the style sheet of all themes. */
  themes: string
  /** Fingerprints of sheets that come into a page with other components. */
  sheets: readonly string[]
}

/**
 * What a component and a page do to one another depends on what it is built to, how it stands, and all
 * sheets.
 */
export const isolationKey = (
  component: Component,
  { prefix, examples, provided, themes, sheets }: DependsOn,
): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        isolationVersion,
        component.build?.entry ?? null,
        faceOf(component, prefix),
        examples,
        provided,
        themes,
        sheets,
      ]),
    )
    .digest('hex')

export const isolationStore = lookedIn('isolation', 'isolation', isolationSchema)
