import { done, refused, type Outcome, type Problem } from '../problem'
import {
  faultOfName,
  inGroup,
  nodeAt,
  tokenLimits,
  tokensOf,
  withNode,
  withValue,
  type TokenDocument,
} from './document'
import { isGroup } from './group'
import { mapReferences, type Reference } from './references'
import { isWithin, movedPath } from './paths'
import { baseOf } from './regions'
import type { Resolved } from './resolve'
import { cssProperties, resolveTheme, tokenTable, type Theme } from './themes'
import { referencesTo } from './uses'

/**
 * A token, or a group with all that is in it, that gets another path; `leave` keeps each old one as a
 * deprecated alias of the new. `into`: a token of that path is there already, and stands in its place.
 */
export interface Rename {
  from: string
  to: string
  leave: boolean
  into?: boolean | undefined
}

/** What becomes of all themes when a token or a group gets another path. */
export interface Renamed {
  /** The documents that change, by their themes. */
  documents: { theme: string; document: TokenDocument }[]
  /** Tokens outside of it whose values refer to it, in the themes that give them. */
  references: { theme: string; path: string }[]
  /** Custom properties that its tokens were, with those that they are then. */
  properties: { from: string; to: string }[]
  /**
   * Where what names it comes to another value than before, in CSS: a token that is replaced, in each
   * theme.
   */
  changes: { theme: string; before: string; after: string }[]
}

/**
 * Gives a token or a group another path in every theme, and has all that refers to it follow: aliases,
 * pointers, those inside of values, and groups that take it over. Refused where the path cannot be one, where
 * something stands there or on the way to it, and where anything would not resolve any more.
 */
export function renameToken(themes: Theme[], rename: Rename, prefix: string): Outcome<Renamed> {
  const { from, to } = rename
  const having = themes.filter(({ document }) => hasTokens(document, from))
  if (having.length === 0)
    return refused({
      code: 'no-token',
      what: `No theme gives a token or a group of tokens ${from} itself.`,
      todo: 'Choose one of the tokens in the table; what a group takes over is renamed where it stands.',
    })
  const same = { code: 'same-name', what: 'That is its name already.', todo: 'Write another.' }
  const faults =
    to === from ? [same] : rename.into ? faultsOfReplacing(themes, from, to) : faultsOfPath(themes, to, from)
  if (faults.length) return { ok: false, problems: faults }
  const leavers = having.filter(({ on }) => on === null)
  const staying = rename.leave ? (leavers.length ? leavers : having) : []
  const after = themes.map((theme) => ({
    ...theme,
    document: renamedIn(theme.document, rename, staying.includes(theme)),
  }))
  const fresh = freshProblems(themes, after, rename, prefix)
  if (fresh.length) return { ok: false, problems: fresh }
  return done({
    documents: after
      .filter(({ document }, i) => JSON.stringify(document) !== JSON.stringify(themes[i]!.document))
      .map(({ name, document }) => ({ theme: name, document })),
    references: referencesTo(themes, from).filter(({ path }) => !isWithin(path, to) && !isWithin(path, from)),
    properties: propertiesOf(themes, rename, prefix),
    changes: rename.into ? changesBetween(themes, from, to) : [],
  })
}

/** Whether a document has a token itself, or a group that has any. */
const hasTokens = (document: TokenDocument, path: string): boolean =>
  nodeAt(document, path) !== undefined && tokensOf(document).some((token) => isWithin(token.path, path))

/** Why a token cannot have a path, in any theme; `from` is what it had. */
export function faultsOfPath(themes: readonly Theme[], to: string, from?: string): Problem[] {
  const names = to.split('.')
  const tell = (code: string, what: string, todo: string): Problem[] => [{ code, what, todo }]
  if (from !== undefined && to.startsWith(`${from}.`) && !isTokenAnywhere(themes, from))
    return tell('token-inside', `${from} cannot stand inside of itself.`, 'Write a path outside of it.')
  if (names.length > tokenLimits.depth)
    return tell('token-depth', `A path has at most ${tokenLimits.depth} names.`, 'Write a shorter one.')
  for (const [i, name] of names.entries()) {
    const isDollar = name.startsWith('$') && !(name === '$root' && i === names.length - 1)
    const fault = isDollar ? 'names that begin with $ are the format’s own' : faultOfName(name)
    if (fault !== undefined)
      return tell(
        'token-name',
        `“${name.slice(0, 60)}” is not a name a token can have: ${fault}.`,
        'Write another; dots stand between the names of groups and the token.',
      )
  }
  for (const theme of themes) {
    const there = nodeAt(theme.document, to)
    if (there && !(from !== undefined && areLeftAliases(there, from)))
      return tell(
        'token-there',
        `${theme.title} has a ${'$value' in there ? 'token' : 'group'} ${to} already.`,
        'Write another path, or rename that one first.',
      )
    const above = names
      .map((_name, i) => names.slice(0, i).join('.'))
      .find((path) => path !== '' && path !== from && nodeAt(theme.document, path)?.$value !== undefined)
    if (above !== undefined)
      return tell(
        'token-above',
        `${above} is a token, and nothing can stand under it.`,
        'Write a path through groups.',
      )
  }
  return []
}

/** Why a token cannot stand in another's place. */
function faultsOfReplacing(themes: readonly Theme[], from: string, to: string): Problem[] {
  const tell = (code: string, what: string, todo: string): Problem[] => [{ code, what, todo }]
  if (!isTokenAnywhere(themes, from))
    return tell('token-group', `${from} is a group of tokens.`, 'Replace its tokens one after the other.')
  const base = baseOf(themes)
  const resolved = base ? resolveTheme(themes, base.name).tokens : new Map<string, Resolved>()
  const [gone, other] = [resolved.get(from), resolved.get(to)]
  if (!other || !isTokenAnywhere(themes, to))
    return tell('no-token', `There is no token ${to}.`, 'Choose one of the tokens in the table.')
  if (gone && gone.type !== other.type)
    return tell(
      'token-type',
      `${from} is a ${gone.type}, ${to} a ${other.type}.`,
      'Choose one of the same type.',
    )
  if (themes.some(({ name }) => resolveTheme(themes, name).tokens.get(to)?.chain.includes(from)))
    return tell(
      'token-circle',
      `${to} has its value from ${from}.`,
      `Give ${to} a value of its own first, or choose another.`,
    )
  return []
}

/** Themes in which two tokens do not come to the same. */
const changesBetween = (themes: readonly Theme[], from: string, to: string): Renamed['changes'] =>
  themes.flatMap(({ name }) => {
    const { tokens } = resolveTheme(themes, name)
    const [before, after] = [tokens.get(from), tokens.get(to)]
    return before && after && before.css !== after.css
      ? [{ theme: name, before: before.css, after: after.css }]
      : []
  })

const isTokenAnywhere = (themes: readonly Theme[], path: string): boolean =>
  themes.some(({ document }) => nodeAt(document, path)?.$value !== undefined)

/** Whether this is what a rename left: aliases of what is renamed now, which may be written over. */
const areLeftAliases = (node: Record<string, unknown>, to: string): boolean =>
  '$value' in node
    ? '$deprecated' in node && node.$value === `{${to}}`
    : Object.entries(node).every(([name, child]) => isGroup(child) && areLeftAliases(child, `${to}.${name}`))

/**
 * A theme's document after a rename: what refers to the token or group follows, and itself where it has it.
 */
function renamedIn(document: TokenDocument, rename: Rename, leaves: boolean): TokenDocument {
  const { from, to } = rename
  const follow = (reference: Reference): Reference => ({
    ...reference,
    path: movedPath(reference.path, rename),
  })
  const followed = mapValues(document, (value) => mapReferences(value, follow)) as TokenDocument
  const node = nodeAt(followed, from)
  if (!node || !hasTokens(document, from)) return followed
  const [fromNames, toNames] = [from.split('.'), to.split('.')]
  if (rename.into) {
    const without = withValue(followed, from, undefined)
    return leaves
      ? withAlias(without, from, to, tokensOf(followed).find(({ path }) => path === from)?.type)
      : without
  }
  const cleared = withValue(followed, to, undefined)
  const isNeighbour = fromNames.slice(0, -1).join('.') === toNames.slice(0, -1).join('.')
  const moved = isNeighbour
    ? inGroup(cleared, fromNames.slice(0, -1), (group) => withKey(group, fromNames.at(-1)!, toNames.at(-1)!))
    : withNode(withValue(cleared, from, undefined), toNames, node)
  const [was, is] = [typeAbove(followed, fromNames), typeAbove(moved, toNames)]
  const isTypedAnew = node.$type === undefined && was !== undefined && is !== was
  const typed = isTypedAnew ? withNode(moved, toNames, { $type: was, ...node }) : moved
  if (!leaves) return typed
  const tokens = tokensOf(followed).filter(({ path }) => isWithin(path, from))
  return tokens.reduce((left, { path, type }) => withAlias(left, path, movedPath(path, rename), type), typed)
}

/** The type that a document gives what stands at a path and says none itself. */
function typeAbove(document: TokenDocument, names: readonly string[]): unknown {
  let [group, type]: [Record<string, unknown> | undefined, unknown] = [document, document.$type]
  for (const name of names.slice(0, -1)) {
    group = group && isGroup(group[name]) ? group[name] : undefined
    type = group?.$type ?? type
  }
  return type
}

/** A document in which a deprecated alias stands where a token was. */
const withAlias = (document: TokenDocument, path: string, to: string, type: string | undefined) =>
  withNode(document, path.split('.'), {
    ...(type ? { $type: type } : {}),
    $value: `{${to}}`,
    $deprecated: `It is ${to} now.`,
  })

/** A document with each `$value` and `$extends` in it as `change` makes it. */
const mapValues = (
  group: Record<string, unknown>,
  change: (value: unknown) => unknown,
  depth = 0,
): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(group).map(([name, child]) => {
      if (name === '$value' || name === '$extends') return [name, change(child)]
      const isDeeper = isGroup(child) && (!name.startsWith('$') || name === '$root')
      return [name, isDeeper && depth < tokenLimits.depth ? mapValues(child, change, depth + 1) : child]
    }),
  )

const withKey = (group: Record<string, unknown>, from: string, to: string): Record<string, unknown> =>
  Object.fromEntries(Object.entries(group).map(([name, child]) => [name === from ? to : name, child]))

/** What is wrong then and was not before; what was said of the old name is no news under the new one. */
function freshProblems(before: Theme[], after: Theme[], { from, to }: Rename, prefix: string): Problem[] {
  const known = new Set(tokenTable(before, prefix).problems.map(({ what }) => what))
  return tokenTable(after, prefix)
    .problems.filter(({ what }) => !known.has(what) && !known.has(what.replaceAll(to, from)))
    .slice(0, 20)
}

/** The custom properties that tokens are in any theme, under both names. */
function propertiesOf(themes: Theme[], rename: Rename, prefix: string): Renamed['properties'] {
  const names = new Map<string, string>()
  for (const { name } of themes)
    for (const token of resolveTheme(themes, name).tokens.values()) {
      if (!isWithin(token.path, rename.from)) continue
      const [was, becomes] = [token.path, movedPath(token.path, rename)].map((path) => [
        ...cssProperties(prefix, { ...token, path }).keys(),
      ])
      for (const [i, property] of was!.entries()) names.set(property, becomes![i]!)
    }
  return [...names].flatMap(([from, to]) => (from === to ? [] : [{ from, to }]))
}
