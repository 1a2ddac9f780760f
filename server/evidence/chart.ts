import type { Browser, Page } from 'playwright-core'
import { z } from 'zod'
import { sayTarget } from '~~/core/acts/sentence'
import { targetOfAct, type Act } from '~~/core/acts/act'
import { membersOf } from '~~/core/contract/contract'
import { chartSchema, type Chart } from '~~/core/states/chart'
import { explore, type Answer, type Ask } from '~~/core/states/explore'
import { signatureOf, type Look } from '~~/core/states/look'
import type { Node } from '~~/core/style/found'
import { limits } from '../limits'
import { fencedContext } from './browser'
import { within, type Held } from './channel'
import type { ToTry } from './message'
import { settles, stageOf, type Component, type Stage } from './stage'
import { readTree } from './tree'
import { doAct, goWay } from './way'

/** Milliseconds an act may take, and a component to say what markup it has. */
const patience = { act: 1500, markup: 5000 }
/** Milliseconds between two looks, and looks in which it has to come to rest. */
const stillness = { between: 120, most: 6 }
/** Milliseconds in which a state that is new may pass by itself. */
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
    const show = await stageOf(context, asked, component, origin)
    const began = Date.now()
    const isAfter = (share: number) => Date.now() - began > limits.evidence.chartSeconds * 1000 * share
    const steps = explore({
      tag: component.tag,
      keys: namesOf(component, 'key'),
      isLate: () => isAfter(beforeTheEnd),
      isOver: () => isAfter(1),
    })
    const custom = membersOf(component.contract, 'state')
      .filter(({ by, known }) => by === 'custom' && known !== 'comment')
      .map(({ name }) => name)
    let stage: Stage | undefined
    const answer = async (ask: Ask): Promise<Answer> => {
      if (ask.do === 'begin') stage = await show(component.face)
      const { page, frame } = stage!
      for (const act of ask.do === 'acts' ? ask.acts : []) {
        const failed = await tryAct(page, frame, component.tag, act)
        if (failed !== undefined) return { failed }
      }
      await page.waitForTimeout(ask.do === 'stay' ? stays : settles)
      return { looks: await looksUntilStill(stage!, component.tag, custom) }
    }
    for (let step = steps.next({ looks: [] }); ; step = steps.next(await answer(step.value)))
      if (step.done) return chartSchema.parse(step.value)
  } finally {
    await context.close().catch(() => undefined)
  }
}

const namesOf = ({ contract }: Component, kind: 'key'): string[] =>
  membersOf(contract, kind)
    .filter(({ known }) => known !== 'comment')
    .map(({ name }) => name)

/** Why an act could not be done; nothing where it was. */
async function tryAct(page: Page, frame: Held, tag: string, act: Act): Promise<string | undefined> {
  if (act.do === 'wait' || act.do === 'gone') return (await goWay(page, frame, tag, [act])).failed?.why
  try {
    await doAct(page, tag, act, patience.act)
    return undefined
  } catch {
    const target = targetOfAct(act)
    return target ? `${sayTarget(target)} could not be reached` : 'the key could not be pressed'
  }
}

/** Looks until two in a row are the same; those that differ from the one before, in order. */
async function looksUntilStill(stage: Stage, tag: string, custom: readonly string[]): Promise<Look[]> {
  const looks = [await lookAt(stage, tag, custom)]
  let last = signatureOf(looks[0]!)
  for (let i = 1; i < stillness.most; i++) {
    await stage.page.waitForTimeout(stillness.between)
    const look = await lookAt(stage, tag, custom)
    const now = signatureOf(look)
    if (now === last) break
    looks.push(look)
    last = now
  }
  return looks
}

async function lookAt(
  { page, session, frame }: Stage,
  tag: string,
  custom: readonly string[],
): Promise<Look> {
  const told = await readTree(session)
  await frame.post({ say: 'markup', seq: 1, styles: false })
  const markup = await within(markupHeard(frame), patience.markup, 'it did not tell its markup')
  return { told, markup, custom: custom.length ? await customOf(page, tag, custom) : [] }
}
async function markupHeard(frame: Held): Promise<Node[]> {
  for (;;) {
    const found = (await frame.heard()).findLast((message) => message.say === 'markup')
    if (found) return found.nodes
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
  return z.array(z.enum(custom)).catch([]).parse(held)
}
