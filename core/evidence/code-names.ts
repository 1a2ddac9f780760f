import type { Contract, Member } from '../contract/contract'

/** What fills a component without a name is called in code, whatever it is written in. */
const ofDefaultSlot = ['children', 'default']

/** What a member is called in the code of its component: a prop by its name and its attribute too. */
export function codeNamesOf(member: Member): string[] {
  if (member.kind === 'prop') {
    const { name, attribute } = member
    return attribute && attribute !== name ? [name, attribute] : [name]
  }
  if (member.kind === 'variant') return [member.axis]
  if (member.kind !== 'slot') return []
  return member.name ? [member.name] : ofDefaultSlot
}

/** What the members of a component are called in its code. */
export const namesInCode = (contract: Contract): string[] => [
  ...new Set(contract.members.flatMap(codeNamesOf)),
]
