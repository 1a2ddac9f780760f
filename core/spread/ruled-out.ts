import type { Usage } from '../code/usage'
import type { Contract } from '../contract/contract'
import { hasSetting, type Combination, type Setting } from '../variants/combination'
import type { Axis } from './axes'

type Pair = [axis: number, value: number]

/**
 * What must not be used, as values of axes that must not occur together, beside what the face has by itself;
 * nothing of a combination that the face can not come to along these axes, or that it has already.
 */
export function ruledOutAmong(
  contract: Contract,
  axes: readonly Axis[],
  face: Usage,
  combinations: readonly Combination[],
): Pair[][] {
  return combinations
    .filter(({ rule }) => rule === 'never')
    .flatMap(({ settings }) =>
      productOf(settings.map((setting) => waysTo(contract, axes, face, setting))).filter(
        (pairs) => pairs.length > 0 && new Set(pairs.map(([axis]) => axis)).size === pairs.length,
      ),
    )
}

/** Values of axes by which something is set; an empty one where it is so by itself and no axis changes it. */
function waysTo(contract: Contract, axes: readonly Axis[], face: Usage, setting: Setting): Pair[][] {
  const has = (usage: Usage) => hasSetting(contract, usage, setting)
  const changing = axes.flatMap((axis, a) => {
    const having = axis.values.map((value) => has(value.usage?.(face) ?? face))
    return new Set(having).size > 1 ? [{ a, having, own: axis.id.endsWith(`:${setting.axis}`) }] : []
  })
  // an axis of its own has the last word; a named variant or an example only where there is none
  const own = changing.filter((axis) => axis.own)
  const asked = own.length ? own : changing
  if (asked.length === 0) return has(face) ? [[]] : []
  return asked.flatMap(({ a, having }) => having.flatMap((isSo, v): Pair[][] => (isSo ? [[[a, v]]] : [])))
}

/** One way for each setting, all together; a pair that occurs twice counts once. */
const productOf = (ways: readonly Pair[][][]): Pair[][] =>
  ways.reduce<Pair[][]>(
    (sofar, next) =>
      sofar.flatMap((pairs) =>
        next.map((way) => [
          ...pairs,
          ...way.filter(([a, v]) => !pairs.some(([axis, value]) => axis === a && value === v)),
        ]),
      ),
    [[]],
  )
