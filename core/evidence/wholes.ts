import { membersOf, type Contract } from '../contract/contract'

/** Wholes that a part is tried in. */
const mostWholes = 3

/**
 * What a component is a part of: components of the library that look for it in what they hold, such as a row
 * of tabs for its tabs. Much of what a part is given is for these alone.
 */
export const wholesOf = (contract: Contract, others: readonly Contract[]): Contract[] =>
  others
    .filter((other) => other.tag !== contract.tag && other.language === contract.language)
    .filter(({ companions = [] }) => companions.includes(contract.tag))
    .filter((other) => membersOf(other, 'slot').length > 0)
    .slice(0, mostWholes)
