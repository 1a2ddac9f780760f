import {
  combinationsSchema,
  sortedSettings,
  type Combination,
  type NewCombination,
} from '~~/core/variants/combination'
import { brokenUnique, type Store } from './database'

/** Combinations of a component that somebody spoke of: named variants by name, then what must not be used. */
export const combinationsOf = async (db: Store, component: string): Promise<Combination[]> =>
  combinationsSchema.parse(
    await db('combinations')
      .where({ component_id: component, deleted_at: null })
      .orderBy(['rule', 'name', 'sorted'])
      .select('id', 'rule', 'name', 'reason', 'settings'),
  )

/** The same of all components of a library, by tag. */
export async function combinationsByTag(db: Store, library: string): Promise<Map<string, Combination[]>> {
  const rows: { tag: string }[] = await db('combinations')
    .join('components', 'components.id', 'combinations.component_id')
    .where({ 'components.library_id': library, deleted_at: null })
    .orderBy(['rule', 'name', 'sorted'])
    .select('components.tag', 'combinations.id', 'rule', 'name', 'reason', 'settings')
  const byTag = new Map<string, Combination[]>()
  for (const { tag, ...row } of rows)
    byTag.set(tag, [...(byTag.get(tag) ?? []), ...combinationsSchema.parse([row])])
  return byTag
}

/** What must not be used together, by tag. */
export async function neverByTag(db: Store, library: string): Promise<Map<string, Combination[]>> {
  const all = await combinationsByTag(db, library)
  const never = [...all].map(([tag, list]) => [tag, list.filter(({ rule }) => rule === 'never')] as const)
  return new Map(never.filter(([, list]) => list.length > 0))
}

const values = ({ rule, name, reason, settings }: NewCombination) => ({
  rule,
  name: rule === 'named' ? name : '',
  reason: rule === 'never' ? reason : '',
  settings: JSON.stringify(settings),
  sorted: sortedSettings(settings),
})

/** Why a combination is not kept: the same values, or the name, are spoken of already; or there are too many. */
export type Refusal = 'there' | 'taken' | 'many'
const refusals: Record<string, Refusal> = { combinations_settings: 'there', combinations_name: 'taken' }
async function orRefusal<T>(work: () => Promise<T>): Promise<T | Refusal> {
  try {
    return await work()
  } catch (error) {
    const refusal = refusals[brokenUnique(error) ?? '']
    if (refusal) return refusal
    throw error
  }
}

/** Keeps a combination, as long as its component has fewer than `most`; its id, or why not. */
export const keepCombination = (
  db: Store,
  component: string,
  combination: NewCombination,
  by: string,
  most: number,
): Promise<{ id: string } | Refusal> =>
  orRefusal(() =>
    db.transaction(async (trx) => {
      // one change of a component's combinations at a time
      await trx('components').where({ id: component }).forUpdate().select('id')
      if ((await combinationsOf(trx, component)).length >= most) return 'many'
      const [row]: { id: string }[] = await trx('combinations')
        .insert({ component_id: component, made_by: by, ...values(combination) })
        .returning('id')
      return { id: row!.id }
    }),
  )

/** Changes a combination, or brings one back that was deleted; `gone` where there is none of that id. */
export const changeCombination = (
  db: Store,
  component: string,
  id: string,
  combination: NewCombination,
): Promise<'changed' | 'gone' | Refusal> =>
  orRefusal(async () =>
    (await db('combinations')
      .where({ component_id: component, id })
      .update({ ...values(combination), deleted_at: null })) === 1
      ? 'changed'
      : 'gone',
  )

export const dropCombination = async (db: Store, component: string, id: string): Promise<boolean> =>
  (await db('combinations')
    .where({ component_id: component, id, deleted_at: null })
    .update({ deleted_at: db.fn.now() })) === 1

/** Gives the combinations of one component to another, but those that it speaks of already. */
export async function moveCombinations(trx: Store, from: string, to: string): Promise<void> {
  const there = await combinationsOf(trx, to)
  const names = new Set(there.map(({ name }) => name).filter(Boolean))
  const spoken = new Set(there.map(({ settings }) => sortedSettings(settings)))
  const given = (await combinationsOf(trx, from)).filter(
    ({ name, settings }) => !names.has(name) && !spoken.has(sortedSettings(settings)),
  )
  await trx('combinations')
    .whereIn(
      'id',
      given.map(({ id }) => id),
    )
    .update({ component_id: to })
}
