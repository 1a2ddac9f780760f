import type { Contract } from '../../contract/contract'
import type { Place } from '../../contract/member'
import type { Prop } from '../../contract/prop'
import type { SourceSet } from '../source/source-set'
import type { Carried } from './carried'
import type { Selected } from './selected'
import type { ClassIndex } from './sheets'

/** Values of one axis that are kept, and places at which a variant is made. */
export const mostValues = 200
export const mostPlaces = 24

/** All that is known of one component before its variants are: what its sheets and its code ask for. */
export interface Around {
  contract: Contract
  sources: SourceSet
  index: ClassIndex
  /** What the sheets of its own files select by. */
  own: readonly Selected[]
  carried: ReadonlyMap<string, Carried>
}

/** What code does with the name of a prop, or of its attribute. */
export const carriedOf = ({ carried }: Around, prop: Prop): Carried[] =>
  [...new Set([prop.name, prop.attribute ?? prop.name])].flatMap((name) => carried.get(name) ?? [])

export const kebab = (name: string): string => name.replace(/([a-z\d])([A-Z])/g, '$1-$2').toLowerCase()

export const uniquePlaces = (places: readonly Place[]): Place[] =>
  [...new Map(places.map((place) => [`${place.file}:${place.line}`, place])).values()].slice(0, mostPlaces)
