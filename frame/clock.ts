// Time as components that are tried have it: what they put off is done when somebody would have waited for
// it, without waiting.

const native = {
  setTimeout: window.setTimeout.bind(window),
  clearTimeout: window.clearTimeout.bind(window),
  requestAnimationFrame: window.requestAnimationFrame.bind(window),
  cancelAnimationFrame: window.cancelAnimationFrame.bind(window),
  now: performance.now.bind(performance),
}
/** A frame of the browser, in milliseconds. */
const frameLength = 16
/** What is done ahead of its time at once: something may put itself off without end. */
const mostAhead = 120

/** `setTimeout` and `setInterval` as pages have them. */
type Start = (run: TimerHandler, milliseconds?: number, ...values: unknown[]) => number
type End = (id?: number) => void

interface PutOff {
  due: number
  every: number | undefined
  run: () => void
  /** Takes it out of the browser's own time. */ clear: () => void
}

/** The time of one component: what it put off, and how far it is ahead of the browser's own. */
export class Clock {
  ahead = 0
  readonly putOff = new Map<number, PutOff>()

  get time(): number {
    return native.now() + this.ahead
  }

  end(): void {
    for (const { clear } of this.putOff.values()) clear()
    this.putOff.clear()
  }
}

/** Whose time it is: what is put off meanwhile is put off by that component. */
let current: Clock | undefined

const { port1, port2 } = new MessageChannel()
const waiting: (() => void)[] = []
port1.onmessage = () => waiting.shift()?.()
const afterTasks = (run: () => void): void => {
  waiting.push(run)
  port2.postMessage(0)
}
/** Lets what was asked for in promises, and by schedulers in tasks of their own, be done. */
export const turn = (): Promise<void> => new Promise((resolve) => afterTasks(() => afterTasks(resolve)))

/** Does something of a component and what follows from it at once; what it puts off meanwhile is its own. */
export async function during<T>(clock: Clock, run: () => T | Promise<T>): Promise<T> {
  current = clock
  try {
    const result = await run()
    await turn()
    return result
  } finally {
    current = undefined
  }
}

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

/** From now on it is noted who puts off what; gives back a way to end that. */
export function keepTime(): () => void {
  const before = {
    setTimeout: window.setTimeout,
    setInterval: window.setInterval,
    requestAnimationFrame: window.requestAnimationFrame,
    clearTimeout: window.clearTimeout,
    clearInterval: window.clearInterval,
    cancelAnimationFrame: window.cancelAnimationFrame,
    now: Date.now,
  }
  const clocks = new Map<number, Clock>()
  const put = (
    clock: Clock,
    putOff: Omit<PutOff, 'clear'>,
    start: (run: () => void) => [number, () => void],
  ) => {
    const [id, clear] = start(() => {
      const whose = current
      current = clock
      try {
        if (putOff.every === undefined) clock.putOff.delete(id)
        putOff.run()
      } finally {
        current = whose
      }
    })
    clock.putOff.set(id, { ...putOff, clear })
    clocks.set(id, clock)
    return id
  }
  const drop = (id: number | undefined) => {
    if (id !== undefined) clocks.get(id)?.putOff.delete(id)
  }
  const later =
    (isRepeated: boolean, start: Start, end: End) =>
    (run: TimerHandler, milliseconds = 0, ...values: unknown[]): number => {
      if (!current || typeof run !== 'function') return start.call(window, run, milliseconds, ...values)
      const wait = Math.max(Number(milliseconds) || 0, isRepeated ? frameLength : 0)
      const due = current.time + wait
      const doIt = () => void Reflect.apply(run, window, values)
      return put(current, { due, every: isRepeated ? wait : undefined, run: doIt }, (fire) => {
        const id = start.call(window, fire, milliseconds)
        return [id, () => end.call(window, id)]
      })
    }
  Object.assign(window, {
    setTimeout: later(false, before.setTimeout as Start, before.clearTimeout),
    setInterval: later(true, before.setInterval as Start, before.clearInterval),
    clearTimeout: (id?: number) => {
      drop(id)
      before.clearTimeout.call(window, id)
    },
    clearInterval: (id?: number) => {
      drop(id)
      before.clearInterval.call(window, id)
    },
    requestAnimationFrame: (run: FrameRequestCallback): number => {
      const clock = current
      if (!clock) return native.requestAnimationFrame(run)
      const putOff = { due: clock.time + frameLength, every: undefined, run: () => run(clock.time) }
      return -put(clock, putOff, (fire) => {
        const id = native.requestAnimationFrame(fire)
        // frames are numbered apart from what is put off
        return [-id, () => native.cancelAnimationFrame(id)]
      })
    },
    cancelAnimationFrame: (id: number) => {
      drop(-id)
      native.cancelAnimationFrame(id)
    },
  })
  Date.now = () => Math.round(before.now.call(Date) + (current?.ahead ?? 0))
  return () => {
    const { now, ...ofWindow } = before
    Object.assign(window, ofWindow)
    Date.now = now
  }
}
