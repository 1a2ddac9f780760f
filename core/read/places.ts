import type { Place } from '../contract/member'
import { languages } from '../languages/languages'
import type { Language } from '../languages/language'
import { Tokens } from '../style/sheet'

/** Where a component's markup and rules are written, to be found again from what a browser rendered. */
export interface Written {
  elements: { tag: string; attributes: Record<string, string>; place: Place }[]
  rules: { selector: string; place: Place }[]
  /**
   * Custom properties that code sets, and properties that take a value from code, with the names it is made
   * from.
   */
  feeds: { property: string; names: string[]; place: Place }[]
  /**
   * What somebody reads or is told, with the attribute it stands in, or nothing where it stands by itself.
   */
  texts: { text: string; attribute?: string; place: Place }[]
}

const scopeMarks = languages.flatMap(({ scopeMark }: Language) => scopeMark ?? [])

/** A selector in one way of writing, so that a browser's own way and its author's are the same text. */
export function selectorKey(selector: string): string {
  const tokens = new Tokens(scopeMarks.reduce((text, mark) => text.replace(mark, ''), selector))
  let text = ''
  for (let i = 0; i < tokens.length; i++) text += tokens.raw(i)
  return text
    .replace(/\s+/g, ' ')
    .replace(/\s*([,>+~])\s*/g, '$1')
    .replace(/([([])\s+|\s+([)\]])/g, '$1$2')
    .replace(/=(["'])(.*?)\1/g, '=$2')
    .replace(/(^|[^:]):(before|after|first-line|first-letter)\b/g, '$1::$2')
    .trim()
}

/**
 * Where a rule that a browser tells of is written; the last where several are the same, which is the one that
 * wins.
 */
export function placeOfRule(written: Pick<Written, 'rules'>, selector: string): Place | undefined {
  const key = selectorKey(selector)
  return written.rules.findLast((rule) => rule.selector === key || rule.selector === key.replace(/^& /, ''))
    ?.place
}

/**
 * Where an element is written: the one of its name of which most is the same, and nothing is otherwise that
 * cannot change.
 */
export function placeOfElement(
  written: Pick<Written, 'elements'>,
  tag: string,
  attributes: Readonly<Record<string, string>>,
): Place | undefined {
  let best: { score: number; place: Place } | undefined
  const words = (text: string | undefined) => new Set((text ?? '').split(/\s+/).filter(Boolean))
  for (const element of written.elements) {
    if (element.tag.toLowerCase() !== tag) continue
    let score = 0
    for (const [name, value] of Object.entries(element.attributes)) {
      if (name === 'class' || name === 'part') {
        const has = words(attributes[name])
        for (const word of words(value)) score += has.has(word) ? 3 : -4
      } else if (attributes[name] === value)
        score += name === 'id' || name === 'name' || name === 'slot' ? 4 : 1
      else if (name === 'id' || name === 'name' || name === 'slot') score -= 4
    }
    for (const word of words(attributes.class)) if (!words(element.attributes.class).has(word)) score -= 0.5
    if (!best || score > best.score) best = { score, place: element.place }
  }
  return best?.place
}
