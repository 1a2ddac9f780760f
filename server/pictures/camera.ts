import type { Browser, BrowserContext, Page } from 'playwright-core'
import { apartIn, reasonsOf, type DressedPair, type Reason } from '~~/core/pictures/because'
import { fencedContext, usualWindow } from '../evidence/browser'
import { within } from '../evidence/channel'
import { askDress, askMarkup, openedIn, showOn, type Opened, type ShownPage } from '../evidence/shown-page'
import { goWay, inFrame } from '../evidence/way'
import type { PictureFile } from '../store/pictures'
import type { ToPicture } from './message'
import type { Picture } from './plan'

/** The day it is for components: what shows a date looks the same whenever it is looked at. */
const day = new Date('2026-06-15T12:00:00Z')

/** Milliseconds a page may take until faces are there and what it shows is drawn. */
const patience = 8000

/** The largest picture, in CSS pixels: what is longer is cut off there. */
const most = { width: 2000, height: 3000 }

/** Milliseconds in which something has come to rest that is looked at closely. */
const settles = 250

/** Takes pictures of components of one side at a time, each made anew. */
export class Camera {
  private opened: { of: string; context: BrowserContext; page: Opened } | undefined
  private shown: { usage: Picture['usage']; page: ShownPage } | undefined

  constructor(
    private readonly browser: Browser,
    private readonly sides: ToPicture['sides'],
    private readonly origin: string,
  ) {}

  /** What is shown already, made as another theme has it, is not loaded anew. */
  async take(side: 0 | 1, tag: string, picture: Picture, rest = 0): Promise<PictureFile> {
    const { page, frame } = await this.show(side, tag, picture)
    await within(drawn(page), patience, 'it did not come to rest')
    const outcome = await goWay(page, frame, tag, picture.acts)
    if (outcome.failed) throw new Error(`its acts could not be done: ${outcome.failed.why}`)
    if (rest) await page.waitForTimeout(rest)
    if (picture.acts.length) await within(drawn(page), patience, 'it did not come to rest')
    return pictureOf(page)
  }

  /** The same, when it has come to rest, with its markup and a way to ask what dresses an element of it. */
  async look(side: 0 | 1, tag: string, picture: Picture) {
    this.shown = undefined
    const file = await this.take(side, tag, picture, settles)
    const { frame } = this.shown!.page
    const nodes = await askMarkup(frame, { styles: true })
    return { file, nodes, dressOf: (node: number) => askDress(frame, node) }
  }

  /** Leaves the page that it has: what is shown next gets another. Nobody waits for one that is in a loop. */
  leave(): void {
    this.shown = undefined
    void this.opened?.context.close().catch(() => undefined)
    this.opened = undefined
  }

  private async show(side: 0 | 1, tag: string, picture: Picture): Promise<ShownPage> {
    const { surround, usage, modules, provided } = picture
    const opened = await this.open(side, tag)
    if (this.shown?.usage === usage) {
      const { page, frame } = this.shown.page
      await frame.post({ say: 'surround', surround })
      await page.mouse.move(0, 0)
      await inFrame(frame, 0, [], { anew: true })
      return this.shown.page
    }
    this.shown = undefined
    const asked = this.sides[side]
    const contract = asked.contracts.find((other) => other.tag === tag)
    if (!contract) throw new Error('it is not there')
    await opened.page.setViewportSize(windowOf(surround))
    const showing = { usage, surround, rest: 0 }
    const page = await showOn(opened, asked, { tag, modules, provided, contract }, showing, this.origin)
    this.shown = { usage, page }
    return page
  }

  /** A page for one component: on a day that is always the same, with chance that is the same each time. */
  private async open(side: 0 | 1, tag: string): Promise<Opened> {
    const of = `${side} ${tag}`
    if (this.opened?.of === of) return this.opened.page
    this.leave()
    const context = await fencedContext(this.browser, this.origin, { locale: 'en-GB', timezoneId: 'UTC' })
    await context.clock.setFixedTime(day)
    await context.addInitScript(sameChance)
    this.opened = { of, context, page: await openedIn(context) }
    return this.opened.page
  }
}

/** Why the picture of a component differs on both sides, and both as they look once more. */
export async function compareClosely(
  cameras: readonly [before: Camera, now: Camera],
  tag: string,
  pictures: readonly [before: Picture, now: Picture],
): Promise<{ again: [PictureFile, PictureFile]; reasons: Reason[] }> {
  const before = await cameras[0].look(0, tag, pictures[0])
  const now = await cameras[1].look(1, tag, pictures[1])
  const { differences, toDress } = apartIn(before.nodes, now.nodes)
  const dressed: DressedPair[] = []
  for (const difference of toDress) {
    const was = await before.dressOf(difference.left!.id)
    const is = await now.dressOf(difference.right!.id)
    if (was && is) dressed.push({ difference, before: was, now: is })
  }
  return { again: [before.file, now.file], reasons: reasonsOf(differences, dressed) }
}

const windowOf = ({ window }: Picture['surround']) => ({
  width: Math.min(window?.width ?? usualWindow.width, most.width),
  height: Math.min(window?.height ?? usualWindow.height, most.height),
})

/** Numbers of chance that are the same each time (a linear congruential generator). */
function sameChance(): void {
  let state = 7
  Math.random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}

/** Waits until faces and pictures are there, and what they made of the page is drawn. */
const drawn = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    await document.fonts.ready
    await Promise.all([...document.images].map((image) => image.decode().catch(() => undefined)))
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))
  })

async function pictureOf(page: Page): Promise<PictureFile> {
  const size = page.viewportSize() ?? usualWindow
  const height = await page.evaluate(() => document.documentElement.scrollHeight)
  const isWhole = height > size.height && height <= most.height
  const png = await page.screenshot({
    animations: 'disabled',
    caret: 'hide',
    scale: 'css',
    fullPage: isWhole,
  })
  return { png, width: size.width, height: isWhole ? height : size.height }
}
