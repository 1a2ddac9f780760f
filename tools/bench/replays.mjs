import { launch } from './browser.mjs'
import { median, round } from './figures.mjs'
import { plainSite } from './plain-site.mjs'
import { root } from '../machine.mjs'

const button = { role: 'button', name: 'Open' }
const field = { role: 'textbox', name: 'Find' }
/** To a dialog that comes last of four things that all come late. */
const acts = [
  { do: 'press', on: button },
  { do: 'type', text: 'o', on: field },
  { do: 'wait', for: { role: 'listbox' }, has: 1 },
  { do: 'press', on: { role: 'option', name: 'Holm' } },
  { do: 'wait', for: { role: 'dialog', name: 'Sure?' } },
]

/** The same by a plain script in the same browser. */
async function byHand(page) {
  await page.getByRole('button', { name: 'Open', exact: true }).click()
  await page.getByRole('textbox', { name: 'Find', exact: true }).fill('o')
  const options = page.getByRole('listbox').getByRole('option')
  while ((await options.count()) !== 1) await page.waitForTimeout(5)
  await options.filter({ hasText: 'Holm' }).click()
  await page.getByRole('dialog', { name: 'Sure?', exact: true }).waitFor()
}

/** Brings the component in that is only got to by use; each delay of it is another each time. */
async function bringIn(page, url, source) {
  const headers = { origin: url }
  await page.request.post(`${url}/api/sign-in`, {
    data: { email: 'ines@marram.example', password: 'keeps-the-shelf' },
    headers,
  })
  const form = new FormData()
  form.append('file', new File([source], 'src/pier-finder.ts'))
  const sent = await page.request.post(`${url}/api/libraries/tern/source`, { multipart: form, headers })
  const { job } = await sent.json()
  for (let state = ''; state !== 'done'; await new Promise((resolve) => setTimeout(resolve, 200)))
    ({ state } = await (await page.request.get(`${url}/api/libraries/tern/jobs/${job}`)).json())
  const shelf = await (await page.request.get(`${url}/api/libraries/tern/shelf?tag=tern-pier-finder`)).json()
  return shelf[0].rendering.module
}

/** A frame with the component in it, and what makes it anew. */
async function frameWith({ hold, bareSurround }, page, preview, module) {
  await page.goto(`http://ways.localhost:${preview}/frame`)
  const frame = await hold(page)
  const modules = [{ tag: 'tern-pier-finder', module }]
  await frame.post({ say: 'surround', surround: bareSurround('daywatch') })
  const usage = { props: {}, slots: {} }
  await frame.post({ say: 'show', seq: 1, tag: 'tern-pier-finder', modules, usage, listen: [] })
  await page.getByRole('button', { name: 'Open' }).waitFor()
  return { frame, anew: () => frame.post({ say: 'replay', n: -1, acts: [], anew: true }) }
}

/** Ways gone `times`, in turn with the plain script; then `more` times, some of which may come to nothing. */
async function goMany({ url, preview }, times, more) {
  const tools = await import(`${root}/.build/ways.mjs`)
  const source = Object.values(tools.finderSource)[0].replaceAll(
    /, (?:400|150|200)\)/g,
    ', Math.random() * 90)',
  )
  const browser = await launch()
  try {
    const page = await browser.newPage()
    const module = await bringIn(page, url, source)
    const { frame, anew } = await frameWith(tools, page, preview, module)
    const bare = await browser.newPage()
    await bare.goto(await plainSite())
    await bare
      .addScriptTag({ type: 'module', url: `http://ways.localhost:${preview}${module}` })
      .catch(() => undefined)
    const made = () =>
      bare.evaluate(() => document.body.replaceChildren(document.createElement('tern-pier-finder')))
    const [ours, plain] = [[], []]
    let missed = 0
    for (let i = 0; i < times; i++) {
      for (const [list, run] of [
        [
          ours,
          async () => (
            await anew(),
            (await tools.goWay(page, frame, 'tern-pier-finder', acts)).failed && missed++
          ),
        ],
        [plain, async () => (await made(), await byHand(bare))],
      ]) {
        const began = performance.now()
        await run()
        list.push(performance.now() - began)
      }
    }
    for (let i = 0; i < more; i++) {
      await anew()
      if ((await tools.goWay(page, frame, 'tern-pier-finder', acts)).failed) missed++
    }
    return { ours: median(ours), plain: median(plain), missed, gone: times + more }
  } finally {
    await browser.close()
  }
}

async function replay100(at) {
  const { ours, plain, missed, gone } = await goMany(at, 100, 0)
  return {
    name: 'replay-100',
    value: round(ours / plain),
    unit: 'ratio',
    aim: 1.5,
    against: `the same acts by a plain script: ${round(plain)} ms`,
    detail: `${round(ours)} ms for a way of five acts, the middle one of ${gone}; ${missed} came to nothing`,
  }
}

async function replaySteady(at) {
  const { missed, gone } = await goMany(at, 0, 1000)
  return {
    name: 'replay-steady',
    value: missed,
    unit: 'ways',
    aim: 0,
    against: `${gone} ways of five acts, every delay of the component another each time`,
    detail: `${missed} of ${gone} came to nothing`,
  }
}

const needs = { server: true, browser: true }
export const benchmarks = {
  'replay-100': { run: replay100, ...needs },
  'replay-steady': { run: replaySteady, ...needs },
}
