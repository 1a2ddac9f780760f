import { membersOf, type Contract } from '../../contract/contract'
import type { Place } from '../../contract/member'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding, ToCheck } from '../check'
import { readIn } from '../declared'
import { isSameValue } from '../../tokens/nearness'

/**
 * Fallbacks of a token's custom property that are not its value. What is no token may fall back to another
 * value in
 * each use: that is how a component says what it has by itself.
 */
export const fallback: Check = {
  run: (given) =>
    given.contracts.flatMap((contract) =>
      membersOf(contract, 'custom-property').flatMap((property): Finding[] => {
        const { name, known, fallbacks } = property
        // what falls back to another custom property has the fallback of that; a sum is not worked out
        const own = [...new Set(fallbacks)].filter((text) => text !== '' && !workedOut.test(text))
        const token = given.base.get(given.byProperty.get(name) ?? '')
        const other = token && known !== 'comment' ? differing(own, token) : undefined
        if (!token || other === undefined) return []
        const { tag } = contract
        return [
          {
            rule: 'fallback',
            about: `${tag} ${name}`,
            says: `${name} falls back to ${other}; ${token.path} is ${token.css}.`,
            todo: 'Give it the value of the token, or no fallback.',
            tag,
            place: placeOf(given, contract, name, other) ?? property.place,
            token: token.path,
          },
        ]
      }),
    ),
}

const workedOut = /\b(?:var|calc|min|max|clamp)\(/i

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

/** The fallback that is otherwise than the token. */
const differing = (given: readonly string[], token: Resolved): string | undefined =>
  given.find(
    (text) => !isSameValue(text, token.css) && !(token.type === 'fontFamily' && isEndOf(text, token.css)),
  )

/** The end of a list of faces is what is left of it where none of the others is there. */
const isEndOf = (text: string, faces: string): boolean => faces.endsWith(text)
