import type { Axis, Cell } from './axes'

/** Values of some axes together, two at least, as somebody wrote that they must not, or must, occur. */
export interface NamedCombination {
  text: string
  pairs: { axis: Axis; value: number }[]
}

/**
 * Combinations as they stand in an address: `axis=value&axis=value`, or more of them, one after the other
 * with `;`. What names no axis or value there is passes for nothing.
 */
export function combinationsFrom(text: string, axes: readonly Axis[]): NamedCombination[] {
  return text.split(';').flatMap((text) => {
    const pairs = text.split('&').flatMap((pair) => {
      const at = pair.lastIndexOf('=')
      const axis = axes.find((axis) => axis.id === pair.slice(0, at))
      const value = /^\d+$/.test(pair.slice(at + 1)) ? Number(pair.slice(at + 1)) : -1
      return axis?.values[value] ? [{ axis, value }] : []
    })
    return pairs.length >= 2 &&
      pairs.length === text.split('&').length &&
      new Set(pairs.map(({ axis }) => axis)).size === pairs.length
      ? [{ text: text, pairs }]
      : []
  })
}

/** A list of combinations with one more, each once. */
export const withCombination = (text: string, values: readonly string[]): string =>
  [...withoutCombination(text, values.join('&')).split(';').filter(Boolean), values.join('&')].join(';')
/** The same without one, in whatever order its values stand. */
export function withoutCombination(text: string, gone: string): string {
  const sorted = (text: string) => text.split('&').sort().join('&')
  return text
    .split(';')
    .filter((text) => sorted(text) !== sorted(gone))
    .join(';')
}

/** How a combination reads in a sentence. */
export const sayCombination = ({ pairs }: NamedCombination): string =>
  pairs.map(({ axis, value }) => `${axis.title} ${axis.values[value]!.title}`).join(' with ')

/**
 * The same by the places that axes have among those that are covered; one that speaks of another axis is left
 * aside.
 */
export const amongAxes = (
  combinations: readonly NamedCombination[],
  covered: readonly Axis[],
): [axis: number, value: number][][] =>
  combinations
    .map(({ pairs }) =>
      pairs.map(({ axis, value }): [number, number] => [
        covered.findIndex((gone) => gone.id === axis.id),
        value,
      ]),
    )
    .filter((pairs) => pairs.every(([axis]) => axis >= 0))

/** Cells by the reader's size of text, which is of a whole page: each size stands in a frame of its own. */
export function cellsByText(cells: readonly Cell[]): [text: number, cells: Cell[]][] {
  const sizes = new Map<number, Cell[]>()
  for (const cell of cells) sizes.set(cell.surround.text, [...(sizes.get(cell.surround.text) ?? []), cell])
  return [...sizes]
}
