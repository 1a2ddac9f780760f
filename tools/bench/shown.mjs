// What of a published library stands visibly on the shelf once it is brought in, with nothing added to it.
import { say } from '../machine.mjs'
import { launch } from './browser.mjs'
import { round } from './figures.mjs'

const account = { email: 'ines@marram.example', password: 'keeps-the-shelf' }
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** A slug for a library by the name of its package. */
export const slugOf = (name) => name.replace(/^@/, '').replace(/[^a-z0-9]+/g, '-')

/** Makes a library and brings a package into it as a person would; gives its slug and what the job said. */
export async function bringPackage(request, url, { name, version }) {
  const headers = { origin: url }
  await request.post(`${url}/api/sign-in`, { data: account, headers })
  const slug = slugOf(name)
  const found = await request.get(`${url}/api/libraries/${slug}`)
  if (!found.ok()) {
    const made = await request.post(`${url}/api/libraries`, {
      data: { slug, title: slug, package: `@marram/${slug}`, prefix: 'x-', visibility: 'open' },
      headers,
    })
    if (!made.ok()) throw new Error(await made.text())
  }
  const begun = await request.post(`${url}/api/libraries/${slug}/fetch`, {
    data: { is: 'package', name, version: version ?? '' },
    headers,
  })
  const { job, ...rest } = await begun.json()
  if (job === undefined) throw new Error(JSON.stringify(rest))
  for (;;) {
    const answer = await (await request.get(`${url}/api/libraries/${slug}/jobs/${job}`)).json()
    if (answer.state === 'done') return { slug, result: answer.result }
    if (!['waiting', 'running'].includes(answer.state))
      throw new Error(JSON.stringify(answer.result ?? answer))
    await wait(500)
  }
}

/** How many pixels of a picture differ from what most of it has. */
const pixelsApart = (page, png) =>
  page.evaluate(async (text) => {
    const bytes = Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))
    const picture = await createImageBitmap(new Blob([bytes], { type: 'image/png' }))
    const canvas = new OffscreenCanvas(picture.width, picture.height).getContext('2d')
    canvas.drawImage(picture, 0, 0)
    const pixels = new Uint32Array(canvas.getImageData(0, 0, picture.width, picture.height).data.buffer)
    const counts = new Map()
    for (const pixel of pixels) counts.set(pixel, (counts.get(pixel) ?? 0) + 1)
    return pixels.length - Math.max(...counts.values())
  }, png.toString('base64'))

/** Opens the shelf and looks at each place: what is seen there, or what is said instead. */
export async function lookAtShelf(page, url, slug, limit = Infinity) {
  await page.goto(`${url}/${slug}`)
  await page.locator('article').first().waitFor({ timeout: 60_000 })
  const articles = page.locator('article')
  const looked = []
  for (let i = 0; i < Math.min(limit, await articles.count()); i++) {
    const article = articles.nth(i)
    await article.scrollIntoViewIfNeeded()
    const object = article.locator('.object')
    const tag = (await article.locator('.label .code').first().innerText()).trim()
    const frame = object.locator('.preview')
    const problem = object.locator('.bad, .failed, .cut')
    const began = Date.now()
    let says = ''
    let apart = 0
    while (Date.now() - began < 20_000) {
      says = (await problem.count())
        ? (
            await problem
              .first()
              .innerText({ timeout: 500 })
              .catch(() => '')
          ).trim()
        : ''
      if (!says && (await frame.count())) apart = await pixelsApart(page, await object.screenshot())
      // a way to show it may still be looked for, and what is seen may be taken back at once
      const isOver = !says.startsWith('Finding') && Date.now() - began > (says ? 2500 : 6000)
      if (apart > 8 || isOver) break
      await wait(150)
    }
    looked.push({ tag, apart, says })
  }
  return looked
}

/** Tells on the console what was seen of a library. */
export function tellLooked(name, looked) {
  const shown = looked.filter(({ apart, says }) => apart > 8 && !says)
  const silent = looked.filter(({ apart, says }) => apart <= 8 && !says)
  say(`${name}: ${shown.length} of ${looked.length} shown, ${silent.length} show nothing and say nothing`)
}

/** Libraries of different make that the first ways of showing were not written with. */
const libraries = [
  { name: '@carbon/web-components', version: '2.63.0', made: 'compiled TypeScript, decorators' },
  { name: '@fluentui/web-components', version: '3.1.3', made: 'a framework with templates of its own' },
  { name: '@ionic/core', version: '9.0.5', made: 'a compiler of its own' },
  { name: '@material/web', version: '2.5.0', made: 'compiled TypeScript, decorators' },
  { name: '@mantine/core', version: '9.8.1', made: 'function components, compiled' },
  { name: 'react-bootstrap', version: '2.10.10', made: 'function components, compiled, with refs' },
  { name: 'vant', version: '4.10.2', made: 'Vue, compiled from JSX' },
  { name: 'element-plus', version: '2.14.8', made: 'Vue, compiled from single files' },
  { name: 'carbon-components-svelte', version: '0.112.1', made: 'Svelte' },
]
/** Components of each that are looked at: the first of the shelf. */
const most = 50

/** Brings each library in and looks at its shelf; the least share of one, and the slowest, a component. */
async function measure({ url }) {
  const browser = await launch()
  const told = []
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    for (const library of libraries) {
      const { slug } = await bringPackage(context.request, url, library)
      const page = await context.newPage()
      const began = Date.now()
      const looked = await lookAtShelf(page, url, slug, most)
      await page.close()
      const shown = looked.filter(({ apart, says }) => apart > 8 && !says)
      const silent = looked.filter(({ apart, says }) => apart <= 8 && !says)
      tellLooked(library.name, looked)
      told.push({
        name: library.name,
        share: shown.length / looked.length,
        silent: silent.length,
        each: (Date.now() - began) / looked.length,
      })
    }
  } finally {
    await browser.close()
  }
  return told
}

let measured
const detailOf = (told, figure) => told.map((library) => `${library.name} ${figure(library)}`).join(', ')
export const benchmarks = {
  shown: {
    server: true,
    browser: true,
    higher: true,
    async run(at) {
      measured ??= await measure(at)
      return {
        name: 'shown',
        value: round(Math.min(...measured.map(({ share }) => share))),
        unit: 'share',
        aim: 0.85,
        higher: true,
        against: 'the components of a shelf, nothing added; the least of several libraries',
        detail: detailOf(measured, ({ share, silent }) => `${round(share)}, ${silent} say nothing`),
      }
    },
  },
  'shown-time': {
    server: true,
    browser: true,
    async run(at) {
      measured ??= await measure(at)
      return {
        name: 'shown-time',
        value: round(Math.max(...measured.map(({ each }) => each)) / 1000),
        unit: 's a component',
        aim: 3,
        against: 'one after the other, with all ways that are tried',
        detail: detailOf(measured, ({ each }) => `${round(each / 1000)} s`),
      }
    },
  },
}
