import { nearestName } from '../near'
import type { Problem } from '../problem'
import { readTokens, tokenKinds, type Tier, type Token, type TokenDocument } from './document'
import {
  parseReference,
  partOf,
  referencesIn,
  showReference,
  withReferences,
  type Reference,
} from './references'

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
  /** Why it should not be used any more; empty where nobody said. */
  deprecated: string | undefined
  /** Of a composite, what of it is a custom property of its own: CSS, by what stands after its name. */
  own: Record<string, string>
  /** The tokens that stand in its value, or in parts of it. */
  refers: string[]
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
  const bad: Problem[] = []
  for (const { theme, document } of layers) {
    const read = readTokens(document)
    for (const { what, todo } of read.problems)
      bad.push({ code: 'token-extends', what, where: { file: theme }, todo })
    for (const token of read.tokens) {
      const below = written.get(token.path)?.token
      written.set(token.path, {
        from: theme,
        token: {
          ...token,
          type: token.type ?? below?.type,
          tier: below?.tier ?? token.tier,
          description: token.description ?? below?.description,
          deprecated: token.deprecated ?? below?.deprecated,
        },
      })
    }
  }
  const tokens = new Map<string, Resolved>()
  const failed = new Map<string, Problem>()
  const settling = new Settling(written, tokens, failed)
  for (const path of written.keys()) settling.settle(path)
  const inFileOrder = new Map(
    [...written.keys()].flatMap((path) => (tokens.has(path) ? [[path, tokens.get(path)!] as const] : [])),
  )
  return { tokens: inFileOrder, problems: [...bad, ...failed.values()].slice(0, most.problems) }
}

/**
 * The most problems that are told of one theme, of those the most for which a near name is looked for, and
 * the longest way an alias may lead.
 */
const most = { problems: 200, near: 10, chain: 200 }

type Written = ReadonlyMap<string, { token: Token; from: string }>

/** A token on the way to its value, with what of all it refers to was not looked at yet. */
interface OnWay {
  path: string
  left: string[]
}

/**
 * Finds the values of tokens, those that each refers to first. What is on its way stands on a stack: nothing
 * calls itself, however long the way is.
 */
class Settling {
  constructor(
    private readonly written: Written,
    private readonly tokens: Map<string, Resolved>,
    private readonly failed: Map<string, Problem>,
  ) {}

  settle(first: string): void {
    if (this.isSettled(first)) return
    const way: OnWay[] = [this.begun(first)]
    const onWay = new Set([first])
    while (way.length) {
      const { path, left } = way.at(-1)!
      const next = left.pop()
      if (next === undefined) {
        if (!this.failed.has(path)) this.finish(path)
        onWay.delete(path)
        way.pop()
      } else if (onWay.has(next)) {
        left.length = 0
        this.tellCircle(path, [...way.map((step) => step.path), next], next)
      } else if (!this.written.has(next)) {
        left.length = 0
        this.tellMissing(path, next)
      } else if (!this.isSettled(next)) {
        way.push(this.begun(next))
        onWay.add(next)
      }
    }
  }

  private isSettled(path: string): boolean {
    return this.tokens.has(path) || this.failed.has(path)
  }

  private begun(path: string): OnWay {
    const { token } = this.written.get(path)!
    return {
      path,
      left: [...new Set(referencesIn(token.value).map((reference) => reference.path))].toReversed(),
    }
  }

  private fail(path: string, code: string, what: string, todo: string): void {
    this.failed.set(path, { code, what, where: { file: this.written.get(path)!.from }, todo })
  }

  private tellCircle(path: string, way: readonly string[], alias: string): void {
    const round = way.slice(way.indexOf(alias))
    const told = round.length > 12 ? [...round.slice(0, 5), '…', alias] : round
    this.fail(
      path,
      'token-circle',
      `${path} refers to itself: ${told.join(' → ')}.`,
      'Give one of them a value of its own.',
    )
  }

  private tellMissing(path: string, alias: string): void {
    // names are compared one by one: that is worth it for what somebody will read
    const near = this.failed.size < most.near ? nearestName(alias, [...this.written.keys()]) : undefined
    this.fail(
      path,
      'token-alias',
      `${path} refers to {${alias}}, which is not there.`,
      near ? `Did you mean {${near}}?` : 'Refer to a token of this library, or give a value.',
    )
  }

  /** Gives a token its value, once all that it refers to has one, or says what is wrong. */
  private finish(path: string): void {
    const { token } = this.written.get(path)!
    const missing = referencesIn(token.value).find((reference) => this.valueOf(reference) === undefined)
    if (missing) this.tellEmpty(path, missing)
    else if (token.reference?.into.length === 0) this.finishAlias(path, token, token.reference.path)
    else this.finishOwn(path, token)
  }

  private tellEmpty(path: string, { path: alias, into }: Reference): void {
    const at = into.length ? ` at ${into.join('.')}` : ''
    this.fail(
      path,
      'token-alias',
      `${path} refers to {${alias}}, which has no value${at}.`,
      this.tokens.has(alias) ? 'See what its value has.' : `Mend ${alias} first.`,
    )
  }

  private readonly valueOf = ({ path, into }: Reference): unknown =>
    partOf(this.tokens.get(path)?.value, into)

  private finishAlias(path: string, token: Token, alias: string): void {
    const target = this.tokens.get(alias)!
    if (token.type !== undefined && token.type !== target.type)
      this.fail(
        path,
        'token-type',
        `${path} is a ${token.type}, but {${alias}} is a ${target.type}.`,
        'Refer to a token of the same type.',
      )
    else if (target.chain.length >= most.chain)
      this.fail(
        path,
        'token-chain',
        `${path} leads over more than ${most.chain} other tokens to its value.`,
        'Refer to one nearer to the value.',
      )
    else
      this.tokens.set(path, {
        ...target,
        path,
        from: this.written.get(path)!.from,
        tier: token.tier,
        description: token.description,
        deprecated: token.deprecated,
        written: showReference(token.value)!,
        chain: [path, ...target.chain],
        refers: [alias],
      })
  }

  /** A value that a token has itself, what it refers to in its parts put in its place. */
  private finishOwn(path: string, token: Token): void {
    const kind =
      token.type !== undefined && Object.hasOwn(tokenKinds, token.type) ? tokenKinds[token.type] : undefined
    if (!kind) {
      const what =
        token.type === undefined
          ? `${path} has no type.`
          : `${path} has the type “${token.type.slice(0, 80)}”, which is not read yet.`
      this.fail(
        path,
        'token-type',
        what,
        `Give $type, on it or on a group above: ${Object.keys(tokenKinds).join(', ')}.`,
      )
      return
    }
    const value = kind.read(withReferences(token.value, this.valueOf))
    if (!value.ok) {
      this.fail(path, 'token-value', `${path}: ${value.problems[0]!.what}`, value.problems[0]!.todo)
      return
    }
    const refers = [...new Set(referencesIn(token.value).map((reference) => reference.path))]
    const shown = kind.show(value.value)
    this.tokens.set(path, {
      path,
      type: kind.type,
      value: value.value,
      css: kind.css(value.value),
      own: kind.own?.(value.value) ?? {},
      shown,
      written: showReference(token.value) ?? (refers.length ? kind.show(token.value) : shown),
      chain: [path],
      refers,
      from: this.written.get(path)!.from,
      tier: token.tier,
      description: token.description,
      deprecated: token.deprecated,
    })
  }
}

/**
 * The value a person typed for a token, ready for the file: an alias stays an alias, anything else
 * is read as the token's type.
 */
export function typedValue(text: string, type: string) {
  const reference = parseReference(text)
  if (reference !== undefined) return { ok: true as const, value: reference }
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
