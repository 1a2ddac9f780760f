import type { Browser, Page } from 'playwright-core'
import { z } from 'zod'
import { sayTarget } from '~~/core/acts/sentence'
import { targetOfAct, type Act } from '~~/core/acts/act'
import { membersOf } from '~~/core/contract/contract'
import { chartSchema, type Chart } from '~~/core/states/chart'
import { explore, type Answer, type Ask } from '~~/core/states/explore'
import { signatureOf, type Look } from '~~/core/states/look'
import { limits } from '../limits'
import { givenNow, onTheClock } from '../processes/given-time'
import { fencedContext, usualWindow } from './browser'
import type { ToTry } from './message'
import { askMarkup, showsOn, type Component, type Show, type ShownPage } from './shown-page'
import { putOff, watchTimers } from './timers'
import { readTree } from './tree'
import { doAct, goWay, inFrame } from './way'

/** Milliseconds an act may take. */
const patience = 1500
/** Milliseconds before a look, and in which what was put off has to be done. */
const stillness = { before: 40, atMost: 2500 }
/** Milliseconds in which a state that is new may pass by itself, where something is done every while. */
const stays = 1200
/** Of the time there is, the share after which nothing new is tried: ways are gone once more in the rest. */
const beforeTheEnd = 0.75

/**
 * Finds the states that a component can be in, and which leads where by which act, with real input on a page of
 * its own; it begins as it stands on the shelf.
 */
export async function chartStates(
  browser: Browser,
  asked: ToTry,
  component: Component,
  origin: string,
): Promise<Chart> {
  const context = await fencedContext(browser, origin)
  try {
    const show = await showsOn(context, asked, component, origin)
    const began = givenNow()
    const isAfter = (share: number) => givenNow() - began > limits.evidence.chartSeconds * 1000 * share
    const steps = explore({
      tag: component.tag,
      keys: keysOf(component),
      isLate: () => isAfter(beforeTheEnd),
      isOver: () => isAfter(1),
    })
    const watched = new Watched(show, component, customStatesOf(component))
    // where it can not even be shown there is nothing to look for
    await watched.begin()
    for (let step = steps.next({ looks: [] }); ; step = steps.next(await watched.answer(step.value)))
      if (step.done) return chartSchema.parse(step.value)
  } finally {
    await context.close().catch(() => undefined)
  }
}

/** Keys, or custom states, that its source has; what only a comment says is left out. */
const keysOf = ({ contract }: Component): string[] =>
  membersOf(contract, 'key').flatMap(({ name, known }) => (known === 'comment' ? [] : [name]))
const customStatesOf = ({ contract }: Component): string[] =>
  membersOf(contract, 'state').flatMap(({ name, by, known }) =>
    by === 'custom' && known !== 'comment' ? [name] : [],
  )

/** A component on its page, as it is used and looked at. */
class Watched {
  private shown: ShownPage | undefined
  /** Something is put off for ever: nobody can wait until there is nothing left. */
  private isRestless = false

  constructor(
    private readonly show: Show,
    private readonly component: Component,
    private readonly custom: readonly string[],
  ) {}

  /** Does what is asked; where its page is left by that, or does not answer, it is shown anew next time. */
  async answer(ask: Ask): Promise<Answer> {
    try {
      if (ask.do === 'begin') await this.begin()
      if (ask.do === 'stay') return { looks: await this.stay() }
      for (const act of ask.do === 'acts' ? ask.acts : []) {
        const failed = await this.act(act)
        if (failed !== undefined) return { failed }
      }
      return { looks: await this.looksUntilStill() }
    } catch {
      this.shown = undefined
      return { failed: 'it left its page, or did not answer any more', isLost: true }
    }
  }

  /** Has it made anew, on the page it is on as long as that answers. */
  async begin(): Promise<void> {
    if (this.shown && (await isMadeAnew(this.shown))) return
    this.shown = await this.show(this.component.face, async (page) => {
      await watchTimers(page)
      await stayOnPage(page)
    })
  }

  /** Why an act could not be done; nothing where it was. */
  async act(act: Act): Promise<string | undefined> {
    const { page, frame } = this.shown!
    const { tag } = this.component
    if (act.do === 'wait' || act.do === 'gone') return (await goWay(page, frame, tag, [act])).failed?.why
    try {
      await doAct(page, tag, act, onTheClock(patience))
      return undefined
    } catch {
      const target = targetOfAct(act)
      return target ? `${sayTarget(target)} could not be reached` : 'the key could not be pressed'
    }
  }

  /** What comes by itself for a while, where something is done every while. */
  async stay(): Promise<Look[]> {
    if ((await putOff(this.shown!.page)).again === 0) return []
    await this.shown!.page.waitForTimeout(stays)
    return this.looksUntilStill()
  }

  /** Looks until nothing is put off any more and two looks are the same; those that differ, in order. */
  async looksUntilStill(): Promise<Look[]> {
    const { page } = this.shown!
    const late = givenNow() + stillness.atMost
    const looks: Look[] = []
    let last = ''
    for (;;) {
      await page.waitForTimeout(stillness.before)
      const isBusy = !this.isRestless && (await putOff(page)).soon > 0
      const look = await this.look()
      const now = signatureOf(look)
      // the focus may come later than all else
      looks.splice(now === last ? -1 : looks.length, 1, look)
      if (now === last && !isBusy) return looks
      last = now
      if (givenNow() < late) continue
      this.isRestless ||= isBusy
      return looks
    }
  }

  /** All there is of one moment: where the markup changed meanwhile, it is looked at again. */
  private async look(): Promise<Look> {
    const { page, session, frame } = this.shown!
    const { tag } = this.component
    let markup = await askMarkup(frame)
    for (let again = 0; ; again++) {
      const told = await readTree(session)
      const custom = this.custom.length ? await customOf(page, tag, this.custom) : []
      const after = await askMarkup(frame)
      if (again === 3 || JSON.stringify(after) === JSON.stringify(markup))
        return { told, markup: after, custom }
      markup = after
    }
  }
}

/** Links and forms lead nowhere, once the component has had its say. */
const stayOnPage = (page: Page): Promise<void> =>
  page.evaluate(() => {
    window.addEventListener('click', (event) => {
      const isLink = (target: EventTarget) =>
        (target instanceof HTMLAnchorElement || target instanceof HTMLAreaElement) && target.href !== ''
      if (event.composedPath().some(isLink)) event.preventDefault()
    })
    window.addEventListener('submit', (event) => event.preventDefault())
  })

/** Has the component made anew on the page it is on; `false` where that page does not answer any more. */
async function isMadeAnew({ page, frame }: ShownPage): Promise<boolean> {
  try {
    await page.mouse.move(usualWindow.width - 1, usualWindow.height - 1)
    return (await inFrame(frame, 0, [], { anew: true })).done === 0
  } catch {
    return false
  }
}

/** Which custom states of the component hold; its code is in that page, so what comes back is taken as text. */
async function customOf(page: Page, tag: string, custom: readonly string[]): Promise<string[]> {
  const held = await page.evaluate(
    ({ tag, names }) => {
      const host = document.querySelector(tag)
      return names.filter((name) => host?.matches(`:state(${CSS.escape(name)})`))
    },
    { tag, names: [...custom] },
  )
  return z
    .array(z.string())
    .catch([])
    .parse(held)
    .filter((name) => custom.includes(name))
}
