import { z } from 'zod'
import { actsSchema } from '~~/core/acts/act'
import { usageSchema } from '~~/core/code/usage'
import { surroundSchema } from '~~/core/surround'
import type { ExampleChange, ExampleView, NewExample } from '~~/core/wire'
import { brokenUnique, type Store } from './database'

const columns = ['id', 'name', 'usage', 'face', 'surround', 'acts', 'notes', 'starter'].map(
  (text) => `examples.${text}`,
)
const view = <T extends { usage: unknown; surround: unknown; acts: unknown }>(row: T) => ({
  ...row,
  usage: usageSchema.parse(row.usage),
  surround: row.surround ? surroundSchema.parse(row.surround) : null,
  acts: actsSchema.parse(row.acts),
})

/** A component's kept examples, in their order; the face first. */
export const examplesOf = async (db: Store, component: string): Promise<ExampleView[]> =>
  (
    await db('examples')
      .where({ component_id: component })
      .orderBy([{ column: 'face', order: 'desc' }, 'position', 'name'])
      .select(columns)
  ).map(view)

/** All kept examples of a library's components, by component, in their order; the faces first. */
export async function examplesByTag(db: Store, library: string): Promise<Map<string, ExampleView[]>> {
  const rows: (ExampleView & { tag: string })[] = await db('examples')
    .join('components', 'components.id', 'examples.component_id')
    .where('components.library_id', library)
    .orderBy([{ column: 'face', order: 'desc' }, 'position', 'examples.name'])
    .select([...columns, 'components.tag'])
  const byTag = new Map<string, ExampleView[]>()
  for (const { tag, ...example } of rows.map(view)) byTag.set(tag, [...(byTag.get(tag) ?? []), example])
  return byTag
}

/** The examples that are offered to begin with, of all components on the shelf, by component. */
export const startersOf = async (
  db: Store,
  library: { id: string; current_revision: string | null },
): Promise<(ExampleView & { tag: string })[]> =>
  (
    await db('examples')
      .join('components', 'components.id', 'examples.component_id')
      .join('contracts', 'contracts.component_id', 'components.id')
      .where({
        'components.library_id': library.id,
        'contracts.revision_id': library.current_revision,
        starter: true,
      })
      .orderBy(['components.tag', 'position', 'examples.name'])
      .select([...columns, 'components.tag'])
  ).map(view)

/** How many examples besides the face each component of a library has kept. */
export async function keptCounts(db: Store, library: string): Promise<Map<string, number>> {
  const rows: { tag: string; count: string }[] = await db('examples')
    .join('components', 'components.id', 'examples.component_id')
    .where('components.library_id', library)
    .groupBy('components.tag')
    .select('components.tag')
    .count('* as count')
  return new Map(rows.map((row) => [row.tag, Number(row.count)]))
}

/** Keeps an example; `undefined` where one of that name is kept already. */
export async function keepExample(
  db: Store,
  component: string,
  { name, usage, surround, acts = [], notes = '', face = false, starter = false }: NewExample,
): Promise<string | undefined> {
  try {
    return await db.transaction(async (trx) => {
      // one change of a component's examples at a time
      await trx('components').where({ id: component }).forUpdate().select('id')
      const last: number | null =
        (await trx('examples').where({ component_id: component }).max({ most: 'position' }))[0]?.most ?? null
      if (face) await trx('examples').where({ component_id: component, face: true }).update({ face: false })
      const [row] = await trx('examples')
        .insert({
          component_id: component,
          name,
          usage: JSON.stringify(usage),
          surround: surround ? JSON.stringify(surround) : null,
          acts: JSON.stringify(acts),
          notes,
          face,
          starter,
          position: (last ?? 0) + 1,
        })
        .returning('id')
      return z.string().parse(row.id)
    })
  } catch (error) {
    if (brokenUnique(error) === 'examples_name') return undefined
    throw error
  }
}

/** Whether an example is one of a library's. */
export const isExampleOf = async (db: Store, library: string, id: string): Promise<boolean> =>
  (await db('examples')
    .join('components', 'components.id', 'examples.component_id')
    .where({ 'examples.id': id, library_id: library })
    .first('examples.id')) !== undefined

export const dropExample = async (db: Store, component: string, id: string): Promise<boolean> =>
  (await db('examples').where({ component_id: component, id, face: false }).delete()) === 1

/**
 * Gives the examples of one component to another, but those of a name that it has already; how many were
 * given. The caller holds the transaction.
 */
export async function moveExamples(trx: Store, from: string, to: string): Promise<number> {
  const there: { name: string; face: boolean; position: number }[] = await trx('examples')
    .where({ component_id: to })
    .forUpdate()
    .select('name', 'face', 'position')
  const last = Math.max(0, ...there.map((entry) => entry.position))
  return trx('examples')
    .where({ component_id: from })
    .whereNotIn(
      'name',
      there.map((entry) => entry.name),
    )
    .update({
      component_id: to,
      position: trx.raw('position + ?', [last]),
      ...(there.some((entry) => entry.face) ? { face: false } : {}),
    })
}

/** Changes an example; `taken` where another has the name already. */
export async function changeExample(
  db: Store,
  component: string,
  id: string,
  change: ExampleChange,
): Promise<'changed' | 'gone' | 'taken'> {
  const { place, usage, surround, acts, face, ...plain } = change
  try {
    return await db.transaction(async (trx) => {
      // one change of a component's examples at a time
      await trx('components').where({ id: component }).forUpdate().select('id')
      const all: { id: string; face: boolean }[] = await trx('examples')
        .where({ component_id: component })
        .orderBy([{ column: 'face', order: 'desc' }, 'position', 'name'])
        .select('id', 'face')
      if (!all.some((entry) => entry.id === id)) return 'gone'
      if (face) await trx('examples').where({ component_id: component, face: true }).update({ face: false })
      const values = {
        ...plain,
        ...(face ? { face } : {}),
        ...(usage ? { usage: JSON.stringify(usage) } : {}),
        ...(acts ? { acts: JSON.stringify(acts) } : {}),
        ...(surround === undefined ? {} : { surround: surround && JSON.stringify(surround) }),
      }
      if (Object.keys(values).length) await trx('examples').where({ id }).update(values)
      if (place !== undefined) {
        const order = all.filter((entry) => entry.id !== id && !entry.face).map((entry) => entry.id)
        order.splice(place, 0, id)
        await trx.raw(
          'update examples set position = placed.position from unnest(cast(? as uuid[])) with ' +
            'ordinality as placed (id, position) where examples.id = placed.id',
          [order],
        )
      }
      return 'changed'
    })
  } catch (error) {
    if (brokenUnique(error) === 'examples_name') return 'taken'
    throw error
  }
}

/** An example as it takes to show it; what is around it where it says so. */
export type ExampleToShow = Pick<ExampleView, 'id' | 'name' | 'usage' | 'acts' | 'surround'>

/** The first examples of components besides their faces, by the ids of the components. */
export async function examplesToShow(
  db: Store,
  components: readonly { id: string }[],
  most: number,
): Promise<Map<string, ExampleToShow[]>> {
  const rows: (ExampleToShow & { component_id: string })[] = await db('examples')
    .whereIn(
      'component_id',
      components.map(({ id }) => id),
    )
    .where({ face: false })
    .orderBy(['position', 'name'])
    .select('component_id', 'id', 'name', 'usage', 'acts', 'surround')
  const found = new Map<string, ExampleToShow[]>()
  for (const { component_id, ...row } of rows) {
    const known = found.get(component_id) ?? []
    if (known.length < most) found.set(component_id, [...known, view(row)])
  }
  return found
}
