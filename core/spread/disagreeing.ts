import type { Usage } from '../code/usage'
import type { Axis, AxisValue } from './axes'

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
const applied = (usage: Usage, value: AxisValue): Usage => value.usage?.(usage) ?? usage

/** The props and slots that values of an axis change: `props label`. Axes with none in common agree. */
function touchedBy(axis: Axis, face: Usage): Set<string> {
  const touched = new Set<string>()
  for (const value of axis.values) {
    const usage = applied(face, value)
    for (const part of ['props', 'slots'] as const)
      for (const name of Object.keys({ ...face[part], ...usage[part] }))
        if (!isSame(face[part][name], usage[part][name])) touched.add(`${part} ${name}`)
  }
  return touched
}

/**
 * The values of a later axis that a component cannot be shown with when it is shown with a value of an
 * earlier one: they undo what that says, or have nothing left to change, so that a value before them on their
 * axis already shows the same.
 */
function undoing(axis: Axis, face: Usage, value: AxisValue): number[] {
  const before = applied(face, value)
  const shown = axis.values.map((later) => applied(before, later))
  return shown.flatMap((both, number) => {
    const isUndone = !isSame(applied(both, value), both)
    return isUndone || shown.slice(0, number).some((other) => isSame(other, both)) ? [number] : []
  })
}

/**
 * Pairs of values that contradict one another, such as a slot that is filled and content that there is none
 * of, as they are forbidden in a covering set: a row shows what it says. An example says nothing of its own,
 * it is what the others change.
 */
export function disagreeing(axes: readonly Axis[], face: Usage): [axis: number, value: number][][] {
  const touched = axes.map((axis) => (axis.id === 'example' ? new Set<string>() : touchedBy(axis, face)))
  const pairs: [number, number][][] = []
  for (const [i, first] of axes.entries())
    for (const [j, axis] of axes.entries()) {
      if (j <= i || ![...touched[i]!].some((name) => touched[j]!.has(name))) continue
      for (const [v, value] of first.values.entries())
        for (const w of undoing(axis, face, value))
          pairs.push([
            [i, v],
            [j, w],
          ])
    }
  return pairs
}
