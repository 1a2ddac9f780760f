import { z } from 'zod'
import { differenceTold } from '../accessible/difference'
import type { ToldNode } from '../accessible/told'
import { colourPairSchema, type ColourPair } from '../contrast/pair'
import { alignMarkup, differencesOf, elementTitle, type Difference } from '../compare/markup'
import type { Evidence } from '../evidence/evidence'
import type { Node } from '../style/found'

const text = z.string().max(300)
/** Pairs of colours that are kept of one component. */
export const mostPairs = 1500

/** One thing that is otherwise with a variant: of an element, or of what assistive technology is told. */
export const changeSchema = z.object({
  is: z.enum(['markup', 'attribute', 'text', 'told', 'style']),
  /** The element, as a selector would have it: `span.strip`. */
  at: text,
  /** The attribute or property; for the rest nothing. */
  name: text,
  /** Nothing where it was not there, or is not any more. */
  from: text.optional(),
  to: text.optional(),
})
export type Change = z.infer<typeof changeSchema>

/**
 * What a variant changes beside another value of its axis, the first of it, and in which themes it is painted
 * as some other value is though it is not in every theme.
 */
export const variantLookSchema = z.object({
  member: text,
  /** The value it is compared with, in words. */
  beside: text,
  changes: z.array(changeSchema).max(60),
  alike: z.array(z.object({ theme: text, as: text })).max(60),
})
export type VariantLook = z.infer<typeof variantLookSchema>

/** How a component looks in every theme: with each of its variants, as it stands, in examples and states. */
export const looksSchema = z.object({
  themes: z.array(text).max(100),
  variants: z.array(variantLookSchema).max(500),
  /** Every pair of colours that was seen, once for each place. */
  colours: z.array(colourPairSchema).max(mostPairs),
  /** Variants, examples and states that could not be looked at in every theme, mostly for want of time. */
  left: z.number().int().nonnegative(),
  /** What went wrong, where nothing could be looked at. */
  failed: text.optional(),
})
export type Looks = z.infer<typeof looksSchema>

/** Counts up whenever this is looked at in another way than before. */
export const looksVersion = 2

/** What is kept of a component that could not be looked at in its themes. */
export const noLooks = (failed: string): Looks => ({
  themes: [],
  variants: [],
  colours: [],
  left: 0,
  failed: failed.slice(0, 300),
})

/** What was seen of a component with one value of an axis: in the base theme, and as a picture in each. */
export interface ValueSeen {
  title: string
  markup: readonly Node[]
  told: readonly ToldNode[]
  /** A fingerprint of its picture, by theme. */
  pictures: ReadonlyMap<string, string>
}

/** Changes that are told of one variant. */
const mostChanges = 40

/** What is otherwise with one value than with another, dearest first; what only follows is left out. */
export function changesOfLook(
  usual: Omit<ValueSeen, 'pictures'>,
  value: Omit<ValueSeen, 'pictures'>,
  axis: string,
): Change[] {
  const pairs = alignMarkup(usual.markup, value.markup)
  const differences = differencesOf(pairs)
  const above = ancestorsIn(value.markup)
  const byNode = new Map(differences.map((difference) => [difference.right?.id, difference]))
  const follows = ({ right }: Difference, property: string, from: string, to: string): boolean => {
    const around = right && byNode.get(above.get(right.id))
    return !!around?.styles.some(
      (style) => style.property === property && style.left === from && style.right === to,
    )
  }
  const all = [
    ...differences.flatMap((difference) => changesOfMarkup(difference, axis)),
    ...differenceTold(usual.told, value.told).map((says): Change => ({
      is: 'told',
      at: '',
      name: '',
      to: cut(says),
    })),
    ...differences
      .flatMap((difference) =>
        difference.styles
          .filter(({ property, left, right }) => !follows(difference, property, left, right))
          .map(({ property, left, right }) => changeOf('style', titleOf(difference), property, left, right)),
      )
      .sort((a, b) => Number(isExtent(a)) - Number(isExtent(b))),
  ]
  return all.slice(0, mostChanges)
}

const cut = (value: string): string => value.slice(0, 300)
/** How large something is mostly follows from what else changed. */
const isExtent = ({ name }: Change): boolean => name === 'width' || name === 'height'
const titleOf = ({ left, right }: Difference): string => {
  const node = right ?? left
  return node ? cut(elementTitle(node)) : ''
}

/** Of each line the element around it, by their numbers. */
function ancestorsIn(nodes: readonly Node[]): Map<number, number> {
  const open: Node[] = []
  const above = new Map<number, number>()
  for (const node of nodes) {
    while (open.length && open.at(-1)!.depth >= node.depth) open.pop()
    const around = open.findLast(({ is }) => is === 'element')
    if (around) above.set(node.id, around.id)
    open.push(node)
  }
  return above
}

function changesOfMarkup(difference: Difference, axis: string): Change[] {
  const { left, right, attributes } = difference
  const at = titleOf(difference)
  const node = right ?? left
  if (!node || node.is === 'tree') return []
  if (node.is === 'text')
    return left?.name === right?.name ? [] : [changeOf('text', '', '', left?.name, right?.name)]
  if (!left || !right) return [changeOf('markup', at, '', left && 'there', right && 'there')]
  return attributes
    .filter(({ name }) => !(node.depth === 0 && isOfAxis(name, axis)))
    .map(({ name, left: from, right: to }) => changeOf('attribute', at, name, from, to))
}

/** Whether an attribute of the component itself is how its axis is written. */
const isOfAxis = (attribute: string, axis: string): boolean =>
  attribute.replaceAll('-', '') === axis.replaceAll('-', '').toLowerCase()

const changeOf = (
  is: Change['is'],
  at: string,
  name: string,
  from: string | undefined,
  to: string | undefined,
): Change => ({
  is,
  at,
  name: cut(name),
  ...(from === undefined ? {} : { from: cut(from) }),
  ...(to === undefined ? {} : { to: cut(to) }),
})

/**
 * In which themes values are painted as another is, though they are told apart by their pictures in some
 * theme: for each value the theme, and the first other it looks as there.
 */
export function alikeInThemes(
  values: readonly Pick<ValueSeen, 'title' | 'pictures'>[],
  themes: readonly string[],
): VariantLook['alike'][] {
  const isAlike = (a: number, b: number, theme: string): boolean => {
    const picture = values[a]!.pictures.get(theme)
    return picture !== undefined && picture === values[b]!.pictures.get(theme)
  }
  return values.map((_value, v) =>
    themes.flatMap((theme) => {
      const as = values.findIndex(
        (_other, o) => o !== v && isAlike(v, o, theme) && !themes.every((other) => isAlike(v, o, other)),
      )
      return as < 0 ? [] : [{ theme, as: values[as]!.title }]
    }),
  )
}

/** Changes by the element they are about, in order, as a row tells them. */
export function changesByElement(changes: readonly Change[]): { at: string; changes: Change[] }[] {
  const byElement = new Map<string, Change[]>()
  for (const change of changes) byElement.set(change.at, [...(byElement.get(change.at) ?? []), change])
  return [...byElement].map(([at, list]) => ({ at, changes: list }))
}

/** A change in words: `background-color: red → blue`, `is gone`. */
export function sayChange({ is, name, from, to }: Change): string {
  switch (is) {
    case 'markup':
      return to === undefined ? 'is gone' : 'comes'
    case 'text':
      if (to === undefined) return `no longer says “${from}”`
      return from === undefined ? `says “${to}”` : `“${from}” becomes “${to}”`
    case 'told':
      return to ?? ''
    case 'attribute':
      if (to === undefined) return `${name} is not set`
      return from === undefined ? `${name}${to && `="${to}"`} is set` : `${name}: “${from}” → “${to}”`
    case 'style':
      return `${name}: ${from} → ${to}`
  }
}

/** Properties that are named in one sentence. */
const mostNamed = 5

/** Properties that a shorthand stands for, by the shorthand: where all of them differ it is told alone. */
const shorthands: ReadonlyMap<string, readonly string[]> = new Map([
  ...['color', 'style', 'width'].map(
    (what) =>
      [`border-${what}`, ['top', 'right', 'bottom', 'left'].map((side) => `border-${side}-${what}`)] as const,
  ),
  ...['padding', 'margin'].map(
    (what) => [what, ['top', 'right', 'bottom', 'left'].map((side) => `${what}-${side}`)] as const,
  ),
  [
    'border-radius',
    ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`),
  ],
])

function asWhole(names: readonly string[]): string[] {
  let told = [...names]
  for (const [shorthand, sides] of shorthands)
    if (sides.every((side) => told.includes(side)))
      told = told.flatMap((name) => (name === sides[0] ? shorthand : sides.includes(name) ? [] : name))
  return told
}

/** Changes of one element in a few words; of how it is drawn only which properties. */
export function sayChanges(changes: readonly Change[]): string {
  const drawn = asWhole(changes.filter(({ is }) => is === 'style').map(({ name }) => name))
  const more = drawn.length - mostNamed
  return [
    ...changes.filter(({ is }) => is !== 'style').map(sayChange),
    ...drawn.slice(0, mostNamed),
    ...(more > 0 ? [`${more} more`] : []),
  ].join(', ')
}

/** In which themes a variant is painted as another is, as a sentence; nothing where it stands out in all. */
export function sayAlike({ alike }: Pick<VariantLook, 'alike'>, titleOf: (theme: string) => string): string {
  const others = [...new Set(alike.map(({ as }) => as))]
  return others
    .map((other) => {
      const themes = alike.filter(({ as }) => as === other).map(({ theme }) => titleOf(theme))
      return `In ${themes.join(' and ')} it is painted as “${other}” is.`
    })
    .join(' ')
}

/** Evidence with what was seen of variants in themes: one that looks as another in some is remarked upon. */
export function withAlike(
  evidence: readonly Evidence[],
  looks: Looks | undefined,
  titleOf: (theme: string) => string,
): Evidence[] {
  const byMember = new Map(looks?.variants.map((look) => [look.member, look]))
  return evidence.map((entry) => {
    const look = byMember.get(entry.member)
    const says = look && entry.mark === 'seen' ? sayAlike(look, titleOf) : ''
    return says ? { ...entry, remark: [entry.remark, says].filter(Boolean).join(' ').slice(0, 2000) } : entry
  })
}

/**
 * Pairs of colours, each once for a place: what is so however a component stands is told of how it stands on
 * the shelf, which comes first.
 */
export function pairsOnce(pairs: readonly ColourPair[]): ColourPair[] {
  const first = new Map<string, ColourPair>()
  for (const pair of pairs) {
    const key = JSON.stringify([pair.theme, pair.role, pair.at, pair.text, pair.ground])
    if (!first.has(key)) first.set(key, pair)
  }
  return [...first.values()]
}
