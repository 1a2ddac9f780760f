import { membersOf, type Contract } from '../../contract/contract'
import { nearestName } from '../../near'
import { partsOf } from '../../reach/parts-tree'
import { compoundsOf } from '../../style/compounds'
import type { Check, Finding, ToCheck } from '../check'

/**
 * Parts that are asked for and cannot be reached: in rules (`::part()`), and where an inner component's are
 * forwarded (CSS Shadow Parts, 2 and 3). A name that is near to none, and is no inner component's, may be set
 * by code that was not read: nothing is said of it.
 */
export const part: Check = {
  run: (given) => [...inRules(given), ...forwarded(given)],
}
const namesOf = (contract: Contract): string[] => partsOf(contract).map(({ name }) => name)

function inRules({ declared, contracts }: ToCheck): Finding[] {
  const byTag = new Map(contracts.map((contract) => [contract.tag, contract]))
  const found = new Map<string, Finding>()
  for (const { selector, file, line } of declared) {
    if (!selector.includes('::part(')) continue
    for (const { tag, name } of askedIn(selector)) {
      const contract = byTag.get(tag)
      if (!contract || namesOf(contract).includes(name)) continue
      const todo = whatToDo(contract, name, byTag)
      const about = `${tag}::part(${name}) ${file}`
      if (todo === undefined || found.has(about)) continue
      const says = `${tag}::part(${name}) reaches nothing: ${tag} has no part of that name.`
      found.set(about, { rule: 'part', about, says, todo, place: { file, line }, tag })
    }
  }
  return [...found.values()]
}

/** Elements whose parts a selector asks for, each with the name. */
const askedIn = (selector: string): { tag: string; name: string }[] =>
  compoundsOf(selector)
    .flat()
    .flatMap(({ type, parts }) =>
      type === undefined ? [] : parts.flat().map((name) => ({ tag: type, name })),
    )

/** By what it would be reached: a name that was meant, or an inner component that has it. */
function whatToDo(
  contract: Contract,
  name: string,
  byTag: ReadonlyMap<string, Contract>,
): string | undefined {
  const near = nearestName(name, namesOf(contract))
  if (near) return `Did you mean ${near}?`
  const inner = contract.uses
    .map(({ tag }) => byTag.get(tag))
    .find((used) => used && namesOf(used).includes(name))
  return inner && `It is a part of ${inner.tag} in it: forward it there, by exportparts="${name}".`
}

/** Parts of inner components that are forwarded, and that those do not have. */
function forwarded({ contracts }: ToCheck): Finding[] {
  const byTag = new Map(contracts.map((contract) => [contract.tag, contract]))
  return contracts.flatMap((contract) =>
    membersOf(contract, 'part').flatMap(({ name, from, place }): Finding[] => {
      const inner = from && byTag.get(from.tag)
      if (!inner || namesOf(inner).includes(from.part)) return []
      const near = nearestName(from.part, namesOf(inner))
      if (!near) return []
      return [
        {
          rule: 'part',
          about: `${contract.tag} ${from.tag} ${from.part}`,
          says: `${contract.tag} forwards ${from.part} of ${from.tag} as ${name}, which has no part of that name.`,
          todo: `Did you mean ${near}?`,
          place,
          tag: contract.tag,
        },
      ]
    }),
  )
}
