import { tokenTypes } from 'css-tree/tokenizer'
import { nearestName } from '../near'
import type { Dress, Found } from './found'
import {
  compareLayers,
  layerRanks,
  physical,
  ranked,
  type Declared,
  type LayerRank,
  type Writing,
} from './cascade'
import { isInherited } from './inherited'
import { Tokens } from './sheet'

/** An element on the way from the one that is looked at to the root, with what is declared for it. */
export interface Dressed<D extends Declared = Declared> {
  declared: readonly D[]
  writing: Writing
}
/**
 * The element first, then what it inherits from, step by step: its parent in the flat tree (CSS Shadow 1,
 * section 2.3).
 */
export type Chain<D extends Declared = Declared> = readonly Dressed<D>[]

/** How a property comes by its value. `at` counts the steps up the chain. */
export type Origin<D extends Declared> =
  | { is: 'declared'; at: number; winner: D; over: D[] }
  /** Nothing is declared for the element: it has what an element around it has. */
  | { is: 'inherited'; at: number; winner: D; over: D[] }
  /** Nothing is declared: what the browser gives it. */
  | { is: 'browser' }

/**
 * How a custom property that a value asks for is come by: the nearest that sets it, else what stands behind
 * the comma, else nothing (CSS Custom Properties Level 1, section 3).
 */
export type Path<D extends Declared> =
  | { name: string; is: 'set'; at: number; winner: D; over: D[]; asks: Path<D>[] }
  | { name: string; is: 'fallback'; text: string; asks: Path<D>[] }
  | { name: string; is: 'nothing'; near?: string | undefined }
  /** It asks for itself again. */
  | { name: string; is: 'circle' }

export interface Tracing<D extends Declared> {
  chain: Chain<D>
  rank: LayerRank
  /**
   * Custom properties that do not inherit, because they were registered so (CSS Properties and Values API
   * Level 1), with their initial value.
   */
  alone?: ReadonlyMap<string, string | undefined>
  /** What the browser says of whether a property is inherited. */
  inherits?: Readonly<Record<string, boolean>>
}

/**
 * Whether a property is inherited: as the browser says, or as the standards do where it could not be asked.
 */
function inheritedIn<D extends Declared>({ alone, inherits }: Tracing<D>, property: string): boolean {
  if (property.startsWith('--')) return !alone?.has(property)
  return inherits && Object.hasOwn(inherits, property) ? inherits[property]! : isInherited(property)
}

/** What a frame told of an element, as it is traced. */
export const tracingOf = ({ chain, layers, alone, inherits }: Dress): Tracing<Found> => {
  const ranks = new Map<number, ReturnType<typeof layerRanks>>()
  for (const { tree } of layers)
    if (!ranks.has(tree))
      ranks.set(tree, layerRanks(layers.filter((layer) => layer.tree === tree).map((layer) => layer.path)))
  return {
    chain,
    rank: (tree, layer) => ranks.get(tree)?.(layer) ?? 0,
    alone: new Map(alone.map(({ name, initial }) => [name, initial ?? undefined])),
    inherits,
  }
}

/** Declarations for one property on one element of the chain, strongest first. */
function declaredFor<D extends Declared>({ chain, rank }: Tracing<D>, at: number, property: string): D[] {
  const { declared, writing } = chain[at]!
  const custom = property.startsWith('--')
  return ranked(
    declared.filter(
      (member) =>
        physical(member.property, writing) === property ||
        (member.property === 'all' && !custom && property !== 'direction' && property !== 'unicode-bidi'),
    ),
    rank,
  )
}

/**
 * The declarations that count, after `revert-layer` and `revert` have done what they do (CSS Cascading
 * Level 5, sections 7.3 and 7.4); empty where nothing is left but the browser's own.
 */
function standing<D extends Declared>(list: D[], rank: LayerRank): D[] {
  const [first] = list
  const word = first?.value.toLowerCase()
  if (!first || word === 'revert') return []
  if (word !== 'revert-layer') return list
  // what stands in a weaker layer, whatever is important; an element's own style is a layer above all of its
  // tree
  return standing(
    list.filter((item) => item !== first && compareLayers(item, first, rank) < 0),
    rank,
  )
}

/** Where a property of the chain's first element gets its value; `property` is physical or custom. */
export function originOf<D extends Declared>(tracing: Tracing<D>, property: string, from = 0): Origin<D> {
  const inherits = inheritedIn(tracing, property)
  for (let at = from; at < tracing.chain.length; at++) {
    const list = standing(declaredFor(tracing, at, property), tracing.rank)
    const [winner, ...over] = list
    const word = winner?.value.toLowerCase()
    const passes = winner ? word === 'inherit' || (word === 'unset' && inherits) : inherits
    if (!winner && !passes) return { is: 'browser' }
    if (winner && !passes) return { is: at === from ? 'declared' : 'inherited', at, winner, over }
  }
  return { is: 'browser' }
}

/** The `var()`s of a value that stand in no other one's fallback: name, and the fallback as written. */
export function varsIn(value: string): { name: string; fallback: string | undefined }[] {
  const tokens = new Tokens(value)
  const found: { name: string; fallback: string | undefined }[] = []
  for (let i = 0; i < tokens.length; i++) {
    if (tokens.type(i) !== tokenTypes.Function || tokens.name(i).toLowerCase() !== 'var') continue
    const end = tokens.closing(i, tokens.length)
    const name = tokens.past(i + 1)
    const comma = tokens.past(name + 1)
    found.push({
      name: tokens.name(name),
      fallback:
        comma < end && tokens.type(comma) === tokenTypes.Comma
          ? tokens.slice({ from: comma + 1, to: end })
          : undefined,
    })
    i = end
  }
  return found
}

/**
 * How each custom property that a value asks for is come by, on the element that the value is declared for:
 * `at` steps up the chain.
 */
export const pathsOf = <D extends Declared>(tracing: Tracing<D>, value: string, at: number): Path<D>[] =>
  varsIn(value).map(({ name, fallback }) => pathOf(tracing, name, fallback, at))

function pathOf<D extends Declared>(
  tracing: Tracing<D>,
  name: string,
  fallback: string | undefined,
  at: number,
): Path<D> {
  const otherwise = (): Path<D> | undefined =>
    fallback === undefined
      ? undefined
      : { name, is: 'fallback', text: fallback, asks: pathsOf(tracing, fallback, at) }
  const origin = originOf(tracing, name, at)
  // `initial` makes a custom property as if it were set nowhere
  if (origin.is !== 'browser' && !['initial', 'unset'].includes(origin.winner.value.toLowerCase())) {
    if (isInCircle(tracing, name, origin.at)) return otherwise() ?? { name, is: 'circle' }
    const { winner, over } = origin
    const asks = pathsOf(tracing, winner.value, origin.at)
    const set: Path<D> = { name, is: 'set', at: origin.at, winner, over, asks }
    // one that asks for what is not there is itself as if it were not set
    return asks.some(isLost) ? (otherwise() ?? set) : set
  }
  const initial = tracing.alone?.get(name)
  if (initial !== undefined) return { name, is: 'fallback', text: initial, asks: [] }
  return (
    otherwise() ?? {
      name,
      is: 'nothing',
      near: nearestName(name, [
        ...new Set(
          tracing.chain
            .flatMap((dressed) => dressed.declared.map((member) => member.property))
            .filter((text) => text.startsWith('--')),
        ),
      ]),
    }
  )
}

/**
 * Whether a custom property asks, over others declared for the same element, for itself (CSS Custom
 * Properties Level 1, section 2.3).
 */
function isInCircle<D extends Declared>(tracing: Tracing<D>, name: string, at: number): boolean {
  const seen = new Set<string>()
  const reaches = (text: string): boolean => {
    const origin = originOf(tracing, text, at)
    if (origin.is === 'browser' || origin.at !== at) return false
    return varsIn(origin.winner.value).some((asked) => {
      if (asked.name === name) return true
      if (seen.has(asked.name)) return false
      seen.add(asked.name)
      return reaches(asked.name)
    })
  }
  return reaches(name)
}

/** Whether a value that asks so comes to nothing. */
export const isLost = <D extends Declared>(path: Path<D>): boolean =>
  path.is === 'nothing' || path.is === 'circle' || path.asks.some(isLost)

/** A value with what its `var()`s come to in their place; `undefined` where one of them comes to nothing. */
export function filledIn<D extends Declared>(value: string, asks: readonly Path<D>[]): string | undefined {
  return withVars(
    value,
    asks.map((path) => {
      if (isLost(path) || (path.is !== 'set' && path.is !== 'fallback')) return undefined
      return filledIn(path.is === 'set' ? path.winner.value : path.text, path.asks)
    }),
  )
}

/**
 * A value with other texts in the place of its `var()`s, in the order of {@link varsIn}; `undefined` where
 * there is none for one of them.
 */
export function withVars(value: string, pieces: readonly (string | undefined)[]): string | undefined {
  const tokens = new Tokens(value)
  let text = ''
  let next = 0
  for (let i = 0; i < tokens.length; i++) {
    if (tokens.type(i) !== tokenTypes.Function || tokens.name(i).toLowerCase() !== 'var') {
      text += tokens.raw(i)
      continue
    }
    const piece = pieces[next++]
    if (piece === undefined) return undefined
    text += piece
    i = tokens.closing(i, tokens.length)
  }
  return text.trim()
}

/**
 * The text of the value that a property of the chain's first element comes to, as it is written, or
 * `undefined` where it is the browser's own. A value that comes to nothing counts as `unset`.
 */
export function valueOf<D extends Declared>(
  tracing: Tracing<D>,
  property: string,
  from = 0,
): string | undefined {
  const origin = originOf(tracing, property, from)
  if (origin.is === 'browser') return undefined
  const { value } = origin.winner
  const isCustom = property.startsWith('--')
  if (isCustom && isInCircle(tracing, property, origin.at)) return undefined
  const filled = filledIn(value, pathsOf(tracing, value, origin.at))
  if (filled === undefined)
    return !isCustom && inheritedIn(tracing, property) ? valueOf(tracing, property, origin.at + 1) : undefined
  return ['initial', 'unset'].includes(filled.toLowerCase()) ? undefined : filled
}

/** Properties that anything is declared for on the chain's first element, physical names, in order. */
export const propertiesOf = <D extends Declared>([first]: Chain<D>): string[] =>
  first
    ? [...new Set(first.declared.map((member) => physical(member.property, first.writing)))]
        .filter((text) => text !== 'all')
        .sort((a, b) => Number(a.startsWith('--')) - Number(b.startsWith('--')) || (a < b ? -1 : 1))
    : []
