import { cssIdentifier, cssString } from '../css'
import type { Problem } from '../problem'
import { readColour } from './color'
import { autoTheme, ruleWhere, type Condition } from './condition'
import { resolveTokens, type Layer, type Resolved, type ResolvedTokens } from './resolve'
import type { TokenDocument } from './document'

/** A theme: the base has no `on`; another lays its file over the one it is built on. */
export interface Theme {
  name: string
  title: string
  on: string | null
  document: TokenDocument
  /** What brings it in by itself, where something does. */
  when?: Condition | null
}

/** The layers that make a theme, the base first. A theme built on itself ends where it comes round. */
export function layersOf(themes: Theme[], name: string): Layer[] {
  const layers: Layer[] = []
  let at = themes.find((theme) => theme.name === name)
  while (at && !layers.some((layer) => layer.theme === at!.name)) {
    layers.unshift({ theme: at.name, document: at.document })
    const below: string | null = at.on
    at = themes.find((theme) => theme.name === below)
  }
  return layers
}

export const resolveTheme = (themes: Theme[], name: string): ResolvedTokens =>
  resolveTokens(layersOf(themes, name))

/** The tokens of every theme, by its name. */
export type TokensOf = ReadonlyMap<string, ResolvedTokens['tokens']>
export const tokensOfThemes = (themes: readonly Theme[]): TokensOf =>
  new Map(themes.map(({ name }) => [name, resolveTheme([...themes], name).tokens]))

/** `notice.edge.warn` as one name, as it stands in custom properties: `notice-edge-warn`. */
export const flatName = (path: string): string =>
  path
    .replace(/\.\$root$/, '')
    .replaceAll('.', '-')
    .replaceAll(/\s+/g, '-')
    .toLowerCase()

/**
 * `notice.edge.warn` with prefix `tern` is `--tern-notice-edge-warn`. What is no part of an identifier is
 * escaped.
 */
export const cssName = (prefix: string, path: string): string =>
  cssIdentifier(`--${prefix}-${flatName(path)}`)

/** The custom properties that a token is, with their values: itself, and what of it is one of its own. */
export const cssProperties = (
  prefix: string,
  { path, css, own }: Pick<Resolved, 'path' | 'css' | 'own'>,
): Map<string, string> => new Map(namedValues(cssName(prefix, path), { css, own }))

/** The same under a name that is known already. */
const namedValues = (name: string, { css, own }: Pick<Resolved, 'css' | 'own'>): [string, string][] => [
  [name, css],
  ...Object.entries(own).map(([part, value]): [string, string] => [`${name}-${part}`, value]),
]

/** The token of a theme that each custom property is, or is a field of. */
export const propertiesIn = (themes: Theme[], theme: string, prefix: string): Map<string, Resolved> =>
  new Map(
    [...resolveTheme(themes, theme).tokens.values()].flatMap((token) =>
      [...cssProperties(prefix, token).keys()].map((name) => [name, token] as const),
    ),
  )

/** The path of the token of the base theme that each custom property is, or is a field of. */
export function tokensByProperty(themes: Theme[], prefix: string): Map<string, string> {
  const base = themes.find((theme) => theme.on === null)?.name ?? ''
  return new Map([...propertiesIn(themes, base, prefix)].map(([name, { path }]) => [name, path]))
}

/** Custom properties of tokens that are one colour, fields of composites among them. */
export function colourProperties(themes: Theme[], prefix: string): string[] {
  const base = themes.find((theme) => theme.on === null)
  if (!base) return []
  return [...resolveTheme(themes, base.name).tokens.values()].flatMap((token) =>
    [...cssProperties(prefix, token)].flatMap(([name, css]) => (readColour(css) ? [name] : [])),
  )
}

/** Ink and paper to fall back to, so that native controls follow a theme: `color-scheme`. */
const schemeOf = (theme: Theme): string | undefined => {
  const extension = theme.document.$extensions
  const own =
    typeof extension === 'object' && extension !== null && !Array.isArray(extension)
      ? extension['org.kept-shelf']
      : undefined
  const scheme = typeof own === 'object' && own !== null && !Array.isArray(own) ? own.scheme : undefined
  return scheme === 'dark' || scheme === 'light' ? scheme : undefined
}

/** Whether a token comes to the same in CSS, with all that is a custom property of its own. */
const isSame = (before: Resolved | undefined, now: Resolved): boolean =>
  before === now || (before?.css === now.css && JSON.stringify(before.own) === JSON.stringify(now.own))

/**
 * CSS for all themes. The base stands on `:root`; each theme is a region, `[data-theme="name"]`.
 * A region restates every token whose resolved value differs from the base in any theme, whether a
 * file changed it or something it refers to: a custom property is computed where it is set, and
 * regions may stand inside one another in any order. A theme that comes in by itself does so on a root that
 * names no theme, and in regions that ask for whichever comes in.
 */
export function themesCss(themes: Theme[], prefix: string): { css: string; problems: Problem[] } {
  const base = themes.find((theme) => theme.on === null)
  if (!base)
    return {
      css: '',
      problems: [
        { code: 'no-base', what: 'No theme is the base.', todo: 'Bring in a token file for the base theme.' },
      ],
    }
  const resolved = new Map(themes.map((theme) => [theme.name, resolveTheme(themes, theme.name)]))
  const ground = resolved.get(base.name)!
  const names = new Map<string, string>()
  const nameOf = (path: string): string => {
    let name = names.get(path)
    if (name === undefined) names.set(path, (name = cssName(prefix, path)))
    return name
  }
  const line = (token: Resolved) =>
    namedValues(nameOf(token.path), token)
      .map(([name, css]) => `  ${name}: ${css};`)
      .join('\n')
  const rule = (selector: string, theme: Theme, tokens: Resolved[]) => {
    const scheme = schemeOf(theme)
    return (
      `${selector} ` +
      `{\n${[...(scheme ? [`  color-scheme: ${scheme};`] : []), ...tokens.map(line)].join('\n')}\n}\n`
    )
  }
  const coming = themes.flatMap((theme) =>
    theme.when && theme !== base ? [{ theme, when: theme.when }] : [],
  )
  const auto = `[data-theme=${cssString(autoTheme)}]`
  const regions = [':root', `[data-theme=${cssString(base.name)}]`, ...(coming.length ? [auto] : [])]
  const rules = [rule(regions.join(', '), base, [...ground.tokens.values()])]
  const varied = new Set<string>()
  for (const { tokens } of resolved.values())
    for (const token of tokens.values())
      if (!isSame(ground.tokens.get(token.path), token)) varied.add(token.path)
  const variedIn = ({ name }: Theme) =>
    [...resolved.get(name)!.tokens.values()].filter((token) => varied.has(token.path))
  for (const theme of themes)
    if (theme !== base) rules.push(rule(`[data-theme=${cssString(theme.name)}]`, theme, variedIn(theme)))
  for (const { theme, when } of coming)
    rules.push(ruleWhere(when, rule(`:root:not([data-theme]), ${auto}`, theme, variedIn(theme))))
  return {
    css: rules.join('\n'),
    problems: [
      ...[...resolved.values()].flatMap((resolvedTokens) => resolvedTokens.problems),
      ...printedTwice(prefix, base, ground),
    ],
  }
}

/** Tokens of which another prints the custom property too: which of them is meant nobody could say. */
function printedTwice(prefix: string, base: Theme, { tokens }: ResolvedTokens): Problem[] {
  const first = new Map<string, string>()
  const problems: Problem[] = []
  for (const token of tokens.values())
    for (const name of cssProperties(prefix, token).keys()) {
      const other = first.get(name)
      if (other === undefined) first.set(name, token.path)
      else
        problems.push({
          code: 'token-twice',
          what: `${token.path} and ${other} both print ${name}.`,
          where: { file: base.name },
          todo: 'Rename one of them.',
        })
    }
  return problems.slice(0, 100)
}

/** What the table has of one token in one theme; `own`: the theme’s file gives the value itself. */
export interface TokenCell {
  css: string
  written: string
  own: boolean
  chain: string[]
  /** The tokens that stand in parts of its value. */
  refers: string[]
  /** The custom properties that it is. */
  parts: string[]
}

/** The table of the tokens page: a row a token, a cell a theme. */
export interface TokenRow {
  path: string
  type: string
  tier: string
  description: string | undefined
  deprecated: string | undefined
  cells: Record<string, TokenCell | undefined>
}

/** With a prefix it is told too which tokens print one custom property. */
export function tokenTable(themes: Theme[], prefix?: string): { rows: TokenRow[]; problems: Problem[] } {
  const rows = new Map<string, TokenRow>()
  const problems: Problem[] = []
  for (const theme of themes) {
    const resolved = resolveTheme(themes, theme.name)
    problems.push(...resolved.problems.filter((problem) => problem.where?.file === theme.name))
    if (theme.on === null && prefix !== undefined) problems.push(...printedTwice(prefix, theme, resolved))
    for (const token of resolved.tokens.values()) {
      const row = rows.get(token.path) ?? {
        path: token.path,
        type: token.type,
        tier: token.tier,
        description: token.description,
        deprecated: token.deprecated,
        cells: {},
      }
      row.cells[theme.name] = {
        css: token.css,
        written: token.written,
        own: token.from === theme.name,
        chain: token.chain,
        refers: token.chain.length > 1 ? [] : token.refers,
        parts: Object.keys(token.own),
      }
      rows.set(token.path, row)
    }
  }
  return { rows: [...rows.values()], problems }
}
