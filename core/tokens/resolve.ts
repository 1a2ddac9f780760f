import { nearestName } from '../near'
import type { Problem } from '../problem'
import { aliasOf, tokenKinds, tokensOf, type Tier, type Token, type TokenDocument } from './document'

/**
 * A token with its value found. `chain` is the way there: the paths an alias leads through, this
 * token's own path first. `from` says which theme's file gave the value of this token itself.
 */
export interface Resolved {
  path: string
  type: string
  value: unknown
  css: string
  shown: string
  written: string
  chain: string[]
  from: string
  tier: Tier
  description: string | undefined
}
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
        token: {
          ...token,
          type: token.type ?? below?.type,
          tier: below?.tier ?? token.tier,
          description: token.description ?? below?.description,
        },
      })
    }
  }
  const tokens = new Map<string, Resolved>()
  const failed = new Map<string, Problem>()
  for (const path of written.keys()) settle(path, written, tokens, failed)
  const inFileOrder = new Map(
    [...written.keys()].flatMap((path) => (tokens.has(path) ? [[path, tokens.get(path)!] as const] : [])),
  )
  return { tokens: inFileOrder, problems: [...failed.values()].slice(0, most.problems) }
}

/**
 * The most problems that are told of one theme, of those the most for which a near name is looked for, and
 * the longest way an alias may lead.
 */
const most = { problems: 200, near: 10, chain: 200 }

type Written = ReadonlyMap<string, { token: Token; from: string }>

/**
 * Finds the value of one token, and of those on the way to it: the way is walked to its end first, and
 * then each token on it is settled by the one after it. Nothing calls itself, however long the way is.
 */
// eslint-disable-next-line max-lines-per-function -- the kinds of values a token may have, one after the other
function settle(
  first: string,
  written: Written,
  tokens: Map<string, Resolved>,
  failed: Map<string, Problem>,
): void {
  const way: string[] = []
  const onWay = new Set<string>()
  const fail = (path: string, code: string, what: string, todo: string) =>
    failed.set(path, { code, what, where: { file: written.get(path)!.from }, todo })
  let at: string | undefined = first
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- both grow meanwhile
  while (at !== undefined && !tokens.has(at) && !failed.has(at)) {
    const path: string = at
    const { token } = written.get(path)!
    way.push(path)
    onWay.add(path)
    const { alias } = token
    if (alias === undefined) {
      const own = ownValue(path, written.get(path)!)
      if ('problem' in own) failed.set(path, own.problem)
      else tokens.set(path, own.resolved)
      break
    }
    if (onWay.has(alias)) {
      const round = [...way.slice(way.indexOf(alias)), alias]
      fail(
        path,
        'token-circle',
        `${path} refers to itself: ` +
          `${round.length > 12 ? `${round.slice(0, 5).join(' → ')} → … → ${alias}` : round.join(' → ')}.`,
        'Give one of them a value of its own.',
      )
      break
    }
    if (!written.has(alias)) {
      // names are compared one by one: that is worth it for what somebody will read
      const near = failed.size < most.near ? nearestName(alias, [...written.keys()]) : undefined
      fail(
        path,
        'token-alias',
        `${path} refers to {${alias}}, which is not there.`,
        near ? `Did you mean {${near}}?` : 'Refer to a token of this library, or give a value.',
      )
      break
    }
    at = alias
  }
  for (const path of way.toReversed()) {
    if (tokens.has(path) || failed.has(path)) continue
    const { token, from } = written.get(path)!
    const target = tokens.get(token.alias!)
    if (!target)
      fail(
        path,
        'token-alias',
        `${path} refers to {${token.alias}}, which has no value.`,
        `Mend ${token.alias} first.`,
      )
    else if (token.type !== undefined && token.type !== target.type) {
      fail(
        path,
        'token-type',
        `${path} is a ${token.type}, but {${token.alias}} is a ${target.type}.`,
        'Refer to a token of the same type.',
      )
    } else if (target.chain.length >= most.chain) {
      fail(
        path,
        'token-chain',
        `${path} leads over more than ${most.chain} other tokens to its value.`,
        'Refer to one nearer to the value.',
      )
    } else {
      tokens.set(path, {
        ...target,
        path,
        from,
        tier: token.tier,
        description: token.description,
        written: `{${token.alias}}`,
        chain: [path, ...target.chain],
      })
    }
  }
}

/** The value a token is given itself, read as its type says, or what is wrong with it. */
function ownValue(
  path: string,
  { token, from }: { token: Token; from: string },
): { resolved: Resolved } | { problem: Problem } {
  const wrong = (code: string, what: string, todo: string) => ({
    problem: { code, what, where: { file: from }, todo },
  })
  const kind =
    token.type !== undefined && Object.hasOwn(tokenKinds, token.type) ? tokenKinds[token.type] : undefined
  if (!kind) {
    const what =
      token.type === undefined
        ? `${path} has no type.`
        : `${path} has the type “${token.type.slice(0, 80)}”, which is not read yet.`
    return wrong(
      'token-type',
      what,
      `Give $type, on it or on a group above: ${Object.keys(tokenKinds).join(', ')}.`,
    )
  }
  const value = kind.read(token.value)
  if (!value.ok) return wrong('token-value', `${path}: ${value.problems[0]!.what}`, value.problems[0]!.todo)
  const shown = kind.show(value.value)
  return {
    resolved: {
      path,
      type: kind.type,
      value: value.value,
      css: kind.css(value.value),
      shown,
      written: shown,
      chain: [path],
      from,
      tier: token.tier,
      description: token.description,
    },
  }
}

/**
 * The value a person typed for a token, ready for the file: an alias stays an alias, anything else
 * is read as the token's type.
 */
export function typedValue(text: string, type: string) {
  const alias = aliasOf(text)
  if (alias !== undefined) return { ok: true as const, value: `{${alias}}` as unknown }
  const kind = Object.hasOwn(tokenKinds, type) ? tokenKinds[type] : undefined
  return kind
    ? kind.parse(text)
    : {
        ok: false as const,
        problems: [
          {
            code: 'token-type',
            what: `Tokens of type “${type}” are not edited yet.`,
            todo: 'Change the file itself.',
          },
        ],
      }
}
