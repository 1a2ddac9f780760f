import { describeMember, inOrder, memberKey, type Contract, type Member } from './contract'

/**
 * How one member of a contract differs from what it was. `says` is its line of facts, before and after where
 * both are.
 */
export interface MemberChange {
  member: Member
  change: 'new' | 'changed' | 'gone'
  says: string
}

/** What is told of a member beside what it promises. */
const besides = new Set(['place', 'comment', 'disagreements', 'unfired', 'idle', 'made', 'wears'])
const promise = (member: Member): string =>
  inOrder(Object.fromEntries(Object.entries(member).filter(([name]) => !besides.has(name))))

/**
 * The members that are new, changed and gone between two readings of a component, in the order of the newer.
 */
export function changesOf(before: Contract, now: Contract): MemberChange[] {
  const isToldOf = (member: Member) => !isToldApart(member, before, now)
  const old = new Map(before.members.map((member) => [memberKey(member), member]))
  const keys = new Set(now.members.map(memberKey))
  const fresh = now.members.filter(isToldOf).flatMap((member): MemberChange[] => {
    const was = old.get(memberKey(member))
    if (!was) return [{ member, change: 'new', says: describeMember(member) }]
    if (promise(was) === promise(member)) return []
    const [then, since] = [describeMember(was), describeMember(member)]
    return [{ member, change: 'changed', says: then === since ? since : `${then} → ${since}` }]
  })
  return [
    ...fresh,
    ...before.members
      .filter((member) => isToldOf(member) && !keys.has(memberKey(member)))
      .map((member): MemberChange => ({ member, change: 'gone', says: '' })),
  ]
}

/** Whether what changes of a member is told with another one of two readings of its component. */
export const isToldApart = (member: Member, before: Contract, now: Contract): boolean =>
  isOfProp(member) || isStateOfVariant(member, before, now)

/** Whether a member is promised: what only a comment says of it promises nothing. */
export const isPromised = (member: Member): boolean => member.known !== 'comment'

/** A variant that a prop has: what changes of it, the type and the default of that prop tell. */
const isOfProp = (member: Member): boolean => member.kind === 'variant' && member.by === 'prop'

/** A state by attribute that is told of as a variant in the other of two readings. */
function isStateOfVariant(member: Member, ...contracts: readonly Contract[]): boolean {
  if (member.kind !== 'state' || member.by !== 'attribute') return false
  const [attribute, value = 'true'] = member.name.split('=')
  return contracts.some(({ members }) =>
    members.some((other) => {
      if (other.kind !== 'variant' || String(other.value) !== value) return false
      const prop = members.find(({ kind, name }) => kind === 'prop' && name === other.axis)
      return other.axis === attribute || (prop?.kind === 'prop' && prop.attribute === attribute)
    }),
  )
}

/** What one version did to a component: it came with it, went with it, or these members changed. */
export interface VersionOf {
  version: string
  made_at: Date
  change: 'new' | 'changed' | 'gone'
  members: MemberChange[]
}

/**
 * A component's history, the newest version first, from what each version had of it, the oldest first;
 * versions that changed nothing are left out.
 */
export function historyOf(
  versions: readonly { version: string; made_at: Date; contract: Contract | undefined }[],
): VersionOf[] {
  const history: VersionOf[] = []
  let before: Contract | undefined
  for (const { version, made_at, contract } of versions) {
    if (contract && !before) history.push({ version, made_at, change: 'new', members: [] })
    else if (!contract && before) history.push({ version, made_at, change: 'gone', members: [] })
    else if (contract && before) {
      const members = changesOf(before, contract)
      if (members.length) history.push({ version, made_at, change: 'changed', members })
    }
    before = contract
  }
  return history.reverse()
}
