import { numbersFrom } from '../core/random'
import { whoseTime, within, type Clock } from './whose-time'

// Chance and the time of day for components that would look otherwise each time they are made: the same for
// each making. What draws the same thing again gets the same numbers again.

const seed = 0x5eed
/** Noon of today: a calendar shows the month that people expect. */
const dayLength = 86_400_000
const noon = Math.floor(Date.now() / dayLength) * dayLength + dayLength / 2

/** Numbers of one component, which begin anew with whatever it does next. */
class Numbers {
  private next: (() => number) | undefined
  take(): number {
    if (!this.next) {
      this.next = numbersFrom(seed)
      queueMicrotask(() => {
        this.next = undefined
      })
    }
    return this.next()
  }
}
/** What is drawn and what names are made of are apart: one more picture makes no other name. */
class Chance {
  readonly numbers = new Numbers()
  readonly bytes = new Numbers()
}
const chances = new WeakMap<Clock, Chance>()
/** The chance of the component whose turn it is, where it is one that gets the same each time. */
function chanceNow(): Chance | undefined {
  const clock = whoseTime()
  if (!clock?.isSteady) return undefined
  let chance = chances.get(clock)
  if (!chance) chances.set(clock, (chance = new Chance()))
  return chance
}

/** From now on chance is the same for those that are to be steady; gives back a way to end that. */
export function keepChance(): () => void {
  const { random } = Math
  const { getRandomValues, randomUUID } = crypto
  const { Date: OwnDate, ResizeObserver, IntersectionObserver, MutationObserver } = window
  Math.random = () => chanceNow()?.numbers.take() ?? random.call(Math)
  const fill = <T extends ArrayBufferView | null>(array: T): T => {
    const chance = chanceNow()
    if (!chance || !array) return getRandomValues.call(crypto, array as never) as T
    const bytes = new Uint8Array(array.buffer, array.byteOffset, array.byteLength)
    bytes.forEach((_byte, i) => {
      bytes[i] = Math.floor(chance.bytes.take() * 256)
    })
    return array
  }
  crypto.getRandomValues = fill as typeof crypto.getRandomValues
  crypto.randomUUID = () => (chanceNow() ? uuidOf(fill(new Uint8Array(16))) : randomUUID.call(crypto))
  window.Date = new Proxy(OwnDate, {
    construct: (target, values, made) =>
      Reflect.construct(target, values.length === 0 ? [target.now()] : values, made) as object,
  })
  Object.assign(window, {
    ResizeObserver: inItsTime(ResizeObserver),
    IntersectionObserver: inItsTime(IntersectionObserver),
    MutationObserver: inItsTime(MutationObserver),
  })
  return () => {
    Math.random = random
    Object.assign(crypto, { getRandomValues, randomUUID })
    window.Date = OwnDate
    Object.assign(window, { ResizeObserver, IntersectionObserver, MutationObserver })
  }
}

/** The time of day for a component: its own, where it is to be steady. */
export const timeOfDay = (clock: Clock | undefined, now: number): number =>
  Math.round((clock?.isSteady ? noon : now) + (clock?.ahead ?? 0))

type Watching = new (run: (...seen: never[]) => void, ...options: never[]) => object
/** An observer that tells what it saw in the time of the component which made it. */
const inItsTime = (Observer: unknown) =>
  new Proxy(Observer as Watching, {
    construct: (target, [run, ...options], made) => {
      const clock = whoseTime()
      const told =
        clock && typeof run === 'function'
          ? function (this: unknown, ...seen: unknown[]) {
              return within(clock, () => Reflect.apply(run as () => void, this, seen) as void)
            }
          : (run as unknown)
      return Reflect.construct(target, [told, ...(options as unknown[])], made) as object
    },
  })

/** The text of random bytes as an identifier, version 4 (RFC 9562, 5.4). */
function uuidOf(bytes: Uint8Array): ReturnType<typeof crypto.randomUUID> {
  bytes[6] = (bytes[6]! & 0x0f) | 0x40
  bytes[8] = (bytes[8]! & 0x3f) | 0x80
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  const pieces = [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)]
  return pieces.join('-') as ReturnType<typeof crypto.randomUUID>
}
