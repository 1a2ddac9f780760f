import { tokensOf } from './document'
import { isWithin } from './paths'
import { referencesIn } from './references'
import { renameProperties, type PropertyPlace } from './renamed-properties'
import { cssProperties, resolveTheme, type Theme } from './themes'

/** What uses a token: others that refer to it, and lines of files that name its custom properties. */
export interface TokenUses {
  references: { theme: string; path: string }[]
  properties: string[]
  files: { path: string; places: PropertyPlace[] }[]
}

const refersTo = (value: unknown, path: string): boolean =>
  referencesIn(value).some((reference) => isWithin(reference.path, path))

/**
 * Tokens whose values refer to another, whole or in a part, or to one of a group, in the themes that give
 * them.
 */
export const referencesTo = (themes: readonly Theme[], path: string): TokenUses['references'] =>
  themes.flatMap(({ name, document }) =>
    tokensOf(document)
      .filter(({ value }) => refersTo(value, path))
      .map((token) => ({ theme: name, path: token.path })),
  )

/** The custom properties that a token is in any theme. */
function propertiesOf(themes: Theme[], path: string, prefix: string): string[] {
  const properties = new Set<string>()
  for (const { name } of themes) {
    const token = resolveTheme(themes, name).tokens.get(path)
    for (const property of token ? cssProperties(prefix, token).keys() : []) properties.add(property)
  }
  return [...properties]
}

/** Everything that uses a token in a library. */
export function usesOf(
  themes: Theme[],
  files: readonly { path: string; text: string }[],
  path: string,
  prefix: string,
): TokenUses {
  const properties = propertiesOf(themes, path, prefix)
  const same = new Map(properties.map((name) => [name, name]))
  return {
    references: referencesTo(themes, path),
    properties,
    files: files.flatMap((file) => {
      const { places } = renameProperties(file.text, same)
      return places.length ? [{ path: file.path, places }] : []
    }),
  }
}
