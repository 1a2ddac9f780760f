import { catalogueOf } from '../source/catalogue'
import type { CheckedTypes } from '../source/checked-types'
import type { SourceSet } from '../source/source-set'
import type { FoundComponent } from './components'
import { typeOfProps } from './props'

/** Components that take what a large declaration has, at least, where it is a catalogue for all of them. */
const manyComponents = 10

/**
 * Declarations of the library that hold a catalogue of what every component takes, such as all properties
 * of CSS: they are no more a component's own than the attributes that every element has. By their place,
 * as `catalogueOf` gives it.
 */
export function cataloguesIn(
  sources: SourceSet,
  types: CheckedTypes,
  found: readonly FoundComponent[],
): ReadonlySet<string> {
  const taken = new Map<string, number>()
  for (const component of found) {
    const { file, exportName } = component
    const large = sources.once(`catalogues ${file} ${exportName}`, [file], () => largeIn(types, component))
    for (const place of large) taken.set(place, (taken.get(place) ?? 0) + 1)
  }
  return new Set([...taken].flatMap(([place, components]) => (components >= manyComponents ? [place] : [])))
}

/** The large declarations that a component takes props from. */
function largeIn(types: CheckedTypes, component: FoundComponent): string[] {
  const props = typeOfProps(types, component)
  const symbols = props ? types.checker.getPropertiesOfType(props) : []
  return [...new Set(symbols.flatMap((symbol) => catalogueOf(symbol) ?? []))]
}
