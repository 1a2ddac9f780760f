import { describeMember, memberKey, type Contract, type Member } from './contract'

/** Words whose member is no more, with the members it may live on in, likeliest first. */
export interface Aside<W> {
  words: W
  offers: Member[]
}

/**
 * Words that no member of the contract claims. Each is offered to members of the same kind that have
 * no words, by how alike their names are; where only one such member is left, it is offered whatever
 * it is called.
 */
export function wordsAside<W extends { member: string; text: string }>(
  contract: Contract,
  written: readonly W[],
): Aside<W>[] {
  const members = new Map(contract.members.map((member) => [memberKey(member), member]))
  const spoken = new Set(written.filter((item) => item.text).map((item) => item.member))
  return written
    .filter(
      (item) => item.text && !/^(component|guide|named|axis):/.test(item.member) && !members.has(item.member),
    )
    .map((words) => {
      const [kind, ...rest] = words.member.split(':')
      const name = rest.join(':')
      const free = contract.members.filter((member) => member.kind === kind && !spoken.has(memberKey(member)))
      const offers = free
        .map((member) => ({ member, like: likeness(member.name, name) }))
        .filter(({ like }) => free.length === 1 || like >= 0.4)
        .sort((a, b) => b.like - a.like)
        .slice(0, 3)
        .map(({ member }) => member)
      return { words, offers }
    })
}

/**
 * How alike two names are, from 0 to 1: the share of pairs of letters they have in common (Sørensen–Dice
 * coefficient over bigrams, case and hyphens left aside).
 */
export function likeness(a: string, b: string): number {
  const pairs = (text: string) => {
    const plain = text.toLowerCase().replace(/[-_]/g, '')
    return Array.from({ length: Math.max(0, plain.length - 1) }, (_, i) => plain.slice(i, i + 2))
  }
  const [left, right] = [pairs(a), pairs(b)]
  if (left.length + right.length === 0) return a.toLowerCase() === b.toLowerCase() ? 1 : 0
  const rest = [...right]
  let common = 0
  for (const pair of left) {
    const at = rest.indexOf(pair)
    if (at < 0) continue
    rest.splice(at, 1)
    common++
  }
  return (2 * common) / (left.length + right.length)
}

/** What the source said of a member when words were written, as it is kept beside them. */
export const factsOf = (contract: Contract, key: string): string | undefined => {
  const member = contract.members.find((member) => memberKey(member) === key)
  return member && describeMember(member)
}

/** Whether the source says something else of a member now than when its words were written. */
export const changedUnder = (
  member: Member,
  words: { text: string; facts: string | null } | undefined,
): boolean => !!words?.text && words.facts !== null && words.facts !== describeMember(member)
