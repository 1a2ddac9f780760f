import type { Weight } from '../contract/weight'
import type { SummaryRow } from './summary'

export interface AccessibleChange {
  says: string
  weight: Weight
}

/**
 * What changed of what assistive technology is told of a component and of the keys it answers. Elements are the
 * same by their role, one after the other. What is told or answered no more is breaking, what comes additive;
 * other names, values and answers are a mend.
 */
export function accessibleChanges(
  before: readonly SummaryRow[],
  now: readonly SummaryRow[],
): AccessibleChange[] {
  const [then, since] = [keyed(before), keyed(now)]
  const gone = [...then]
    .filter(([key]) => !since.has(key))
    .map(([, row]) => breaking(`${row.what} is told of no more`))
  const others = [...since].flatMap(([key, row]): AccessibleChange[] => {
    const was = then.get(key)
    return was ? changesOfRow(was, row) : [{ says: `${row.what} is told of`, weight: 'additive' }]
  })
  return [...gone, ...others]
}

const breaking = (says: string): AccessibleChange => ({ says, weight: 'breaking' })

function keyed(rows: readonly SummaryRow[]): Map<string, SummaryRow> {
  const counts = new Map<string, number>()
  return new Map(
    rows.map((row) => {
      const count = (counts.get(row.role) ?? 0) + 1
      counts.set(row.role, count)
      return [`${row.role} ${count}`, row]
    }),
  )
}

function changesOfRow(was: SummaryRow, now: SummaryRow): AccessibleChange[] {
  const renamed: AccessibleChange[] =
    was.name === now.name ? [] : [{ says: `${was.what} is called “${now.name}”`, weight: 'mend' }]
  return [...renamed, ...changesOfStates(was, now), ...changesOfKeys(was, now)]
}

/** States by their names: `expanded` of `expanded false`. */
const statesOf = ({ steady, changing }: SummaryRow): Set<string> =>
  new Set([...steady, ...changing].map((state) => state.split(' ')[0]!))

function changesOfStates(was: SummaryRow, now: SummaryRow): AccessibleChange[] {
  const [then, since] = [statesOf(was), statesOf(now)]
  const values = new Set(was.steady)
  return [
    ...[...then]
      .filter((state) => !since.has(state))
      .map((state) => breaking(`${now.what} is ${state} no more`)),
    ...[...since]
      .filter((state) => !then.has(state))
      .map((state): AccessibleChange => ({ says: `${now.what} tells ${state}`, weight: 'additive' })),
    ...now.steady
      .filter((state) => then.has(state.split(' ')[0]!) && !values.has(state))
      .map((state): AccessibleChange => ({ says: `${now.what}: ${state}`, weight: 'mend' })),
  ]
}

const answersOf = ({ keys }: SummaryRow): Map<string, string> =>
  new Map(keys.flatMap(({ keys: all, does }) => all.map((key): [string, string] => [key, does.join('; ')])))

function changesOfKeys(was: SummaryRow, now: SummaryRow): AccessibleChange[] {
  const [then, since] = [answersOf(was), answersOf(now)]
  return [...new Set([...then.keys(), ...since.keys()])].flatMap((key): AccessibleChange[] => {
    const [before, after] = [then.get(key), since.get(key)]
    if (before === after) return []
    if (after === undefined) return [breaking(`${now.what} answers ${key} no more: ${before!}`)]
    return [
      {
        says: `${now.what} answers ${key}: ${after}`,
        weight: before === undefined ? 'additive' : 'mend',
      },
    ]
  })
}
