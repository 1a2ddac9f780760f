import { byWeight, heaviest, type Weight } from '../contract/weight'
import type { ReleaseChange } from './rules/rule'

/** Differences that are told together: those of a component, of tokens and themes, or of the package. */
export interface ChangeGroup {
  /** The component's tag, or what the others are of. */
  name: string
  of: 'component' | 'dress' | 'package'
  weight: Weight
  changes: ReleaseChange[]
}

const isOfDress = ({ rule }: Pick<ReleaseChange, 'rule'>): boolean => /^(?:token|theme|field)-/.test(rule)

/** Differences by what they are of, the heaviest group first, components before the rest where they weigh the same. */
export function groupChanges(changes: readonly ReleaseChange[]): ChangeGroup[] {
  const byName = new Map<string, ChangeGroup>()
  for (const change of changes) {
    const of = change.tag === undefined ? (isOfDress(change) ? 'dress' : 'package') : 'component'
    const name = change.tag ?? of
    const group = byName.get(name) ?? { name, of, weight: 'none', changes: [] }
    group.changes.push(change)
    byName.set(name, group)
  }
  const order = ['component', 'dress', 'package']
  return [...byName.values()]
    .map((group) => ({ ...group, weight: heaviest(group.changes.map(({ weight }) => weight)) }))
    .toSorted((a, b) => byWeight(a, b) || order.indexOf(a.of) - order.indexOf(b.of))
}
