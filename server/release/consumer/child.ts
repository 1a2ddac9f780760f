import type { Browser, Page } from 'playwright-core'
import { consumed, type Loaded } from '~~/core/release/consumer/consumer'
import { browserChild, firstLine } from '../../evidence/browser-child'
import { within } from '../../evidence/channel'
import { limits } from '../../limits'
import type { Said, ToLoad } from './message'

/** Where the page stands: a place of its own, which nothing but what we answer is ever fetched from. */
const place = 'http://a-consumer.localhost/'
const document =
  '<!doctype html><html lang="en"><title>A consumer</title><link rel="stylesheet" href="/all.css"><body>'

/** A document that takes the package by one classic script, as one without any build does. */
const plainDocument =
  '<!doctype html><html lang="en"><title>A page</title><body><script src="/single.js"></script>'

type Answers = Readonly<Record<string, { contentType: string; body: string }>>

/** The process with the browser that loads a package in a plain page, headless. */
browserChild<ToLoad, Said>(async (browser, asked, say) => {
  await say({ begun: place })
  const errors: string[] = []
  const { loadSeconds } = limits.consumer
  try {
    const work = loadBoth(browser, asked, errors)
    const loaded = await within(work, loadSeconds * 1000, `it did not load within ${loadSeconds} seconds`)
    await say({ ...loaded, errors })
  } catch (error) {
    await say({ missing: [], modules: {}, errors: [...errors, `It does not load: ${firstLine(error)}.`] })
  }
})

/** Loads it bundled, then as a single script where there is one, each in a page of its own. */
async function loadBoth(
  browser: Browser,
  { script, sheet, awaited: { elements }, single }: ToLoad,
  errors: string[],
): Promise<Loaded> {
  const bundled = await pageOf(browser, errors, {
    '/': { contentType: 'text/html; charset=utf-8', body: document },
    '/all.css': { contentType: 'text/css; charset=utf-8', body: sheet },
    '/all.js': { contentType: 'text/javascript; charset=utf-8', body: script },
  })
  await bundled.goto(place)
  await bundled.addScriptTag({ type: 'module', url: '/all.js' })
  const loaded = await bundled.evaluate(
    ({ consumed, elements }) => ({
      missing: elements.filter((tag) => !customElements.get(tag)),
      modules: ((globalThis as Record<string, unknown>)[consumed] ?? {}) as Loaded['modules'],
      errors: [],
    }),
    { consumed, elements },
  )
  if (!single) return loaded
  const plain = await pageOf(browser, errors, {
    '/': { contentType: 'text/html; charset=utf-8', body: plainDocument },
    '/single.js': { contentType: 'text/javascript; charset=utf-8', body: single.script },
  })
  await plain.goto(place)
  const found = await plain.evaluate(
    ({ global, elements }) => ({
      missing: elements.filter((tag) => !customElements.get(tag)),
      exported: Object.keys(((globalThis as Record<string, unknown>)[global] ?? {}) as object),
    }),
    { global: single.global, elements },
  )
  return { ...loaded, single: found }
}

/** A page that nothing but these answers reaches; what goes wrong in it is noted. */
async function pageOf(browser: Browser, errors: string[], answers: Answers): Promise<Page> {
  const context = await browser.newContext({ serviceWorkers: 'block' })
  await context.route(
    () => true,
    (route) => {
      const answer = answers[new URL(route.request().url()).pathname]
      return answer && route.request().url().startsWith(place) ? route.fulfill(answer) : route.abort()
    },
  )
  const page = await context.newPage()
  page.on('pageerror', (error) => errors.push(`An error once it is loaded: ${firstLine(error)}`))
  return page
}
