import pg from 'pg'
import { signedIn } from './bench-page.mjs'
import { launch } from './browser.mjs'
import { round } from './figures.mjs'
import { plainSite } from './plain-site.mjs'

const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** Has all pictures of the library beside its last version taken: milliseconds, and how many those are. */
async function takeAll({ url, database }) {
  const { browser, page } = await signedIn(url)
  const address = `${url}/api/libraries/tern/pictures`
  const client = new pg.Client({ connectionString: database })
  try {
    await client.connect()
    await client.query('delete from pictures')
    const began = performance.now()
    await page.request.post(address, { headers: { origin: url } })
    for (;;) {
      const { run } = await (await page.request.get(address)).json()
      if (!['waiting', 'running'].includes(run.state)) break
      await wait(200)
    }
    const ms = performance.now() - began
    const { rows } = await client.query('select count(*)::int as count from pictures where image is not null')
    const shelf = await (await page.request.get(`${url}/api/libraries/tern/shelf`)).json()
    const modules = shelf.map(({ tag, rendering }) => ({ tag, module: rendering.module }))
    return { ms, count: rows[0].count, modules }
  } finally {
    await client.end()
    await browser.close()
  }
}

/** The same components by a plain script, each loaded into an empty page: milliseconds of one picture. */
async function takePlainly({ preview }, modules, times) {
  const browser = await launch({ apart: true })
  try {
    const page = await browser.newPage({ viewport: { width: 460, height: 400 } })
    const site = await plainSite()
    const began = performance.now()
    for (let i = 0; i < times; i++) {
      const { tag, module } = modules[i % modules.length]
      await page.goto(site)
      await page
        .addScriptTag({ type: 'module', url: `http://plain.localhost:${preview}${module}` })
        .catch(() => undefined)
      await page.evaluate(async (name) => {
        document.body.replaceChildren(document.createElement(name))
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))
      }, tag)
      await page.screenshot({ animations: 'disabled', caret: 'hide', scale: 'css' })
    }
    return (performance.now() - began) / times
  } finally {
    await browser.close()
  }
}

async function pictures100(at) {
  const { ms, count, modules } = await takeAll(at)
  const plain = await takePlainly(at, modules, 100)
  return {
    name: 'pictures-100',
    value: round(ms / count / plain),
    unit: 'ratio',
    aim: 1.3,
    against: `a picture by a plain script in the same browser: ${round(plain)} ms`,
    detail: `${round(ms / 1000)} s for ${count} pictures, the browser's start, comparing and explaining included`,
  }
}

export const benchmarks = { 'pictures-100': { run: pictures100, server: true, browser: true } }
