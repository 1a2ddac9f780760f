import { alternativesOf, choicesOf, misfit, type TypeModel } from './type'

/**
 * A value to begin with of a type: what it requires and no more. A function stands as `true`; `name` is what
 * a text says.
 */
export function firstValue(type: TypeModel, name: string): unknown {
  const choices = choicesOf(type)
  if (choices) return choices[0]
  switch (type.is) {
    case 'number':
      return 1
    case 'boolean':
    case 'function':
      return true
    case 'list':
      return []
    case 'object':
      return Object.fromEntries(
        type.fields
          .filter((field) => !field.optional)
          .map((field) => [field.name, firstValue(field.type, field.name)]),
      )
    case 'date':
      return '2026-01-01T09:00:00.000Z'
    case 'union':
      return firstValue(alternativesOf(type)[0] ?? { is: 'string' }, name)
    case 'null':
      return null
    default:
      return name
  }
}

/** A picture that needs no network: a square of a plain colour (SVG in a data URL, RFC 2397). */
const picture =
  'data:image/svg+xml,%3Csvg xmlns="http://www.w3.org/2000/svg" width="96" height="64"%3E' +
  '%3Crect width="96" height="64" fill="%237a9e9f"/%3E%3C/svg%3E'

/**
 * A value of a type that there is something to see of: lists have entries, objects their optional fields too.
 */
export function filledValue(type: TypeModel, name: string, depth = 0): unknown {
  if (/^(src|image|avatar|logo|poster)$/i.test(name) && misfit(type, picture) === undefined) return picture
  if (/^(href|to|url|link)$/i.test(name) && misfit(type, '#') === undefined) return '#'
  switch (type.is) {
    case 'list':
      return depth > 2 ? [] : ['One', 'Two', 'Three'].map((word) => filledEntry(type.of, word, depth + 1))
    case 'object':
      return Object.fromEntries(
        type.fields
          .filter((field) => !field.optional || (depth < 3 && isPlain(field.type)))
          .map((field) => [field.name, filledValue(field.type, field.name, depth + 1)]),
      )
    case 'union': {
      const list = type.of.find((part) => part.is === 'list') ?? type.of.find((part) => part.is === 'object')
      return list ? filledValue(list, name, depth) : firstValue(type, name)
    }
    case 'other':
      return /\[\]|^(readonly )?(Array|ReadonlyArray|Iterable)\b|^any$|^unknown$/.test(type.text) &&
        depth === 0
        ? ['One', 'Two', 'Three']
        : firstValue(type, name)
    default:
      return firstValue(type, name)
  }
}
const isPlain = (type: TypeModel): boolean =>
  type.is === 'union' ? type.of.some(isPlain) : ['string', 'number', 'boolean', 'literal'].includes(type.is)
/** An entry of a list, which says a word where it has a place for one. */
const filledEntry = (type: TypeModel, word: string, depth: number): unknown =>
  type.is === 'string' || type.is === 'other' ? word : nameEntry(filledValue(type, word, depth), word)
const nameEntry = (entry: unknown, word: string): unknown =>
  typeof entry === 'object' && entry !== null && !Array.isArray(entry)
    ? Object.fromEntries(
        Object.entries(entry).map(([key, value]) => [
          key,
          /^(label|title|text|name|value|id|key)$/i.test(key) && typeof value === 'string' ? word : value,
        ]),
      )
    : entry
