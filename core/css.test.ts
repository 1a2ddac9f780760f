import { parse, walk, generate, ident, string } from 'css-tree'
import fc from 'fast-check'
import { cssIdentifier, cssString } from './css'

const nasty = fc.string({
  unit: fc.oneof(
    fc.constantFrom(
      ';',
      '}',
      '{',
      '"',
      "'",
      '\\',
      '\n',
      '\r',
      '\f',
      '\0',
      '<',
      '/',
      '*',
      '-',
      '1',
      ' ',
      '@',
      '(',
      '#',
      '\u00e9',
      '\u{1F6A2}',
    ),
    fc.string({ minLength: 1, maxLength: 1 }),
  ),
  minLength: 1,
  maxLength: 12,
})
/** NUL is read as U+FFFD by every parser of CSS (CSS Syntax, section 3.3). */
const asRead = (text: string) => text.replaceAll('\0', '\ufffd')

test('an identifier and a string are read back as the text they stand for, and nothing comes after them', () => {
  fc.assert(
    fc.property(nasty, (text) => {
      const [name, value] = [cssIdentifier(`--${text}`), cssString(text)]
      expect(ident.decode(name)).toBe(`--${asRead(text)}`)
      expect(string.decode(value)).toBe(asRead(text))
      const sheet = parse(`a { ${name}: ${value}; b: c }`, {
        onParseError: (error) => {
          throw error
        },
      })
      const declared: string[] = []
      walk(sheet, { visit: 'Declaration', enter: (node) => void declared.push(node.property) })
      expect(declared).toHaveLength(2)
      expect(generate(sheet)).toContain('b:c')
      expect(`${name}${value}`).not.toContain('<')
    }),
    { numRuns: 2000 },
  )
})
test('plain names stay as they are', () => {
  for (const name of ['--tern-sea-500', 'a_b', 'größe']) expect(cssIdentifier(name)).toBe(name)
  expect([cssIdentifier('1a'), cssIdentifier('-1'), cssIdentifier('-'), cssString('Hanken Grotesk')]).toEqual(
    ['\\31 a', '-\\31 ', '\\-', '"Hanken Grotesk"'],
  )
})
