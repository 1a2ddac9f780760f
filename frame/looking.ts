import type { Case, Observation } from '../core/evidence/observation'
import type { Mounted } from './adapters/adapter'
import type { Clock } from './whose-time'
import { parent } from './house'
import type { Watch } from './watch'
import { initially } from './computed'
import { drawnOnce } from './drawing'
import { componentIn } from './placed'
import { leftOf } from './pieces'
import { attributesIn, elementName, pristine } from './pristine'
import { Print, printOf } from './print'
import { saidNow, type Said } from './said'
import { rootOf, rootsIn } from './sheets'
import { isShownBySlot, Taken } from './taken'
import { wornIn } from './wearing'

// What can be told of a component that stands there, as fingerprints.

/** What moves an element, which is held still while it is looked at. */
const movingProperties = [
  'transition-property',
  'transition-duration',
  'transition-delay',
  'transition-timing-function',
  'animation-name',
  'animation-duration',
  'animation-delay',
  'animation-timing-function',
  'animation-iteration-count',
  'animation-direction',
]

export interface Place {
  item: Case
  form: HTMLFormElement
  /** Where the component stands, in what is provided around it. */ parent: HTMLElement
  mounted: Mounted | undefined
  failed: string | undefined
  fired: Set<string>
  answered: Set<string>
  answers: [string, unknown][]
  focused: string[]
  /** How it moves when it is not held still. */
  moving: string
  clock: Clock
  watch: Watch
  /** What it put into the page outside of its place. */
  elsewhere: Set<Element>
  moments: Moments
  /** How many things were done to it. */
  steps: number
}

/** Looks in between that are taken down of one case. */
const mostMoments = 8

/** What was seen of a place while it was used. */
export class Moments {
  readonly print = new Print()
  readonly plain = new Print()
  readonly parts = new Set<string>()
  readonly slots = new Set<string>()
  readonly states = new Set<string>()
  count = 0
}

const unsure =
  'it puts something else in the place of what the browser is made of, so that nothing can be told of it'

const untold = (place: Place): Observation => ({
  id: place.item.id,
  failed: unsure,
  tree: '',
  style: '',
  values: {},
  parts: [],
  slots: [],
  states: [],
  fired: [],
  answered: [],
})

/**
 * What is seen of some places: what is rendered, then what the components answer when their values are read.
 */
export function look(places: readonly Place[], reads: readonly string[]): Observation[] {
  const seen = pristine(() => {
    const said = saidNow()
    return places.map((place) => rendered(place, said))
  })
  if (!seen) return places.map(untold)
  const read = places.map((place, at) => (seen.value[at]!.isElement ? valuesIn(place, reads) : []))
  const told = pristine(() =>
    seen.value.map(({ observation }, at) => {
      for (const [name, value] of read[at]!) observation.values[name] = printOf(value)
      for (const [name, value] of places[at]!.answers)
        observation.values[` answered ${name}`.slice(0, 300)] = printOf(value)
      return observation
    }),
  )
  return told?.value ?? places.map(untold)
}

function valuesIn({ parent }: Place, reads: readonly string[]): [string, unknown][] {
  const component = componentIn(parent) as unknown as Record<string, unknown>
  const read: [string, unknown][] = []
  for (const name of reads) {
    try {
      read.push([name.slice(0, 300), component[name]])
    } catch {
      /* one that cannot be read says nothing */
    }
  }
  return read
}

const isNews = ({ watch, elsewhere, moments }: Place): boolean =>
  watch.isChanged(elsewhere) && moments.count < mostMoments

/**
 * Looks at those of some places in which something changed, before it changes again; what browsers tell of a
 * change only when they draw it belongs to it.
 */
export async function noteMoments(places: readonly Place[]): Promise<void> {
  // lists: components may have put something else in the place of what sets do
  const before = places.filter(isNews)
  if (!before.length) return
  await drawnOnce()
  const since = places.filter(isNews)
  const changed = places.filter((place) => before.includes(place) || since.includes(place))
  endMoving()
  pristine(() => {
    const said = saidNow()
    for (const place of changed) {
      const { moments } = place
      moments.count += 1
      const taken = takenOf(place, said)
      const besides = `${place.steps} ${taken.style} ${taken.told} ${[...taken.states].join(' ')};`
      moments.print.add(`${taken.tree} ${besides}`)
      moments.plain.add(`${taken.plain} ${besides}`)
      for (const kind of ['parts', 'slots', 'states'] as const)
        for (const name of taken[kind]) moments[kind].add(name)
    }
  })
}

/** Brings whatever is on its way to where it goes; what goes on without end is held at its beginning. */
export function endMoving(): void {
  for (const animation of [...rootsIn()].flatMap((root) => root.getAnimations())) {
    const end = animation.effect?.getComputedTiming().endTime
    try {
      if (end === Infinity) {
        animation.pause()
        animation.currentTime = 0
      } else animation.finish()
    } catch {
      /* one that cannot be brought to its end is left on its way */
    }
  }
}

/** What is taken down of a place: of its component, and of what that put elsewhere. */
function takenOf({ item, parent, elsewhere }: Place, said: Said): Taken {
  const component = componentIn(parent)
  const isElement = component !== undefined && elementName(component).includes('-')
  const taken = new Taken(givenIn(item), said, new Set(Object.keys(item.sets)))
  for (const child of parent.children) taken.visit(child, isElement && child === component)
  for (const element of elsewhere) if (element.isConnected) taken.visit(element, false)
  return taken
}

/** Notes how places move, before they are held still. */
export function noteMoving(places: readonly Place[]): void {
  pristine(() => {
    const { longhands } = saidNow()
    const asked = movingProperties.filter((name) => longhands.includes(name))
    for (const place of places) {
      const moving = new Print()
      const visit = (element: Element): void => {
        const computed = getComputedStyle(element)
        for (const name of asked) {
          const value = computed.getPropertyValue(name)
          if (value !== initially.get(name)) moving.add(`${name} ${value};`)
        }
        const root = rootOf(element)
        for (const child of root?.children ?? []) visit(child)
        for (const child of element.children) if (!root || isShownBySlot(child)) visit(child)
      }
      if (asked.length) for (const child of place.parent.children) visit(child)
      place.moving = String(moving)
    }
  })
}

/** Texts that a case gives to its component. */
const givenIn = ({ usage }: Case): ReadonlySet<string> =>
  // an empty text is the value of many attributes that nobody gave it to
  new Set(
    Object.values(usage.props).filter((value): value is string => typeof value === 'string' && value !== ''),
  )

function rendered(place: Place, said: Said): { observation: Observation; isElement: boolean } {
  const { item: trialCase, form, parent, failed, fired, answered, focused, moving, moments } = place
  const component = componentIn(parent)
  const isElement = component !== undefined && elementName(component).includes('-')
  const taken = takenOf(place, said)
  const values: Record<string, string> = {}
  values[' sent'] = printOf(
    [...new FormData(form)].map(([name, value]) => [name, typeof value === 'string' ? value : value.name]),
  )
  values[' valid'] = String(form.matches(':valid'))
  values[' told'] = String(taken.told)
  values[' drawn'] = String(taken.drawn)
  if (focused.length) values[' focused'] = printOf(focused)
  if (trialCase.alone) values[' page'] = pageAround(form, givenIn(trialCase), said)
  const observation = {
    id: trialCase.id,
    ...(failed ? { failed: failed.slice(0, 300) } : {}),
    tree: String(taken.tree),
    plain: `${taken.plain} ${moments.plain}`,
    style: `${String(taken.style)}${moving}`,
    values,
    ...(moments.count ? { moments: String(moments.print) } : {}),
    parts: [...new Set([...taken.parts, ...moments.parts])].slice(0, 500),
    slots: [...new Set([...taken.slots, ...moments.slots])].slice(0, 500),
    states: [...new Set([...taken.states, ...moments.states])].slice(0, 100),
    ...(trialCase.wears && component ? { worn: wornIn(component, trialCase.wears) } : {}),
    ...(trialCase.code ? { left: leftOf(trialCase.code) } : {}),
    fired: [...fired].slice(0, 500),
    answered: [...answered],
  }
  return { observation, isElement }
}

/** What a component that stands alone does to the page around it: its title, and what it puts there. */
function pageAround(form: HTMLFormElement, given: ReadonlySet<string>, said: Said): string {
  const page = new Taken(given, said)
  for (const child of document.body.children)
    if (
      !child.contains(form) &&
      child !== parent &&
      !['style', 'script', 'link'].includes(elementName(child))
    )
      page.visit(child, false)
  const { documentElement, body } = document
  return printOf([
    document.title,
    ...[documentElement, body].flatMap((element) =>
      [...attributesIn(element)].map(({ name, value }) => `${name}=${value}`),
    ),
    String(page.tree),
    String(page.style),
  ])
}
