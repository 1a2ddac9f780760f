import { cpus } from 'node:os'
import { namesIn, textOf } from './system'

/** Milliseconds between two looks at what the machine gave. */
const lookEvery = 500
/** However little of the machine work gets: of the time on the clock this share is given to it. */
const leastShare = 1 / 4
/** Milliseconds of a tick, in which Linux counts what its processors did: 100 a second on all of them. */
const tick = 10

/**
 * What threads of a process and of all that it started did so far, in milliseconds: by thread, how long it
 * computed, and how long it wanted to and was not let.
 */
export type ThreadTimes = ReadonlyMap<string, { computed: number; waited: number }>
/** What all processors did so far, in milliseconds: for anybody, and for other machines beside this one. */
export interface MachineTimes {
  busy: number
  stolen: number
}
export interface Readings {
  clock(): number
  threads(): ThreadTimes
  machine(): MachineTimes
  processors: number
}

/** What Linux tells of a process and of all that it started; elsewhere nothing, and all time counts. */
export const readingsOf = (root: number): Readings => ({
  clock: () => performance.now(),
  threads: () => {
    const times = new Map<string, { computed: number; waited: number }>()
    const processes = [String(root)]
    for (const process of processes)
      for (const thread of namesIn(`/proc/${process}/task`)) {
        const folder = `/proc/${process}/task/${thread}`
        const [computed = 0, waited = 0] = numbersIn(`${folder}/schedstat`)
        times.set(thread, { computed: computed / 1e6, waited: waited / 1e6 })
        processes.push(...textOf(`${folder}/children`).split(' ').filter(Boolean))
      }
    return times
  },
  machine: () => {
    const [user = 0, nice = 0, system = 0, , , interrupt = 0, soft = 0, stolen = 0] = numbersIn('/proc/stat')
    return { busy: (user + nice + system + interrupt + soft) * tick, stolen: stolen * tick }
  },
  processors: cpus().length,
})

/** The numbers in the first line of a file. */
const numbersIn = (file: string): number[] =>
  (
    textOf(file)
      .split('\n')[0]!
      .match(/\b\d+\b/g) ?? []
  ).map(Number)

/**
 * A clock that stands still while work wants to go on and the machine is given to others: what may take so
 * many seconds may take so many of this clock's. Work on a busy machine is then not told to be too slow.
 * It never goes slower than a fourth of the clock on the wall, so whatever may take so long ends.
 */
export class GivenTime {
  private given = 0
  /** How many times as long as on a machine of its own work takes just now: from 1 to 4. */
  slowness = 1
  private looked: { at: number; threads: ThreadTimes; machine: MachineTimes }

  constructor(private readonly readings: Readings) {
    this.looked = this.read()
  }

  /** Milliseconds that were given so far. */
  now(): number {
    const before = this.looked
    const since = this.readings.clock() - before.at
    // what is not known yet is taken for as little as it may come to, so that it never goes back
    if (since < lookEvery / 2) return this.given + since * leastShare
    this.looked = this.read()
    const gone = this.looked.at - before.at
    const lost = this.lostBetween(before, this.looked)
    const given = Math.max(gone * leastShare, gone - lost)
    this.given += given
    this.slowness = gone / given
    return this.given
  }

  private read() {
    const { readings } = this
    return { at: readings.clock(), threads: readings.threads(), machine: readings.machine() }
  }

  /** How long a thread was kept waiting by others: not by threads of the same work. */
  private lostBetween(before: typeof this.looked, now: typeof this.looked): number {
    let [ours, longest] = [0, 0]
    for (const [thread, { computed, waited }] of now.threads) {
      const known = before.threads.get(thread)
      ours += computed - (known?.computed ?? 0)
      longest = Math.max(longest, waited - (known?.waited ?? 0))
    }
    const others = Math.max(0, now.machine.busy - before.machine.busy - ours)
    const stolen = (now.machine.stolen - before.machine.stolen) / this.readings.processors
    return Math.min(longest, others) + stolen
  }
}

let own: GivenTime | undefined
/** Milliseconds that this process, with all that it started, was given since it first asked. */
export function givenNow(): number {
  if (!own) {
    own = new GivenTime(readingsOf(process.pid))
    // threads come and go: what they waited is told only as long as they are there
    setInterval(() => own!.now(), lookEvery).unref()
  }
  return own.now()
}

/** Milliseconds on the clock for what takes so many where the machine is given to us. */
export function onTheClock(milliseconds: number): number {
  givenNow()
  return milliseconds * own!.slowness
}

/**
 * Calls back once so many seconds were given to work; what it returns lets it go. Nothing is read before as
 * many have gone by on the clock.
 */
export function whenGiven(seconds: number, spent: () => void, given: () => number = givenNow): () => void {
  const ends = given() + seconds * 1000
  let timer = setTimeout(look, seconds * 1000)
  function look() {
    const left = ends - given()
    if (left <= 0) spent()
    else timer = setTimeout(look, Math.max(left, lookEvery / 2))
  }
  return () => clearTimeout(timer)
}
