import { createHash } from 'node:crypto'
import { z } from 'zod'
import type { Act } from '~~/core/acts/act'
import { toldSchema, toldVersion } from '~~/core/accessible/told'
import type { Usage } from '~~/core/code/usage'
import { membersOf } from '~~/core/contract/contract'
import type { Provided } from '~~/core/provisions'
import type { Component } from './components'
import type { Store } from './database'
import { faceOf } from './evidence'
import { examplesToShow } from './examples'
import { lookedIn } from './looked'

/** Examples of one component in which it is looked at besides its face. */
const mostExamples = 6

export interface ShownExample {
  name: string
  usage: Usage
  /** What is done to it once it stands there. */
  acts: Act[]
}

/** The examples in which components are looked at, by their ids; the face is how they stand anyway. */
export async function examplesToTell(
  db: Store,
  components: readonly Component[],
): Promise<Map<string, ShownExample[]>> {
  const examples = await examplesToShow(db, components, mostExamples)
  const plain = ({ name, usage, acts }: ShownExample) => ({ name, usage, acts })
  return new Map([...examples].map(([component, shown]) => [component, shown.map(plain)]))
}

/** What is told of a component depends on what it is built to, how it is shown, and the keys it asks for. */
export const toldKey = (
  component: Component,
  prefix: string,
  examples: readonly ShownExample[],
  provided: readonly Provided[],
): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        toldVersion,
        component.build?.entry ?? null,
        faceOf(component, prefix),
        examples,
        membersOf(component.contract, 'key').map(({ name }) => name),
        provided,
      ]),
    )
    .digest('hex')

export const toldStore = lookedIn('told', 'told', z.array(toldSchema))
