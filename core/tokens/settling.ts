import { nearestName } from '../near'
import type { Problem } from '../problem'
import type { Tier, Token } from './document'
import type { TokenKind } from './kind'
import { mayStandFor, readValue } from './read-value'
import { partOf, showReference, withReferences, type Reference } from './references'

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
/**
 * The most problems that are told of one theme, of those the most for which a near name is looked for, and
 * the longest way an alias may lead.
 */
export const most = { problems: 200, near: 10, chain: 200 }

/**
 * Tokens as they are written, by their paths: each with the theme whose file gives its value, and what that
 * refers to.
 */
export type Written = ReadonlyMap<string, { token: Token; from: string; references: readonly Reference[] }>

/** A token on the way to its value, with what of all it refers to was not looked at yet. */
interface OnWay {
  path: string
  left: string[]
}

/**
 * Finds the values of tokens, those that each refers to first. What is on its way stands on a stack: nothing
 * calls itself, however long the way is.
 */
export class Settling {
  private readonly tokens = new Map<string, Resolved>()

  constructor(
    private readonly written: Written,
    /** What is settled already. */
    private readonly known: (path: string) => Resolved | undefined,
    private readonly failed: Map<string, Problem>,
  ) {}

  readonly resolved = (path: string): Resolved | undefined => this.tokens.get(path) ?? this.known(path)

  settle(first: string): void {
    if (this.isSettled(first)) return
    // most refer to what was settled before them
    if (this.written.get(first)!.references.every(({ path }) => this.resolved(path) !== undefined))
      return this.finish(first)
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
    return this.failed.has(path) || this.resolved(path) !== undefined
  }

  private begun(path: string): OnWay {
    const { references } = this.written.get(path)!
    return { path, left: [...new Set(references.map((reference) => reference.path))].toReversed() }
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
    const { token, references } = this.written.get(path)!
    const missing = references.find((reference) => this.valueOf(reference) === undefined)
    if (missing) this.tellEmpty(path, missing)
    else if (token.reference?.into.length === 0) this.finishAlias(path, token, token.reference.path)
    else this.finishOwn(path, token, references)
  }

  private tellEmpty(path: string, { path: alias, into }: Reference): void {
    const at = into.length ? ` at ${into.join('.')}` : ''
    this.fail(
      path,
      'token-alias',
      `${path} refers to {${alias}}, which has no value${at}.`,
      this.resolved(alias) ? 'See what its value has.' : `Mend ${alias} first.`,
    )
  }

  private readonly valueOf = ({ path, into }: Reference): unknown => partOf(this.resolved(path)?.value, into)

  private finishAlias(path: string, token: Token, alias: string): void {
    const target = this.resolved(alias)!
    if (!mayStandFor(token.type, target.type))
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
  private finishOwn(path: string, token: Token, references: readonly Reference[]): void {
    const value = references.length ? withReferences(token.value, this.valueOf, this.textOf) : token.value
    const read = readValue(token.type, value)
    if (!read.ok) {
      const [problem] = read.problems
      const code = problem!.code
      this.fail(
        path,
        code,
        code === 'token-type' ? `${path} ${problem!.what}` : `${path}: ${problem!.what}`,
        problem!.todo,
      )
      return
    }
    const { kind, value: found } = read.value
    const refers = [...new Set(references.map((reference) => reference.path))]
    const shown = kind.show(found)
    this.tokens.set(path, {
      path,
      type: kind.type,
      value: found,
      css: kind.css(found),
      own: kind.own?.(found) ?? {},
      shown,
      written: showReference(token.value) ?? (refers.length ? showWritten(kind, token.value) : shown),
      chain: [path],
      refers,
      from: this.written.get(path)!.from,
      tier: token.tier,
      description: token.description,
      deprecated: token.deprecated,
    })
  }

  /** What an alias within a text becomes there. */
  private readonly textOf = (path: string): string => this.resolved(path)?.css ?? ''
}

/** A value with references in it, as it is written. */
const showWritten = (kind: TokenKind, value: unknown): string =>
  typeof value === 'string' ? value : kind.show(value)
