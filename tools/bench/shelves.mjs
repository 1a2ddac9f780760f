import { say } from '../machine.mjs'
import { launch } from './browser.mjs'
import { median, round } from './figures.mjs'
import { plainShelf } from './plain-shelf.mjs'
import { firstLoad, flock, open, openPlain, scroll, shelfOf } from './shelf.mjs'

/** The pages that are opened: how each is asked for, and what a bare frame of it holds. */
const pages = {
  shelf: { of: '', says: 'the shelf', bare: { times: 1, height: 220 } },
  whole: { of: '/all', says: 'every component in every theme', bare: { times: 2, height: 120 } },
  bench: { of: '/tern-notice-strip', says: 'a bench', bare: { times: 1, height: 400 } },
}
const measured = new Map()

/** Where modules come from, as the frames of an open page tell. */
async function previewOf(page) {
  const frame = page.frames().find((other) => other.url().includes('/frame'))
  return new URL(frame.url()).origin
}

async function scrollThrough(page, total, inside) {
  await page
    .locator(inside)
    .nth(total - 1)
    .waitFor({ state: 'attached', timeout: 60_000 })
  await page.waitForTimeout(2000)
  return scroll(page)
}

/**
 * A page of a library of five hundred (of Tern alone for the bench) and a plain page with the same components
 * in as many bare frames, opened in turn, six times, the first left out; then a scroll through each.
 */
async function measure({ url }, key) {
  if (measured.has(key)) return measured.get(key)
  const { of, bare } = pages[key]
  const browser = await launch()
  let plain
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const large = await flock(context.request, url)
    const slug = key === 'bench' ? 'tern' : large
    const ours = []
    const theirs = []
    const scrolled = {}
    let total = 0
    for (let i = 0; i < 6; i++) {
      const page = await context.newPage()
      const opened = await open(page, url, slug, of)
      total = opened.total
      const entries = (await shelfOf(page, url, slug)).filter(
        ({ tag }) => key !== 'bench' || of === `/${tag}`,
      )
      plain ??= await plainShelf(entries, await previewOf(page), bare)
      if (i === 5 && key !== 'bench') scrolled.ours = await scrollThrough(page, total, 'article')
      await page.close()
      const other = await context.newPage()
      const at = await openPlain(other, plain.url)
      if (i === 5 && key !== 'bench') scrolled.theirs = await scrollThrough(other, entries.length, 'article')
      await other.close()
      if (i > 0) {
        ours.push(opened.at)
        theirs.push(at)
      }
    }
    measured.set(key, { ours: median(ours), theirs: median(theirs), total, scrolled })
    return measured.get(key)
  } finally {
    plain?.close()
    await browser.close()
  }
}

/** What comes over the wire before the first component is drawn, to a browser that has nothing yet. */
async function firstLoading({ url }) {
  const browser = await launch()
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const { at, bytes, frames, bytesOf } = await firstLoad(context, url, 'tern')
  await browser.close()
  if (process.argv.includes('--parts'))
    for (const part of bytesOf.toSorted((a, b) => b.bytes - a.bytes).slice(0, 30))
      say(`${part.bytes} ${part.url}`)
  return {
    name: 'first-load',
    value: round(bytes / 1000),
    unit: 'kB',
    aim: 400,
    against: 'bytes, heads counted',
    detail:
      `to the first component drawn, ${Math.round(at)} ms after it was asked for; ` +
      `${round(frames / 1000)} kB of them the script of frames`,
  }
}

/** How soon the first component of a page stands there, beside bare frames. */
const opening = (key) => async (at) => {
  const { ours, theirs, total } = await measure(at, key)
  return {
    name: `${key}-open`,
    value: round(ours / theirs),
    unit: 'ratio',
    aim: 1.5,
    against: 'the same components in as many bare frames of a plain page',
    detail:
      `${Math.round(ours)} ms from asking for ${pages[key].says} to the first component drawn, in a library ` +
      `of ${total}; ${Math.round(theirs)} ms on the plain page`,
  }
}

/** The late frames while a page of five hundred components goes by, beside bare frames. */
const scrolling = (key) => async (at) => {
  const { ours, theirs } = (await measure(at, key)).scrolled
  const lateShare = ({ late, frames }) => late / frames
  const told = ({ late, frames, longest, most, end }) =>
    `${late} of ${frames} frames over 50 ms, the longest task ${Math.round(longest)} ms, ${most} renderings ` +
    `at most, over ${end} px`
  return {
    name: `${key}-scroll`,
    value: round(lateShare(ours) / Math.max(lateShare(theirs), 0.001)),
    unit: 'ratio',
    aim: 1.2,
    against: 'the share of late frames on a plain page of bare frames',
    detail: `${told(ours)}; plain page: ${told(theirs)}`,
  }
}

const needs = { server: true, browser: true }
export const benchmarks = {
  'first-load': { run: firstLoading, ...needs },
  'shelf-open': { run: opening('shelf'), ...needs },
  'shelf-scroll': { run: scrolling('shelf'), ...needs },
  'whole-open': { run: opening('whole'), ...needs },
  'whole-scroll': { run: scrolling('whole'), ...needs },
  'bench-open': { run: opening('bench'), ...needs },
}
