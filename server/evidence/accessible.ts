import type { Browser, CDPSession, Page } from 'playwright-core'
import { z } from 'zod'
import { sayActs } from '~~/core/acts/sentence'
import { differenceTold, focusTold } from '~~/core/accessible/difference'
import { answersInside, keysFor } from '~~/core/accessible/patterns'
import { toldSchema, type Pressed, type Stop, type Told, type ToldNode } from '~~/core/accessible/told'
import { membersOf } from '~~/core/contract/contract'
import type { Chart } from '~~/core/states/chart'
import { limits } from '../limits'
import { givenNow } from '../processes/given-time'
import { fencedContext } from './browser'
import { askEngine } from './engine'
import type { ToTry } from './message'
import { settles, showsOn, type Component, type Show, type ShownPage } from './shown-page'
import { stopsOn } from './stops'
import { readTree } from './tree'
import { goWay } from './way'

/**
 * Stops of the Tab key that are gone through, roles of which one is tried with every key, and states found.
 */
const [mostStops, mostRoles, mostStates] = [20, 5, 8]

/**
 * What assistive technology is told of a component, as it stands on the shelf, in its examples and in the
 * states that were found of it: asked of Chromium's own tree, with real keys, in a page of its own for each
 * look, so that nothing of one is left in another.
 */
export async function tellAccessible(
  browser: Browser,
  asked: ToTry,
  component: Component,
  chart: Chart,
  origin: string,
): Promise<Told[]> {
  const context = await fencedContext(browser, origin)
  try {
    const stage = await showsOn(context, asked, component, origin)
    const late = givenNow() + limits.evidence.accessibleSeconds * 1000
    const told: Told[] = [await tellFace(stage, component, late)]
    for (const example of component.examples) {
      if (givenNow() > late) break
      told.push(await tellExample(stage, component.tag, example))
    }
    for (const state of statesToTell(component, chart)) {
      if (givenNow() > late) break
      told.push({ ...(await tellExample(stage, component.tag, state)), found: true })
    }
    return told.map((entry) => toldSchema.parse(entry))
  } finally {
    await context.close().catch(() => undefined)
  }
}

/**
 * States that were found and that no example leads to already; what passes by itself is gone before it is
 * looked at.
 */
export function statesToTell({ face, examples }: Component, { states }: Chart): Component['examples'] {
  const known = new Set(examples.map(({ acts }) => JSON.stringify(acts)))
  return states
    .filter(
      ({ way, sure, passes }) => way.length && sure === 'yes' && !passes && !known.has(JSON.stringify(way)),
    )
    .slice(0, mostStates)
    .map(({ title, way }) => ({ name: `once it is ${title}`, usage: face, acts: way }))
}

/** What is kept of a component that could not be looked at: it is not asked again until it changes. */
export const notTold = (error: unknown): Told => ({
  ...nothingTold,
  situation: 'as on the shelf',
  failed: reasonOf(error),
})
const nothingTold = { nodes: [], stops: [], pressed: [], engine: [] }
const reasonOf = (error: unknown): string => (error as Error).message.split('\n')[0]!.slice(0, 300)

/** The component as it stands on the shelf: what is told, where Tab leads, what each key does. */
async function tellFace(show: Show, component: Component, late: number): Promise<Told> {
  const { page, session } = await show(component.face)
  const nodes = await readTree(session)
  const engine = await askEngine(page)
  const stops = await goThrough(page, session)
  const ofSource = membersOf(component.contract, 'key')
    .filter(({ known }) => known !== 'comment')
    .map(({ name }) => name)
  const pressed: Pressed[] = []
  for (const { on, place, keys } of toPress(nodes, stops, ofSource)) {
    /** Where a key did nothing, the next is pressed on the same page. */
    let stage: ShownPage | undefined
    for (const key of keys) {
      if (givenNow() > late) break
      stage ??= await focusOn(await show(component.face), place)
      const press = await pressOn(stage, on, key)
      pressed.push(press)
      if (press.did.length > 0) stage = undefined
    }
  }
  return { situation: 'as on the shelf', nodes, stops, pressed, engine }
}

/** On what keys are pressed: the first stop of each role, and what answers keys for all that it holds. */
function toPress(nodes: readonly ToldNode[], stops: readonly Stop[], ofSource: readonly string[]) {
  const first = new Map(stops.map((stop, place) => [stop.role, { on: stop, place }] as const).toReversed())
  const asked = [...first.values()]
    .toReversed()
    .slice(0, mostRoles)
    .map(({ on, place }) => ({ on, place, keys: keysFor(on.role, ofSource) }))
  const around = stops.length ? nodes.filter(({ role }) => answersInside(role)).slice(0, 1) : []
  return [...asked, ...around.map((on) => ({ on, place: 0, keys: keysFor(on.role, []) }))]
}

/** An example, with what is done to it: told is of the state that it comes to. */
async function tellExample(
  show: Show,
  tag: string,
  { name, usage, acts }: Component['examples'][number],
): Promise<Told> {
  const none = { ...nothingTold, situation: name }
  try {
    const { page, session, frame } = await show(usage)
    const outcome = acts.length ? await goWay(page, frame, tag, acts) : undefined
    const way = outcome && { says: sayActs(acts).slice(0, 3000), ...outcome }
    return { ...none, ...(way ? { way } : {}), nodes: await readTree(session), engine: await askEngine(page) }
  } catch (error) {
    return { ...none, failed: reasonOf(error) }
  }
}

/**
 * Goes through a component by Tab; a stop is visible where the page is painted otherwise than without the
 * focus.
 */
async function goThrough(page: Page, session: CDPSession): Promise<Stop[]> {
  const picture = () => page.screenshot({ animations: 'disabled', caret: 'initial' })
  const before = await picture()
  const stops: Stop[] = []
  for await (const { role, name } of stopsOn(page, session, mostStops))
    stops.push({ role, name, visible: !(await picture()).equals(before) })
  return stops
}

/** Goes to a stop of a component that was made anew. */
async function focusOn(stage: ShownPage, place: number): Promise<ShownPage> {
  for (let i = 0; i <= place; i++) await stage.page.keyboard.press('Tab')
  await listenForUse(stage.page)
  return stage
}

/** What browsers fire of themselves while the focus moves, which is told by where it is. */
const ofFocus = new Set(['focus', 'blur', 'focusin', 'focusout'])

/** Presses a key on what has the focus, and tells what came of it. */
async function pressOn(
  { page, session, frame }: ShownPage,
  stop: Pick<Stop, 'role' | 'name'>,
  key: string,
): Promise<Pressed> {
  const before = await readTree(session)
  await frame.post({ say: 'ping', n: 1 })
  await frame.heard()
  await page.keyboard.press(key)
  await page.waitForTimeout(settles)
  const after = await readTree(session)
  await frame.post({ say: 'ping', n: 2 })
  const fired = (await frame.heard()).flatMap((message) =>
    message.say === 'event' && !ofFocus.has(message.name) ? [`${message.name} fired`] : [],
  )
  const moved = focusMoved(before, after)
  const uses = z
    .array(z.string().max(100))
    .max(10)
    .catch([])
    .parse(await usesHeard(page))
  const did = [...differenceTold(before, after), ...(moved ? [moved] : []), ...fired]
  return {
    role: stop.role,
    name: stop.name,
    key,
    did: [...new Set(did.length ? did : uses)].map((text) => text.slice(0, 300)).slice(0, 30),
  }
}

function focusMoved(before: readonly ToldNode[], after: readonly ToldNode[]): string | undefined {
  const [from, to] = [focusTold(before), focusTold(after)]
  if (from === to) return undefined
  return to === undefined ? 'the focus is lost' : `the focus is on ${to}`
}

/** What a page sees of being used, though nothing of it need change: a click, a key that was taken. */
const listenForUse = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const uses: string[] = []
    Object.defineProperty(window, 'keptShelfUses', { value: uses, configurable: true })
    window.addEventListener('click', () => uses.push('it was used'), { capture: true })
    window.addEventListener('keydown', (event) =>
      queueMicrotask(() => {
        if (event.defaultPrevented) uses.push('it took the key')
      }),
    )
  })
const usesHeard = (page: Page): Promise<unknown> =>
  page.evaluate(() => (window as unknown as Record<string, unknown>).keptShelfUses)
