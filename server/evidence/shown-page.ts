import type { BrowserContext, CDPSession, Page } from 'playwright-core'
import { forFrame } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { membersOf } from '~~/core/contract/contract'
import type { Dress, Node } from '~~/core/style/found'
import { bareSurround, type Surround } from '~~/core/surround'
import { answerOf, hold, within, type Held } from './channel'
import type { ToTry } from './message'

export type Component = ToTry['components'][number]

/** What is shown, and what it takes to be there: its modules, what is provided for it, and themes. */
export type ToShow = Pick<Component, 'tag' | 'modules' | 'provided' | 'contract'>
export type ShownIn = Pick<ToTry, 'css' | 'theme' | 'contracts'>

/** Milliseconds in which a component has drawn itself, and has said what markup it has. */
const [patience, markupPatience] = [10_000, 5000]
/** Milliseconds in which a page that is in no loop says that it is there. */
const wakeful = 2000
/** Milliseconds in which it has answered what was done to it. */
export const settles = 80

/** A page with a component on it, and what is needed to ask the browser about it. */
export interface ShownPage {
  page: Page
  session: CDPSession
  frame: Held
}
/** Puts the component there made anew, shown in some way; `before` is done to the page before its code runs. */
export type Show = (usage: Usage, before?: (page: Page) => Promise<void>) => Promise<ShownPage>

/**
 * One page on which a component can be looked at again and again, each time made anew. Where it left its page
 * in a loop, or the page died, it gets another.
 */
export async function showsOn(
  context: BrowserContext,
  asked: ShownIn,
  component: ToShow,
  origin: string,
  { isWitness = false } = {},
): Promise<Show> {
  let opened = await openedIn(context)
  return async (usage, before) => {
    if (!(await isAwake(opened.page))) {
      await opened.page.close()
      opened = await openedIn(context)
    }
    return showOn(opened, asked, component, { usage, before, isWitness }, origin)
  }
}

/** Whether a page answers: one that is in a loop, or has died, does not. */
const isAwake = (page: Page): Promise<boolean> =>
  within(
    page.evaluate(() => true),
    wakeful,
    'it does not answer',
  ).catch(() => false)

/** A page of a context, with what is needed to ask the browser about it. */
export type Opened = Pick<ShownPage, 'page' | 'session'>
export async function openedIn(context: BrowserContext): Promise<Opened> {
  const page = await context.newPage()
  return { page, session: await context.newCDPSession(page) }
}

/** How a component is shown: with which values, what is done before, and what is around it. */
interface Showing {
  usage: Usage
  before?: Parameters<Show>[1]
  /** The bare one where none is said. */
  surround?: Surround
  /** Milliseconds to wait once it is drawn. */
  rest?: number
  /** Whether the frame is asked which colours are painted, or what it and a page do to one another. */
  isWitness?: boolean
}

/** Loads a page anew with a component on it. */
export async function showOn(
  { page, session }: Opened,
  asked: ShownIn,
  { tag, modules, provided, contract }: ToShow,
  { usage, before, surround = bareSurround(asked.theme), rest = settles, isWitness = false }: Showing,
  origin: string,
): Promise<ShownPage> {
  await page.goto(`${origin}/frame`)
  const frame = await hold(page, { isWitness })
  await before?.(page)
  await frame.post({ say: 'themes', css: asked.css })
  await frame.post({ say: 'surround', surround })
  await frame.post({ say: 'provide', provided })
  const contractOf = (other: string) => asked.contracts.find((contract) => contract.tag === other)
  await frame.post({
    say: 'show',
    seq: 1,
    tag,
    modules,
    usage: forFrame(usage, contractOf, tag),
    listen: membersOf(contract, 'event').map(({ name }) => name),
  })
  await within(painted(frame), patience, 'it did not draw itself')
  await frame.post({ say: 'keys', given: true })
  await session.send('Accessibility.enable')
  if (rest) await page.waitForTimeout(rest)
  return { page, session, frame }
}

/** Waits until it is drawn, or says why it failed. */
async function painted(frame: Held): Promise<void> {
  for (;;)
    for (const message of await frame.heard()) {
      if (message.say === 'painted' && message.seq === 1) return
      if (message.say === 'failed') throw new Error(`it failed: ${message.text}`)
    }
}

/** The markup that stands there, line by line; with `styles` every computed value of each element. */
export async function askMarkup(frame: Held, { styles = false } = {}): Promise<Node[]> {
  await frame.post({ say: 'markup', seq: 1, styles })
  return within(markupHeard(frame), markupPatience, 'it did not tell its markup')
}
async function markupHeard(frame: Held): Promise<Node[]> {
  for (;;) {
    const found = (await frame.heard()).findLast((message) => message.say === 'markup')
    if (found) return found.nodes
  }
}

/** What dresses an element of the markup that was told last; nothing where it is not there any more. */
export async function askDress(frame: Held, node: number): Promise<Dress | undefined> {
  await frame.post({ say: 'dress', seq: node, node, pseudo: '' })
  const { dress } = await within(
    answerOf(frame, 'dress', node),
    markupPatience,
    'it did not tell what dresses it',
  )
  return dress ?? undefined
}
