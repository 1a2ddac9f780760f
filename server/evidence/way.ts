import type { Locator, Page } from 'playwright-core'
import { targetOfAct, type Act, type Outcome, type Target } from '~~/core/acts/act'
import { sayTarget } from '~~/core/acts/sentence'
import { onTheClock } from '../processes/given-time'
import { within, type Held } from './channel'

/** Milliseconds an act may take until what it is done to is there. */
const patience = 6000

/** What is meant by a target, in a page with open shadow trees. */
function locatorOf(page: Page, tag: string, target: Target): Locator {
  const all =
    'role' in target
      ? page.getByRole(target.role as Parameters<Page['getByRole']>[0], {
          ...(target.name === undefined ? {} : { name: target.name }),
          exact: true,
        })
      : 'part' in target
        ? page.locator(`[part~="${target.part}"]`)
        : 'slot' in target
          ? page.locator(`${tag} > ${target.slot ? `[slot="${target.slot}"]` : ':not([slot])'}`)
          : page.getByText(target.text, { exact: true })
  return all.nth((target.nth ?? 1) - 1)
}

/**
 * Goes a way with the pointer and keys of a real browser. What is waited for is waited for by the frame, which
 * also tells what there is instead where an act comes to nothing.
 */
export async function goWay(page: Page, frame: Held, tag: string, acts: readonly Act[]): Promise<Outcome> {
  for (const [done, act] of acts.entries()) {
    const awaited = await inFrame(frame, done, waitingFor(act))
    if (awaited.failed) return { done, failed: awaited.failed }
    try {
      await doAct(page, tag, act, onTheClock(patience))
    } catch {
      const target = targetOfAct(act)
      const why = target
        ? `${sayTarget(target)} can not be reached by ${wayOf[act.do]}`
        : 'the key could not be pressed'
      return { done, failed: { why: why.slice(0, 300), instead: [] } }
    }
  }
  return { done: acts.length }
}

const wayOf = {
  press: 'the pointer',
  point: 'the pointer',
  drag: 'the pointer',
  type: 'keys',
  key: 'keys',
  wait: '',
  gone: '',
}

/** What has to be so before an act is done. */
function waitingFor(act: Act): Act[] {
  if (act.do === 'wait' || act.do === 'gone') return [act]
  if (act.do === 'key') return []
  return [{ do: 'wait', for: act.on }, ...(act.do === 'drag' ? [{ do: 'wait' as const, for: act.onto }] : [])]
}

/** Has the frame wait for what acts wait for; `anew` makes the component anew before. */
export async function inFrame(
  frame: Held,
  n: number,
  acts: Act[],
  { anew = false }: { anew?: boolean } = {},
): Promise<Outcome> {
  if (acts.length === 0 && !anew) return { done: 0 }
  await frame.post({ say: 'replay', n, acts, anew })
  return within(replayed(frame, n), 3 * patience, 'it stopped answering on its way')
}
async function replayed(frame: Held, n: number): Promise<Outcome> {
  for (;;)
    for (const message of await frame.heard())
      if (message.say === 'replayed' && message.n === n) return message.outcome
}

/** Does one act with the pointer or the keys; what is waited for is not its business. */
export async function doAct(page: Page, tag: string, act: Act, timeout: number): Promise<void> {
  switch (act.do) {
    case 'press':
      return locatorOf(page, tag, act.on).click({ timeout })
    case 'point':
      return locatorOf(page, tag, act.on).hover({ timeout })
    case 'type':
      return locatorOf(page, tag, act.on).fill(act.text, { timeout })
    case 'key':
      return page.keyboard.press(act.key)
    case 'drag':
      return locatorOf(page, tag, act.on).dragTo(locatorOf(page, tag, act.onto), { timeout })
    case 'wait':
    case 'gone':
  }
}
