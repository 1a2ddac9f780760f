import type { Browser, Page } from 'playwright-core'
import { membersOf } from '~~/core/contract/contract'
import type { Observation } from '~~/core/evidence/observation'
import { caseForFrame, inWindows } from '~~/core/evidence/run'
import { trial } from '~~/core/evidence/trial'
import { bareSurround } from '~~/core/surround'
import { fromFrameSchema, hello, type ToFrame } from '~~/frame/protocol'
import { limits } from '../limits'
import { fencedBrowser } from './browser'
import type { ToTry, Tried } from './message'

/**
 * The process with the browser: tries components in preview frames, headless, and says what was seen. Their
 * code runs in the browser's sandboxed frames and nowhere else.
 */

const say = (message: Tried) =>
  new Promise<void>((resolve) => process.send!(message, undefined, undefined, () => resolve()))
/** Milliseconds a frame may be silent in the middle of a trial. */
const patience = 45_000

process.on('disconnect', () => process.exit(0))
process.once('message', async (asked: ToTry) => {
  let fenced: Awaited<ReturnType<typeof fencedBrowser>>
  try {
    fenced = await fencedBrowser(asked.chromium, asked.port)
  } catch (error) {
    await say({
      stopped: {
        code: 'no-browser',
        what: `No browser could be started: ${(error as Error).message.split('\n')[0]}`,
        todo:
          'Install Chromium on the server, and name its place in CHROMIUM if it is not ' +
          '/usr/bin/chromium.',
      },
    })
    process.exit(0)
  }
  for (const [i, component] of asked.components.entries()) {
    await say({ tag: component.tag, begun: true })
    try {
      const evidence = await within(
        tryOut(fenced.browser, asked, component, i),
        limits.evidence.componentSeconds * 1000,
        `it took longer than ${limits.evidence.componentSeconds} seconds in all`,
      )
      await say({ tag: component.tag, evidence })
    } catch (error) {
      await say({
        tag: component.tag,
        problem: {
          code: 'not-tried',
          what: `${component.tag} could not be tried: ${(error as Error).message.split('\n')[0]}`,
          todo: 'Open it on the bench: it may be in a loop, or lead away from its page.',
        },
      })
    }
  }
  await fenced.close()
  process.exit(0)
})

/** The work, or an error that says what is wrong once it takes too long. */
function within<T>(work: Promise<T>, milliseconds: number, what: string): Promise<T> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error(what)), milliseconds)
  })
  return Promise.race([work, late]).finally(() => clearTimeout(timer))
}

/** Of the time that a component has, the share after which nothing more of it is tried. */
const beforeTheEnd = 0.7

/** Windows that components are looked at in, in CSS pixels. */
const windows = { usual: { width: 460, height: 400 }, wide: { width: 1400, height: 900 } }

async function tryOut(
  browser: Browser,
  asked: ToTry,
  { tag, contract, face, modules, provided }: ToTry['components'][number],
  i: number,
) {
  const context = await browser.newContext({ viewport: windows.usual, serviceWorkers: 'block' })
  try {
    const origin = `http://evidence${i}.localhost:${asked.port}`
    // whatever a component asks for, there is nothing but the frame and its modules
    await context.route(
      () => true,
      (route) => (route.request().url().startsWith(`${origin}/`) ? route.continue() : route.abort()),
    )
    const page = await context.newPage()
    await page.goto(`${origin}/frame`)
    const frame = await hold(page)
    await frame.post({ say: 'themes', css: asked.css })
    await frame.post({ say: 'surround', surround: bareSurround(asked.theme) })
    await frame.post({ say: 'provide', provided })
    const late = Date.now() + limits.evidence.componentSeconds * 1000 * beforeTheEnd
    const contractOf = (other: string) => asked.contracts.find((contract) => contract.tag === other)
    const steps = inWindows(
      trial(contract, face, { others: asked.contracts, isLate: () => Date.now() > late }),
    )
    const [listen, reads] = [
      membersOf(contract, 'event').map((member) => member.name),
      membersOf(contract, 'prop').map((member) => member.name),
    ]
    let seq = 0
    for (let step = steps.next([]); ;) {
      if (step.done) return step.value
      await page.setViewportSize(step.value.wide ? windows.wide : windows.usual)
      const cases = step.value.cases.map((trialCase) => caseForFrame(trialCase, contractOf, tag))
      step = steps.next(
        await frame.observe({ say: 'observe', seq: ++seq, tag, modules, listen, reads, cases }),
      )
    }
  } finally {
    await context.close().catch(() => undefined)
  }
}

/**
 * Takes our end of a frame's channel, as a page of ours does; it is held where the frame's own code cannot
 * reach it.
 */
async function hold(page: Page) {
  const held = await page.evaluateHandle((word) => {
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
    window.postMessage(word, '*', [port2])
    return state
  }, hello)
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
  return {
    post,
    async observe(message: Extract<ToFrame, { say: 'observe' }>): Promise<Observation[]> {
      await post(message)
      const seen: Observation[] = []
      for (;;) {
        const came = await answered(
          held.evaluate(async (state) => {
            if (state.came.length === 0)
              await new Promise<void>((resolve) => {
                state.wake = resolve
              })
            return state.came.splice(0)
          }),
        )
        for (const entry of came) {
          const read = fromFrameSchema.safeParse(entry)
          if (!read.success) continue
          if (read.data.say === 'failed' && read.data.phase === 'load')
            throw new Error(`it did not load: ${read.data.text}`)
          if (read.data.say !== 'observed' || read.data.seq !== message.seq) continue
          seen.push(...read.data.seen)
          if (read.data.done) return seen
        }
      }
    },
  }
}
