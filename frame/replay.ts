import { targetOfAct, type Act, type Outcome } from '../core/acts/act'
import { sayTarget } from '../core/acts/sentence'
import * as gestures from './gestures'
import { answersIn } from './held'
import { giveKeys } from './keys'
import { above } from './markup'
import { entriesOf, findTarget, insteadOf, textIn } from './perceive'
import { rootOf } from './sheets'
import { withoutFocus } from './without-focus'

// A kept way of getting there, gone once more: each act as soon as what it is done to is perceived.

/** Milliseconds that are waited for what an act is done to. */
const patience = 5000
const now = performance.now.bind(performance)
const wait = setTimeout.bind(window)
const nextFrame = () => new Promise<void>((resolve) => void wait(resolve, 16))

class Missed extends Error {
  constructor(
    readonly why: string,
    readonly instead: string[],
  ) {
    super(why)
  }
}

/** What has been told that it has the focus, where nothing is given it. */
let told: HTMLElement | undefined
let isQuiet = false
/** From now on nothing here takes the focus from whoever works on the page, by itself or by acts. */
function beQuiet(): void {
  if (isQuiet) return
  isQuiet = true
  withoutFocus((element) => {
    const before = told
    told = element
    if (!before || before === element) return
    before.dispatchEvent(new FocusEvent('blur', { composed: true }))
    before.dispatchEvent(new FocusEvent('focusout', { bubbles: true, composed: true }))
  })
}

/**
 * Does acts one after the other, as long as `goesOn` says so; each waits for what somebody perceives and never
 * for a length of time. `quietly`: without the focus, to be looked at only. Tells how many were done, and why the
 * next came to nothing.
 */
export async function replay(acts: readonly Act[], goesOn: () => boolean, quietly = false): Promise<Outcome> {
  if (quietly) beQuiet()
  else giveKeys(true)
  let done = 0
  try {
    for (const act of acts) {
      await doAct(act, goesOn)
      done++
      await nextFrame()
    }
    return { done }
  } catch (error) {
    if (error instanceof Missed)
      return { done, failed: { why: error.why.slice(0, 300), instead: error.instead } }
    return { done, failed: { why: String(error).slice(0, 300), instead: [] } }
  }
}

/** Waits until something is so; fails with what `otherwise` makes of it. */
async function until<T>(
  found: () => T | undefined,
  goesOn: () => boolean,
  otherwise: () => Missed,
): Promise<T> {
  const late = now() + patience
  for (;;) {
    const value = found()
    if (value !== undefined) return value
    if (!goesOn()) throw new Missed('something else was shown meanwhile', [])
    if (now() > late) throw otherwise()
    await nextFrame()
  }
}

async function doAct(act: Act, goesOn: () => boolean): Promise<void> {
  if (act.do === 'key') return pressKey(act.key)
  const target = targetOfAct(act)!
  if (act.do === 'gone')
    return until(
      () => (findTarget(target) ? undefined : null),
      goesOn,
      () => new Missed(`${sayTarget(target)} is still there`, []),
    ).then(() => undefined)
  const element = await until(
    () => findTarget(target),
    goesOn,
    () => new Missed(`there is no ${sayTarget(target).slice(4)}`, insteadOf(target)),
  )
  switch (act.do) {
    case 'press':
      return press(element)
    case 'point':
      return gestures.point(element)
    case 'type':
      giveFocus(element)
      if (!gestures.takesValue(element))
        throw new Missed(`nothing can be typed into ${sayTarget(target)}`, [])
      return gestures.type(element, act.text)
    case 'drag': {
      const onto = await until(
        () => findTarget(act.onto),
        goesOn,
        () => new Missed(`there is no ${sayTarget(act.onto).slice(4)}`, insteadOf(act.onto)),
      )
      return gestures.dragOnto(element, onto)
    }
    case 'wait':
      await holds(act, goesOn)
  }
}

/** Waits until what is waited for has what is said of it. */
async function holds(act: Extract<Act, { do: 'wait' }>, goesOn: () => boolean): Promise<void> {
  const seen = () => {
    const element = findTarget(act.for)
    return element && { has: entriesOf(element).length, says: textIn(element) }
  }
  await until(
    () => {
      const found = seen()
      const isSo =
        found &&
        (act.has === undefined || found.has === act.has) &&
        (act.says === undefined || found.says.includes(act.says))
      return isSo ? true : undefined
    },
    goesOn,
    () => {
      const found = seen()
      if (!found) return new Missed(`there is no ${sayTarget(act.for).slice(4)} any more`, insteadOf(act.for))
      if (act.has !== undefined && found.has !== act.has)
        return new Missed(`${sayTarget(act.for)} has ${found.has} and not ${act.has}`, [])
      return new Missed(`${sayTarget(act.for)} says something else`, [`“${found.says.slice(0, 200)}”`])
    },
  )
}

/** What gets the focus when an element is pressed: it, what answers in it, or the next around it that can. */
function takesFocus(element: Element): HTMLElement | SVGElement | undefined {
  const inside = answersIn(element)[0]
  for (let at: Element | null = inside ?? element; at; at = above(at))
    if (at instanceof HTMLElement || at instanceof SVGElement)
      if (at === inside || at.tabIndex >= 0 || at.hasAttribute('tabindex')) return at
  return undefined
}

const giveFocus = (element: Element): void => takesFocus(element)?.focus()

function press(element: Element): void {
  gestures.point(element)
  if (gestures.down(element)) giveFocus(element)
  gestures.up(element)
  gestures.click(element)
}

/** What has the focus, through shadow trees. */
function focused(): Element {
  if (told?.isConnected) return told
  let element: Element = document.activeElement ?? document.body
  for (let root = rootOf(element); root?.activeElement; root = rootOf(element)) element = root.activeElement
  return element
}

/** Elements that a browser uses by itself on keys. */
const usedBy = (key: string, element: Element): boolean =>
  (key === 'Enter' && element.matches('a[href], button, summary')) ||
  (key === 'Space' && element.matches('button, summary, input[type=checkbox], input[type=radio]'))

/** Presses a key on what has the focus, with what the browser does by itself where nobody takes it. */
function pressKey(key: string): void {
  const element = focused()
  if (!gestures.press(element, key)) return
  if (usedBy(key, element)) return gestures.click(element)
  if (key !== 'Tab' && key !== 'Shift+Tab') return
  const stops = answersIn(document.body).filter(
    (stop) => !(stop instanceof HTMLElement) || stop.tabIndex >= 0,
  )
  const at = stops.indexOf(element)
  const next = key === 'Tab' ? stops[at + 1] : at < 0 ? stops.at(-1) : stops[at - 1]
  if (next) giveFocus(next)
  else if (element instanceof HTMLElement) element.blur()
}
