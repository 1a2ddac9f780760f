import { placeholdersIn } from './placeholders'

/** Letters with marks, which every face of type for Latin has. */
const marked: Record<string, string> = {
  ...{ a: 'á', e: 'é', i: 'í', o: 'ó', u: 'ú', y: 'ý', n: 'ñ', c: 'ç' },
  ...{ A: 'Á', E: 'É', I: 'Í', O: 'Ó', U: 'Ú', Y: 'Ý', N: 'Ñ', C: 'Ç' },
}
/** Letters that are said twice, by which a text gets about a third longer. */
const doubled = new Set('aeiouAEIOU')

/** What is put into a message, which is kept as it stands. */
const putIn = /\{\{[^}]*\}\}|\{(?:[^{}]|\{[^{}]*\})*\}|%(?:\([\w.-]+\)|\d+\$)?[sdif](?!\p{L})|<[^>]*>|&\w+;/gu

/**
 * A text in the language that we make up: longer, with marks on its letters, and in brackets. Where what is put
 * in would be something else then, for it is written as no format has it, the text stands in brackets alone.
 */
export function madeUp(text: string): string {
  if (text.trim() === '') return text
  const kept = placeholdersIn(text).join('\0')
  const made = [lengthenedAround(text), `⟦${text}⟧`].find(
    (other) => placeholdersIn(other).join('\0') === kept,
  )
  return made ?? text
}

/** Lengthens what stands around whatever is put in. */
function lengthenedAround(text: string): string {
  let out = ''
  let at = 0
  for (const match of text.matchAll(putIn)) {
    out += lengthened(text.slice(at, match.index)) + match[0]
    at = match.index + match[0].length
  }
  return `⟦${out}${lengthened(text.slice(at))}⟧`
}

const lengthened = (text: string): string =>
  [...text]
    .map((letter) => (marked[letter] ?? letter) + (doubled.has(letter) ? letter.toLowerCase() : ''))
    .join('')
