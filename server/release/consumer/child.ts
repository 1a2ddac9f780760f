import { consumed, type Loaded } from '~~/core/release/consumer/consumer'
import { browserChild, firstLine } from '../../evidence/browser-child'
import { within } from '../../evidence/channel'
import { limits } from '../../limits'
import type { Said, ToLoad } from './message'

/** Where the page stands: a place of its own, which nothing but what we answer is ever fetched from. */
const place = 'http://a-consumer.localhost/'
const document =
  '<!doctype html><html lang="en"><title>A consumer</title><link rel="stylesheet" href="/all.css"><body>'

/** The process with the browser that loads a package in a plain page, headless. */
browserChild<ToLoad, Said>(async (browser, { script, sheet, awaited }, say) => {
  const answers: Record<string, { contentType: string; body: string }> = {
    '/': { contentType: 'text/html; charset=utf-8', body: document },
    '/all.css': { contentType: 'text/css; charset=utf-8', body: sheet },
    '/all.js': { contentType: 'text/javascript; charset=utf-8', body: script },
  }
  await say({ begun: place })
  const context = await browser.newContext({ serviceWorkers: 'block' })
  const errors: string[] = []
  try {
    await context.route(
      () => true,
      (route) => {
        const answer = answers[new URL(route.request().url()).pathname]
        return answer && route.request().url().startsWith(place) ? route.fulfill(answer) : route.abort()
      },
    )
    const page = await context.newPage()
    page.on('pageerror', (error) => errors.push(`An error once it is loaded: ${firstLine(error)}`))
    const load = async (): Promise<Loaded> => {
      await page.goto(place)
      await page.addScriptTag({ type: 'module', url: '/all.js' })
      return page.evaluate(
        ({ consumed, elements }) => ({
          missing: elements.filter((tag) => !customElements.get(tag)),
          modules: ((globalThis as Record<string, unknown>)[consumed] ?? {}) as Loaded['modules'],
          errors: [],
        }),
        { consumed, elements: awaited.elements },
      )
    }
    const { loadSeconds } = limits.consumer
    const loaded = await within(load(), loadSeconds * 1000, `it did not load within ${loadSeconds} seconds`)
    await say({ ...loaded, errors })
  } catch (error) {
    await say({ missing: [], modules: {}, errors: [...errors, `It does not load: ${firstLine(error)}.`] })
  }
})
