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
