import { say } from '../setup.mjs'
import { launch } from './browser.mjs'
import { median, round } from './figures.mjs'
import { firstLoad, flock, open, scroll } from './shelf.mjs'

const shelves = new Map()

/**
 * A page of a library of five hundred in a browser: five openings of it and of Tern's own, in turn, and a
 * scroll through all of it.
 */
async function shelf({ url }, of = '') {
  if (shelves.has(of)) return shelves.get(of)
  const browser = await launch()
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const large = await flock(context.request, url)
    const small = []
    const big = []
    let scrolled
    for (let i = 0; i < 6; i++) {
      for (const [slug, into] of [
        ['tern', small],
        [large, big],
      ]) {
        const page = await context.newPage()
        const at = await open(page, url, slug, of)
        if (i > 0) into.push(at)
        if (i === 5 && slug === large) {
          await page
            .locator('article')
            .nth(at.total - 1)
            .waitFor({ state: 'attached', timeout: 60_000 })
          await page.waitForTimeout(2000)
          scrolled = await scroll(page)
        }
        await page.close()
      }
    }
    shelves.set(of, {
      small: median(small.map((entry) => entry.at)),
      big: median(big.map((entry) => entry.at)),
      count: big[0].total,
      scrolled,
    })
    return shelves.get(of)
  } finally {
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

/** How soon the first component of a page stands there, in a library of five hundred and in Tern. */
const opening = (name, of, page) => async (at) => {
  const { small, big, count } = await shelf(at, of)
  return {
    name,
    value: round(big / 1000),
    unit: 's',
    aim: 2,
    against: `opening ${page} of eleven`,
    detail:
      `${Math.round(big)} ms from asking for ${page} to the first component drawn, of ${count}; ` +
      `${Math.round(small)} ms of eleven: ratio ${round(big / small)}`,
  }
}

/** The share of late frames while a page of five hundred components goes by. */
const scrolling = (name, of) => async (at) => {
  const { scrolled } = await shelf(at, of)
  return {
    name,
    value: round(scrolled.late / scrolled.frames),
    unit: 'share',
    aim: 0.1,
    against: 'all frames of the scroll',
    detail:
      `${scrolled.late} of ${scrolled.frames} frames took over 50 ms, the longest task ` +
      `${Math.round(scrolled.longest)} ms, while ${scrolled.end} px went by; ${scrolled.most} ` +
      'frames of renderings at most were there at a time',
  }
}

const needs = { server: true, browser: true }
export const benchmarks = {
  'first-load': { run: firstLoading, ...needs },
  'shelf-open': { run: opening('shelf-open', '', 'the shelf'), ...needs },
  'shelf-scroll': { run: scrolling('shelf-scroll', ''), ...needs },
  'whole-open': { run: opening('whole-open', '/all', 'every component in every theme'), ...needs },
  'whole-scroll': { run: scrolling('whole-scroll', '/all'), ...needs },
}
