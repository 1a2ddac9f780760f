import { z } from 'zod'
import type { Usage } from '../code/usage'
import type { Contract } from '../contract/contract'
import type { Variant } from '../contract/variant'
import { axesTogether, choicesAlong, hasChoice, withValue, type VariantAxis } from './axis'

/** A value along an axis; `null` says that nothing is set along it. */
export const settingSchema = z.object({
  axis: z.string().min(1).max(200),
  value: z.union([z.string().max(200), z.number(), z.boolean(), z.null()]),
})
export type Setting = z.infer<typeof settingSchema>

/** At most so many axes are told of together. */
export const mostSettings = 8

/**
 * Values of two or more axes that somebody spoke of together: a variant that has a `name` of its own, or what
 * must `never` be used, with the reason. Each axis occurs once.
 */
export const combinationFields = z.object({
  rule: z.enum(['named', 'never']),
  settings: z
    .array(settingSchema)
    .min(2)
    .max(mostSettings)
    .refine((settings) => new Set(settings.map(({ axis }) => axis)).size === settings.length, {
      message: 'each axis has one value in a combination',
    }),
  /** Of a named variant, unique in its component; empty where a combination is ruled out. */
  name: z.string().trim().max(80),
  /** Why it must not be used; a named variant has words as every member has. */
  reason: z.string().trim().max(2000),
})
export const newCombinationSchema = combinationFields.refine(
  ({ rule, name, reason }) => (rule === 'named' ? name !== '' : reason !== ''),
  { message: 'a named variant has a name, and what must not be used has a reason' },
)
export type NewCombination = z.infer<typeof newCombinationSchema>
/** Combinations as they are kept. */
export const combinationsSchema = z.array(combinationFields.extend({ id: z.string() }))
export type Combination = z.infer<typeof combinationsSchema>[number]

/** The key that the words of a named variant are kept under. */
export const combinationKey = ({ id }: Pick<Combination, 'id'>): string => `named:${id}`

/** How a value of an axis reads: `tone warn`, `wide`, `not wide`, `no mood`. */
export const sayChoice = (axis: string, value: Setting['value']): string =>
  value === true ? axis : value === false ? `not ${axis}` : value === null ? `no ${axis}` : `${axis} ${value}`
/** `tone warn with wide`. */
export const saySettings = (settings: readonly Setting[]): string =>
  settings.map(({ axis, value }) => sayChoice(axis, value)).join(' with ')

const axisOf = (axes: readonly VariantAxis[], setting: Setting): VariantAxis | undefined =>
  axes.find(
    ({ name, ...axis }) =>
      name === setting.axis && choicesAlong({ name, ...axis }).some(({ value }) => value === setting.value),
  )

/** What a combination names that the contract has not, or has no more. */
export const goneFrom = (contract: Contract, settings: readonly Setting[]): Setting[] => {
  const axes = axesTogether(contract)
  return settings.filter((setting) => !axisOf(axes, setting))
}

/** A way of showing a component with all values of a combination; `undefined` where one of them is gone. */
export function withSettings(
  contract: Contract,
  usage: Usage,
  settings: readonly Setting[],
): Usage | undefined {
  const axes = axesTogether(contract)
  let shown = usage
  for (const setting of settings) {
    const axis = axisOf(axes, setting)
    if (!axis) return undefined
    shown = withValue(shown, axis, setting.value ?? undefined)
  }
  return shown
}

/** Whether a way of showing a component has a value, set or by itself. */
export function hasSetting(contract: Contract, usage: Usage, setting: Setting): boolean {
  const axis = axisOf(axesTogether(contract), setting)
  return axis !== undefined && hasChoice(usage, axis, setting.value)
}

/** Whether a way of showing a component has all values of a combination. */
export const hasSettings = (contract: Contract, usage: Usage, settings: readonly Setting[]): boolean =>
  settings.every((setting) => hasSetting(contract, usage, setting))

/** What a combination rules out, whoever said so and why. */
export type NeverTogether = Pick<Combination, 'rule' | 'settings'>

/** The combinations that must not be used and that a way of showing a component has, in their order. */
export const ruledOut = <C extends NeverTogether>(
  contract: Contract,
  usage: Usage,
  combinations: readonly C[],
): C[] =>
  combinations.filter(({ rule, settings }) => rule === 'never' && hasSettings(contract, usage, settings))

/** What is set along the axes of a contract: what comes by itself is not. */
export function settingsIn(contract: Contract, usage: Usage): Setting[] {
  return axesTogether(contract).flatMap((axis) => {
    const choice = choicesAlong(axis).find(({ value }) => hasChoice(usage, axis, value))
    return choice && isSetAlong(usage, axis.variants[0]!) ? [{ axis: axis.name, value: choice.value }] : []
  })
}

const isSetAlong = (usage: Usage, { by, axis }: Variant): boolean =>
  by === 'prop'
    ? usage.props[axis] !== undefined
    : usage.attributes?.[by === 'class' ? 'class' : axis] !== undefined

/** The settings of a combination as one text, whatever their order. */
export const sortedSettings = (settings: readonly Setting[]): string =>
  settings
    .map(({ axis, value }) => JSON.stringify([axis, value]))
    .sort()
    .join(' ')

/** What is set now, where it is a combination that nobody spoke of yet. */
export function notSpokenOf(
  contract: Contract,
  usage: Usage,
  kept: readonly Pick<Combination, 'settings'>[],
): Setting[] | undefined {
  const settings = settingsIn(contract, usage)
  const isKnown = kept.some((other) => sortedSettings(other.settings) === sortedSettings(settings))
  return settings.length >= 2 && settings.length <= mostSettings && !isKnown ? settings : undefined
}

/** `Never tone storm with wide: Nobody sees it.` */
export const sayNever = ({ settings, reason }: Pick<Combination, 'settings' | 'reason'>): string =>
  `Never ${saySettings(settings)}: ${reason}`
