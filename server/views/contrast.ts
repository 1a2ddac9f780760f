import { gatherPairs } from '~~/core/contrast/gather'
import type { Contrast } from '~~/core/wire'
import { seenAlready } from '../evidence/seen'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'

/** Every pair of colours that was seen in a library, and of how many of its components that is told as they are now. */
export async function contrastOf(db: Store, library: Library): Promise<Contrast> {
  const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const { looks } = await seenAlready(db, library, components)
  const seen = components.flatMap((component) => {
    const { seen: last, current } = looks.last(component)
    return last && !last.failed ? [{ tag: component.tag, pairs: last.colours, current, left: last.left }] : []
  })
  return {
    pairs: gatherPairs(seen),
    components: components.length,
    looked: seen.length,
    stale: seen.filter(({ current }) => !current).map(({ tag }) => tag),
    left: seen.reduce((sum, { left }) => sum + left, 0),
  }
}
