import { membersOf, type Contract } from '../../contract/contract'
import type { Place } from '../../contract/member'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding, ToCheck } from '../check'
import { readIn } from '../declared'
import { isSameValue } from '../nearness'

/** Fallbacks of one custom property that differ from one another, or from the token it is. */
export const fallback: Check = {
  rule: 'fallback',
  run: (given) =>
    given.contracts.flatMap((contract) =>
      membersOf(contract, 'custom-property').flatMap((property): Finding[] => {
        const { name, known, fallbacks } = property
        // what falls back to another custom property has the fallback of that
        const own = [...new Set(fallbacks)].filter((text) => text !== '' && !text.includes('('))
        const token = given.base.get(given.byProperty.get(name) ?? '')
        const told = known === 'comment' ? undefined : differing(name, own, token)
        if (!told) return []
        const { tag } = contract
        const place = placeOf(given, contract, name, told.other) ?? property.place
        const { says, todo } = told
        return [
          {
            rule: 'fallback',
            about: `${tag} ${name}`,
            says,
            todo,
            tag,
            place,
            ...(token ? { token: token.path } : {}),
          },
        ]
      }),
    ),
}

/** Where a component has a fallback of a custom property. */
function placeOf(
  { declared }: ToCheck,
  { files }: Contract,
  name: string,
  fallback: string,
): Place | undefined {
  const found = declared.find(
    ({ file, value }) => files.includes(file) && value.includes(fallback) && readIn(value).includes(name),
  )
  return found && { file: found.file, line: found.line }
}

/** The fallback that is otherwise than it should be, and what is to be said of it. */
function differing(
  name: string,
  given: readonly string[],
  token: Resolved | undefined,
): { other: string; says: string; todo: string } | undefined {
  const meant = token?.css ?? given[0]
  const other = given.find((text) => meant !== undefined && !isAsMeant(text, meant, token))
  if (other === undefined) return undefined
  return token
    ? {
        other,
        says: `${name} falls back to ${other}; ${token.path} is ${token.css}.`,
        todo: 'Give it the value of the token, or no fallback.',
      }
    : {
        other,
        says: `${name} falls back to ${meant} in one place and to ${other} in another.`,
        todo: 'Give it one fallback.',
      }
}

/** The end of a list of faces is what is left of it where none of the others is there. */
const isAsMeant = (text: string, meant: string, token: Resolved | undefined): boolean =>
  isSameValue(text, meant) || (token?.type === 'fontFamily' && meant.endsWith(text))
