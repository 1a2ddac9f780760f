import { LRUCache } from 'lru-cache'
import type { Problem } from '~~/core/problem'
import { tokenPrefix } from '~~/core/release/package'
import { inChild } from '../build/pool'
import type { Library } from '../store/libraries'
import type { KeptTheme } from '../store/themes'

/**
 * The CSS of themes as they stand now, worked out apart from the requests and remembered while nothing
 * changes.
 */
const printed = new LRUCache<string, { css: string; problems: Problem[] }>({
  maxSize: 32_000_000,
  sizeCalculation: (made) => made.css.length + made.problems.length * 300 + 1,
  ttl: 600_000,
})
export async function cssOf(
  library: Library,
  themes: KeptTheme[],
): Promise<{ css: string; problems: Problem[] }> {
  const key =
    `${library.id} ` + `${themes.map((theme) => `${theme.name} ${theme.on} ${theme.revision}`).join(' ')}`
  const known = printed.get(key)
  if (known) return known
  const made = await inChild('themesCss', { themes, prefix: tokenPrefix(library.prefix) }, library.id)
  printed.set(key, made)
  return made
}
