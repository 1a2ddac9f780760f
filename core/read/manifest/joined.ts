import { memberKey, type Contract, type Member } from '../../contract/contract'
import type { TypeModel } from '../../contract/type'
import { isWithin, saysNothing } from '../../contract/weight'

/**
 * What a manifest adds to a contract that was read from code: words for members that have none there, and
 * types where the code says nothing of them. A script that was compiled has lost its types: what is
 * stated more exactly than what can be told from its values is taken.
 */
export function withStated(contract: Contract, stated: Contract): Contract {
  const known = new Map(stated.members.map((member) => [memberKey(member), member]))
  return {
    ...contract,
    summary: contract.summary || stated.summary,
    members: contract.members.map((member) => {
      const said = known.get(memberKey(member))
      if (!said) return member
      const comment = member.comment ?? said.comment
      return { ...withStatedTypes(member, said), ...(comment ? { comment } : {}) }
    }),
  }
}

function withStatedTypes(member: Member, said: Member): Member {
  const isErased = /\.[cm]?jsx?$/.test(member.place.file)
  const better = (read: TypeModel, other: TypeModel) => moreTelling(read, other, isErased)
  if (member.kind === 'prop' && said.kind === 'prop')
    return { ...member, type: better(member.type, said.type) }
  if (member.kind === 'event' && said.kind === 'event' && member.detail && said.detail)
    return { ...member, detail: better(member.detail, said.detail) }
  if (member.kind !== 'method' || said.kind !== 'method') return member
  return {
    ...member,
    takes: member.takes.map((taken, i) => {
      const other = said.takes[i]
      return other?.name === taken.name ? { ...taken, type: better(taken.type, other.type) } : taken
    }),
    returns: better(member.returns, said.returns),
  }
}

/** What is stated where it says more than what was read. */
const moreTelling = (read: TypeModel, said: TypeModel, isErased: boolean): TypeModel =>
  !saysNothing(said) && (saysNothing(read) || (isErased && isWithin(said, read))) ? said : read
