import type { Check, Finding, ToCheck } from '../check'
import { ownersOf } from '../owners'

/**
 * Custom properties of the library's own, by their name, that its sheets set and that stand in no file but to
 * be set.
 */
export const unreadProperty: Check = {
  run(given) {
    const isOwn = ownNames(given)
    const owners = ownersOf(given.contracts)
    const first = new Map<string, Finding>()
    for (const { property, file, line } of given.declared) {
      if (!property.startsWith('--') || first.has(property)) continue
      if (given.byProperty.has(property) || !isOwn(property)) continue
      const tag = owners.get(file)?.tag
      first.set(property, {
        rule: 'unread-property',
        about: property,
        says: `${property} is set, and nothing reads it.`,
        todo: 'Take it out, or read it where it was meant to be.',
        place: { file, line },
        ...(tag === undefined ? {} : { tag }),
      })
    }
    const elsewhere = namesBesideSetting(given)
    return [...first].flatMap(([property, finding]) => (elsewhere.has(property) ? [] : [finding]))
  },
}

/**
 * What begins as the library or one of its components does is nobody else's; what begins with `_` neither.
 */
function ownNames({ prefix, contracts }: ToCheck): (property: string) => boolean {
  const tags = contracts.map(({ tag }) => tag.toLowerCase())
  return (property) =>
    property.startsWith('--_') ||
    [prefix, ...tags].some((name) => name !== '' && property.toLowerCase().startsWith(`--${name}-`))
}

/**
 * Names that stand anywhere but before the colon of a declaration: read, listed, spoken of, or set by script.
 */
const namesBesideSetting = ({ files }: ToCheck): ReadonlySet<string> =>
  new Set(
    files.flatMap(({ text }) =>
      [...text.matchAll(/(--[\w-]+)(\s*:(?!:))?/g)].flatMap(([, name, set]) =>
        set === undefined ? [name!] : [],
      ),
    ),
  )
