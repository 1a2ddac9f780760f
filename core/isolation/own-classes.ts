import type { Declared } from '../check/declared'
import type { Contract } from '../contract/contract'
import { kebab } from '../read/variants/around'
import { classesIn } from '../style/selector-classes'

/** Of the names of a library, as many begin alike where that beginning is its own. */
const share = 0.6
const fewest = 5

/**
 * Tells whether a class of a selector is the library's by its name: it begins as most of its classes do, or
 * as the library or one of its components is called, or a build gave it a name that stands in no sheet.
 */
export function ownClasses(
  declared: readonly Declared[],
  prefix: string,
  contracts: readonly Contract[],
): (selector: string) => boolean {
  const written = new Set(declared.flatMap(({ selector }) => classesIn(selector)))
  const beginnings = new Set(
    [prefix, ...contracts.map(({ tag }) => tag), ...commonBeginning([...written])].filter(Boolean).map(kebab),
  )
  const isOwn = (name: string) =>
    !written.has(name) || [...beginnings].some((beginning) => beginsWith(kebab(name), beginning))
  return (selector) => classesIn(selector).some(isOwn)
}
const beginsWith = (name: string, beginning: string): boolean =>
  name === beginning || name.startsWith(`${beginning}-`)

function commonBeginning(names: readonly string[]): string[] {
  const counts = new Map<string, number>()
  for (const name of names) {
    const [first] = kebab(name).split(/[-_]/)
    if (first) counts.set(first, (counts.get(first) ?? 0) + 1)
  }
  return [...counts].flatMap(([first, count]) =>
    count >= fewest && count >= names.length * share ? [first] : [],
  )
}
