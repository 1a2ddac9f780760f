import { wantsWords, withoutWords, type Contract } from '~~/core/contract/contract'
import { titleOfGroup } from '~~/core/contract/group'
import type { Standing } from '~~/core/wire'

/** A shelf in its groups, each with how much of it is in words, from 0 to 1; and which members want words. */
export function shelfInGroups(
  standing: Readonly<Ref<readonly Standing[]>>,
  tokens: Readonly<Ref<ReadonlySet<string>>>,
) {
  const missing = (standing: Standing) =>
    withoutWords(standing.contract, new Set(standing.written), tokens.value)
  const wanting = (contract: Contract) =>
    contract.members.filter((member) => wantsWords(member, tokens.value))
  const wordsShare = (items: Standing[]) => {
    const all = items.reduce((sum, item) => sum + wanting(item.contract).length, 0)
    const gone = items.reduce((sum, item) => sum + missing(item).length, 0)
    return { inWords: all === 0 ? 1 : (all - gone) / all }
  }
  const groups = computed(() => {
    const groups = new Map<string, Standing[]>()
    for (const component of standing.value)
      groups.set(component.group, [...(groups.get(component.group) ?? []), component])
    return [...groups].map(([name, items]) => ({
      name: titleOfGroup(name, groups.keys()),
      items,
      ...wordsShare(items),
    }))
  })
  return { groups, missing, wanting }
}
