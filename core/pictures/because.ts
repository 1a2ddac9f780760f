import { z } from 'zod'
import { alignMarkup, differencesOf, elementTitle, type Difference } from '../compare/markup'
import { dressingsOf, type Dressing } from '../style/dressing'
import type { Dress, Found, Node } from '../style/found'
import type { Path } from '../style/trace'

const text = (most: number) => z.string().transform((value) => value.slice(0, most))

/** What made a picture another one: of one element, and what of it came to be otherwise. */
export const reasonSchema = z.object({
  /** The element as a selector would have it. */
  at: text(300),
  /** What of it: a property, an attribute, the words; empty where it came or went. */
  what: text(300),
  before: text(500).nullable(),
  now: text(500).nullable(),
  /** What that is by: declarations and custom properties that are not the same on both sides. */
  by: z.array(
    z.object({
      is: z.enum(['rule', 'property']),
      /** The selector with its component, or the name of the custom property. */
      name: text(500),
      /** The custom property comes from the themes. */
      isToken: z.boolean(),
      before: text(500).nullable(),
      now: text(500).nullable(),
    }),
  ),
})
export type Reason = z.infer<typeof reasonSchema>
type Cause = Reason['by'][number]

/** An element that stands on both sides and is drawn otherwise, with what dresses it. */
export interface DressedPair {
  difference: Difference
  before: Dress
  now: Dress
}

/** Reasons that are kept of one picture, and causes of each. */
const [mostReasons, mostCauses] = [12, 4]
/** Elements of which it is asked what dresses them. */
const mostDressed = 8

/** What of two renderings is not the same, and the elements of which it has to be known what dresses them. */
export function apartIn(before: readonly Node[], now: readonly Node[]) {
  const differences = differencesOf(alignMarkup(before, now))
  const dressed = differences.filter(({ left, right, styles }) => left && right && styles.length > 0)
  // what is inside follows what is around it: the innermost say least
  return { differences, toDress: dressed.slice(0, mostDressed) }
}

/** Why two renderings look unlike: what came and went, and by which rules and tokens the rest differs. */
export function reasonsOf(differences: readonly Difference[], dressed: readonly DressedPair[]): Reason[] {
  const reasons = [
    ...dressed.flatMap(({ difference, before, now }) => reasonsOfStyles(difference, before, now)),
    ...differences.flatMap(reasonsOfMarkup),
  ]
  return onceEach(reasons).slice(0, mostReasons)
}

/** The same cause at ten elements is told at the first. */
function onceEach(reasons: readonly Reason[]): Reason[] {
  const known = new Set<string>()
  return reasons.filter(({ what, before, now, by }) => {
    const key = JSON.stringify([what, before, now, by])
    return !known.has(key) && known.add(key)
  })
}

function reasonsOfMarkup({ left, right, attributes }: Difference): Reason[] {
  const known = left ?? right!
  const at = known.is === 'text' ? 'text' : elementTitle(known)
  if (known.is === 'tree') return []
  if (!left || !right) {
    const name = known.is === 'text' ? known.name : at
    return [{ at, what: '', before: left ? name : null, now: right ? name : null, by: [] }]
  }
  if (left.is === 'text') return [{ at, what: 'words', before: left.name, now: right.name, by: [] }]
  return attributes.map(({ name, left: before = null, right: now = null }) => ({
    at,
    what: name,
    before,
    now,
    by: [],
  }))
}

/** Only what some rule or custom property explains: sizes and places follow from the rest. */
function reasonsOfStyles({ left, styles }: Difference, before: Dress, now: Dress): Reason[] {
  const [then, since] = [byProperty(before), byProperty(now)]
  return [...new Set([...then.keys(), ...since.keys()])].flatMap((property): Reason[] => {
    const [a, b] = [then.get(property), since.get(property)]
    const isApart =
      (a?.value ?? '') !== (b?.value ?? '') ||
      styles.some((style) => style.property === property || style.property.startsWith(`${property}-`))
    const by = isApart ? causesOf(a, b) : []
    if (by.length === 0) return []
    const [was, is] = [valueOf(a, property, before), valueOf(b, property, now)]
    return [{ at: elementTitle(left!), what: property, before: was, now: is, by: by.slice(0, mostCauses) }]
  })
}

const valueOf = (dressing: Dressing | undefined, property: string, { computed }: Dress): string | null =>
  dressing?.value ?? computed[property] ?? null

/** What is declared for the element itself; what it takes over is told where it is declared. */
const byProperty = (dress: Dress): Map<string, Dressing> =>
  new Map(dressingsOf(dress).own.map((dressing) => [dressing.property, dressing]))

function causesOf(before: Dressing | undefined, now: Dressing | undefined): Cause[] {
  const [was, is] = [declared(before), declared(now)]
  const rule: Cause[] =
    was?.text === is?.text
      ? []
      : [
          {
            is: 'rule',
            name: (is ?? was)!.selector,
            isToken: false,
            before: was?.text ?? null,
            now: is?.text ?? null,
          },
        ]
  return [...rule, ...propertiesApart(before?.paths ?? [], now?.paths ?? [])]
}

function declared(dressing: Dressing | undefined) {
  if (!dressing || dressing.origin.is === 'browser') return undefined
  const { property, value, as, selector, of } = dressing.origin.winner
  const place = selector === '' ? 'its own style' : selector
  return { text: `${as ?? property}: ${value}`, selector: of ? `${of} ${place}` : place }
}

function propertiesApart(before: readonly Path<Found>[], now: readonly Path<Found>[]): Cause[] {
  const [was, is] = [valuesBy(before), valuesBy(now)]
  return [...new Set([...was.keys(), ...is.keys()])]
    .filter((name) => was.get(name)?.value !== is.get(name)?.value)
    .map((name) => ({
      is: 'property',
      name,
      isToken: (is.get(name) ?? was.get(name))!.isToken,
      before: was.get(name)?.value ?? null,
      now: is.get(name)?.value ?? null,
    }))
}

/** Every custom property that a value came by, with the text it was set to. */
function valuesBy(paths: readonly Path<Found>[]): Map<string, { value: string; isToken: boolean }> {
  const found = new Map<string, { value: string; isToken: boolean }>()
  const visit = (path: Path<Found>): void => {
    if (found.has(path.name)) return
    if (path.is === 'set')
      found.set(path.name, { value: path.winner.value, isToken: path.winner.by === 'themes' })
    if (path.is === 'fallback') found.set(path.name, { value: path.text, isToken: false })
    if ('asks' in path) path.asks.forEach(visit)
  }
  paths.forEach(visit)
  return found
}
