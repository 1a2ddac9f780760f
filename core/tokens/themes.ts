import { cssIdentifier } from '../css'
import type { Problem } from '../problem'
import { readColour } from './color'
import type { Condition } from './condition'
import { baseOf, chainOf, regionsCss } from './regions'
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
  /**
   * The axis along which it combines with others, such as `density`; none where it is worn instead of them.
   */
  axis?: string | null
}

/** The layers that make a theme, the base first; what is worn beside it last. */
export const layersOf = (themes: readonly Theme[], name: string, beside?: string): Layer[] =>
  chainOf(themes, name, beside)
    .toReversed()
    .map((theme) => ({ theme: theme.name, document: theme.document }))

export const resolveTheme = (themes: readonly Theme[], name: string, beside?: string): ResolvedTokens =>
  resolveTokens(layersOf(themes, name, beside))

/** What is wrong in any theme, once: what a theme is built on says the same in each that is built on it. */
export const problemsIn = (themes: readonly Theme[]): Problem[] => [
  ...new Map(
    themes
      .flatMap((theme) => resolveTheme(themes, theme.name).problems)
      .map((problem) => [`${problem.where?.file} ${problem.what}`, problem]),
  ).values(),
]

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
export const isSameInCss = (before: Resolved | undefined, now: Resolved): boolean =>
  before === now || (before?.css === now.css && JSON.stringify(before.own) === JSON.stringify(now.own))

/** CSS for all themes: see `regionsCss`. */
export function themesCss(themes: readonly Theme[], prefix: string): { css: string; problems: Problem[] } {
  const base = baseOf(themes)
  if (!base)
    return {
      css: '',
      problems: [
        { code: 'no-base', what: 'No theme is the base.', todo: 'Bring in a token file for the base theme.' },
      ],
    }
  const names = new Map<string, string>()
  const nameOf = (path: string): string => {
    let name = names.get(path)
    if (name === undefined) names.set(path, (name = cssName(prefix, path)))
    return name
  }
  const css = regionsCss(themes, {
    valuesIn: (theme, beside) => resolveTheme(themes, theme, beside).tokens,
    isSame: isSameInCss,
    print: (path, token) =>
      namedValues(nameOf(path), token)
        .map(([name, value]) => `  ${name}: ${value};`)
        .join('\n'),
    head: (name) => {
      const scheme = schemeOf(themes.find((theme) => theme.name === name)!)
      return scheme ? [`  color-scheme: ${scheme};`] : []
    },
  })
  const ground = resolveTheme(themes, base.name)
  return {
    css,
    problems: [
      ...themes.flatMap(({ name }) => resolveTheme(themes, name).problems),
      ...printedTwice(prefix, base, ground),
      ...changedTwice(themes, base),
    ],
  }
}

/**
 * Tokens of which two themes that may be worn together both have a say: they are right on an element that
 * wears both, and of two elements, one in the other, the inner one alone is heard.
 */
function changedTwice(themes: readonly Theme[], base: Theme): Problem[] {
  const ground = resolveTheme(themes, base.name).tokens
  const others = themes.filter((theme) => theme !== base)
  const valuesOf = new Map(others.map(({ name }) => [name, resolveTheme(themes, name).tokens]))
  const isChanged = ({ name }: Theme, path: string) =>
    !isSameInCss(ground.get(path), valuesOf.get(name)!.get(path) ?? ground.get(path)!)
  const pairs = others
    .filter(({ axis }) => axis)
    .flatMap((beside) =>
      others.filter(({ axis }) => axis !== beside.axis).map((theme) => [theme, beside] as const),
    )
    .filter(([theme, beside]) => !theme.axis || others.indexOf(theme) < others.indexOf(beside))
  return pairs
    .flatMap(([theme, beside]) => {
      const together = theme.axis
        ? { tokens: ground, problems: [] }
        : resolveTheme(themes, theme.name, beside.name)
      const alone = [theme, beside].flatMap(({ name }) => resolveTheme(themes, name).problems)
      const isTold = (path: string, meant: Resolved) => {
        const isTurned = isChanged(beside, path)
        if (isTurned && isChanged(theme, path)) return true
        return (
          !theme.axis && !isSameInCss(valuesOf.get(isTurned ? beside.name : theme.name)!.get(path), meant)
        )
      }
      const told = [...together.tokens.values()]
        .filter((meant) => isTold(meant.path, meant))
        .map(({ path }) => ({
          code: 'token-axes',
          what:
            `${theme.title} and ${beside.title} both have a say in ${path}: it is right on an element that ` +
            'wears both, and where one stands in the other, the inner one alone is heard.',
          where: { file: beside.name },
          todo: 'Have it changed by one of them, or wear both on one element.',
        }))
      // such as a circle that neither makes by itself
      const faults = together.problems.filter(({ what }) => alone.every((problem) => problem.what !== what))
      return [...faults, ...told]
    })
    .slice(0, 100)
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
    if (theme.on === null && prefix !== undefined)
      problems.push(...printedTwice(prefix, theme, resolved), ...changedTwice(themes, theme))
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
