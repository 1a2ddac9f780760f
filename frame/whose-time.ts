// Whose time it is: everything that one component does, and what follows from it at once, is its own.

const now = performance.now.bind(performance)

/** What a component put off: when it is due, and how often it comes again. */
export interface PutOff {
  due: number
  every: number | undefined
  run: () => void
}

/** The time of one component, in milliseconds: what it put off, and how much went by for it. */
export class Clock {
  ahead = 0
  private readonly began = now()
  /** `isSteady`: chance and the time of day are the same each time for it. */
  constructor(readonly isSteady = false) {}
  readonly putOff = new Map<number, PutOff>()

  get time(): number {
    return this.began + this.ahead
  }

  end(): void {
    this.putOff.clear()
  }
}

/** Whose time it is: what is put off meanwhile is put off by that component. */
let current: Clock | undefined
export const whoseTime = (): Clock | undefined => current

/** Does something in the time of a component. */
export function within<T>(clock: Clock, run: () => T): T {
  const whose = current
  current = clock
  try {
    return run()
  } finally {
    current = whose
  }
}

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
