import type { Browser } from 'playwright-core'
import { membersOf } from '~~/core/contract/contract'
import { inDoubt, type Evidence } from '~~/core/evidence/evidence'
import { caseForFrame, inWindows } from '~~/core/evidence/run'
import { trial, withSecondLook } from '~~/core/evidence/trial'
import { noChart } from '~~/core/states/chart'
import { bareSurround } from '~~/core/surround'
import { noIsolation } from '~~/core/isolation/isolation'
import { noLooks } from '~~/core/variants/looks'
import { limits } from '../limits'
import { givenNow } from '../processes/given-time'
import { notTold, tellAccessible } from './accessible'
import { chartStates } from './chart'
import { fencedContext, usualWindow } from './browser'
import { browserChild, firstLine } from './browser-child'
import { hold, within } from './channel'
import { lookInPages } from './isolation'
import { lookInThemes } from './looks'
import type { ToTry, Tried } from './message'

/**
 * The process with the browser: tries components in preview frames, headless, and says what was seen. Their
 * code runs in the browser's sandboxed frames and nowhere else.
 */

browserChild<ToTry, Tried>(async (browser, asked, say) => {
  let next = 0
  const lane = async (): Promise<void> => {
    for (let i = next++; i < asked.components.length && Date.now() < asked.until; i = next++)
      await say(await triedOf(browser, asked, i, say))
  }
  await Promise.all(Array.from({ length: asked.lanes }, lane))
})

/** What is seen of a component in the time that it has, or why that is nothing. */
async function triedOf(
  browser: Browser,
  asked: ToTry,
  i: number,
  say: (tried: Tried) => Promise<void>,
): Promise<Tried> {
  const component = asked.components[i]!
  const { tag } = component
  const { componentSeconds, accessibleSeconds, chartSeconds, looksSeconds, isolationSeconds } =
    limits.evidence
  const seconds =
    componentSeconds + accessibleSeconds + chartSeconds * 2 + looksSeconds * 2 + isolationSeconds * 2
  await say({ tag, begun: true })
  try {
    const work = lookAt(browser, asked, component, i)
    return await within(work, seconds * 1000, `it took longer than ${seconds} seconds in all`)
  } catch (error) {
    return {
      tag,
      problem: {
        code: 'not-tried',
        what: `${tag} could not be tried: ${firstLine(error)}`,
        todo: 'Open it on the bench: it may be in a loop, or lead away from its page.',
      },
    }
  }
}

/**
 * All that is not known yet of a component: what was seen of its members, its states, what is told in each.
 */
async function lookAt(
  browser: Browser,
  asked: ToTry,
  component: ToTry['components'][number],
  i: number,
): Promise<Extract<Tried, { told: unknown }>> {
  const { tag, needs } = component
  const origin = originOf(asked.port, i)
  const evidence = needs.members ? await tryOut(browser, asked, component, origin) : undefined
  const isolation = needs.isolation
    ? await lookInPages(browser, asked, component, origin).catch((error: unknown) =>
        noIsolation(firstLine(error)),
      )
    : undefined
  if (!needs.states && !needs.told && !needs.looks)
    return { tag, evidence, isolation, told: undefined, looks: undefined, chart: undefined }
  const chart =
    component.chart ??
    (await chartStates(browser, asked, component, origin).catch((error: unknown) =>
      noChart(firstLine(error)),
    ))
  const told = needs.told
    ? await tellAccessible(browser, asked, component, chart, origin).catch((error: unknown) => [
        notTold(error),
      ])
    : undefined
  const looks = needs.looks
    ? await lookInThemes(browser, asked, component, chart, origin).catch((error: unknown) =>
        noLooks(firstLine(error)),
      )
    : undefined
  return { tag, evidence, isolation, told, looks, chart: component.chart ? undefined : chart }
}

/** Where frames of one component are: each has a site of its own. */
const originOf = (port: number, i: number): string => `http://evidence${i}.localhost:${port}`

/** Of the time that a component has, the share after which nothing more of it is tried. */
const beforeTheEnd = 0.7

/** Windows that components are looked at in, in CSS pixels. */
const windows = { usual: usualWindow, wide: { width: 1400, height: 900 } }

/**
 * Tries the members of a component; those that showed nothing once more by themselves, on a page of its own.
 * A busy machine may keep something from being seen once: nobody is accused for that.
 */
async function tryOut(
  browser: Browser,
  asked: ToTry,
  component: ToTry['components'][number],
  origin: string,
): Promise<Evidence[]> {
  const late = givenNow() + limits.evidence.componentSeconds * 1000 * beforeTheEnd
  const isLate = () => givenNow() > late
  const evidence = await tryMembers(browser, asked, component, origin, { isLate })
  const only = new Set(inDoubt(evidence).map(({ member }) => member))
  if (only.size === 0 || isLate()) return evidence
  return withSecondLook(evidence, await tryMembers(browser, asked, component, origin, { isLate, only }))
}

async function tryMembers(
  browser: Browser,
  asked: ToTry,
  { tag, contract, face, modules, provided, never }: ToTry['components'][number],
  origin: string,
  needs: { isLate: () => boolean; only?: ReadonlySet<string> },
): Promise<Evidence[]> {
  const context = await fencedContext(browser, origin)
  try {
    const page = await context.newPage()
    await page.goto(`${origin}/frame`)
    const frame = await hold(page, { isWitness: true })
    await frame.post({ say: 'themes', css: asked.css })
    await frame.post({ say: 'surround', surround: bareSurround(asked.theme) })
    await frame.post({ say: 'provide', provided })
    const contractOf = (other: string) => asked.contracts.find((contract) => contract.tag === other)
    const steps = inWindows(trial(contract, face, { others: asked.contracts, never, ...needs }))
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
