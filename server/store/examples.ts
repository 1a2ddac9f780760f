import { z } from 'zod'
import { usageSchema, type Usage } from '~~/core/code/usage'
import { brokenUnique, type Store } from './database'

export interface Example { id: string; name: string; usage: Usage; face: boolean }

/** A component's kept examples, in their order; the face first. */
export const examplesOf = async (db: Store, component: string): Promise<Example[]> =>
  (await db('examples').where({ component_id: component }).orderBy([{ column: 'face', order: 'desc' }, 'position', 'name']).select('id', 'name', 'usage', 'face')).map((row) => ({ ...row, usage: usageSchema.parse(row.usage) }))

/** How many examples besides the face each component of a library has kept. */
export async function keptCounts(db: Store, library: string): Promise<Map<string, number>> {
  const rows: { tag: string; count: string }[] = await db('examples').join('components', 'components.id', 'examples.component_id').where('components.library_id', library).groupBy('components.tag').select('components.tag').count('* as count')
  return new Map(rows.map((row) => [row.tag, Number(row.count)]))
}

/** Keeps an example; `undefined` where one of that name is kept already. */
export async function keepExample(db: Store, component: string, name: string, usage: Usage): Promise<string | undefined> {
  try {
    const last: number | null = (await db('examples').where({ component_id: component }).max({ most: 'position' }))[0]?.most ?? null
    const [row] = await db('examples').insert({ component_id: component, name, usage: JSON.stringify(usage), position: (last ?? 0) + 1 }).returning('id')
    return z.string().parse(row.id)
  } catch (error) {
    if (brokenUnique(error) === 'examples_name') return undefined
    throw error
  }
}

export const dropExample = async (db: Store, component: string, id: string): Promise<boolean> => (await db('examples').where({ component_id: component, id, face: false }).delete()) === 1
