import { cssIdentifier } from '../../css'
import { cssName, themesCss } from '../themes'
import { tokenKinds } from '../document'
import type { Resolved } from '../resolve'
import { everyToken, type ToPrint, type TokenPrinter } from './print'

/** Custom properties, on the root and on every element that asks for a theme. */
export const css: TokenPrinter = {
  says: 'Custom properties; data-theme on any element dresses what is in it',
  print: ({ themes, prefix }) => [{ path: 'tokens/tokens.css', content: themesCss(themes, prefix).css }],
}

/**
 * The same in a layer of its own (CSS Cascade 5, 6.4), for pages whose own rules are to win whatever they
 * weigh.
 */
export const layeredCss: TokenPrinter = {
  says: 'The same in a cascade layer, which any rule outside of one is stronger than',
  print: ({ themes, prefix }) => [
    {
      path: 'tokens/layered.css',
      content: `@layer ${cssIdentifier(`${prefix}-tokens`)} {\n${themesCss(themes, prefix).css}}\n`,
    },
  ],
}

/**
 * Registrations (CSS Properties and Values API 1, 2): a value of another type is not taken, and a change may
 * move.
 */
export const registeredCss: TokenPrinter = {
  says: 'Beside either of them: registers each custom property whose type CSS knows, so that it can be animated',
  print: (given) => [
    { path: 'tokens/properties.css', content: everyToken(given).flatMap(registration(given)).join('\n') },
  ],
}

/** One registration, or none where some theme gives the token a value that is not of one syntax. */
const registration =
  ({ themes, prefix, tokensOf }: ToPrint) =>
  (token: Resolved): string[] => {
    const values = themes.flatMap(({ name }) => tokensOf(name).get(token.path) ?? [])
    const [syntax, ...others] = new Set(values.map(syntaxOf))
    if (syntax === undefined || others.length > 0) return []
    const name = cssName(prefix, token.path)
    return [
      `@property ${name} {\n  syntax: '${syntax}';\n  inherits: true;\n  initial-value: ${token.css};\n}\n`,
    ]
  }

const syntaxOf = ({ type, value }: Resolved): string | undefined => tokenKinds[type]?.syntax?.(value)
