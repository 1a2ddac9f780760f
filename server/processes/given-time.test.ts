import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import fc from 'fast-check'
import { GivenTime, readingsOf, whenGiven, type Readings } from './given-time'

/** A machine that is made up: each step says how long it took, and what threads and others did in it. */
interface Step {
  gone: number
  /** Of each of our threads: what it computed, and how long it was not let, as shares of the time. */
  threads: { computed: number; waited: number }[]
  /** Of two processors, what others had of them, and what went to other machines. */
  others: number
  stolen: number
}
function madeUp() {
  let [at, busy, stolen] = [0, 0, 0]
  const threads = new Map<string, { computed: number; waited: number }>()
  const readings: Readings = {
    clock: () => at,
    threads: () => new Map([...threads].map(([name, times]) => [name, { ...times }])),
    machine: () => ({ busy, stolen }),
    processors: 2,
  }
  const go = (step: Step) => {
    at += step.gone
    busy += step.others * step.gone
    stolen += step.stolen * step.gone
    for (const [i, { computed, waited }] of step.threads.entries()) {
      const known = threads.get(`${i}`) ?? { computed: 0, waited: 0 }
      busy += computed * step.gone
      threads.set(`${i}`, {
        computed: known.computed + computed * step.gone,
        waited: known.waited + waited * step.gone,
      })
    }
  }
  return { readings, go }
}
/** What a clock of given time says at the end. */
function givenOver(steps: Step[]): number {
  const { readings, go } = madeUp()
  const time = new GivenTime(readings)
  for (const step of steps) {
    go(step)
    time.now()
  }
  return time.now()
}
const second = { gone: 1000, others: 0, stolen: 0 }

test('time counts where nobody else wants the machine, whatever our own threads take from one another', () => {
  expect(givenOver([{ ...second, threads: [{ computed: 1, waited: 0 }] }])).toBe(1000)
  expect(givenOver([{ ...second, threads: [] }])).toBe(1000)
  const crowd = Array.from({ length: 6 }, () => ({ computed: 1 / 3, waited: 2 / 3 }))
  expect(givenOver([{ ...second, threads: crowd }])).toBe(1000)
})
test('time in which others have what we wait for does not count', () => {
  const kept = { computed: 0.4, waited: 0.6 }
  expect(givenOver([{ ...second, others: 1.6, threads: [kept] }])).toBeCloseTo(400)
  // somebody computes on the other processor, and keeps nobody waiting
  expect(givenOver([{ ...second, others: 1, threads: [{ computed: 1, waited: 0 }] }])).toBe(1000)
  expect(givenOver([{ ...second, stolen: 1, threads: [{ computed: 1, waited: 0 }] }])).toBeCloseTo(500)
})
test('work that gets next to nothing still ends', () => {
  const starved = { ...second, others: 2, threads: [{ computed: 0.01, waited: 0.99 }] }
  expect(givenOver([starved])).toBe(250)
})

const share = fc.double({ min: 0, max: 1, noNaN: true })
const step: fc.Arbitrary<Step> = fc.record({
  gone: fc.integer({ min: 1, max: 5000 }),
  others: fc.double({ min: 0, max: 2, noNaN: true }),
  stolen: fc.double({ min: 0, max: 2, noNaN: true }),
  threads: fc.array(fc.record({ computed: share, waited: share }), { maxLength: 4 }),
})
test('it never goes back, is never before the clock, and never slower than a fourth of it', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
      const { readings, go } = madeUp()
      const time = new GivenTime(readings)
      let last = 0
      for (const step of steps) {
        go(step)
        const now = time.now()
        expect(now).toBeGreaterThanOrEqual(last)
        expect(now).toBeLessThanOrEqual(readings.clock() + 1e-6)
        expect(now).toBeGreaterThanOrEqual(readings.clock() / 4 - 1e-6)
        last = now
      }
    }),
  )
})

describe('on this machine', () => {
  const started: ChildProcess[] = []
  afterAll(() => started.forEach((child) => child.kill('SIGKILL')))
  /** A process on the first processor alone, as far back as may be asked for, once it has begun its script. */
  const begin = async (script: string, back: number) => {
    const telling = `process.stdout.write('begun'); setTimeout(() => { ${script} }, 50)`
    const child = spawn('taskset', ['-c', '0', 'nice', '-n', `${back}`, process.execPath, '-e', telling])
    started.push(child)
    await once(child.stdout, 'data')
    return child
  }
  const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds))

  test('one that stands back behind a busy one is given little, and one that sleeps all of its time', async () => {
    const asleep = await begin('setTimeout(() => 0, 60000)', 0)
    const behind = await begin('for (;;);', 19)
    await begin('for (;;);', 0)
    await pause(500)
    const [little, all] = [behind, asleep].map(({ pid }) => new GivenTime(readingsOf(pid!)))
    const began = performance.now()
    await pause(2000)
    const gone = performance.now() - began
    expect(little!.now()).toBeLessThan(gone * 0.6)
    expect(all!.now()).toBeGreaterThan(gone * 0.6)
  }, 60_000)
})

test('what waits for so much is called as soon as it was given, and not if it is let go', async () => {
  let given = 0
  const heard: string[] = []
  const began = performance.now()
  const ticking = setInterval(() => (given += 10), 20)
  await new Promise<void>((resolve) => {
    const leaveAlone = whenGiven(
      0.2,
      () => heard.push('let go'),
      () => given,
    )
    leaveAlone()
    whenGiven(0.3, resolve, () => given)
  })
  clearInterval(ticking)
  expect(performance.now() - began).toBeGreaterThan(500)
  expect(given).toBeGreaterThanOrEqual(300)
  expect(heard).toEqual([])
})
