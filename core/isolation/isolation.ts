import { z } from 'zod'
import { bleedSchema, type Changed, type ChangeIn, type RuleOut, type Scoped } from './bleed'
import { foreignNames, type ForeignName } from './foreign'

const text = z.string().max(300)

/** What a component and the page do to one another: as it stands on the shelf, and in its examples. */
export const isolationSchema = z.object({
  seen: z.array(z.object({ situation: text, bleed: bleedSchema })).max(12),
  /** Situations that could not be looked at. */
  left: z.number().int().nonnegative(),
  failed: text.optional(),
})
export type Isolation = z.infer<typeof isolationSchema>

/** Counts up whenever this is looked at in another way than before. */
export const isolationVersion = 1

/** What is kept of a component that could not be looked at. */
export const noIsolation = (failed: string): Isolation => ({
  seen: [],
  left: 0,
  failed: failed.slice(0, 300),
})

/** When a page gets at an element: wherever its sheet stands, or only where that comes before or after. */
export type Order = 'either' | 'before' | 'after'
export const orderTexts: Record<Order, string> = {
  either: '',
  before: 'where its sheet comes first',
  after: 'where its sheet comes last',
}

/** What a page changes in elements that are alike: the computed values that become others. */
export interface ElementIn extends Pick<ChangeIn, 'how' | 'at' | 'isHost' | 'count'> {
  /** Selectors of the page that reach it. */
  selectors: string[]
  situation: string
  order: Order
  values: Changed[]
}
/** What one foreign page does to a component, in all situations it was looked at in. */
export interface PageTold {
  name: ForeignName
  elements: ElementIn[]
  /** Elements that cut off what they show. */
  cut: { at: string; situation: string }[]
}

/** What each foreign page does to a component; one to which it holds has no elements. */
export function pagesTold({ seen }: Isolation): PageTold[] {
  return foreignNames.flatMap((name) => {
    const pages = seen.flatMap(({ situation, bleed }) =>
      bleed.into.filter((page) => page.name === name).map((page) => ({ situation, page })),
    )
    if (!pages.length) return []
    const both = pages.some(({ page }) => page.late) && pages.some(({ page }) => !page.late)
    const changes = pages.flatMap(({ situation, page }) =>
      page.changes.map((change) => ({ situation, late: page.late, change })),
    )
    const cut = pages.flatMap(({ situation, page }) => page.cut.map((at) => ({ at, situation })))
    return [{ name, elements: elementsOf(changes, both), cut: onceBy(cut, ({ at }) => at) }]
  })
}

interface SeenIn {
  situation: string
  late: boolean
  change: ChangeIn
}
const keyOf = ({ how, at, property, from, to }: ChangeIn): string =>
  JSON.stringify(how === 'rule' ? [how, at, property, from, to] : [how, property])

/** Changes of one element together; what is the same in either order is told once. */
function elementsOf(seen: readonly SeenIn[], both: boolean): ElementIn[] {
  const orders = new Map<string, Set<boolean>>()
  for (const { late, change } of seen)
    orders.set(keyOf(change), (orders.get(keyOf(change)) ?? new Set()).add(late))
  const orderOf = (change: ChangeIn): Order => {
    const late = orders.get(keyOf(change))!
    if (!both || late.size === 2) return 'either'
    return late.has(true) ? 'after' : 'before'
  }
  const elements = new Map<string, ElementIn>()
  for (const { situation, change } of onceBy(seen, ({ change }) => keyOf(change))) {
    const { how, at, isHost, selector, count, property, from, to } = change
    const order = orderOf(change)
    const key = JSON.stringify(how === 'rule' ? [how, at, order] : [how])
    const element = elements.get(key) ?? {
      how,
      at,
      isHost,
      selectors: [],
      count,
      situation,
      order,
      values: [],
    }
    if (selector && !element.selectors.includes(selector)) element.selectors.push(selector)
    element.values.push({ property, from, to })
    elements.set(key, element)
  }
  return [...elements.values()]
}

/** Each rule that reaches past the component, in all situations. */
export function rulesOut({ seen }: Isolation): RuleOut[] {
  const rules = new Map<string, RuleOut>()
  for (const rule of seen.flatMap(({ bleed }) => bleed.out)) {
    const known = rules.get(rule.selector)
    rules.set(rule.selector, known ? bothRules(known, rule) : rule)
  }
  return [...rules.values()]
}
const bothRules = (rule: RuleOut, other: RuleOut): RuleOut => ({
  ...rule,
  elements: [...new Set([...rule.elements, ...other.elements])],
  values: onceBy([...rule.values, ...other.values], ({ property }) => property),
})

/**
 * What would come of `@scope` around the rules of a component, in all situations: nothing where it changes
 * nothing of a page, or where the browser does not know of that.
 */
export function scopedOf({ seen }: Isolation): Scoped | undefined {
  const scoped = seen.flatMap(({ bleed }) => bleed.scoped ?? [])
  const [first] = scoped
  return (
    first && {
      within: [...new Set(scoped.map(({ within }) => within))].join(', '),
      out: Math.max(...scoped.map(({ out }) => out)),
      changes: onceBy(
        scoped.flatMap(({ changes }) => changes),
        ({ at, property }) => `${at} ${property}`,
      ),
    }
  )
}

/** How a component keeps what it renders to itself. */
export type Kept = 'shadow' | 'without rules' | 'generated' | 'open'
export function keptBy({ seen }: Isolation, isGenerated: (selector: string) => boolean): Kept | undefined {
  const [first] = seen
  if (!first) return undefined
  if (first.bleed.tree === 'shadow') return 'shadow'
  const bleeds = seen.map(({ bleed }) => bleed)
  if (bleeds.every(({ rules }) => rules === 0)) return 'without rules'
  const isOpen = bleeds.some(({ out }) => out.some(({ selector }) => !isGenerated(selector)))
  return isOpen ? 'open' : 'generated'
}

/** Computed values as one text: those of several properties that change alike stand together. */
export function valuesTold(values: readonly Changed[]): string {
  const alike = new Map<string, string[]>()
  for (const { property, from, to } of values) {
    const change = from === '' ? `is ${to}` : `${from} → ${to === '' ? 'nothing' : to}`
    alike.set(change, [...(alike.get(change) ?? []), property])
  }
  return [...alike].map(([change, properties]) => `${joined(properties)} ${change}`).join('; ')
}
/** Names of which four are one shorthand by that (`margin-top` and its like). */
function joined(properties: readonly string[]): string {
  const rest = new Set(properties)
  const short: string[] = []
  for (const property of properties) {
    const found = shorthandOf(property)
    if (!found || !found.longhands.every((name) => rest.has(name))) continue
    for (const name of found.longhands) rest.delete(name)
    short.push(found.name)
  }
  return [...short, ...rest].join(', ')
}
const sides = ['top', 'right', 'bottom', 'left']
const corners = ['top-left', 'top-right', 'bottom-right', 'bottom-left']
/** The shorthand that a longhand of a side or a corner belongs to, with all its longhands. */
function shorthandOf(property: string): { name: string; longhands: string[] } | undefined {
  const found = /^(margin|padding|border)-(?:top|right|bottom|left)(?:-(?:left|right))?(-\w+)?$/.exec(
    property,
  )
  if (!found) return undefined
  const [, name, last = ''] = found
  const places = last === '-radius' ? corners : sides
  return { name: `${name}${last}`, longhands: places.map((place) => `${name}-${place}${last}`) }
}

/** The first of things that are the same by a key. */
function onceBy<Thing>(things: readonly Thing[], keyOf: (thing: Thing) => string): Thing[] {
  const known = new Map<string, Thing>()
  for (const thing of things) if (!known.has(keyOf(thing))) known.set(keyOf(thing), thing)
  return [...known.values()]
}
