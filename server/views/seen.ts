import { seenAlready } from '../evidence/seen'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { failWithout } from './component'

/** A component of the shelf with what a browser told and found of it; fails where it is not there. */
export async function seenOf(db: Store, library: Library, tag: string) {
  const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const component = components.find((other) => other.tag === tag)
  if (!component) return failWithout(library, tag)
  const seen = await seenAlready(db, library, [component])
  return { component, seen }
}
