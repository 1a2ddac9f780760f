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
import { tokenTable, type Theme } from './themes'
import { propertiesAs, referencesTo } from './uses'

/** A token that gets another path; `leave` keeps the old one as a deprecated alias of the new. */
export interface Rename {
  from: string
  to: string
  leave: boolean
}

/** What becomes of all themes when a token gets another path. */
export interface Renamed {
  /** The documents that change, by their themes. */
  documents: { theme: string; document: TokenDocument }[]
  /** Tokens whose values refer to it, in the themes that give them. */
  references: { theme: string; path: string }[]
  /** Custom properties that the token was, with those that it is then. */
  properties: { from: string; to: string }[]
}

/**
 * Gives a token another path in every theme, and has all that refers to it follow: aliases, pointers, and those
 * inside of values. Refused where the path cannot be one, where something stands there or on the way to it, and
 * where anything would not resolve any more.
 */
export function renameToken(themes: Theme[], rename: Rename, prefix: string): Outcome<Renamed> {
  const { from, to } = rename
  const having = themes.filter(({ document }) => nodeAt(document, from)?.$value !== undefined)
  if (having.length === 0)
    return refused({
      code: 'no-token',
      what: `No theme gives a token ${from} itself.`,
      todo: 'Choose one of the tokens in the table; what a group takes over is renamed where it stands.',
    })
  const same = { code: 'same-name', what: 'That is its name already.', todo: 'Write another.' }
  const faults = to === from ? [same] : faultsOfPath(themes, to, from)
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
    references: referencesTo(themes, from).filter(({ path }) => path !== to),
    properties: propertiesOf(themes, rename, prefix),
  })
}

/** Why a token cannot have a path, in any theme; `from` is what it had. */
export function faultsOfPath(themes: readonly Theme[], to: string, from?: string): Problem[] {
  const names = to.split('.')
  const tell = (code: string, what: string, todo: string): Problem[] => [{ code, what, todo }]
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
    if (there && !(from !== undefined && isLeftAlias(there, from)))
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

/** Whether a token is what a rename left: an alias of what is renamed now, which may be written over. */
const isLeftAlias = (node: Record<string, unknown>, to: string): boolean =>
  '$deprecated' in node && node.$value === `{${to}}`

/** A theme's document after a rename: what refers to the token follows, and the token where it has one. */
function renamedIn(document: TokenDocument, { from, to }: Rename, leaves: boolean): TokenDocument {
  const follow = (reference: Reference): Reference =>
    reference.path === from ? { ...reference, path: to } : reference
  const followed = mapValues(document, (value) => mapReferences(value, follow)) as TokenDocument
  const node = nodeAt(followed, from)
  if (node?.$value === undefined) return followed
  const type = tokensOf(followed).find(({ path }) => path === from)?.type
  const cleared = withValue(followed, to, undefined)
  const [fromNames, toNames] = [from.split('.'), to.split('.')]
  const isNeighbour = fromNames.slice(0, -1).join('.') === toNames.slice(0, -1).join('.')
  const moved = isNeighbour
    ? inGroup(cleared, fromNames.slice(0, -1), (group) => withKey(group, fromNames.at(-1)!, toNames.at(-1)!))
    : withNode(withValue(cleared, from, undefined), toNames, node)
  const now = tokensOf(moved).find(({ path }) => path === to)?.type
  const typed =
    type !== undefined && now !== type ? withNode(moved, toNames, { $type: type, ...node }) : moved
  if (!leaves) return typed
  const alias = { ...(type ? { $type: type } : {}), $value: `{${to}}`, $deprecated: `It is ${to} now.` }
  return withNode(typed, fromNames, alias)
}

/** A document with each `$value` in it as `change` makes it. */
const mapValues = (
  group: Record<string, unknown>,
  change: (value: unknown) => unknown,
  depth = 0,
): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(group).map(([name, child]) => {
      if (name === '$value') return [name, change(child)]
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

/** The custom properties that a token is in any theme, under both names. */
const propertiesOf = (themes: Theme[], { from, to }: Rename, prefix: string): Renamed['properties'] => {
  const [was, becomes] = [from, to].map((path) => propertiesAs(themes, from, path, prefix))
  return was!.flatMap((property, i) =>
    property === becomes![i] ? [] : [{ from: property, to: becomes![i]! }],
  )
}
