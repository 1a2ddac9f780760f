import type { Usage } from '../code/usage'
import type { Axis, AxisValue } from './axes'

const isSame = (a: Usage, b: Usage): boolean => JSON.stringify(a) === JSON.stringify(b)
const applied = (usage: Usage, value: AxisValue): Usage => value.usage?.(usage) ?? usage

/**
 * Whether a component cannot be shown with both values: the later one undoes what the earlier one says, or
 * has nothing left to change, so that a value before it on its axis already shows the same. `first` comes
 * before `axis` in the order in which axes are applied.
 */
function isUndone(face: Usage, first: AxisValue, axis: Axis, number: number): boolean {
  const second = axis.values[number]!
  if (!first.usage || !second.usage) return false
  const before = applied(face, first)
  const both = applied(before, second)
  if (!isSame(applied(both, first), both)) return true
  return axis.values.slice(0, number).some((value) => isSame(applied(before, value), both))
}

/**
 * Pairs of values that contradict one another, such as a slot that is filled and content that there is none
 * of, as they are forbidden in a covering set: a row shows what it says. An example says nothing of its own,
 * it is what the others change.
 */
export function disagreeing(axes: readonly Axis[], face: Usage): [axis: number, value: number][][] {
  const pairs: [number, number][][] = []
  axes.forEach((first, i) => {
    if (first.id === 'example') return
    first.values.forEach((value, v) => {
      axes.slice(i + 1).forEach((axis, offset) => {
        if (axis.id === 'example') return
        for (let w = 0; w < axis.values.length; w++)
          if (isUndone(face, value, axis, w))
            pairs.push([
              [i, v],
              [i + 1 + offset, w],
            ])
      })
    })
  })
  return pairs
}
