import { kindTitle, memberKey, memberTitle, type Contract, type Member } from '../../contract/contract'
import type { ComponentPair, MemberPair, ToCompare } from './rule'

/** A member as it stands in a sentence: `prop tone`. */
export const called = (member: Member): string => `${kindTitle(member.kind)} ${memberTitle(member)}`

/** Where a change of a member is told. */
export const placeOf = (contract: Contract, member: Member) => ({
  about: `${contract.tag} ${memberKey(member)}`,
  tag: contract.tag,
  member: memberKey(member),
})

/** Components that are on both sides. */
export const stayed = ({ components }: ToCompare): (ComponentPair & { before: Contract; now: Contract })[] =>
  components.filter((pair): pair is ComponentPair & { before: Contract; now: Contract } =>
    Boolean(pair.before && pair.now),
  )

/** What is told of each pair of members of the components that are on both sides. */
export const ofMembers = <Told>(
  given: ToCompare,
  tell: (pair: MemberPair, component: { before: Contract; now: Contract }) => Told[],
): Told[] => stayed(given).flatMap((component) => component.members.flatMap((pair) => tell(pair, component)))

/** That something is deprecated, as a sentence, with what was said of it. */
export const saysDeprecated = (what: string, note = ''): string =>
  `${what} is deprecated${note ? `: ${note.replace(/\.$/, '')}` : ''}.`
