import type { Page } from 'playwright-core'
import { z } from 'zod'

/** What a component has put off: `soon` counts what is done once in a while, `again` what is done every while. */
export interface PutOff {
  soon: number
  again: number
}

/**
 * Counts what is put off by timers from now on in a page; what has set any before keeps those of the browser. One
 * that is due in more than two seconds is not counted.
 */
export const watchTimers = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const [soon, again] = [new Set<number>(), new Set<number>()]
    // called by themselves, as browsers will have them
    const [start, stop] = [window.setTimeout.bind(window), window.clearTimeout.bind(window)]
    const [repeat, cease] = [window.setInterval.bind(window), window.clearInterval.bind(window)]
    const late = 2000
    window.setTimeout = ((handler: TimerHandler, delay?: number, ...given: unknown[]) => {
      if (typeof handler !== 'function' || (delay ?? 0) > late) return start(handler, delay, ...given)
      const id = start(() => {
        soon.delete(id)
        Reflect.apply(handler, window, given)
      }, delay) as unknown as number
      soon.add(id)
      return id
    }) as typeof setTimeout
    window.setInterval = ((handler: TimerHandler, delay?: number, ...given: unknown[]) => {
      const id = repeat(handler, delay, ...given) as unknown as number
      again.add(id)
      return id
    }) as typeof setInterval
    const forget = (id: unknown) => {
      soon.delete(id as number)
      again.delete(id as number)
    }
    window.clearTimeout = (id) => {
      forget(id)
      stop(id)
    }
    window.clearInterval = (id) => {
      forget(id)
      cease(id)
    }
    Object.defineProperty(window, 'keptShelfPutOff', {
      value: () => ({ soon: soon.size, again: again.size }),
    })
  })

const counts = z.object({ soon: z.number(), again: z.number() })
/** What is put off at this moment; the page is not ours, so that what it says is taken with care. */
export const putOff = async (page: Page): Promise<PutOff> =>
  counts
    .catch({ soon: 0, again: 0 })
    .parse(
      await page.evaluate(() =>
        (window as unknown as Record<string, (() => unknown) | undefined>).keptShelfPutOff?.(),
      ),
    )
