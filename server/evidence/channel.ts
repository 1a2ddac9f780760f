import type { Page } from 'playwright-core'
import type { Observation } from '~~/core/evidence/observation'
import { whenGiven } from '../processes/given-time'
import { fromFrameSchema, hello, helloToWitness, type FromFrame, type ToFrame } from '~~/frame/protocol'

/** Milliseconds a frame may be silent in the middle of a trial. */
const patience = 45_000

/** A frame as the process with the browser speaks with it. */
export interface Held {
  post(message: ToFrame): Promise<void>
  heard(): Promise<FromFrame[]>
  observe(message: Extract<ToFrame, { say: 'observe' }>): Promise<Observation[]>
}

/** What a frame answers to a question of a number, besides all else that it says. */
export async function answerOf<Say extends 'inks' | 'bleed' | 'dress'>(
  frame: Held,
  say: Say,
  seq: number,
): Promise<Extract<FromFrame, { say: Say }>> {
  const isAnswer = (message: FromFrame): message is Extract<FromFrame, { say: Say }> =>
    message.say === say && 'seq' in message && message.seq === seq
  for (;;) {
    const found = (await frame.heard()).findLast(isAnswer)
    if (found) return found
  }
}

/** The work, or an error that says what is wrong once it takes too long, in milliseconds given to us. */
export function within<T>(work: Promise<T>, milliseconds: number, what: string): Promise<T> {
  let leaveAlone: (() => void) | undefined
  const late = new Promise<never>((_resolve, reject) => {
    leaveAlone = whenGiven(milliseconds / 1000, () => reject(new Error(what)))
  })
  return Promise.race([work, late]).finally(() => leaveAlone?.())
}

/** Our end of the channel, in the page. */
const ourEnd = (page: Page, word: string) =>
  page.evaluateHandle((said) => {
    const { port1, port2 } = new MessageChannel()
    const came: unknown[] = []
    const state: { came: unknown[]; port: MessagePort; wake: (() => void) | undefined } = {
      came,
      port: port1,
      wake: undefined,
    }
    port1.onmessage = ({ data }) => {
      if (came.length < 10_000) came.push(data)
      state.wake?.()
    }
    window.postMessage(said, '*', [port2])
    return state
  }, word)

/**
 * Takes our end of a frame's channel, as a page of ours does; it is held where the frame's own code cannot
 * reach it. A witness is asked what it sees of what it shows.
 */
export async function hold(page: Page, { isWitness }: { isWitness: boolean }): Promise<Held> {
  const held = await ourEnd(page, isWitness ? helloToWitness : hello)
  // a page that died answers no more
  const crashed = new Promise<never>((_resolve, reject) =>
    page.once('crash', () =>
      reject(new Error('its page died, for want of memory or by a fault of the browser')),
    ),
  )
  crashed.catch(() => undefined)
  const answered = <T>(work: Promise<T>): Promise<T> =>
    within(Promise.race([work, crashed]), patience, 'it stopped answering while it was tried')
  const post = (message: ToFrame): Promise<void> =>
    answered(held.evaluate((state, entry) => state.port.postMessage(entry), message))
  /** What the frame said since it was asked last; waits until there is something. */
  const heard = async (): Promise<FromFrame[]> => {
    const came = await answered(
      held.evaluate(async (state) => {
        if (state.came.length === 0)
          await new Promise<void>((resolve) => {
            state.wake = resolve
          })
        return state.came.splice(0)
      }),
    )
    return came.flatMap((entry) => {
      const read = fromFrameSchema.safeParse(entry)
      return read.success ? [read.data] : []
    })
  }
  return {
    post,
    heard,
    async observe(asked: Extract<ToFrame, { say: 'observe' }>): Promise<Observation[]> {
      await post(asked)
      const seen: Observation[] = []
      for (;;) {
        for (const message of await heard()) {
          if (message.say === 'failed' && message.phase === 'load')
            throw new Error(`it did not load: ${message.text}`)
          if (message.say !== 'observed' || message.seq !== asked.seq) continue
          seen.push(...message.seen)
          if (message.done) return seen
        }
      }
    },
  }
}
