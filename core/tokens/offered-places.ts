import type { Declared } from '../check/declared'
import { entriesIn } from './pieces'

/** Where sheets set custom properties: a selector with the conditions it stands under, as one text. */
export interface SheetPlace {
  where: string
  /** How many custom properties of the library are set there. */
  count: number
}

/**
 * What stands for the root of a document; where somebody chose a theme by an attribute it may be left out.
 */
const rootSelector = /^(?:html|:root)(?::not\([^()]*\))*$/
/** Conditions that hold for whoever reads the sheet: layers order, and ask for nothing. */
const isUnconditional = (conditions: string): boolean => /^(?:layer(?: [\w.-]+)?)?$/.test(conditions.trim())

/** The selectors of a list, those that are several in one apart. */
function selectorsIn(list: string, depth = 0): string[] {
  return entriesIn(list).flatMap((selector) => {
    const inside = /^:(?:where|is)\((.*)\)$/s.exec(selector)?.[1]
    return inside === undefined || depth > 4 ? [selector] : selectorsIn(inside, depth + 1)
  })
}

/** Where a declaration is written; rules in one another are one selector. */
const wheresOf = ({ selector, conditions }: Declared): string[] =>
  selectorsIn(selector).map((part) => (isUnconditional(conditions) ? part : `@${conditions} ${part}`))

/** The place that stands for whole documents, whatever selectors and layers it is written with. */
export const wholeDocuments = ''

/** Whether a declaration is made in a place. */
export const isAt = (declaration: Declared, place: string): boolean =>
  wheresOf(declaration).some((where) =>
    place === wholeDocuments ? rootSelector.test(where) : where === place,
  )

/** Places that set fewer are no sets of values, and past so many nobody looks through them. */
const [fewest, most] = [3, 40]

/** Places besides that of whole documents which set custom properties of a library, those with most first. */
export function sheetPlaces(declared: readonly Declared[], prefix: string): SheetPlace[] {
  const properties = new Map<string, Set<string>>()
  for (const declaration of declared) {
    if (!declaration.property.startsWith(`--${prefix}-`)) continue
    for (const where of wheresOf(declaration))
      // what a component sets on itself is its own
      if (!rootSelector.test(where) && !where.includes(':host'))
        properties.set(where, (properties.get(where) ?? new Set()).add(declaration.property))
  }
  return [...properties]
    .map(([where, names]) => ({ where, count: names.size }))
    .filter(({ count }) => count >= fewest)
    .toSorted((a, b) => b.count - a.count)
    .slice(0, most)
}
