import { likeness } from '../contract/aside'
import { isPromised, isToldApart } from '../contract/changes'
import { describeMember, kindOf, memberKey, type Contract, type Member } from '../contract/contract'
import { offersFor } from '../contract/gone'
import { baseOf } from '../tokens/regions'
import { tokensOfThemes, type Theme } from '../tokens/themes'
import type { ComponentPair, Dress, MemberPair, Side, ToCompare } from './rules/rule'

/** A version, or the shelf, as it is kept. */
export type SideInput = Omit<Side, 'tokensOf' | 'every'>

const undressed = { accessible: {}, themes: [], languages: [], icons: [], deprecatedIcons: {} }

function dressOf(themes: readonly Theme[]): Dress {
  const tokensOf = tokensOfThemes([...themes])
  const base = baseOf(themes)?.name ?? ''
  const inOrder = [base, ...tokensOf.keys()].flatMap((name) => [...(tokensOf.get(name)?.values() ?? [])])
  return { themes, tokensOf, every: new Map(inOrder.toReversed().map((token) => [token.path, token])) }
}

/**
 * Two sides made ready for the rules: tokens resolved, components and members found on the other side.
 * What is known of neither side, or of one only, cannot be compared.
 */
export function compareSides(before: SideInput, now: SideInput, prefix: string): ToCompare {
  const isBare = Boolean(before.isPackedElsewhere) || Boolean(now.isPackedElsewhere)
  const made = (side: SideInput): Side => {
    const { themes, ...known } = isBare ? { ...side, ...undressed } : side
    return { ...known, ...dressOf(themes) }
  }
  return {
    before: made(before),
    now: made(now),
    prefix,
    components: componentPairs(before.contracts, now.contracts),
  }
}

/**
 * Components of two sides by their tags. One that is gone is taken for one that came where that is the
 * likeliest for it, and no other that is gone is liker to it.
 */
function componentPairs(before: readonly Contract[], now: readonly Contract[]): ComponentPair[] {
  const known = new Map(before.map((contract) => [contract.tag, contract]))
  const tags = new Set(now.map(({ tag }) => tag))
  const gone = before.filter(({ tag }) => !tags.has(tag))
  const renamed = renamedComponents(
    gone,
    now.filter(({ tag }) => !known.has(tag)),
  )
  const followed = new Set(renamed.values())
  return [
    ...now.map((contract) => pairOf(known.get(contract.tag) ?? renamed.get(contract.tag), contract)),
    ...gone.filter((contract) => !followed.has(contract)).map((contract) => pairOf(contract, undefined)),
  ]
}

/** From how alike two names are on they may be one thing's, from 0 to 1. */
const alike = 0.5
/** Members that two components of unlike names share at least to be taken for one. */
const telling = 3
/** Small components have members alike by chance: names that are alike too, or many members, tell more. */
function mayBeOne(gone: Contract, fresh: Contract): boolean {
  if (likeness(gone.tag, fresh.tag) >= alike) return true
  const keys = new Set(gone.members.map(memberKey))
  return fresh.members.filter((member) => keys.has(memberKey(member))).length >= telling
}

/** What new components were called before, by their tags now. */
function renamedComponents(gone: readonly Contract[], fresh: readonly Contract[]): Map<string, Contract> {
  const renamed = new Map<string, Contract>()
  for (const contract of gone) {
    const likeliest = offersFor(contract, [...fresh]).find(
      (other) => !renamed.has(other.tag) && mayBeOne(contract, other),
    )
    if (likeliest) renamed.set(likeliest.tag, contract)
  }
  return renamed
}

const pairOf = (before: Contract | undefined, now: Contract | undefined): ComponentPair => ({
  before,
  now,
  members: before && now ? memberPairs(before, now) : [],
})

/** What is promised of a member; what only a comment says of it promises nothing. */
const promised = (before: Contract, now: Contract) => (member: Member) =>
  isPromised(member) && !isToldApart(member, before, now)

function memberPairs(before: Contract, now: Contract): MemberPair[] {
  const isTold = promised(before, now)
  const [then, since] = [before.members.filter(isTold), now.members.filter(isTold)]
  const known = new Map(then.map((member) => [memberKey(member), member]))
  const keys = new Set(since.map(memberKey))
  const gone = then.filter((member) => !keys.has(memberKey(member)))
  const renamed = renamedMembers(
    gone,
    since.filter((member) => !known.has(memberKey(member))),
  )
  const followed = new Set(renamed.values())
  return [
    ...since.map((member) => ({
      before: known.get(memberKey(member)) ?? renamed.get(memberKey(member)),
      now: member,
    })),
    ...gone.filter((member) => !followed.has(member)).map((member) => ({ before: member, now: undefined })),
  ]
}

/** What new members were called before, by their keys now: of one kind, promising the same, alike in name. */
function renamedMembers(gone: readonly Member[], fresh: readonly Member[]): Map<string, Member> {
  const renamed = new Map<string, Member>()
  const taken = new Set<Member>()
  for (const member of gone) {
    const likeOf = (other: Member): number => likeness(other.name, member.name)
    const [likeliest] = fresh
      .filter((other) => !taken.has(other) && likeOf(other) >= alike && promisesSame(member, other))
      .toSorted((a, b) => likeOf(b) - likeOf(a))
    if (!likeliest) continue
    taken.add(likeliest)
    renamed.set(memberKey(likeliest), member)
  }
  return renamed
}

/** Whether two promise the same. Where a kind says nothing but a name, none is another. */
const promisesSame = (member: Member, other: Member): boolean =>
  member.kind === other.kind &&
  kindOf(member).facets.length > 0 &&
  describeMember(member) === describeMember(other) &&
  kindOf(member).facets.every(
    ({ name, show, isSame }) =>
      name === 'attribute' || show(member) === show(other) || isSame?.(member, other),
  )
