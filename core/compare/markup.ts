import type { Node } from '../style/found'

/** Two lines of rendered markup that stand for the same, or one that the other side has not. */
export interface Pair {
  left: Node | undefined
  right: Node | undefined
}

/** A line as it is recognised: what it is and how deep it stands, attributes left aside. */
const sign = (node: Node): string =>
  node.is === 'text' ? `${node.depth} text` : `${node.depth} ${node.is} ${node.name}`
/** An element as a selector would have it, by its part or its first class: `span.strip`, `b[part="end"]`. */
export function elementTitle({ name, attributes }: Pick<Node, 'name' | 'attributes'>): string {
  const written = new Map(attributes)
  const [token] = (written.get('class') ?? '').split(/\s+/).filter(Boolean)
  if (token) return `${name}.${token}`
  const part = written.get('part')
  return part ? `${name}[part="${part}"]` : name
}
/** How much two lines have in common; 0 where they are not the same thing. */
function likeness(a: Node, b: Node): number {
  if (sign(a) !== sign(b)) return 0
  if (a.is === 'text') return a.name === b.name ? 3 : 1
  const other = new Map(b.attributes)
  const telling = a.attributes.filter(
    ([name, value]) => ['id', 'class', 'part', 'name', 'slot'].includes(name) && other.get(name) === value,
  ).length
  return 2 + telling
}

/** More lines than this on both sides are paired one by one: the table would be too large. */
const most = 1500

/**
 * Pairs the lines of two renderings, in order, so that as much as can be is the same thing on both sides
 * (the heaviest common subsequence, by dynamic programming). Every line stands in one pair.
 */
export function alignMarkup(left: readonly Node[], right: readonly Node[]): Pair[] {
  let from = 0
  while (from < left.length && from < right.length && sameLine(left[from]!, right[from]!)) from++
  let [a, b] = [left.length, right.length]
  while (a > from && b > from && sameLine(left[a - 1]!, right[b - 1]!)) {
    a--
    b--
  }
  const pairs = (l: readonly Node[], r: readonly Node[]): Pair[] =>
    l.map((entry, i) => ({ left: entry, right: r[i] }))
  return [
    ...pairs(left.slice(0, from), right.slice(0, from)),
    ...alignInner(left.slice(from, a), right.slice(from, b)),
    ...pairs(left.slice(a), right.slice(b)),
  ]
}
const sameLine = (a: Node, b: Node): boolean =>
  sign(a) === sign(b) && a.name === b.name && JSON.stringify(a.attributes) === JSON.stringify(b.attributes)

function alignInner(left: readonly Node[], right: readonly Node[]): Pair[] {
  if (left.length === 0 || right.length === 0 || left.length * right.length > most * most)
    return [
      ...left.map((entry): Pair => ({ left: entry, right: undefined })),
      ...right.map((entry): Pair => ({ left: undefined, right: entry })),
    ]
  const wide = right.length + 1
  const best = new Float64Array((left.length + 1) * wide)
  for (let i = left.length - 1; i >= 0; i--) {
    for (let j = right.length - 1; j >= 0; j--) {
      const like = likeness(left[i]!, right[j]!)
      best[i * wide + j] = Math.max(
        best[(i + 1) * wide + j]!,
        best[i * wide + j + 1]!,
        like > 0 ? best[(i + 1) * wide + j + 1]! + like : 0,
      )
    }
  }
  const pairs: Pair[] = []
  let [i, j] = [0, 0]
  while (i < left.length && j < right.length) {
    const like = likeness(left[i]!, right[j]!)
    const here = best[i * wide + j]!
    if (like > 0 && here === best[(i + 1) * wide + j + 1]! + like)
      pairs.push({ left: left[i++], right: right[j++] })
    else if (here === best[(i + 1) * wide + j]!) pairs.push({ left: left[i++], right: undefined })
    else pairs.push({ left: undefined, right: right[j++] })
  }
  return [
    ...pairs,
    ...left.slice(i).map((entry): Pair => ({ left: entry, right: undefined })),
    ...right.slice(j).map((entry): Pair => ({ left: undefined, right: entry })),
  ]
}

/** Attributes of a pair that are not the same on both sides. */
export function attributesApart({
  left,
  right,
}: Pair): { name: string; left: string | undefined; right: string | undefined }[] {
  if (!left || !right) return []
  const [a, b] = [new Map(left.attributes), new Map(right.attributes)]
  return [...new Set([...a.keys(), ...b.keys()])]
    .map((name) => ({ name, left: a.get(name), right: b.get(name) }))
    .filter((entry) => entry.left !== entry.right)
}

/**
 * What is told elsewhere: custom properties, which come down from whatever sets them, and names by which a
 * browser tells the same again, such as `inline-size` beside `width`.
 */
const again =
  /^(?:--|inline-size|block-size|(?:min|max)-(?:inline|block)-size|perspective-origin|transform-origin|-webkit-|(?:border|margin|padding|inset|scroll-margin|scroll-padding)-(?:inline|block)|inset-|border-(?:start|end)-(?:start|end)-radius|overflow-(?:inline|block)|overscroll-behavior-(?:inline|block))/
/** Values that follow the colour of the text, or the size: where that differs, so do they. */
const followers: Readonly<Record<string, readonly string[]>> = {
  color: [
    'caret-color',
    'column-rule-color',
    'row-rule-color',
    'outline-color',
    'text-decoration',
    'text-decoration-color',
    'text-emphasis-color',
    'border-top-color',
    'border-right-color',
    'border-bottom-color',
    'border-left-color',
    'stroke',
    'fill',
    'lighting-color',
    'stop-color',
  ],
}

/** Computed values of a pair that are not the same on both sides, told once where others follow. */
export function stylesApart({ left, right }: Pair): { property: string; left: string; right: string }[] {
  const [a, b] = [left?.style, right?.style]
  if (!a || !b) return []
  const apart = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (key) => (a[key] ?? '') !== (b[key] ?? '') && !again.test(key),
  )
  const following = new Set(
    apart.flatMap((text) =>
      (followers[text] ?? []).filter((property) => a[property] === a[text] && b[property] === b[text]),
    ),
  )
  return apart
    .filter((text) => !following.has(text))
    .sort()
    .map((property) => ({ property, left: a[property] ?? '', right: b[property] ?? '' }))
}

/** A pair that is not the same on both sides, with what of it is not. */
export interface Difference extends Pair {
  attributes: ReturnType<typeof attributesApart>
  styles: ReturnType<typeof stylesApart>
}

/** The pairs that differ: in being there, in words, in attributes, or in how they are drawn. */
export const differencesOf = (pairs: readonly Pair[]): Difference[] =>
  pairs
    .map((pair) => ({ ...pair, attributes: attributesApart(pair), styles: stylesApart(pair) }))
    .filter(
      ({ left, right, attributes, styles }) =>
        !left ||
        !right ||
        (left.is === 'text' && left.name !== right.name) ||
        attributes.length > 0 ||
        styles.length > 0,
    )
