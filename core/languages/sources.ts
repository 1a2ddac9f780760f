import { customElementSource } from './custom-element/source'
import { jsxSource } from './jsx/source'
import type { LanguageName } from './languages'
import type { SourceLanguage } from './source'
import { svelteSource } from './svelte/source'
import { vueSource } from './vue/source'

/** How each language is read, begun and declared, in the order in which a library is read. */
export const sourceLanguages: readonly SourceLanguage[] = [
  customElementSource,
  vueSource,
  jsxSource,
  svelteSource,
]

export const sourceLanguage = (name: LanguageName): SourceLanguage =>
  sourceLanguages.find(({ language }) => language.name === name)!
