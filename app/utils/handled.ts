import type { Contract, Member } from '~~/core/contract/contract'
import { isElement } from '~~/core/languages/languages'

/** Whether a member can be set, filled or called on the bench. */
export function isHandled(contract: Contract, member: Member): boolean {
  if (member.kind === 'prop') return !member.readonly
  if (member.known === 'comment') return false
  if (member.kind === 'method') return isElement(contract)
  return member.kind === 'slot' || member.kind === 'custom-property'
}
