// Time as components that are tried have it: what they put off is done when somebody would have waited for
// it, without waiting.

import { keepChance, timeOfDay } from './chance'
import { during, whoseTime, within, type Clock, type PutOff } from './whose-time'

const native = {
  requestAnimationFrame: window.requestAnimationFrame.bind(window),
  cancelAnimationFrame: window.cancelAnimationFrame.bind(window),
}
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
  if (putOff.every === undefined) {
    putOff.clear()
    clock.putOff.delete(id)
  } else putOff.due = clock.time + putOff.every
  try {
    putOff.run()
  } catch (error) {
    reportError(error)
  }
}

/**
 * Who put something off, by its number; frames of the browser are numbered below zero, apart from the rest.
 */
const clocks = new Map<number, Clock>()

/**
 * Notes what a component puts off, under the number it gets by `start`, which is given what is to be done
 * when its time comes by itself.
 */
function note(
  clock: Clock,
  putOff: Omit<PutOff, 'clear'>,
  start: (fire: () => void) => number,
  clear: (id: number) => void,
): number {
  const id = start(() =>
    within(clock, () => {
      if (putOff.every === undefined) clock.putOff.delete(id)
      putOff.run()
    }),
  )
  clock.putOff.set(id, { ...putOff, clear: () => clear(id) })
  clocks.set(id, clock)
  return id
}

/** Ends something that was put off, by whoever it was. */
function drop(id: number | undefined): void {
  if (id !== undefined) clocks.get(id)?.putOff.delete(id)
}

/** `setTimeout`, or `setInterval` where it is repeated, that notes what components put off. */
const noting =
  (isRepeated: boolean, start: Start, clear: End): Start =>
  (run, milliseconds = 0, ...values) => {
    const clock = whoseTime()
    if (!clock || typeof run !== 'function') return start.call(window, run, milliseconds, ...values)
    const wait = Math.max(Number(milliseconds) || 0, isRepeated ? frameLength : 0)
    const putOff = {
      due: clock.time + wait,
      every: isRepeated ? wait : undefined,
      run: () => void Reflect.apply(run, window, values),
    }
    return note(
      clock,
      putOff,
      (fire) => start.call(window, fire, milliseconds),
      (id) => clear.call(window, id),
    )
  }

function requestFrame(run: FrameRequestCallback): number {
  const clock = whoseTime()
  if (!clock) return native.requestAnimationFrame(run)
  const putOff = { due: clock.time + frameLength, every: undefined, run: () => run(clock.time) }
  return -note(
    clock,
    putOff,
    (fire) => -native.requestAnimationFrame(fire),
    (id) => native.cancelAnimationFrame(-id),
  )
}

/** From now on it is noted who puts off what; gives back a way to end that. */
export function keepTime(): () => void {
  const { setTimeout, setInterval, clearTimeout, clearInterval } = window
  const { requestAnimationFrame, cancelAnimationFrame } = window
  const { now } = Date
  const ending = (clear: End) => (id?: number) => {
    drop(id)
    clear.call(window, id)
  }
  Object.assign(window, {
    setTimeout: noting(false, setTimeout as Start, clearTimeout),
    setInterval: noting(true, setInterval as Start, clearInterval),
    clearTimeout: ending(clearTimeout),
    clearInterval: ending(clearInterval),
    requestAnimationFrame: requestFrame,
    cancelAnimationFrame: (id: number) => {
      drop(-id)
      native.cancelAnimationFrame(id)
    },
  })
  Date.now = () => timeOfDay(whoseTime(), now.call(Date))
  const giveChanceBack = keepChance()
  return () => {
    Object.assign(window, { setTimeout, setInterval, clearTimeout, clearInterval })
    Object.assign(window, { requestAnimationFrame, cancelAnimationFrame })
    giveChanceBack()
    Date.now = now
    clocks.clear()
  }
}
