import { componentTitle, kindTitle, memberKey, memberTitle, type Contract } from '../contract/contract'

/** Words people wrote for members, by tag and member key. */
export type WrittenWords = ReadonlyMap<string, ReadonlyMap<string, string>>

/** Something that a search may lead to. */
export interface FindEntry {
  id: string
  tag: string
  member: string | undefined
  title: string
  under: string
  words: string
  kind: string
  boost: number
}

/** Components and their members, as they are looked for. */
export function entriesOf(
  contracts: readonly Contract[],
  prefix: string,
  written: WrittenWords = new Map(),
): FindEntry[] {
  return contracts.flatMap((contract) => {
    const { tag, summary, group, members } = contract
    const title = componentTitle(tag, prefix)
    const component: FindEntry = {
      id: tag,
      tag,
      member: undefined,
      title,
      under: tag,
      words: [summary, group ?? ''].filter(Boolean).join(' · '),
      kind: 'component',
      boost: 2,
    }
    const ofMembers = members.map((member): FindEntry => {
      const key = memberKey(member)
      return {
        id: `${tag} ${key}`,
        tag,
        member: key,
        title: memberTitle(member),
        under: `${kindTitle(member.kind)} of ${title}`,
        words: [written.get(tag)?.get(key), member.comment].filter(Boolean).join(' · '),
        kind: member.kind,
        boost: 1,
      }
    })
    return [component, ...ofMembers]
  })
}
