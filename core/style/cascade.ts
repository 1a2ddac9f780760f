import { compareSpecificity, type Specificity } from './specificity'

/**
 * A declaration that reaches an element, with all that the cascade asks of it. Those of the browser itself
 * are not among them.
 */
export interface Declared {
  /** A longhand, or a custom property. */
  property: string
  value: string
  important: boolean
  /** The tree its sheet belongs to, counted in shadow-including tree order from 0, the document. */
  tree: number
  /** Whether it stands in the element's own `style`. */
  attached: boolean
  /** Its layer, outermost first; empty where it is in none. */
  layer: readonly string[]
  specificity: Specificity
  /**
   * How many steps its scope's root is away (CSS Cascading Level 6, section 3.4.1); `Infinity` without a
   * scope.
   */
  proximity: number
  /** Where it stands among all declarations of its tree. */
  order: number
}

/**
 * The rank of layers of one tree, later ones stronger: in the order in which they were named first, and
 * what stands in a layer itself after its inner layers (CSS Cascading Level 5, section 6.4.3).
 */
export function layerRanks(named: readonly (readonly string[])[]): (layer: readonly string[]) => number {
  interface Layer {
    within: Map<string, Layer>
    rank: number
  }
  const make = (): Layer => ({ within: new Map(), rank: 0 })
  const root = make()
  for (const path of named) {
    let at = root
    for (const name of path) {
      let next = at.within.get(name)
      if (!next) at.within.set(name, (next = make()))
      at = next
    }
  }
  let rank = 0
  const number = (layer: Layer): void => {
    for (const own of layer.within.values()) number(own)
    layer.rank = rank++
  }
  number(root)
  return (layer) => {
    let at = root
    for (const name of layer) at = at.within.get(name) ?? root
    return at.rank
  }
}

/** Ranks layers of a tree. */
export type LayerRank = (tree: number, layer: readonly string[]) => number

/**
 * Which of two declarations stands in the stronger layer, trees and elements' own styles counted as layers,
 * and importance left aside: above 0 where it is `a`.
 */
export const compareLayers = (a: Declared, b: Declared, rank: LayerRank): number =>
  b.tree - a.tree ||
  Number(a.attached) - Number(b.attached) ||
  (a.attached ? 0 : rank(a.tree, a.layer) - rank(b.tree, b.layer))

/**
 * Which of two declarations of one property is stronger: above 0 where it is `a` (CSS Cascading Level 6,
 * section 3). What is important turns the order of trees and of layers round.
 */
export function compareDeclared(a: Declared, b: Declared, rank: LayerRank): number {
  if (a.important !== b.important) return a.important ? 1 : -1
  const turn = a.important ? -1 : 1
  return (
    (b.tree - a.tree) * turn ||
    Number(a.attached) - Number(b.attached) ||
    compareLayers(a, b, rank) * turn ||
    compareSpecificity(a.specificity, b.specificity) ||
    (a.proximity === b.proximity ? 0 : b.proximity - a.proximity) ||
    a.order - b.order
  )
}

/** Declarations of one property, the one that wins first. */
export const ranked = <D extends Declared>(list: readonly D[], rank: LayerRank): D[] =>
  [...list].sort((a, b) => compareDeclared(b, a, rank))

/** What a writing mode makes of directions that follow the text. */
export interface Writing {
  direction: string
  mode: string
}

type Edge = 'top' | 'right' | 'bottom' | 'left'
/**
 * The edge that a side of the text stands for (CSS Logical Properties Level 1, section 2; CSS Writing Modes
 * Level 4, section 6.4).
 */
function edgeOf(
  side: 'block-start' | 'block-end' | 'inline-start' | 'inline-end',
  { direction, mode }: Writing,
): Edge {
  const isVertical = mode.startsWith('vertical') || mode.startsWith('sideways')
  const block: Edge = !isVertical ? 'top' : mode.endsWith('-lr') ? 'left' : 'right'
  const upwards = mode === 'sideways-lr'
  const inline: Edge = !isVertical
    ? direction === 'rtl'
      ? 'right'
      : 'left'
    : (direction === 'rtl') !== upwards
      ? 'bottom'
      : 'top'
  const across: Record<Edge, Edge> = { top: 'bottom', bottom: 'top', left: 'right', right: 'left' }
  return side === 'block-start'
    ? block
    : side === 'block-end'
      ? across[block]
      : side === 'inline-start'
        ? inline
        : across[inline]
}

/**
 * The property that a declaration competes with: one that follows the text (`margin-inline-start`) as the
 * physical one it stands for there.
 */
export function physical(property: string, writing: Writing): string {
  if (property.startsWith('--')) return property
  const isVertical = writing.mode.startsWith('vertical') || writing.mode.startsWith('sideways')
  const axis = (name: string) => (name === 'inline') !== isVertical
  const size = /^(min-|max-|contain-intrinsic-)?(inline|block)-size$/.exec(property)
  if (size) return `${size[1] ?? ''}${axis(size[2]!) ? 'width' : 'height'}`
  const two = /^(overflow|overscroll-behavior)-(inline|block)$/.exec(property)
  if (two) return `${two[1]}-${axis(two[2]!) ? 'x' : 'y'}`
  const corner = /^border-(start|end)-(start|end)-radius$/.exec(property)
  if (corner) {
    const [a, b] = [
      edgeOf(`block-${corner[1] as 'start'}`, writing),
      edgeOf(`inline-${corner[2] as 'start'}`, writing),
    ]
    const [vertical, horizontal] = a === 'top' || a === 'bottom' ? [a, b] : [b, a]
    return `border-${vertical}-${horizontal}-radius`
  }
  const side = /^(.*?)-?(block-start|block-end|inline-start|inline-end)(-(?:width|style|color))?$/.exec(
    property,
  )
  if (!side || !/^(?:margin|padding|border|inset|scroll-margin|scroll-padding)$/.test(side[1]!))
    return property
  const edge = edgeOf(side[2] as 'block-start', writing)
  return side[1] === 'inset' ? edge : `${side[1]}-${edge}${side[3] ?? ''}`
}
