import type { Resolved } from '../tokens/resolve'
import type { LibraryPair } from './gather'
import { askedOf, contrastOf, over, rgbOf } from './wcag'

/** A token in the grid: its path, and its value in the theme. */
export interface GridToken {
  path: string
  css: string
  /** The least contrast that is asked of it: text has more asked of it than an edge or a drawing. */
  wants: number
}
/** One theme's grid: tokens that are painted, each on every token that stands behind. */
export interface Grid {
  inks: GridToken[]
  grounds: GridToken[]
  /** By ink, then by ground: the contrast to 1, and whether the two were seen together. */
  cells: { ratio: number; isSeen: boolean }[][]
}

/** Uses of a colour that are painted over something, and those that stand behind. */
const painted = ['text', 'drawing', 'edge']
const behind = ['ground']

export interface ToGrid {
  /** The tokens of the theme. */
  tokens: ReadonlyMap<string, Resolved>
  /** What sheets use each token for, itself or through others. */
  purposes: ReadonlyMap<string, readonly string[]>
  /** Pairs that were seen in the theme. */
  pairs: readonly LibraryPair[]
  tokenOf: (property: string) => string | undefined
}

/**
 * Every semantic colour that is painted over something, on every one that stands behind; of a library that
 * has none of that tier those of all but primitives. A colour that lets through is seen over what stands
 * behind; one that stands behind and lets through is left out, for nobody knows what is behind that.
 */
export function gridOf({ tokens, purposes, pairs, tokenOf }: ToGrid): Grid {
  const colours = [...tokens.values()].filter(({ type }) => type === 'color')
  const semantic = colours.filter(({ tier }) => tier === 'semantic')
  const listed = semantic.length ? semantic : colours.filter(({ tier }) => tier !== 'primitive')
  const isFor = (wanted: readonly string[]) => (token: Resolved) =>
    (purposes.get(token.path) ?? []).some((purpose) => wanted.includes(purpose))
  const inks = listed.filter(isFor(painted))
  const grounds = listed.filter(isFor(behind)).filter(({ css }) => (rgbOf(css)?.alpha ?? 1) === 1)
  const plain = ({ path, css }: Resolved): GridToken => ({
    path,
    css,
    wants: (purposes.get(path) ?? []).includes('text') ? askedOf.text : askedOf.edge,
  })
  const seen = new Set(pairs.flatMap((pair) => keysOf(pair, tokens, tokenOf)))
  return {
    inks: inks.map(plain),
    grounds: grounds.map(plain),
    cells: inks.map((ink) =>
      grounds.map((ground) => {
        const back = rgbOf(ground.css)!
        return {
          ratio: contrastOf(over(rgbOf(ink.css)!, back), back),
          isSeen: seen.has(keyOf(ink.path, ground.path)),
        }
      }),
    ),
  }
}
const keyOf = (ink: string, ground: string): string => `${ink} on ${ground}`

/** Every token on the way to one colour of a pair, on every one on the way to the other. */
function keysOf(
  { by, groundBy }: LibraryPair,
  tokens: ToGrid['tokens'],
  tokenOf: ToGrid['tokenOf'],
): string[] {
  const wayOf = (property: string | undefined): readonly string[] => {
    const path = property === undefined ? undefined : tokenOf(property)
    return path === undefined ? [] : (tokens.get(path)?.chain ?? [])
  }
  return wayOf(by).flatMap((ink) => wayOf(groundBy).map((ground) => keyOf(ink, ground)))
}
