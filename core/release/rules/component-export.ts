import type { Contract } from '../../contract/contract'
import { isElement } from '../../languages/languages'
import type { ReleaseRule } from './rule'
import { stayed } from './told'

/**
 * The name by which a package hands a component on: elements by that of their class; all others by what one writes
 * to use them, whatever their own modules call them.
 */
function handedOn(contract: Contract): string {
  const { exported, inner, exportName, className, tag } = contract
  if (!exported || inner) return 'not handed on'
  return isElement(contract) ? (exportName ?? className) : tag
}

/** A component that its package hands on under another name, or no more. */
export const componentExport: ReleaseRule = {
  name: 'component-export',
  title: 'A component is exported otherwise',
  changes: (given) =>
    stayed(given)
      .filter(({ before, now }) => handedOn(before) !== handedOn(now) && !isOfTag(before, now))
      .map(({ before, now }) => ({
        weight: handedOn(before) === 'not handed on' ? ('additive' as const) : ('breaking' as const),
        about: now.tag,
        says: `${now.tag} is exported otherwise.`,
        tag: now.tag,
        before: handedOn(before),
        now: handedOn(now),
      })),
}

/** One that is called otherwise is handed on otherwise because of that. */
const isOfTag = (before: Contract, now: Contract): boolean =>
  before.tag !== now.tag && handedOn(before) === before.tag && handedOn(now) === now.tag
