import type { Declared } from '../check/declared'
import { nodeAt, withNode, type TokenDocument } from './document'
import { offeredPaths } from './offered-paths'
import { isAt, wholeDocuments } from './offered-places'
import { fillerIn, literalOf, longestChain, readWhole, typedAs, whyNone } from './offered-value'
import type { Resolved } from './resolve'
import { cssName } from './themes'

/** A custom property of a library's sheets that could be a token, as that would be. */
export interface Offer {
  property: string
  path: string
  type: string
  /** The `$value`: an alias where the property reads another. */
  value: unknown
  /** What the sheet has. */
  text: string
  /** What that comes to, where it reads what can be no token: the token has it as it is now. */
  worked?: string
  file: string
  /** Counted from 1. */
  line: number
  /** What it is given elsewhere, by selector and conditions: a theme, perhaps. */
  elsewhere: { where: string; text: string }[]
}

/** One that stays in its sheet, and why. */
export type NotOffered = Pick<Offer, 'property' | 'text' | 'file' | 'line'> & { why: string }

export interface Offered {
  offers: Offer[]
  left: NotOffered[]
}

/** Where values are taken from, and into what. */
export interface Around {
  /** What the names of the library's tokens begin with. */
  prefix: string
  /** Tokens that there are, by custom property. */
  byProperty: ReadonlyMap<string, Pick<Resolved, 'path' | 'type'>>
  /** The place in the sheets; that of whole documents where none is said. */
  place?: string
  /** Whether it is for a theme on another: that has values of tokens that there are, and none of its own. */
  isOver?: boolean
}

/**
 * Custom properties, by what declares them, that sheets set in one place, as the tokens that would print to
 * the same names. What is set elsewhere is no value of them, and is told beside it.
 */
export function offeredTokens(declared: readonly Declared[], around: Around): Offered {
  const { byProperty, place = wholeDocuments, isOver = false } = around
  const there = new Map<string, Declared>()
  for (const declaration of declared)
    if (byProperty.has(declaration.property) === isOver && isAt(declaration, place))
      there.set(declaration.property, declaration)
  const textOf = textsIn(
    declared.filter((declaration) => isAt(declaration, wholeDocuments)),
    declared.filter((declaration) => isAt(declaration, place)),
  )
  const judge = judgeIn(there, around, textOf)
  const elsewhereOf = elsewhereIn(declared)
  const offers: Offer[] = []
  const left: NotOffered[] = []
  for (const [property, own] of there) {
    const place = { property, text: own.value, file: own.file, line: own.line }
    const judged = judge(property)
    if (judged.fits) {
      const { fits: _fits, ...token } = judged
      offers.push({ ...place, ...token, elsewhere: isOver ? [] : elsewhereOf(own) })
    } else left.push({ ...place, why: judged.why })
  }
  return { offers, left }
}

/** Other values of one property that are told at most. */
const mostElsewhere = 6

/** Where a property is given other values, as somebody would look for it. */
function elsewhereIn(declared: readonly Declared[]): (own: Declared) => Offer['elsewhere'] {
  const all = new Map<string, Declared[]>()
  for (const declaration of declared)
    all.set(declaration.property, [...(all.get(declaration.property) ?? []), declaration])
  return (own) =>
    all
      .get(own.property)!
      .filter(({ value }) => value !== own.value)
      .slice(0, mostElsewhere)
      .map(({ selector, conditions, value }) => ({
        where: [conditions && `@${conditions}`, selector].filter(Boolean).join(' '),
        text: value,
      }))
}

type Judged =
  ({ fits: true } & Pick<Offer, 'path' | 'type' | 'value' | 'worked'>) | { fits: false; why: string }

/** What custom properties are set to in places, the later over the earlier. */
const textsIn = (...places: readonly (readonly Declared[])[]) => {
  const texts = new Map(places.flat().map(({ property, value }) => [property, value]))
  return (name: string) => texts.get(name)
}

/** Paths of properties: those that they have as tokens, and those that they would have. */
function pathsOf(
  properties: readonly string[],
  prefix: string,
  byProperty: Around['byProperty'],
): ReadonlyMap<string, string> {
  const known = new Map([...byProperty].map(([property, { path }]) => [property, path]))
  const fresh = properties.filter((name) => name.startsWith(`--${prefix}-`) && !known.has(name))
  return new Map([...known, ...offeredPaths(fresh, prefix, known)])
}

const unfit = (why: string): Judged => ({ fits: false, why })

/**
 * Judges properties one by one, and what each reads with it: the token that one would be, or why it can be
 * none.
 */
function judgeIn(
  there: ReadonlyMap<string, Declared>,
  { prefix, byProperty, isOver = false }: Around,
  textOf: (name: string) => string | undefined,
): (name: string) => Judged {
  const fillIn = fillerIn(textOf)
  const paths = pathsOf([...there.keys()], prefix, byProperty)
  const known = new Map<string, Judged>()
  let depth = 0
  const alias = (name: string, path: string, other: string): Judged => {
    const token = byProperty.get(other)
    // what refers to a token is of its type
    if (token !== undefined) return { fits: true, path, type: '', value: `{${token.path}}` }
    known.set(name, unfit(readsItself))
    depth++
    const judged = there.has(other) && depth < longestChain ? judge(other) : undefined
    depth--
    if (judged?.fits) return { fits: true, path, type: judged.type, value: `{${judged.path}}` }
    return judged?.why === readsItself
      ? judged
      : unfit(`It reads ${other}, which is no token and none that is offered.`)
  }
  const judgeAnew = (name: string): Judged => {
    const path = paths.get(name)
    if (path === undefined) return unfit(`Names of tokens begin with --${prefix}-.`)
    const printed = cssName(prefix, path)
    if (printed !== name) return unfit(`A token would print ${printed}.`)
    const { value: text } = there.get(name)!
    const other = readWhole(text)
    const whole = other === undefined ? undefined : alias(name, path, other)
    if (whole?.fits) return whole
    const filled = fillIn(text)
    const literal =
      filled === undefined
        ? undefined
        : isOver
          ? typedAs(filled, byProperty.get(name)!.type)
          : literalOf(filled, name)
    if (!literal) return whole ?? unfit(whyNone(text))
    return { fits: true, path, ...literal, ...(filled === text ? {} : { worked: filled }) }
  }
  const judge = (name: string): Judged => {
    const judged = known.get(name) ?? judgeAnew(name)
    known.set(name, judged)
    return judged
  }
  return judge
}
const readsItself = 'It reads itself in the end.'

/** A document with the tokens that were taken, each where it is to stand. */
export const withOffers = (document: TokenDocument, offers: readonly Offer[]): TokenDocument =>
  offers.reduce((made, { path, type, value }) => {
    const names = path.split('.')
    const there = nodeAt(made, path)
    return withNode(made, names, { ...there, ...(type ? { $type: type } : {}), $value: value })
  }, document)
