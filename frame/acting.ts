import { passTime } from './clock'
import { during, type Clock } from './whose-time'
import { later } from './drawing'
import * as gestures from './gestures'
import { answersIn, drawnIn, outside } from './held'
import { noteMoments, type Place } from './looking'
import { componentIn } from './placed'
import { attributeOf, elementName } from './pristine'
import { rootOf } from './sheets'
import type { Elsewhere } from './watch'
import { withoutFocus } from './without-focus'

// What is done to a component while it is tried.

/** After something was done: what is waited for, and how much time goes by. */
interface Step {
  answer?: Promise<unknown>
  pass?: number
}
type Acting = Generator<Step, void>

/** Things that are used at most, one by one, in one case. */
const mostUsed = 24
/** Of things that look alike so many are used: the rows of a list do the same. */
const mostAlike = 4
/** Things that are dragged, held and dropped on. */
const mostHandled = 3
/** Milliseconds for which something is pressed, and that go by after all was done. */
const [pressed, afterwards] = [1000, 12_000]
/** Milliseconds that go by for a component after each step, and until a method has answered. */
const [afterStep, untilAnswer] = [32, 500]

/**
 * Does to components what their cases say, a step of each after the other. After each round those are looked
 * at that changed: what has come may go again.
 */
export async function actAll(places: readonly Place[], elsewhere: Elsewhere): Promise<void> {
  let acting = places.filter(({ item }) => item.acts.length).map((place) => ({ place, steps: actsOf(place) }))
  while (acting.length) {
    const isOver = new Set<Acting>()
    for (const { place, steps } of acting) {
      try {
        if (await takeStep(place.clock, place.focused, steps)) isOver.add(steps)
        elsewhere.addTo(place.elsewhere)
        place.steps += 1
      } catch (error) {
        place.failed = String(error)
        isOver.add(steps)
      }
    }
    await noteMoments(acting.map(({ place }) => place))
    acting = acting.filter(({ steps }) => !isOver.has(steps))
  }
}

/** Takes one step, with what follows from it at once; whether it was the last. */
async function takeStep(clock: Clock, focused: string[], steps: Acting): Promise<boolean> {
  asked = focused
  try {
    const step = await during(clock, () => steps.next())
    if (step.done) return true
    const { answer, pass = afterStep } = step.value
    await passTime(clock, pass)
    if (answer) await answer
    return false
  } finally {
    asked = undefined
    releaseFocus()
  }
}

/** A label that is clicked gives the focus past all that scripts can do: nothing that is tried keeps it. */
function releaseFocus(): void {
  let focused = document.activeElement
  for (let root = focused && rootOf(focused); root?.activeElement; root = rootOf(focused))
    focused = root.activeElement
  if (focused instanceof HTMLElement && focused !== document.body) focused.blur()
}

function* actsOf(place: Place): Acting {
  const component = componentIn(place.parent)
  if (!component) return
  for (const what of place.item.acts) {
    if (what === 'use') yield* use(place)
    else if (what === 'linger') yield* linger(place)
    else if ('call' in what) yield* call(place, component, what)
    else {
      const [target = component] = answersIn(component)
      if (target instanceof HTMLElement) target.focus()
      if (!gestures.press(target, what.key)) place.answered.add(what.key)
      yield {}
    }
  }
  for (const element of answersIn(component).slice(0, 8))
    for (const [name, bubbles] of [
      ['blur', false],
      ['focusout', true],
    ] as const)
      element.dispatchEvent(new FocusEvent(name, { bubbles, composed: true }))
  yield {}
}

function* call(
  { answers, mounted }: Place,
  component: Element,
  { call: name, values }: { call: string; values: unknown[] },
): Acting {
  const target = (mounted?.methods?.() ?? component) as Record<string, unknown>
  const method = target[name]
  if (typeof method !== 'function') throw new Error(`${name} is no function of it`)
  const answered = Promise.race([Reflect.apply(method, target, values) as unknown, later(untilAnswer)])
  yield {
    pass: untilAnswer,
    answer: answered.then((answer) => {
      if (answer !== undefined) answers.push([name, answer])
    }),
  }
}

/** Everything of a place that is drawn: in the component, and what it put elsewhere. */
const drawnOf = ({ parent, elsewhere }: Place): Element[] =>
  [...parent.children, ...elsewhere].filter(({ isConnected }) => isConnected).flatMap(drawnIn)

/**
 * What can be used in a place, by where it stands: what answers by what it is, then whatever is drawn and
 * stands in none of that. Something that is made anew where it stood is the same.
 */
function usableIn({ parent, elsewhere }: Place): Map<string, Element> {
  const roots = [...parent.children, ...elsewhere].filter(({ isConnected }) => isConnected)
  const answering = roots.flatMap(answersIn)
  const drawn = roots.flatMap(drawnIn)
  const holding = new Set(drawn.map(outside))
  const isOther = (element: Element) =>
    !holding.has(element) && !answering.some((outer) => outer === element || outer.contains(element))
  const counts = new Map<string, number>()
  const usable = new Map<string, Element>()
  for (const element of [...answering, ...drawn.filter(isOther)]) {
    const stands = placeOf(element)
    const count = (counts.get(stands) ?? 0) + 1
    counts.set(stands, count)
    if (count <= mostAlike) usable.set(`${stands} ${count}`, element)
  }
  return usable
}

/** Where an element stands, by the names of what it stands in. */
function placeOf(element: Element): string {
  const names: string[] = []
  for (let at: Element | null = element; at && names.length < 4; at = at.parentElement)
    names.push(`${elementName(at)} ${attributeOf(at, 'role') ?? ''} ${attributeOf(at, 'part') ?? ''}`)
  return names.join('<')
}

/** Uses everything there is to be used, what comes by that first, and closes what is open then. */
function* use(place: Place): Acting {
  const first = usableIn(place)
  const used = new Set<string>()
  let [usable, version, size] = [first, place.watch.version, place.elsewhere.size]
  let last: Element | undefined
  while (used.size < mostUsed) {
    place.watch.takeNote()
    // to find what can be used the browser has to lay all of it out
    if (version !== place.watch.version || size !== place.elsewhere.size) usable = usableIn(place)
    ;[version, size] = [place.watch.version, place.elsewhere.size]
    const open = [...usable].filter(([stands]) => !used.has(stands))
    const [stands, element] = open.find(([stands]) => !first.has(stands)) ?? open[0] ?? []
    if (stands === undefined || !element) break
    used.add(stands)
    yield* useOne(place, element)
    last = element
  }
  for (const element of new Set([last, ...usableIn(place).values()].slice(0, 2)))
    if (element?.isConnected) {
      gestures.press(element, 'Escape')
      yield {}
    }
  for (const element of drawnOf(place).filter(gestures.isScrollable).slice(0, mostHandled)) {
    gestures.scroll(element)
    yield {}
  }
  for (const element of [...usableIn(place).values()].slice(0, mostHandled)) yield* handle(element)
  yield { pass: afterwards }
}

/** Points at it, and lets time go by. */
function* linger(place: Place): Acting {
  const [element] = drawnOf(place)
  if (!element) return
  gestures.point(element)
  yield { pass: afterwards }
}

/** Points at something, clicks it, and types into it. */
function* useOne(place: Place, element: Element): Acting {
  gestures.point(element)
  yield {}
  gestures.down(element)
  if (element instanceof HTMLElement) element.focus()
  gestures.up(element)
  gestures.click(element)
  yield {}
  if (gestures.takesValue(element)) yield* typeInto(place, element)
  gestures.leave(element)
  yield {}
}

/** Types a word; where that takes something away, the field is emptied again. */
function* typeInto(place: Place, element: Element): Acting {
  const before = drawnOf(place).length
  gestures.type(element)
  yield {}
  if (drawnOf(place).length >= before || element instanceof HTMLSelectElement) return
  gestures.type(element, '')
  yield {}
}

/** Presses something for long, drags it, and drops and pastes something on it. */
function* handle(element: Element): Acting {
  if (!element.isConnected) return
  gestures.down(element)
  yield { pass: pressed }
  for (const by of [30, 60]) {
    gestures.move(element, by)
    yield {}
  }
  gestures.up(element, 60)
  yield {}
  gestures.carryOver(element)
  yield {}
  gestures.drop(element)
  yield {}
  gestures.paste(element)
  yield {}
}

/** Where it is noted what was given the focus, while something is done to a component. */
let asked: string[] | undefined

/** What is tried takes the focus from nobody; that it asked for it is noted. */
export const keepFocus = (): (() => void) => withoutFocus((element) => asked?.push(element.localName))

// what is tried must not lead away
export const stay = (event: Event) => {
  if (
    event.type === 'submit' ||
    event.composedPath().some((eventTarget) => eventTarget instanceof HTMLAnchorElement && eventTarget.href)
  )
    event.preventDefault()
}
