import { withValue } from '../tokens/document'
import { apart } from '../tokens/nearness'
import { typedValue, type Resolved } from '../tokens/resolve'
import { tokensOfThemes, type Theme, type TokensOf } from '../tokens/themes'
import type { LibraryPair } from './gather'
import { nearestPassing, passesOn, type AskedOn } from './passing'
import { isUnreadable } from './pair'
import { contrastOf, hexOf, rgbOf } from './wcag'

type Tokens = ReadonlyMap<string, Resolved>

/**
 * What else becomes of a library when a token gets another value: pairs that read then, and that do no
 * longer.
 */
export interface MendEffect {
  mended: LibraryPair[]
  broken: LibraryPair[]
  /** Other tokens that get another value with it, in any theme. */
  tokens: string[]
  /** Other themes in which anything is otherwise. */
  themes: string[]
}

/** A value for a token, with which a pair reads. */
export interface PairMend {
  theme: string
  token: string
  /** As it is typed into the table: an alias, or a colour. */
  value: string
  css: string
  /** How far it is from what it was (CIEDE2000). */
  distance: number
}

/** What mends of a library are made from. */
export interface ToMend {
  themes: Theme[]
  tokensOf: TokensOf
  pairs: readonly LibraryPair[]
  /** The token that a custom property stands for. */
  tokenOf: (property: string) => string | undefined
}

/** Other tokens that are offered in place of the one that does not read. */
const mostOffered = 3

/**
 * What would make a pair read, in its theme: for the token by which its colour came, and for that by which
 * its ground did, the nearest tokens of the tier above that pass, and the nearest colour of its own that
 * does. Whatever it is seen with in that theme has to read then.
 */
export function mendsFor(pair: LibraryPair, given: ToMend): PairMend[] {
  const tokens = given.tokensOf.get(pair.theme)
  if (!tokens) return []
  return (['by', 'groundBy'] as const).flatMap((side) => {
    const path = pair[side] && given.tokenOf(pair[side])
    const token = path ? tokens.get(path) : undefined
    return token
      ? tokensToChange(token, tokens).flatMap((changed) => mendsOf(changed, pair.theme, given))
      : []
  })
}

/**
 * Where on its way a value is rightly changed: above the component, and below the scale that it is taken
 * from.
 */
function tokensToChange(token: Resolved, tokens: Tokens): Resolved[] {
  const way = token.chain.flatMap((path) => tokens.get(path) ?? [])
  const above = way.filter(({ tier }) => tier === 'semantic')
  const last = above.at(-1) ?? way.findLast(({ tier }) => tier !== 'primitive') ?? token
  return last === token ? [token] : [last, token]
}

function mendsOf(token: Resolved, theme: string, given: ToMend): PairMend[] {
  const colour = rgbOf(token.css)
  const asked = askedOf(token.path, theme, given)
  if (!colour || asked.length === 0) return []
  const tokens = given.tokensOf.get(theme)!
  const offered = [...tokens.values()]
    // what leads to the token itself would make a circle
    .filter(
      ({ type, tier, chain }) => type === 'color' && tier === above(token) && !chain.includes(token.path),
    )
    .flatMap((other) => {
      const candidate = rgbOf(other.css)
      return candidate && (candidate.alpha ?? 1) === 1 && passesOn(candidate, asked)
        ? [{ value: `{${other.path}}`, css: other.css, distance: apart(colour, candidate) }]
        : []
    })
    .sort((a, b) => a.distance - b.distance)
    .slice(0, mostOffered)
  const own = nearestPassing(colour, asked)
  const values = [...offered, ...(own ? [{ value: own.hex, css: own.hex, distance: own.distance }] : [])]
  return values.map((value) => ({ theme, token: token.path, ...value }))
}
const above = ({ tier }: Resolved): Resolved['tier'] => (tier === 'component' ? 'semantic' : 'primitive')

/**
 * What a token has to read on, or has to be read on it, wherever it was seen in a theme and something is
 * asked.
 */
function askedOf(path: string, theme: string, { pairs, tokensOf, tokenOf }: ToMend): AskedOn[] {
  const tokens = tokensOf.get(theme)!
  const leads = (property: string | undefined): boolean => {
    const other = property === undefined ? undefined : tokenOf(property)
    return other !== undefined && (tokens.get(other)?.chain.includes(path) ?? false)
  }
  return pairs
    .filter((pair) => pair.theme === theme && pair.wants > 0)
    .flatMap((pair) => {
      const [isText, isGround] = [leads(pair.by), leads(pair.groundBy)]
      if (isText === isGround) return []
      const ground = rgbOf(isText ? pair.ground : pair.text)
      return ground ? [{ ground, wants: pair.wants }] : []
    })
}

/** What becomes of all themes and pairs when a token has another value in one of them. */
export function effectOf(
  { theme: name, token, value }: Pick<PairMend, 'theme' | 'token' | 'value'>,
  { themes, tokensOf, pairs, tokenOf }: ToMend,
): MendEffect {
  const typed = typedValue(value, 'color')
  const theme = themes.find((known) => known.name === name)
  if (!typed.ok || !theme) return { mended: [], broken: [], tokens: [], themes: [] }
  const document = withValue(theme.document, token, typed.value)
  const after = themes.map((known) => (known === theme ? { ...theme, document } : known))
  const tokensAfter = tokensOfThemes(after)
  const changed = [...tokensAfter].flatMap(([other, tokens]) => {
    const before = tokensOf.get(other)
    const others = [...tokens.values()].filter(({ path, css }) => before?.get(path)?.css !== css)
    return others.length ? [{ theme: other, paths: others.map(({ path }) => path) }] : []
  })
  const pairsAfter = pairsNow(pairs, tokensAfter, tokenOf)
  const becoming = (isBad: boolean) =>
    pairsAfter.filter((pair, i) => isUnreadable(pair) === isBad && isUnreadable(pairs[i]!) !== isBad)
  return {
    mended: becoming(false),
    broken: becoming(true),
    tokens: [...new Set(changed.flatMap(({ paths }) => paths))].filter((path) => path !== token),
    themes: changed.map((entry) => entry.theme).filter((other) => other !== name),
  }
}

/**
 * A pair with other colours in place of those that were seen; the same where it has none that can be told.
 */
function withColours(pair: LibraryPair, text: string | undefined, ground: string | undefined): LibraryPair {
  const [newText, newGround] = [opaque(text), opaque(ground)]
  if (pair.through || pair.varies || !(newText ?? newGround)) return pair
  const colours = { text: newText ?? pair.text, ground: newGround ?? pair.ground }
  if (colours.text === pair.text && colours.ground === pair.ground) return pair
  return { ...pair, ...colours, ratio: contrastOf(rgbOf(colours.text)!, rgbOf(colours.ground)!) }
}
const opaque = (css: string | undefined): string | undefined => {
  const colour = css === undefined ? undefined : rgbOf(css)
  return colour && (colour.alpha ?? 1) === 1 ? hexOf(colour) : undefined
}

/** Pairs as they read by what tokens are now, whatever they were when the pairs were seen. */
export function pairsNow(
  pairs: readonly LibraryPair[],
  tokensOf: TokensOf,
  tokenOf: ToMend['tokenOf'],
): LibraryPair[] {
  return pairs.map((pair) => {
    const cssOf = (property: string | undefined): string | undefined => {
      const path = property === undefined ? undefined : tokenOf(property)
      return path === undefined ? undefined : tokensOf.get(pair.theme)?.get(path)?.css
    }
    return withColours(pair, cssOf(pair.by), cssOf(pair.groundBy))
  })
}
