import { membersOf, type Contract } from '../contract/contract'
import { axesTogether, choicesAlong } from '../variants/axis'
import type { NeverTogether, Setting } from '../variants/combination'
import { property } from './declarations'

/**
 * The type of a component's props without those that must never be given together; `props` is the type of them
 * all. Of each such combination at least one value is another, and is given where it is not by itself. What is
 * set by attributes and classes no type of props can tell of.
 */
export function withoutNever(contract: Contract, props: string, never: readonly NeverTogether[]): string {
  const rules = never
    .filter(({ rule }) => rule === 'never')
    .flatMap(({ settings }) => {
      const others = settings.map((setting) => otherThan(contract, props, setting))
      return others.every((type) => type !== undefined) ? [`(${others.join(' | ')})`] : []
    })
  return [props, ...rules].join(' & ')
}

/** An object whose prop has any value but one. */
function otherThan(contract: Contract, props: string, { axis, value }: Setting): string | undefined {
  const prop = membersOf(contract, 'prop').find(({ name, readonly }) => name === axis && !readonly)
  const found = axesTogether(contract).find(({ name }) => name === axis)
  const choice = found && choicesAlong(found).find((choice) => choice.value === value)
  if (!prop || !choice || found.variants[0]!.by !== 'prop' || value === null) return undefined
  // what comes by itself is avoided only by giving another
  const isUsual = choice.variant ? choice.variant.usual : found.variants.every(({ usual }) => !usual)
  const but = `${JSON.stringify(value)}${isUsual ? ' | undefined' : ''}`
  const type = `Exclude<${props}[${JSON.stringify(axis)}], ${but}>`
  return `{ ${property(axis)}${isUsual ? '' : '?'}: ${type} }`
}
