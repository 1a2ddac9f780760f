import { z } from 'zod'
import { languageOf } from '../languages/languages'
import type { Problem } from '../problem'
import { contractSchema, type Contract } from '../contract/contract'

/** What somebody wants to begin: a name in words, what it is for, and what it is written in. */
export const wishSchema = z.object({
  name: z.string().trim().min(1).max(60),
  summary: z.string().trim().max(300).default(''),
  group: z.string().trim().max(60).default(''),
  language: contractSchema.shape.language,
})
export type Wish = z.infer<typeof wishSchema>

/**
 * A name in the forms that code has for it: `departure-sign`, `DepartureSign`, and the tag or name it goes
 * by.
 */
export interface Names {
  kebab: string
  pascal: string
  tag: string
}

/**
 * The forms of a name, or why there are none. `Departure sign`, `departure-sign` and `DepartureSign` are the
 * same name.
 */
export function namesOf(
  { name, language }: Pick<Wish, 'name' | 'language'>,
  prefix: string,
  taken: readonly Contract[],
): { ok: true; names: Names } | { ok: false; problem: Problem } {
  const spaced = name
    .replace(/([a-z\d])([A-Z])/g, '$1 $2')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
  const { isElement } = languageOf({ language })
  const words = spaced
    .toLowerCase()
    .split(/[^a-z\d]+/)
    .filter(Boolean)
  if (isElement && prefix && `${words.join('-')}-`.startsWith(prefix))
    words.splice(0, prefix.split('-').filter(Boolean).length)
  const kebab = words.join('-')
  if (!/^[a-z]/.test(kebab))
    return {
      ok: false,
      problem: {
        code: 'bad-name',
        what: `“${name}” cannot be the name of a component.`,
        todo: 'Begin with a letter, and use letters and digits: Departure sign.',
      },
    }
  const pascal = words.map((text) => text[0]!.toUpperCase() + text.slice(1)).join('')
  const tag = isElement ? `${prefix}${kebab}` : pascal
  if (isElement && !tag.includes('-'))
    return {
      ok: false,
      problem: {
        code: 'bad-name',
        what: `<${tag}> cannot be a tag: the tag of a custom element has a hyphen.`,
        todo: 'Use two words, or give the library a prefix.',
      },
    }
  const other = taken.find((entry) => entry.tag.toLowerCase() === tag.toLowerCase())
  if (other)
    return {
      ok: false,
      problem: {
        code: 'name-taken',
        what: `${isElement ? `<${other.tag}>` : other.tag} stands on the shelf already.`,
        where: { file: other.place.file, line: other.place.line },
        todo: 'Choose another name.',
      },
    }
  return { ok: true, names: { kebab, pascal, tag } }
}

/**
 * What a component is for as its comment says it: “saying when boats leave” is put into words, a sentence is
 * taken as it is.
 */
export function summaryOf({ name, summary }: Pick<Wish, 'name' | 'summary'>): string {
  const said = (summary === '' ? name : /^\p{Ll}/u.test(summary) ? `For ${summary}` : summary)
    .replaceAll('*/', '* /')
    .replace(/\s+/g, ' ')
  return /[.!?…]$/.test(said) ? said : `${said}.`
}

/** The language most of a library is written in. */
export function usualLanguage(contracts: readonly Contract[]): Contract['language'] {
  return commonest(contracts.map((contract) => contract.language)) ?? 'custom-element'
}

/** What occurs most often in a list; the earlier of two that occur equally often. */
export function commonest<T>(list: readonly T[]): T | undefined {
  const counts = new Map<T, number>()
  for (const item of list) counts.set(item, (counts.get(item) ?? 0) + 1)
  return [...counts].reduce<[T, number] | undefined>(
    (best, count) => (best && best[1] >= count[1] ? best : count),
    undefined,
  )?.[0]
}
