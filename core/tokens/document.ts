import { z } from 'zod'
import { done, refused, type Outcome, type Problem } from '../problem'
import { border } from './border'
import { color } from './color'
import { cubicBezier } from './cubic-bezier'
import { dimension } from './dimension'
import { duration } from './duration'
import { withExtensions, type BadExtension } from './extends'
import { fontFamily } from './font-family'
import { fontWeight } from './font-weight'
import { gradient } from './gradient'
import { isGroup } from './group'
import type { TokenKind } from './kind'
import { number } from './number'
import { referenceOf, type Reference } from './references'
import { shadow } from './shadow'
import { strokeStyle } from './stroke-style'
import { transition } from './transition'
import { typography } from './typography'

export const tokenKinds: Record<string, TokenKind> = Object.fromEntries(
  [
    color,
    dimension,
    number,
    fontFamily,
    fontWeight,
    duration,
    cubicBezier,
    strokeStyle,
    border,
    shadow,
    gradient,
    transition,
    typography,
  ].map((kind) => [kind.type, kind as TokenKind]),
)

/**
 * A token file as it is kept: JSON in the Design Tokens Format Module. What we do not know in it stays in it.
 */
export const tokenDocumentSchema = z.record(z.string(), z.json())
export type TokenDocument = z.infer<typeof tokenDocumentSchema>

/**
 * The three tiers; `$extensions["org.kept-shelf"].tier` on a top group says which, and groups without it are
 * semantic.
 */
export const tiers = ['primitive', 'semantic', 'component'] as const
export type Tier = (typeof tiers)[number]
const extensionKey = 'org.kept-shelf'

/** One token as written: its `$value` may be a reference to another, or to a part of its value. */
export interface Token {
  path: string
  type: string | undefined
  value: unknown
  reference: Reference | undefined
  description: string | undefined
  /** Why it should not be used any more; empty where nobody said. */
  deprecated: string | undefined
  tier: Tier
}

/**
 * The most a token file may hold; what passes it is told and refused, so that nobody waits for what it takes.
 */
export const tokenLimits = { count: 20_000, depth: 32, name: 200 }

/** What is no fact about a group but a group or token in it; `$root` is the token that the group is. */
const isNameOfOne = (name: string): boolean => !name.startsWith('$') || name === '$root'

/** `true`, a reason, or `false`, which takes back what the group above says. */
const deprecationOf = (own: unknown, above: string | undefined): string | undefined => {
  if (own === false) return undefined
  if (own === true) return ''
  return typeof own === 'string' ? own : above
}

/**
 * All tokens of a document, in file order, types inherited from their groups. Groups nested deeper than may
 * be are passed over.
 */
export const tokensOf = (document: TokenDocument): Token[] => readTokens(document).tokens

/** The same, with what is wrong with groups that take over others. */
export function readTokens(document: TokenDocument): { tokens: Token[]; problems: BadExtension[] } {
  const tokens: Token[] = []
  type Inherited = Pick<Token, 'type' | 'tier' | 'deprecated'>
  const visit = (group: Record<string, unknown>, path: string, depth: number, above: Inherited) => {
    const { type, tier } = above
    const ownType = typeof group.$type === 'string' ? group.$type : type
    const deprecated = deprecationOf(group.$deprecated, above.deprecated)
    const extension = isGroup(group.$extensions) ? group.$extensions[extensionKey] : undefined
    const ownTier =
      isGroup(extension) && tiers.includes(extension.tier as Tier) ? (extension.tier as Tier) : tier
    if ('$value' in group) {
      tokens.push({
        path,
        type: ownType,
        value: group.$value,
        reference: referenceOf(group.$value),
        tier: ownTier,
        description: typeof group.$description === 'string' ? group.$description : undefined,
        deprecated,
      })
      return
    }
    if (depth >= tokenLimits.depth) return
    const inherited = { type: ownType, tier: ownTier, deprecated }
    for (const name of Object.keys(group)) {
      const child = group[name]
      if (isNameOfOne(name) && isGroup(child))
        visit(child, path ? `${path}.${name}` : name, depth + 1, inherited)
    }
  }
  const whole = withExtensions(document, tokenLimits)
  visit(whole.document, '', 0, { type: undefined, tier: 'semantic', deprecated: undefined })
  return { tokens, problems: whole.problems }
}

/** A document parsed from text, with the reason where it is none. */
export function parseTokenDocument(text: string, file: string): Outcome<TokenDocument> {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (error) {
    return refused(noJson(file, error))
  }
  return readTokenDocument(json, file)
}

/** What is said of a text that no parser takes. */
export const noJson = (file: string, error: unknown): Problem => ({
  code: 'token-file',
  what: `This is not JSON: ${(error as Error).message}.`,
  where: { file },
  todo: 'Mend the file and bring it in again.',
})

/** A document of what a file holds, with the reasons where it is none. */
export function readTokenDocument(json: unknown, file: string): Outcome<TokenDocument> {
  const read = tokenDocumentSchema.safeParse(json)
  if (!read.success)
    return refused({
      code: 'token-file',
      what: 'A token file is a JSON object of groups and tokens.',
      where: { file },
      todo: 'See the Design Tokens Format Module.',
    })
  const problems: Problem[] = []
  const tell = (code: string, what: string, todo: string) =>
    problems.push({ code, what, where: { file }, todo })
  let count = 0
  const visit = (group: Record<string, unknown>, path: string[]): void => {
    if ('$value' in group) count++
    for (const [name, child] of Object.entries(group)) {
      if (!isNameOfOne(name) || problems.length >= 100) continue
      const fault = faultOfName(name)
      if (fault !== undefined)
        tell(
          'token-name',
          `“${shownName(name)}” is not a name a token can have: ${fault}.`,
          `Rename it under ${path.join('.') || 'the top'}.`,
        )
      if (!isGroup(child)) continue
      if (path.length + 1 > tokenLimits.depth)
        tell(
          'token-depth',
          `${path.slice(0, 3).join('.')} … is nested deeper than ${tokenLimits.depth} groups.`,
          'Bring its tokens further up.',
        )
      else visit(child, [...path, name])
    }
  }
  visit(read.data, [])
  if (count > tokenLimits.count)
    tell(
      'token-count',
      `This file holds ${count} tokens; ${tokenLimits.count} are the most.`,
      'Leave out those nobody uses, or divide the library.',
    )
  return problems.length ? { ok: false, problems } : done(read.data)
}

const shownName = (name: string): string =>
  [...name.slice(0, 60)].map((character) => (character < ' ' ? '␀' : character)).join('')

/**
 * Why a name cannot be a token's. The format keeps dots and braces for aliases; what would need escaping in
 * every place it is written is refused too.
 */
export function faultOfName(name: string): string | undefined {
  if (name === '') return 'it is empty'
  if (name.length > tokenLimits.name) return `it has more than ${tokenLimits.name} characters`
  if (/[{}.]/.test(name)) return 'no dots or braces'
  if (/[\0-\x1f\x7f;<>"'`\\\u2028\u2029]/.test(name))
    return 'no quotes, semicolons, backslashes, angle brackets or line breaks'
  return /\p{Surrogate}/u.test(name) ? 'it holds half a character' : undefined
}

/** The group or token under a name that a group has of its own. */
const childOf = (group: Record<string, unknown>, name: string): Record<string, unknown> | undefined => {
  const child = Object.hasOwn(group, name) ? group[name] : undefined
  return isGroup(child) ? child : undefined
}

/** The `$value` that a document gives a token itself; `undefined` where it gives none. */
export function valueAt(document: TokenDocument, path: string): unknown {
  let at: Record<string, unknown> | undefined = document
  for (const name of path.split('.')) at = at && childOf(at, name)
  return at?.$value
}

/** Whether two values, as files have them, are the same; nothing and `null` are. */
export const isSameWritten = (left: unknown, right: unknown): boolean =>
  JSON.stringify(left ?? null) === JSON.stringify(right ?? null)

/**
 * A copy of the document in which one token has another `$value`; groups on the way are made where
 * they are missing, as in a theme that did not change this token before. `undefined` takes the token out.
 */
export function withValue(
  document: TokenDocument,
  path: string,
  value: unknown,
  type?: string,
): TokenDocument {
  const names = path.split('.')
  const change = (group: Record<string, unknown>, depth: number): Record<string, unknown> => {
    const name = names[depth]!
    const child = childOf(group, name)
    if (depth === names.length - 1) {
      if (value !== undefined)
        return { ...group, [name]: { ...(child ?? (type ? { $type: type } : {})), $value: value } }
      const { [name]: _gone, ...rest } = group
      return rest
    }
    if (!child && value === undefined) return group
    const changed = change(child ?? {}, depth + 1)
    const empty = !Object.keys(changed).some(isNameOfOne)
    if (value === undefined && empty) {
      const { [name]: _gone, ...rest } = group
      return rest
    }
    return { ...group, [name]: changed }
  }
  return change(document, 0) as TokenDocument
}

/** The token or group at a path, as a document has it itself. */
export function nodeAt(document: TokenDocument, path: string): Record<string, unknown> | undefined {
  let at: unknown = document
  for (const name of path.split('.')) at = isGroup(at) && Object.hasOwn(at, name) ? at[name] : undefined
  return isGroup(at) ? at : undefined
}

/** A document in which one group is another; groups on the way are made where they are missing. */
export const inGroup = (
  group: Record<string, unknown>,
  names: readonly string[],
  change: (group: Record<string, unknown>) => Record<string, unknown>,
): TokenDocument => {
  const [name, ...rest] = names
  if (name === undefined) return change(group) as TokenDocument
  const child = Object.hasOwn(group, name) && isGroup(group[name]) ? group[name] : {}
  return { ...group, [name]: inGroup(child, rest, change) } as TokenDocument
}
/** A document with a token or a group at a path, in the place of what was there. */
export const withNode = (document: TokenDocument, names: readonly string[], node: Record<string, unknown>) =>
  inGroup(document, names.slice(0, -1), (group) => ({ ...group, [names.at(-1)!]: node }))
