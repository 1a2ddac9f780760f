import { membersOf } from '../../contract/contract'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding } from '../check'
import { isSameValue } from '../nearness'

/** Fallbacks of one custom property that differ from one another, or from the token it is. */
export const fallback: Check = {
  rule: 'fallback',
  run: ({ contracts, base, byProperty }) =>
    contracts.flatMap((contract) =>
      membersOf(contract, 'custom-property').flatMap(({ name, known, place, fallbacks }) => {
        // what falls back to another custom property has the fallback of that
        const given = [...new Set(fallbacks)].filter((text) => text !== '' && !text.includes('('))
        const told =
          known === 'comment' ? undefined : differing(name, given, base.get(byProperty.get(name) ?? ''))
        if (!told) return []
        return [{ rule: 'fallback', about: `${contract.tag} ${name}`, tag: contract.tag, place, ...told }]
      }),
    ),
}

function differing(
  name: string,
  given: readonly string[],
  token: Resolved | undefined,
): Pick<Finding, 'says' | 'todo' | 'token'> | undefined {
  const meant = token?.css ?? given[0]
  const other = given.find((text) => meant !== undefined && !isAsMeant(text, meant, token))
  if (other === undefined) return undefined
  return token
    ? {
        says: `${name} falls back to ${other}; ${token.path} is ${token.css}.`,
        todo: 'Give it the value of the token, or no fallback.',
        token: token.path,
      }
    : {
        says: `${name} falls back to ${meant} in one place and to ${other} in another.`,
        todo: 'Give it one fallback.',
      }
}

/** The end of a list of faces is what is left of it where none of the others is there. */
const isAsMeant = (text: string, meant: string, token: Resolved | undefined): boolean =>
  isSameValue(text, meant) || (token?.type === 'fontFamily' && meant.endsWith(text))
