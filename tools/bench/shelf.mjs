// The shelf at five hundred components: how soon it stands there, and what scrolling it costs.
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { root } from '../machine.mjs'

const account = { email: 'ines@marram.example', password: 'keeps-the-shelf' }

/** Brings a library of so many Terns in, unless it is there, and waits until it stands on the shelf. */
export async function flock(request, url, copies = 46, slug = 'flock') {
  const headers = { origin: url }
  await request.post(`${url}/api/sign-in`, { data: account, headers })
  if ((await request.get(`${url}/api/libraries/${slug}`)).ok()) return slug
  await request.post(`${url}/api/libraries`, {
    data: { slug, title: 'Flock', package: `@marram/${slug}`, prefix: 'tern-', visibility: 'open' },
    headers,
  })
  const { terns } = await import(pathToFileURL(join(root, '.build/terns.mjs')))
  const form = new FormData()
  form.set('note', 'many Terns')
  form.set('whole', 'yes')
  for (const tern of [
    ...terns(copies),
    {
      path: 'package.json',
      text: JSON.stringify({ name: `@marram/${slug}`, version: '0.0.0', license: 'MIT' }),
    },
    { path: 'LICENSE', text: 'MIT' },
  ])
    form.append('file', new Blob([tern.text]), tern.path)
  const begun = await (
    await request.post(`${url}/api/libraries/${slug}/source`, { multipart: form, headers, timeout: 60_000 })
  ).json()
  for (;;) {
    const job = await (await request.get(`${url}/api/libraries/${slug}/jobs/${begun.job}`)).json()
    if (job.state === 'done') return slug
    if (!['waiting', 'running'].includes(job.state)) throw new Error(JSON.stringify(job.result ?? job))
    await new Promise((resolve) => setTimeout(resolve, 500))
  }
}

/**
 * Milliseconds from asking for the shelf, or another page of it, to the first of its components being drawn,
 * and how many it holds.
 */
export async function open(page, url, slug, of = '') {
  await page.addInitScript(() => {
    window.drawn = new Promise((resolve) =>
      document.addEventListener('kept-shelf:painted', () => resolve(performance.now()), { once: true }),
    )
  })
  await page.goto(`${url}/${slug}${of}`)
  const { at, moment } = await page.evaluate(async () => {
    const at = await window.drawn
    return { at, moment: performance.timeOrigin + at }
  })
  return { at, moment, total: (await shelfOf(page, url, slug)).length }
}

/** What the shelf of a library answers: each component with its contract, face and rendering. */
export const shelfOf = async (page, url, slug) =>
  (await page.request.get(`${url}/api/libraries/${slug}/shelf`)).json()

/** Milliseconds from asking for a plain page of bare frames to the first of them being painted. */
export async function openPlain(page, url) {
  await page.goto(url)
  return page.evaluate(() => window.drawn)
}

const nothing = { responseBodySize: 0, responseHeadersSize: 0 }
/**
 * Bytes on the wire, heads counted, from asking for a shelf with nothing kept to the first component being
 * drawn; and those of scripts of frames alone.
 */
export async function firstLoad(context, url, slug) {
  const page = await context.newPage()
  await page.request.post(`${url}/api/sign-in`, { data: account, headers: { origin: url } })
  const sizes = []
  context.on('requestfinished', (request) =>
    sizes.push({ url: request.url(), sizes: request.sizes(), moment: Date.now() }),
  )
  const { at, moment } = await open(page, url, slug)
  const bytes = await Promise.all(
    // what comes after it was drawn is for others
    sizes
      .filter((request) => request.moment <= moment)
      .map(async (request) => {
        // what a browser had already has no size, and is never told one
        const { responseBodySize, responseHeadersSize } = await Promise.race([
          request.sizes.catch(() => nothing),
          new Promise((resolve) => setTimeout(resolve, 3000, nothing)),
        ])
        return { url: request.url, bytes: responseBodySize + responseHeadersSize }
      }),
  )
  await page.close()
  const sum = (list) => list.reduce((all, request) => all + request.bytes, 0)
  return {
    at,
    bytes: sum(bytes),
    frames: sum(bytes.filter((request) => /\/frame-\w+\.js$/.test(request.url))),
    bytesOf: bytes,
  }
}

/**
 * How many frames come late (over 50 ms) while somebody scrolls the whole shelf: a third of it at reading
 * speed, in which all that comes near is drawn, the rest as fast as one flies past; the longest task in
 * milliseconds, and how many renderings there were at most.
 */
export async function scroll(page) {
  return page.evaluate(async () => {
    const tasks = []
    new PerformanceObserver((list) =>
      tasks.push(...list.getEntries().map((performanceEntry) => performanceEntry.duration)),
    ).observe({
      type: 'longtask',
    })
    const frames = []
    let last = performance.now()
    const end = document.documentElement.scrollHeight
    let most = 0
    for (let at = 0; at < end; at += at < end / 3 ? 15 : 90) {
      window.scrollTo(0, at)
      await new Promise((resolve) => requestAnimationFrame(resolve))
      const now = performance.now()
      frames.push(now - last)
      last = now
      most = Math.max(most, document.querySelectorAll('article iframe').length)
    }
    await new Promise((resolve) => setTimeout(resolve, 200))
    return {
      longest: Math.max(0, ...tasks),
      tasks: tasks.length,
      frames: frames.length,
      late: frames.filter((frame) => frame > 50).length,
      most,
      end,
    }
  })
}
