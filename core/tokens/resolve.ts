import { refused, type Problem } from '../problem'
import { cssText } from './css-text'
import { readTokens, type Token, type TokenDocument } from './document'
import { kindOfType } from './read-value'
import { parseReference, referencesIn } from './references'
import { most, Settling, type Resolved, type Written } from './settling'

export type { Resolved } from './settling'

export interface ResolvedTokens {
  tokens: Map<string, Resolved>
  problems: Problem[]
}

/** One theme's layer: its name, and the token file it lays over those below it. */
export interface Layer {
  theme: string
  document: TokenDocument
}

/**
 * Resolves tokens through layers, the base first. Aliases are followed in the finished whole, so a theme that
 * changes a primitive changes all that refers to it. Every token that has no value is a problem that names
 * the token, the file's theme and what to do; the others resolve all the same. What comes of a document is
 * remembered as long as that is there: documents are never changed, only replaced.
 */
export function resolveTokens(layers: Layer[]): ResolvedTokens {
  let settled: Settled | undefined
  for (const layer of layers) settled = settledOn(settled, layer)
  return settled?.resolved ?? { tokens: new Map(), problems: [] }
}

/** What comes of a layer on those below it. */
interface Settled {
  resolved: ResolvedTokens
  written: Written
  /** Why tokens have no value, by their paths. */
  failed: ReadonlyMap<string, Problem>
  /** What is wrong with groups, of all layers. */
  bad: readonly Problem[]
  /** Which tokens refer to each; worked out when a layer is laid over. */
  users: ReadonlyMap<string, readonly string[]> | undefined
  above: WeakMap<TokenDocument, Map<string, Settled>>
}
const bases: Settled['above'] = new WeakMap()

function settledOn(below: Settled | undefined, layer: Layer): Settled {
  const known = below?.above ?? bases
  const ofDocument = known.get(layer.document) ?? new Map<string, Settled>()
  known.set(layer.document, ofDocument)
  const settled = ofDocument.get(layer.theme) ?? settle(below, layer)
  ofDocument.set(layer.theme, settled)
  return settled
}

/** Settles what a layer changes, and all that this reaches; whatever else there is below stays as it is. */
function settle(below: Settled | undefined, { theme, document }: Layer): Settled {
  const read = readTokens(document)
  const written = new Map(below?.written)
  for (const token of read.tokens) {
    const references = token.reference ? [token.reference] : referencesIn(token.value)
    written.set(token.path, { from: theme, token: over(written.get(token.path)?.token, token), references })
  }
  const reached =
    below &&
    reachedFrom(
      below,
      read.tokens.map(({ path }) => path),
    )
  const failed = new Map<string, Problem>()
  const settling = new Settling(
    written,
    (path) => (below && !reached?.has(path) ? below.resolved.tokens.get(path) : undefined),
    failed,
  )
  for (const path of written.keys()) if (!reached || reached.has(path)) settling.settle(path)
  // what nothing reached is as it is below, in its place; what had no value there has none yet
  const isKept = below !== undefined && below.failed.size === 0
  const tokens = new Map<string, Resolved>(isKept ? below.resolved.tokens : [])
  for (const path of isKept ? reached! : written.keys()) {
    const token = settling.resolved(path)
    if (token) tokens.set(path, token)
    else tokens.delete(path)
  }
  const own = read.problems.map(({ what, todo }) => ({
    code: 'token-extends',
    what,
    where: { file: theme },
    todo,
  }))
  const bad = [...(below?.bad ?? []), ...own]
  const problems = [...bad, ...failed.values()].slice(0, most.problems)
  return {
    resolved: { tokens, problems },
    written,
    failed,
    bad,
    users: undefined,
    above: new WeakMap(),
  }
}

/** A token over the one that a layer below has under its path: what it does not say stays. */
const over = (below: Token | undefined, token: Token): Token =>
  below === undefined
    ? token
    : {
        ...token,
        type: token.type ?? below.type,
        tier: below.tier,
        description: token.description ?? below.description,
        deprecated: token.deprecated ?? below.deprecated,
      }

/**
 * Tokens that are written anew, all that refer to them over however many others, and those that had no value.
 */
function reachedFrom(below: Settled, paths: readonly string[]): ReadonlySet<string> {
  below.users ??= usersIn(below.written)
  const reached = new Set([...paths, ...below.failed.keys()])
  for (const path of reached) for (const user of below.users.get(path) ?? []) reached.add(user)
  return reached
}
function usersIn(written: Written): Map<string, string[]> {
  const users = new Map<string, string[]>()
  for (const [path, { references }] of written)
    for (const reference of references) {
      const known = users.get(reference.path)
      if (known) known.push(path)
      else users.set(reference.path, [path])
    }
  return users
}

/**
 * The value a person typed for a token, ready for the file: an alias stays an alias, anything else
 * is read as the token's type.
 */
export function typedValue(text: string, type: string) {
  const reference = parseReference(text)
  if (reference !== undefined) return { ok: true as const, value: reference }
  const kind = kindOfType(type) ?? (type === cssText.type ? cssText : undefined)
  return (
    kind?.parse(text) ??
    refused({
      code: 'token-type',
      what: `Tokens of type “${type}” are not edited yet.`,
      todo: 'Change the file itself.',
    })
  )
}
