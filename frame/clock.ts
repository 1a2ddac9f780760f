// Time as components that are tried have it: it goes by when we say so, and never by itself. What they put off
// is done when somebody would have waited for it, without waiting, and however long the browser takes.

import { keepChance, timeOfDay } from './chance'
import { during, whoseTime, type Clock, type PutOff } from './whose-time'

/** A frame of the browser, in milliseconds. */
const frameLength = 16
/** What is done ahead of its time at once: something may put itself off without end. */
const mostAhead = 120

/** `setTimeout` and `setInterval` as pages have them. */
type Start = (run: TimerHandler, milliseconds?: number, ...values: unknown[]) => number
type End = (id?: number) => void

/** Lets time go by for one component: all that it put off for as long is done, in its order. */
export async function passTime(clock: Clock, milliseconds: number): Promise<void> {
  const until = clock.time + milliseconds
  for (let done = 0; done < mostAhead; done++) {
    const next = [...clock.putOff].sort(([, a], [, b]) => a.due - b.due)[0]
    if (!next || next[1].due > until) break
    clock.ahead += Math.max(0, next[1].due - clock.time)
    await during(clock, () => doNow(clock, next[0]))
  }
  clock.ahead += Math.max(0, until - clock.time)
}

function doNow(clock: Clock, id: number): void {
  const putOff = clock.putOff.get(id)
  if (!putOff) return
  if (putOff.every === undefined) clock.putOff.delete(id)
  else putOff.due = clock.time + putOff.every
  try {
    putOff.run()
  } catch (error) {
    reportError(error)
  }
}

/** Who put something off, by its number. */
const clocks = new Map<number, Clock>()
/** Numbers that a browser does not come to, which gives them one after the other. */
let lastId = 1 << 30

/** Notes what a component puts off; gives the number it is ended by. */
function note(clock: Clock, putOff: PutOff): number {
  const id = ++lastId
  clock.putOff.set(id, putOff)
  clocks.set(id, clock)
  return id
}

/** Ends something that a component put off; false where it was none. */
function drop(id: number | undefined): boolean {
  const clock = id === undefined ? undefined : clocks.get(id)
  clock?.putOff.delete(id!)
  return clock !== undefined
}

/** `setTimeout`, or `setInterval` where it is repeated, that keeps what components put off. */
const keeping =
  (isRepeated: boolean, start: Start): Start =>
  (run, milliseconds = 0, ...values) => {
    const clock = whoseTime()
    if (!clock || typeof run !== 'function') return start.call(window, run, milliseconds, ...values)
    const wait = Math.max(Number(milliseconds) || 0, isRepeated ? frameLength : 0)
    return note(clock, {
      due: clock.time + wait,
      every: isRepeated ? wait : undefined,
      run: () => void Reflect.apply(run, window, values),
    })
  }

/** From now on what components put off is kept until time goes by for them; gives back a way to end that. */
export function keepTime(): () => void {
  const { setTimeout, setInterval, clearTimeout, clearInterval } = window
  const { requestAnimationFrame, cancelAnimationFrame } = window
  const dateNow = Date.now
  const timeNow = performance.now
  const ending = (clear: End) => (id?: number) => {
    if (!drop(id)) clear.call(window, id)
  }
  const requestFrame = (run: FrameRequestCallback): number => {
    const clock = whoseTime()
    if (!clock) return requestAnimationFrame.call(window, run)
    return note(clock, { due: clock.time + frameLength, every: undefined, run: () => run(clock.time) })
  }
  Object.assign(window, {
    setTimeout: keeping(false, setTimeout as Start),
    setInterval: keeping(true, setInterval as Start),
    clearTimeout: ending(clearTimeout),
    clearInterval: ending(clearInterval),
    requestAnimationFrame: requestFrame,
    cancelAnimationFrame: ending(cancelAnimationFrame as End),
  })
  Date.now = () => timeOfDay(whoseTime(), dateNow.call(Date))
  performance.now = () => whoseTime()?.time ?? timeNow.call(performance)
  const giveChanceBack = keepChance()
  return () => {
    Object.assign(window, { setTimeout, setInterval, clearTimeout, clearInterval })
    Object.assign(window, { requestAnimationFrame, cancelAnimationFrame })
    giveChanceBack()
    Date.now = dateNow
    performance.now = timeNow
    clocks.clear()
  }
}
