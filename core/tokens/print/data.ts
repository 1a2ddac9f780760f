import { attributeValue, directionAxis } from '../axis'
import { baseOf, chainOf, themeAxes, wholeThemes } from '../regions'
import type { Theme } from '../themes'
import type { TokenPrinter } from './print'

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`

/** Every value found, as plain data. */
export const resolved: TokenPrinter = {
  says: 'Type and value of every token in every theme, as data',
  print: ({ themes, tokensOf }) => {
    const valuesOf = (theme: string) =>
      Object.fromEntries([...tokensOf(theme).values()].map(({ path, type, css }) => [path, { type, css }]))
    const values = Object.fromEntries(themes.map(({ name }) => [name, valuesOf(name)]))
    return [{ path: 'tokens/resolved.json', content: json(values) }]
  },
}

/** The files themselves. */
export const documents: TokenPrinter = {
  says: 'The token files themselves, in the format they are kept in',
  print: ({ themes }) =>
    themes.map(({ name, document }) => ({ path: `tokens/${name}.json`, content: json(document) })),
}

/** A file as a resolver document refers to it. */
const fileOf = ({ name }: Theme) => ({ $ref: `${name}.json` })

/**
 * How the files go together: the base, then a modifier for the themes of which one is worn, and one for each
 * axis along which others are worn beside it (Design Tokens Resolver Module).
 */
export const resolver: TokenPrinter = {
  says: 'How the token files go together, as the format’s resolver module has it',
  print({ themes }) {
    const base = baseOf(themes)
    if (!base) return []
    const above = ({ name }: Theme) =>
      chainOf(themes, name)
        .filter((theme) => theme !== base)
        .toReversed()
        .map(fileOf)
    const whole = wholeThemes(themes)
    const modifiers = {
      // of axes alone nobody could tell that they are worn beside something
      ...(whole.length < themes.length || whole.length > 1
        ? {
            theme: {
              contexts: Object.fromEntries(whole.map((theme) => [theme.name, above(theme)])),
              default: base.name,
            },
          }
        : {}),
      ...Object.fromEntries(
        [...themeAxes(themes)].map(([axis, along]) => {
          const usual =
            axis === directionAxis ? 'ltr' : along.some(({ name }) => name === 'usual') ? 'none' : 'usual'
          const contexts = along.map((theme) => [attributeValue(theme), above(theme)] as const)
          return [axis, { contexts: Object.fromEntries([[usual, []], ...contexts]), default: usual }]
        }),
      ),
    }
    const document = {
      version: '2025.10',
      sets: { base: { sources: [fileOf(base)] } },
      modifiers,
      resolutionOrder: [
        { $ref: '#/sets/base' },
        ...Object.keys(modifiers).map((name) => ({ $ref: `#/modifiers/${name}` })),
      ],
    }
    return [{ path: 'tokens/resolver.json', content: json(document) }]
  },
}
