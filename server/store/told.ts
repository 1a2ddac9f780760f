import { createHash } from 'node:crypto'
import { z } from 'zod'
import { actsSchema, type Act } from '~~/core/acts/act'
import { toldSchema, toldVersion } from '~~/core/accessible/told'
import { usageSchema, type Usage } from '~~/core/code/usage'
import { membersOf } from '~~/core/contract/contract'
import type { Provided } from '~~/core/provisions'
import type { Component } from './components'
import type { Store } from './database'
import { faceOf } from './evidence'
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
  const rows: { component_id: string; name: string; usage: unknown; acts: unknown }[] = await db('examples')
    .whereIn(
      'component_id',
      components.map(({ id }) => id),
    )
    .where({ face: false })
    .orderBy(['position', 'name'])
    .select('component_id', 'name', 'usage', 'acts')
  const found = new Map<string, ShownExample[]>()
  for (const { component_id, name, usage, acts } of rows) {
    const known = found.get(component_id) ?? []
    if (known.length < mostExamples)
      found.set(component_id, [
        ...known,
        { name, usage: usageSchema.parse(usage), acts: actsSchema.parse(acts) },
      ])
  }
  return found
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
