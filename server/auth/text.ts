import { fail } from './failure'
import { limits } from '../limits'

/**
 * Whether a text is one that can be kept: no NUL, which PostgreSQL has no place for, and no half of a pair of
 * surrogates.
 */
export const isText = (text: string): boolean => !text.includes('\0') && text.isWellFormed()

const noText = (where: string): never =>
  fail(
    422,
    'not-text',
    `${where} holds bytes that are no text.`,
    'Take out NUL characters and broken Unicode, and send it again.',
  )

/** A part of an address as it was meant; bytes that are no UTF-8, or no text, are refused. */
export function decodedPart(part: string, where: string): string {
  let text: string
  try {
    text = decodeURIComponent(part)
  } catch {
    return noText(where)
  }
  return isText(text) ? text : noText(where)
}

/** Refuses a value in which some key or string cannot be kept. Walks without calling itself. */
export function checkTexts(value: unknown, where: string): void {
  const waiting: unknown[] = [value]
  while (waiting.length) {
    const next = waiting.pop()
    if (typeof next === 'string') {
      if (!isText(next)) noText(where)
    } else if (typeof next === 'object' && next !== null) {
      for (const [key, inner] of Object.entries(next)) {
        if (!isText(key)) noText(where)
        waiting.push(inner)
      }
    }
  }
}

/** How deep brackets nest in JSON text, those in strings left aside; stops counting past the limit. */
function isTooDeep(text: string): boolean {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (inString) {
      if (code === 92) i++
      else if (code === 34) inString = false
    } else if (code === 34) inString = true
    else if (code === 91 || code === 123) {
      if (++depth > limits.jsonDepth) return true
    } else if (code === 93 || code === 125) depth--
  }
  return false
}

/**
 * JSON that came from outside, as a value; an empty text is an empty object. What cannot be kept or is nested
 * beyond reason is refused.
 */
export function jsonFrom(text: string): unknown {
  if (text.trim() === '') return {}
  if (isTooDeep(text))
    fail(422, 'too-deep', `This is nested deeper than ${limits.jsonDepth} levels.`, 'Send something flatter.')
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return fail(400, 'not-json', 'The body is not JSON.', 'Send JSON; a package client does.')
  }
  // only escapes can write what the bytes of UTF-8 cannot
  if (text.includes('\\u') || text.includes('\0')) checkTexts(value, 'The body')
  return value
}
