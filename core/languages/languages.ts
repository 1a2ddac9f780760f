import { customElement } from './custom-element/language'
import { jsx } from './jsx/language'
import type { Language } from './language'
import { svelte } from './svelte/language'
import { vue } from './vue/language'

/** Every language a component may be written in, in the order in which they are offered. */
export const languages = [customElement, vue, jsx, svelte] as const
export type LanguageName = (typeof languages)[number]['name']

const byName = new Map<string, Language<LanguageName>>(languages.map((language) => [language.name, language]))

/** The language of a contract. */
export const languageOf = ({ language }: { language: LanguageName }): Language<LanguageName> =>
  byName.get(language)!

/** Whether a component is a custom element: it stands under a tag, and every page can use it. */
export const isElement = (contract: { language: LanguageName }): boolean => languageOf(contract).isElement

/** The language whose own files end like this one; plain script and JSX are no language's own. */
export const languageOfFile = (path: string): Language<LanguageName> | undefined => {
  const ending = /\.([^./]+)$/.exec(path)?.[1]
  return languages.find(({ endings }: Language) => ending !== undefined && endings.includes(ending))
}

/** Endings that are of one language alone. */
export const ownEndings: readonly string[] = languages.flatMap(({ endings }: Language) => endings)

/** Endings of files that hold components: script, and those of the languages that have their own. */
export const componentEndings: readonly string[] = [
  ...['js', 'mjs', 'cjs', 'jsx', 'ts', 'mts', 'cts', 'tsx'],
  ...ownEndings,
]
/** A file in which components may stand, by its name. */
export const isComponentFile = (path: string): boolean =>
  componentEndings.includes(/\.([^./]+)$/.exec(path)?.[1] ?? '')
