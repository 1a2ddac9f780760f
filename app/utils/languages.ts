import { languageTitle } from '~~/core/messages/language-tags'
import { madeUpLanguage } from '~~/core/messages/message'

/** Languages that say something of their own about a component: long words, another direction, other signs. */
const telling = ['en', 'de', 'fr', 'fi', 'ar', 'he', 'ja']

export const titleOfLanguage = (tag: string): string =>
  tag === madeUpLanguage ? 'a made-up language' : languageTitle(tag)

/** Whether a language is written from right to left. */
export const isRightToLeft = (tag: string): boolean =>
  /^(ar|arc|ckb|dv|fa|he|iw|ji|ks|ku|nqo|ps|sd|syr|ug|ur|yi)\b/i.test(tag)

/** Languages to look at something in: those of the library first, with one that is made up, then others. */
export const languagesToChoose = (own: readonly string[], chosen: string) =>
  [...new Set([...own, ...(own.length ? [madeUpLanguage] : []), ...telling, chosen])].map((value) => ({
    value,
    title: titleOfLanguage(value),
    note:
      value === madeUpLanguage
        ? 'longer, with marks'
        : own.includes(value)
          ? `${value}, with messages`
          : value,
  }))
