import { valueAt } from '~~/core/tokens/document'

/**
 * What the library keeps for a token in a theme's own file, whatever is typed or tried meanwhile; else
 * `null`.
 */
export function useKeptValue(): (theme: string, path: string) => unknown {
  const store = useLibrary()
  return (theme, path) => {
    const document = store.library?.themes.find(({ name }) => name === theme)?.document
    return (document && valueAt(document, path)) ?? null
  }
}
