import { cssIdentifier, cssString } from '../../css'
import { cssName, flatName } from '../themes'
import type { Resolved } from '../resolve'
import { everyToken, type ToPrint, type TokenPrinter } from './print'

/** Variables for Sass that stand for custom properties, and the values themselves by theme. */
export const scss: TokenPrinter = {
  says: 'Variables for Sass that follow the theme, and every value by theme',
  print: (given) => [{ path: 'tokens/_index.scss', content: sheetOf(given) }],
}

const sheetOf = (given: ToPrint): string => `@use 'sass:map';
@use 'sass:string';

// A variable stands for a custom property, and so follows the theme of whatever it is used in.
${variablesOf(given)}
// Values as they are in each theme, for what has to be worked out before there is a page.
$values: (
${given.themes.map(({ name }) => mapOf(name, [...given.tokensOf(name).values()])).join('')});

@function value($path, $theme: ${sassString(given.base?.name ?? '')}) {
  @return map.get($values, $theme, $path);
}
`

/** A value is text to Sass: it works nothing out in it. */
const mapOf = (theme: string, tokens: readonly Resolved[]): string => {
  const entries = tokens.map(
    ({ path, css }) => `    ${sassString(path)}: string.unquote(${sassString(css)}),\n`,
  )
  return `  ${sassString(theme)}: (\n${entries.join('')}  ),\n`
}

/**
 * Sass takes `-` and `_` in names for the same: of names that differ in nothing else only the first can be
 * one.
 */
function variablesOf(given: ToPrint): string {
  const first = new Map<string, string>()
  const lines = everyToken(given).map(({ path, description, deprecated }) => {
    const name = flatName(path)
    const known = first.get(name.replaceAll('_', '-'))
    if (known !== undefined) return `// ${oneLine(path)}: its name is that of ${oneLine(known)} to Sass.\n`
    first.set(name.replaceAll('_', '-'), path)
    const says = [description, deprecated === undefined ? undefined : `Deprecated. ${deprecated}`]
      .filter((text) => text !== undefined)
      .map((text) => `/// ${oneLine(text)}\n`)
    return `${says.join('')}$${cssIdentifier(name)}: var(${cssName(given.prefix, path)});\n`
  })
  return lines.join('')
}

/** A string of Sass that means exactly this text: where it is put together from parts is escaped too. */
const sassString = (text: string): string => cssString(text).replaceAll('#', '\\#')

const oneLine = (text: string): string => text.replaceAll(/\s+/g, ' ').trim()
