import { memberKey, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import type { Variant } from '../contract/variant'
import { arrangeAxis, arrangementKey, valueOf, type ValueStatus } from './arrangement'
import { variantAxes } from './axis'

/** What people wrote for a component, by member key. */
type WordsOf = (key: string) => string | undefined

/**
 * What is said of the values of a prop, value by value, in the order that people gave them: words, and how
 * far each
 * is. Nothing where nobody has said anything.
 */
export function sayValues(contract: Contract, prop: Prop, wordsOf: WordsOf): string | undefined {
  const axis = variantAxes(contract).find(({ name }) => name === prop.name || name === prop.attribute)
  if (!axis) return undefined
  const { groups, statuses } = arrangeAxis(axis, wordsOf(arrangementKey(axis.name)))
  const said = groups
    .flatMap(({ variants }) => variants)
    .flatMap((variant) => sayValue(variant, statuses.get(variant), wordsOf(memberKey(variant))) ?? [])
  return said.length ? said.join(' ') : undefined
}

function sayValue(
  variant: Variant,
  told: ValueStatus | undefined,
  words: string | undefined,
): string | undefined {
  const says = (words ?? variant.comment)?.replace(/\s+/g, ' ').trim()
  const status = told?.status ?? (variant.deprecated === undefined ? undefined : 'deprecated')
  const note = told?.note ?? variant.deprecated
  if (!says && !status) return undefined
  const how = status ? ` (${[status, note].filter(Boolean).join(', ')})` : ''
  return `${valueOf(variant)}${how}${says ? `: ${says.replace(/[.\s]+$/, '')}` : ''}.`
}

/** A contract whose props tell in their comments what people wrote for them and for their values. */
export const withSaidValues = (contract: Contract, wordsOf: WordsOf): Contract => ({
  ...contract,
  members: contract.members.map((member) => {
    if (member.kind !== 'prop') return member
    const comment = [wordsOf(memberKey(member)) ?? member.comment, sayValues(contract, member, wordsOf)]
      .filter(Boolean)
      .join(' ')
    return comment ? { ...member, comment } : member
  }),
})

/**
 * A contract whose values are deprecated as people said of them: what somebody said counts more than what the
 * source says, and what they gave as the reason stands with it.
 */
export function withSaidStatuses(contract: Contract, wordsOf: WordsOf): Contract {
  const said = new Map(
    variantAxes(contract).flatMap((axis) => [
      ...arrangeAxis(axis, wordsOf(arrangementKey(axis.name))).statuses,
    ]),
  )
  if (said.size === 0) return contract
  return {
    ...contract,
    members: contract.members.map((member) => {
      const told = member.kind === 'variant' ? said.get(member) : undefined
      if (!told) return member
      const { deprecated: _inSource, ...rest } = member
      return told.status === 'deprecated' ? { ...rest, deprecated: told.note } : rest
    }),
  }
}
