import type { Check, Finding } from '../check'
import { sheetsOfPageIn } from '../../isolation/page-sheets'
import type { Declared } from '../declared'

/** Rules of one selector in two sheets of the page that say different things of one property. */
export const className: Check = {
  run({ declared, contracts }) {
    const isOfPage = sheetsOfPageIn(contracts)
    const ofPage = declared.filter(
      ({ file, selector, property, isOpen }) =>
        (isOpen || isOfPage(file)) && selector.includes('.') && !property.startsWith('--'),
    )
    return [...byRule(ofPage).values()].flatMap(findingsOf)
  },
}

/** Declarations of rules with one selector under the same conditions. */
const byRule = (declared: readonly Declared[]): Map<string, Declared[]> => {
  const groups = new Map<string, Declared[]>()
  for (const declaration of declared) {
    const key = `${declaration.selector}\n${declaration.conditions}`
    groups.set(key, [...(groups.get(key) ?? []), declaration])
  }
  return groups
}

/** What the sheets that have a rule of one selector say differently, once for each pair of them. */
function findingsOf(declared: readonly Declared[]): Finding[] {
  const files = [...new Set(declared.map(({ file }) => file))].sort()
  return files.flatMap((first, at) =>
    files.slice(at + 1).flatMap((second): Finding[] => {
      const [ours, theirs] = [lastOf(declared, first), lastOf(declared, second)]
      const differing = [...ours.values()].filter(({ property, value }) => {
        const other = theirs.get(property)
        return other !== undefined && other.value !== value
      })
      const [shown] = differing
      if (!shown) return []
      const other = theirs.get(shown.property)!
      const more = differing.length > 1 ? `, and ${differing.length - 1} more` : ''
      return [
        {
          rule: 'class-name',
          about: `${shown.selector} ${first} ${second}`,
          says:
            `${shown.selector} has ${shown.property}: ${shown.value} here, and ${other.value} in ` +
            `${second}, line ${other.line}${more}.`,
          todo: 'Give one of them another name, or both a parent or a layer of their own.',
          place: { file: first, line: shown.line },
        },
      ]
    }),
  )
}

/** What a file says last of each property. */
const lastOf = (declared: readonly Declared[], file: string): Map<string, Declared> =>
  new Map(declared.flatMap((entry) => (entry.file === file ? [[entry.property, entry] as const] : [])))
