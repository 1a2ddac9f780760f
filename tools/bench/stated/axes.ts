import { membersOf, type Contract } from '~~/core/contract/contract'
import { choicesOf, type TypeModel } from '~~/core/contract/type'
import { variantAxes } from '~~/core/variants/axis'

/** Values of axes, each as `component prop=value`: those that are stated, those we read, and which are both. */
export interface AxisCount {
  stated: number
  read: number
  both: number
  missed: string[]
  extra: string[]
  /** Values that were read where any text is stated: counted by themselves, to be looked at by hand. */
  narrower: string[]
}
export const noAxes = (): AxisCount => ({
  stated: 0,
  read: 0,
  both: 0,
  missed: [],
  extra: [],
  narrower: [],
})

/** More values than these are no axis that anybody chooses along (`docs/reading.md`). */
const mostValues = 150

/** Whether all of a type is written where it is stated: a name from elsewhere says nothing of its values. */
const isStated = (type: TypeModel): boolean =>
  type.is === 'union' ? type.of.every(isStated) : type.is !== 'other'

const isAnyText = (type: TypeModel): boolean =>
  type.is === 'union' ? type.of.some(isAnyText) : type.is === 'string'

/**
 * Counts the axes of props whose stated type is a closed set of texts or numbers against the variants that were read
 * of them; values that only a sheet asks for are told as findings, and promised to nobody. Of a prop whose type is not
 * stated nothing is counted.
 */
export function countAxes(
  count: AxisCount,
  contract: Contract,
  stated: readonly { name: string; type?: TypeModel | undefined }[],
): void {
  const axes = new Map(variantAxes(contract).map((axis) => [axis.name, axis.variants]))
  const nameOf = new Map(
    membersOf(contract, 'prop').flatMap(({ name, attribute }) => [
      ...(attribute ? [[attribute, name] as const] : []),
      [name, name] as const,
    ]),
  )
  for (const { name, type } of stated) {
    const prop = nameOf.get(name)
    // a prop that was not read is counted among names; a type that is only named states no values
    if (!type || prop === undefined || !isStated(type)) continue
    const values = (choicesOf(type) ?? []).filter((value) => typeof value !== 'boolean').map(String)
    const theirs = new Set(values.length > 1 && values.length <= mostValues ? values : [])
    const ours = new Set(
      (axes.get(prop) ?? [])
        .filter(({ value, by, only }) => by === 'prop' && only !== 'sheet' && typeof value !== 'boolean')
        .map(({ value }) => String(value)),
    )
    const called = (value: string) => `${contract.tag} ${prop}=${value}`
    if (isAnyText(type)) {
      count.narrower.push(...[...ours].map(called))
      continue
    }
    count.stated += theirs.size
    count.read += ours.size
    count.both += [...theirs].filter((value) => ours.has(value)).length
    count.missed.push(...[...theirs].filter((value) => !ours.has(value)).map(called))
    count.extra.push(...[...ours].filter((value) => !theirs.has(value)).map(called))
  }
}

/** Recall and precision of what was counted. */
export const sharesOf = ({ stated, read, both, narrower }: AxisCount) => ({
  recall: stated === 0 ? 1 : both / stated,
  precision: read === 0 ? 1 : both / read,
  stated,
  read,
  narrower: narrower.length,
})
