import { nearestName } from '../near'
import type { Problem } from '../problem'
import { aliasOf, tokenKinds, tokensOf, type Tier, type Token, type TokenDocument } from './document'

/**
 * A token with its value found. `chain` is the way there: the paths an alias leads through, this
 * token's own path first. `from` says which theme's file gave the value of this token itself.
 */
export interface Resolved {
  path: string; type: string; value: unknown; css: string; shown: string; written: string
  chain: string[]; from: string; tier: Tier; description: string | undefined
}
export interface ResolvedTokens { tokens: Map<string, Resolved>; problems: Problem[] }

/** One theme's layer: its name, and the token file it lays over those below it. */
export interface Layer { theme: string; document: TokenDocument }

/**
 * Resolves tokens through layers, the base first. Aliases are followed in the finished whole, so a
 * theme that changes a primitive changes all that refers to it. Every token that has no value is a
 * problem that names the token, the file's theme and what to do; the others resolve all the same.
 */
export function resolveTokens(layers: Layer[]): ResolvedTokens {
  const written = new Map<string, { token: Token; from: string }>()
  for (const { theme, document } of layers) {
    for (const token of tokensOf(document)) {
      const below = written.get(token.path)?.token
      written.set(token.path, {
        from: theme,
        token: { ...token, type: token.type ?? below?.type, tier: below?.tier ?? token.tier, description: token.description ?? below?.description },
      })
    }
  }
  const tokens = new Map<string, Resolved>()
  const failed = new Map<string, Problem>()

  const resolve = (path: string, trail: string[]): Resolved | undefined => {
    const known = tokens.get(path)
    if (known) return known
    const entry = written.get(path)
    if (!entry || failed.has(path)) return undefined
    const { token, from } = entry
    const fail = (code: string, what: string, todo: string) => {
      failed.set(path, { code, what, where: { file: from }, todo })
      return undefined
    }
    if (token.alias !== undefined) {
      const way = [...trail, path]
      if (way.includes(token.alias)) {
        const round = [...way.slice(way.indexOf(token.alias)), token.alias].join(' → ')
        return fail('token-circle', `${path} refers to itself: ${round}.`, 'Give one of them a value of its own.')
      }
      if (!written.has(token.alias)) {
        const near = nearestName(token.alias, [...written.keys()])
        return fail('token-alias', `${path} refers to {${token.alias}}, which is not there.`, near ? `Did you mean {${near}}?` : 'Refer to a token of this library, or give a value.')
      }
      const target = resolve(token.alias, way)
      if (!target) return fail('token-alias', `${path} refers to {${token.alias}}, which has no value.`, `Mend ${token.alias} first.`)
      if (token.type !== undefined && token.type !== target.type) {
        return fail('token-type', `${path} is a ${token.type}, but {${token.alias}} is a ${target.type}.`, 'Refer to a token of the same type.')
      }
      const resolved: Resolved = { ...target, path, from, tier: token.tier, description: token.description, written: `{${token.alias}}`, chain: [path, ...target.chain] }
      tokens.set(path, resolved)
      return resolved
    }
    const kind = token.type === undefined ? undefined : tokenKinds[token.type]
    if (!kind) {
      return fail('token-type', token.type === undefined ? `${path} has no type.` : `${path} has the type “${token.type}”, which is not read yet.`, `Give $type, on it or on a group above: ${Object.keys(tokenKinds).join(', ')}.`)
    }
    const value = kind.read(token.value)
    if (!value.ok) return fail('token-value', `${path}: ${value.problems[0]!.what}`, value.problems[0]!.todo)
    const shown = kind.show(value.value)
    const resolved: Resolved = { path, type: kind.type, value: value.value, css: kind.css(value.value), shown, written: shown, chain: [path], from, tier: token.tier, description: token.description }
    tokens.set(path, resolved)
    return resolved
  }
  for (const path of written.keys()) resolve(path, [])
  const inFileOrder = new Map([...written.keys()].flatMap((path) => (tokens.has(path) ? [[path, tokens.get(path)!] as const] : [])))
  return { tokens: inFileOrder, problems: [...failed.values()] }
}

/**
 * The value a person typed for a token, ready for the file: an alias stays an alias, anything else
 * is read as the token's type.
 */
export function typedValue(text: string, type: string) {
  const alias = aliasOf(text)
  if (alias !== undefined) return { ok: true as const, value: `{${alias}}` as unknown }
  const kind = tokenKinds[type]
  return kind ? kind.parse(text) : { ok: false as const, problems: [{ code: 'token-type', what: `Tokens of type “${type}” are not edited yet.`, todo: 'Change the file itself.' }] }
}
