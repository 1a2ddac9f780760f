/**
 * Text as it may stand in a style sheet, whoever wrote it (CSSOM, section 2.1, "Common serializing idioms").
 */

const escaped = (character: string): string => `\\${character.codePointAt(0)!.toString(16)} `

/**
 * An identifier that means exactly this text. CSSOM's "serialize an identifier", with two things more:
 * what is no ASCII stays, as there, and `<` is always written by its number, so that no end of a style
 * element can be spelled.
 */
export function cssIdentifier(text: string): string {
  // what nearly every name is needs nothing
  if (/^(?:--|-?[A-Za-z_])[\w-]*$/.test(text)) return text
  let out = ''
  for (const [at, character] of [...text].entries()) {
    const code = character.codePointAt(0)!
    const isDigit = code >= 0x30 && code <= 0x39
    if (code === 0) out += '\ufffd'
    else if (code < 0x20 || code === 0x7f) out += escaped(character)
    else if (isDigit && (at === 0 || (at === 1 && text.startsWith('-')))) out += escaped(character)
    else if (character === '-' && text === '-') out += '\\-'
    else if (code >= 0x80 || isDigit || /[A-Za-z_-]/.test(character)) out += character
    else if (character === '<') out += escaped(character)
    else out += `\\${character}`
  }
  return out
}

/**
 * A string in double quotes that means exactly this text: CSSOM's "serialize a string", `<` by its number.
 */
export function cssString(text: string): string {
  let out = ''
  for (const character of text) {
    const code = character.codePointAt(0)!
    if (code === 0) out += '\ufffd'
    else if (code < 0x20 || code === 0x7f || character === '<') out += escaped(character)
    else out += character === '"' || character === '\\' ? `\\${character}` : character
  }
  return `"${out}"`
}
