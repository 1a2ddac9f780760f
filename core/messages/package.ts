import type { PackageFile } from '../release/package'
import type { Bundle } from './message'

/**
 * The messages of a package, a file of data for each language: by their keys, for whoever translates them or
 * says them elsewhere. Those of several bundles stand in one file.
 */
export function messageFiles(bundles: readonly Bundle[]): PackageFile[] {
  const byLanguage = new Map<string, Record<string, string>>()
  for (const { languages } of bundles)
    for (const { tag, messages } of languages) {
      const texts = byLanguage.get(tag) ?? {}
      for (const [key, { text }] of Object.entries(messages)) texts[key] = text
      byLanguage.set(tag, texts)
    }
  return [...byLanguage].map(([tag, texts]) => ({
    path: `messages/${tag}.json`,
    content: `${JSON.stringify(texts, null, 2)}\n`,
  }))
}

/** How a package hands on its messages. */
export const messageExports = { './messages/*': './messages/*' }
