import { membersOf, type Contract } from '../../contract/contract'
import type { Place } from '../../contract/member'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding } from '../check'
import { readIn, type Declared } from '../declared'
import { isSameValue } from '../../tokens/nearness'

/**
 * Fallbacks of a token's custom property that are not its value. What is no token may fall back to another
 * value in
 * each use: that is how a component says what it has by itself.
 */
export const fallback: Check = {
  run(given) {
    // the same fallback of the same token stands in many components
    const known = new Map<string, boolean>()
    const isSame: SameValue = (text, token) => {
      const key = `${token.path}\n${text}`
      const before = known.get(key) ?? isSameAs(text, token)
      known.set(key, before)
      return before
    }
    const inFile = byFile(given.declared)
    return given.contracts.flatMap((contract) =>
      membersOf(contract, 'custom-property').flatMap((property): Finding[] => {
        const { name, known: from, fallbacks } = property
        // what falls back to another custom property has the fallback of that; a sum is not worked out
        const own = [...new Set(fallbacks)].filter((text) => text !== '' && !workedOut.test(text))
        const token = given.base.get(given.byProperty.get(name) ?? '')
        const other = token && from !== 'comment' ? own.find((text) => !isSame(text, token)) : undefined
        if (!token || other === undefined) return []
        const { tag } = contract
        return [
          {
            rule: 'fallback',
            about: `${tag} ${name}`,
            says: `${name} falls back to ${other}; ${token.path} is ${token.css}.`,
            todo: 'Give it the value of the token, or no fallback.',
            tag,
            place: placeOf(inFile, contract, name, other) ?? property.place,
            token: token.path,
          },
        ]
      }),
    )
  },
}

const workedOut = /\b(?:var|calc|min|max|clamp)\(/i

function byFile(declared: readonly Declared[]): Map<string, Declared[]> {
  const files = new Map<string, Declared[]>()
  for (const declaration of declared) {
    const known = files.get(declaration.file)
    if (known) known.push(declaration)
    else files.set(declaration.file, [declaration])
  }
  return files
}

/** Where a component has a fallback of a custom property. */
function placeOf(
  inFile: ReadonlyMap<string, readonly Declared[]>,
  { files }: Contract,
  name: string,
  fallback: string,
): Place | undefined {
  const found = files
    .flatMap((file) => inFile.get(file) ?? [])
    .find(({ value }) => value.includes(fallback) && readIn(value).includes(name))
  return found && { file: found.file, line: found.line }
}

type SameValue = (text: string, token: Resolved) => boolean
const isSameAs: SameValue = (text, token) =>
  isSameValue(text, token.css) || (token.type === 'fontFamily' && isEndOf(text, token.css))

/** The end of a list of faces is what is left of it where none of the others is there. */
const isEndOf = (text: string, faces: string): boolean => faces.endsWith(text)
