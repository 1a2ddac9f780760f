import { doc } from '../../release/declarations'
import type { Resolved } from '../resolve'
import { cssName } from '../themes'
import { everyToken, type ToPrint, type TokenFile, type TokenPrinter } from './print'

/** A module with the same for scripts, and its types: a token that is not there does not compile. */
export const script: TokenPrinter = {
  says: 'A module for scripts, with types: a name that no token has does not compile',
  print: (given) => [moduleOf(given), typesOf(given)],
}

function moduleOf(given: ToPrint): TokenFile {
  const { themes, prefix, tokensOf } = given
  const valuesOf = (theme: string) =>
    [...tokensOf(theme).values()].map(({ path, css }) => `    ${keyOf(path)}: ${quoted(css)},\n`).join('')
  const tokens = everyToken(given).map(
    ({ path }) => `  ${keyOf(path)}: ${quoted(`var(${cssName(prefix, path)})`)},\n`,
  )
  const values = themes.map(({ name }) => `  ${keyOf(name)}: Object.freeze({\n${valuesOf(name)}  }),\n`)
  const content = `export const tokens = Object.freeze({
${tokens.join('')}})

export const values = Object.freeze({
${values.join('')}})
`
  return { path: 'tokens/index.js', content }
}

function typesOf(given: ToPrint): TokenFile {
  const { themes, prefix, tokensOf } = given
  const every = everyToken(given)
  const lines = every.map(
    (token) =>
      `${notesOf(token)}  readonly ${quoted(token.path)}: ${quoted(`var(${cssName(prefix, token.path)})`)}\n`,
  )
  const themeLines = themes.map(({ name }) => {
    const missing = every.flatMap(({ path }) => (tokensOf(name).has(path) ? [] : [quoted(path)]))
    const paths = missing.length ? `Exclude<TokenPath, ${missing.join(' | ')}>` : 'TokenPath'
    return `  readonly ${quoted(name)}: Readonly<Record<${paths}, string>>\n`
  })
  const content = `/** Custom properties, for wherever CSS takes a value: they follow the theme. */
export declare const tokens: {
${lines.join('')}}

/** Values as they are in each theme. */
export declare const values: {
${themeLines.join('')}}

export type TokenPath = keyof typeof tokens
export type ThemeName = keyof typeof values
`
  return { path: 'tokens/index.d.ts', content }
}

const quoted = (text: string): string => JSON.stringify(text)
/** A key that means exactly this text: of what an object is made from it would mean something else. */
const keyOf = (text: string): string => (text === '__proto__' ? '["__proto__"]' : quoted(text))

function notesOf({ description, deprecated, css }: Resolved): string {
  const notes = [description, deprecated === undefined ? undefined : `@deprecated ${deprecated}`]
  return doc([css, ...notes.filter((note) => note !== undefined)].join('. '))
}
