const names = new Intl.DisplayNames('en', { type: 'language', fallback: 'none' })

/** Whether a text is the tag of a language that there is (BCP 47), `de` or `pt-BR`, as code writes it. */
export function isLanguageTag(text: string): boolean {
  if (!/^[a-z]{2,3}([-_][a-z0-9]{2,8})*$/i.test(text)) return false
  try {
    return names.of(text.replaceAll('_', '-')) !== undefined
  } catch {
    return false
  }
}

/** What a language is called in English. */
export const languageTitle = (tag: string): string => {
  try {
    return names.of(tag.replaceAll('_', '-')) ?? tag
  } catch {
    return tag
  }
}
