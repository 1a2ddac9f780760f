import { LRUCache } from 'lru-cache'
import type { Problem } from '~~/core/problem'
import { tokenPrefix } from '~~/core/release/package'
import type { OfferedFile } from '~~/core/tokens/print/files'
import { inChild } from '../build/pool'
import type { Library } from '../store/libraries'
import type { KeptTheme } from '../store/themes'

/** The library, and the revisions of its themes, that something was worked out from. */
export const themesKey = (library: Library, themes: readonly KeptTheme[]): string =>
  JSON.stringify([
    library.id,
    ...themes.map(({ name, on, revision, when, axis }) => [name, on, revision, when, axis]),
  ])

/**
 * Something printed from themes as they stand now, worked out apart from the requests and remembered while
 * nothing changes.
 */
function remembering<Made extends object>(
  print: (library: Library, themes: KeptTheme[]) => Promise<Made>,
  lengthOf: (made: Made) => number,
) {
  const printed = new LRUCache<string, Made>({
    maxSize: 32_000_000,
    sizeCalculation: (made) => lengthOf(made) + 1,
    ttl: 600_000,
  })
  return async (library: Library, themes: KeptTheme[]): Promise<Made> => {
    const key = themesKey(library, themes)
    const known = printed.get(key)
    if (known) return known
    const made = await print(library, themes)
    printed.set(key, made)
    return made
  }
}

/** The CSS of themes. */
export const cssOf = remembering<{ css: string; problems: Problem[] }>(
  (library, themes) => inChild('themesCss', { themes, prefix: tokenPrefix(library.prefix) }, library.id),
  ({ css, problems }) => css.length + problems.length * 300,
)

/** All files that tokens are printed to for the package. */
export const tokenFilesOf = remembering<OfferedFile[]>(
  (library, themes) => inChild('tokenFiles', { themes, prefix: tokenPrefix(library.prefix) }, library.id),
  (files) => files.reduce((sum, { content }) => sum + content.length, 0),
)
