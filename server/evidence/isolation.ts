import type { Browser } from 'playwright-core'
import type { Bleed, ForeignPage } from '~~/core/isolation/bleed'
import { foreignPages } from '~~/core/isolation/foreign'
import type { Isolation } from '~~/core/isolation/isolation'
import { limits } from '../limits'
import { givenNow } from '../processes/given-time'
import { fencedContext } from './browser'
import { answerOf, within, type Held } from './channel'
import type { ToTry } from './message'
import { showsOn, type Component } from './shown-page'
import { goWay } from './way'

/** Examples that are looked at besides how it stands on the shelf. */
const mostExamples = 6
/** Milliseconds in which a frame has looked at a component in a dozen pages. */
const patience = 15_000

/** Looks at what a component and a page do to one another: in foreign pages, and beside plain elements. */
export async function lookInPages(
  browser: Browser,
  asked: ToTry,
  component: Component,
  origin: string,
): Promise<Isolation> {
  const context = await fencedContext(browser, origin)
  const late = givenNow() + limits.evidence.isolationSeconds * 1000
  const isolation: Isolation = { seen: [], left: 0 }
  try {
    const show = await showsOn(context, asked, component, origin, { isWitness: true })
    const shelf = { name: 'as on the shelf', usage: component.face, acts: [] }
    for (const { name, usage, acts } of [shelf, ...component.examples.slice(0, mostExamples)]) {
      try {
        if (givenNow() > late) throw new Error('There was no time for it.')
        const { page, frame } = await show(usage)
        const { failed } = await goWay(page, frame, component.tag, acts)
        if (failed) throw new Error(failed.why)
        const bleed = await askBleed(frame, foreignPages(component.sheets))
        isolation.seen.push({ situation: name.slice(0, 300), bleed })
      } catch (error) {
        if (usage === component.face) throw error
        isolation.left++
      }
    }
    return isolation
  } finally {
    await context.close().catch(() => undefined)
  }
}

let asked = 0
async function askBleed(frame: Held, pages: ForeignPage[]): Promise<Bleed> {
  const seq = ++asked
  await frame.post({ say: 'bleed', seq, pages })
  const answer = answerOf(frame, 'bleed', seq)
  return (await within(answer, patience, 'it did not tell what it and the page do to one another')).bleed
}
