import { anyFunction } from '../html'

const namedEscapes: Readonly<Record<string, string>> = {
  '\n': '\\n',
  '\r': '\\r',
  '\t': '\\t',
  '\\': '\\\\',
  "'": "\\'",
}
export const unicodeEscape = (letter: string): string =>
  `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`

const escapeOf = (letter: string): string => namedEscapes[letter] ?? unicodeEscape(letter)

/**
 * A text as a string of JavaScript in single quotes, on one line whatever it holds (ECMA-262, 12.9.4):
 * control characters, line separators and lone surrogates are escapes.
 */
export const stringLiteral = (text: string): string =>
  `'${text.replace(/['\\\u0000-\u001f\u007f\u2028\u2029]|\p{Cs}/gu, escapeOf)}'`

/** The name of a property in an object literal; `__proto__` without brackets would set the prototype. */
function keyLiteral(key: string): string {
  if (key === '__proto__') return "['__proto__']"
  return /^[A-Za-z_$][\w$]*$/.test(key) ? key : stringLiteral(key)
}

/** A value as JavaScript without double quotes, for an attribute that has them around it. */
export function literal(value: unknown): string {
  if (value === anyFunction) return '() => {}'
  if (value instanceof Date) return `new Date('${value.toISOString()}')`
  if (typeof value === 'string') return stringLiteral(value)
  if (Array.isArray(value)) return `[${value.map((item) => literal(item)).join(', ')}]`
  if (typeof value !== 'object' || value === null) return String(value)
  const fields = Object.entries(value).map(([key, field]) => `${keyLiteral(key)}: ${literal(field)}`)
  return fields.length ? `{ ${fields.join(', ')} }` : '{}'
}

/** Whether a template that has only plain values cannot say it. */
export const isMadeByScript = (value: unknown): boolean =>
  value instanceof Date ||
  value === anyFunction ||
  (typeof value === 'object' &&
    value !== null &&
    (Object.hasOwn(value, '__proto__') || Object.values(value).some(isMadeByScript)))

/** Reserved words (ECMA-262, 12.7.2, in strict mode), which name no variable. */
const reserved = new Set(
  (
    'arguments await break case catch class const continue debugger default delete do else enum eval export ' +
    'extends false finally for function if implements import in instanceof interface let new null package ' +
    'private protected public return static super switch this throw true try typeof var void while with yield'
  ).split(' '),
)
/** The name of a variable made of words, such as `tideGauge` of `tide` and `gauge`. */
export function variableName(words: readonly string[]): string {
  const [first = '', ...rest] = words
  const name = [first, ...rest.map((word) => word.charAt(0).toUpperCase() + word.slice(1))]
    .join('')
    .replace(/[^\w$]/g, '')
  return reserved.has(name) || !/^[A-Za-z_$]/.test(name) ? `${name}Element` : name
}
