import { distance } from 'fastest-levenshtein'
import { membersOf } from '../../contract/contract'
import { nearestName } from '../../near'
import type { Check, Finding, ToCheck } from '../check'

/** Custom properties that are read as if they were tokens, and that nothing gives a value. */
export const undefinedProperty: Check = {
  run(given) {
    if (given.byProperty.size === 0) return []
    const set = setIn(given)
    const names = [...new Set([...given.byProperty.keys(), ...set])]
    // a name that many components read is looked up once
    const near = new Map<string, string | undefined>()
    const nearTo = (name: string) => {
      if (!near.has(name)) near.set(name, nearestName(name, names))
      return near.get(name)
    }
    return given.contracts.flatMap((contract) =>
      membersOf(contract, 'custom-property').flatMap(({ name, known, place, fallbacks, hostValue }) => {
        if (known === 'comment' || hostValue !== undefined || set.has(name)) return []
        const finding = judge(given, name, { hasFallback: fallbacks.length > 0, nearTo })
        return finding ? [{ ...finding, tag: contract.tag, place, about: `${contract.tag} ${name}` }] : []
      }),
    )
  },
}

/**
 * Names that files have otherwise than to be read: in declarations, in lists and calls of scripts, and in
 * what is said
 * of a component. Whatever any of them does with it, somebody knows of the name.
 */
const setIn = ({ files }: ToCheck): ReadonlySet<string> =>
  new Set(
    files.flatMap(({ text }) =>
      [...text.matchAll(/(var\(\s*)?(--[\w-]+)/g)].flatMap(([, read, name]) =>
        read === undefined ? [name!] : [],
      ),
    ),
  )

/** Letters in which a name with a fallback differs from the one that was meant. */
const mostLetters = 2

/** One with a fallback is a way in for whoever uses the component, unless a token is called nearly so. */
function judge(
  { prefix, byProperty }: ToCheck,
  name: string,
  { hasFallback, nearTo }: { hasFallback: boolean; nearTo: (name: string) => string | undefined },
): Pick<Finding, 'rule' | 'says' | 'todo'> | undefined {
  if (!name.startsWith(`--${prefix}-`) || byProperty.has(name)) return undefined
  const near = nearTo(name)
  if (hasFallback && (near === undefined || distance(name, near) > mostLetters)) return undefined
  return {
    rule: 'undefined-property',
    says: `${name} is no token, and no rule sets it.`,
    todo: near ? `Did you mean ${near}?` : 'Make a token of that name, or give it a fallback.',
  }
}
