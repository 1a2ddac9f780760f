import type { Finding } from '~~/core/check/check'
import { contrastFindings } from '~~/core/check/rules/contrast'
import { gatherPairs } from '~~/core/contrast/gather'
import { pairsNow } from '~~/core/contrast/mends'
import { tokenPrefix } from '~~/core/release/package'
import { tokensByProperty, tokensOfThemes } from '~~/core/tokens/themes'
import type { Contrast } from '~~/core/wire'
import { seenAlready } from '../evidence/seen'
import { componentsOf } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'

/**
 * Every pair of colours that was seen in a library, and of how many of its components that is told as they
 * are now.
 */
export async function contrastOf(db: Store, library: Library): Promise<Contrast> {
  const { components, seen } = await seenIn(db, library)
  return {
    pairs: gatherPairs(seen),
    components,
    looked: seen.length,
    stale: seen.filter(({ current }) => !current).map(({ tag }) => tag),
    left: seen.reduce((sum, { left }) => sum + left, 0),
  }
}

async function seenIn(db: Store, library: Library) {
  const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const { looks, themes } = await seenAlready(db, library, components)
  const seen = components.flatMap((component) => {
    const { seen: last, current } = looks.last(component)
    return last && !last.failed ? [{ tag: component.tag, pairs: last.colours, current, left: last.left }] : []
  })
  return { components: components.length, seen, themes }
}

/** What does not read of what was seen in a library, by what its tokens are now. */
export const contrastFindingsOf = async (db: Store, library: Library): Promise<Finding[]> =>
  findingsIn(library, await seenIn(db, library))

/** The same, with how many components there are, and of how many colours were seen. */
export async function contrastFactsOf(db: Store, library: Library) {
  const all = await seenIn(db, library)
  return { findings: findingsIn(library, all), looked: all.seen.length, components: all.components }
}

function findingsIn(library: Library, { seen, themes }: Awaited<ReturnType<typeof seenIn>>): Finding[] {
  if (seen.length === 0) return []
  const byProperty = tokensByProperty(themes, tokenPrefix(library.prefix))
  const tokenOf = (property: string) => byProperty.get(property)
  const titleOf = (theme: string) => themes.find(({ name }) => name === theme)?.title ?? theme
  const pairs = pairsNow(gatherPairs(seen), tokensOfThemes(themes), tokenOf)
  return contrastFindings(pairs, tokenOf, titleOf)
}
