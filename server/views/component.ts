import { fail } from '../auth/failure'
import { componentByTag, componentsOf, moduleOf, type Component } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'

/** A component of the library as it is now. Fails where there is none of that tag. */
export async function componentNow(db: Store, library: Library, tag: string): Promise<Component> {
  const component = library.current_revision
    ? (await componentsOf(db, library.current_revision)).find((candidate) => candidate.tag === tag)
    : undefined
  return component ?? failWithout(library, tag)
}

/** A component that stands or stood in the library, with what people made for it. Fails where there is none. */
export const componentKnown = async (db: Store, library: Library, tag: string) =>
  (await componentByTag(db, library.id, tag)) ?? failWithout(library, tag)

export const failWithout = (library: Library, tag: string): never =>
  fail(404, 'no-component', `There is no <${tag}> in ${library.title}.`, 'Look for it on the shelf.')

/** Whether a component is built now to the module at a path. */
export const isBuiltTo = ({ build }: Component, module: string): boolean => moduleOf(build) === module
