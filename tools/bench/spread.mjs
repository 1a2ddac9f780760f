import { launch } from './browser.mjs'
import { median } from './figures.mjs'

/** A component with two props of ten and twenty choices, so that a spread of it has two hundred cells. */
const many = `const sheet = new CSSStyleSheet()
sheet.replaceSync(':host { display: block; font: 13px sans-serif } p { margin: 0; padding: 6px 10px; border-inline-start: 4px solid teal; background: aliceblue } :host([b="b3"]) p { background: beige } button { border: 0; background: none } button:hover { background: gold }')
export class Many extends HTMLElement {
  static observedAttributes = ['a', 'b']
  constructor() { super(); const root = this.attachShadow({ mode: 'open' }); root.adoptedStyleSheets = [sheet]; root.innerHTML = '<p part="body"><b></b> <slot></slot> <button part="close" type="button" aria-label="Put away">×</button></p>' }
  get a(): ${Array.from({ length: 10 }, (_, i) => `'a${i}'`).join(' | ')} { return this.getAttribute('a') as 'a0' ?? 'a0' }
  set a(value) { this.setAttribute('a', value) }
  get b(): ${Array.from({ length: 20 }, (_, i) => `'b${i}'`).join(' | ')} { return this.getAttribute('b') as 'b0' ?? 'b0' }
  set b(value) { this.setAttribute('b', value) }
  attributeChangedCallback() { this.shadowRoot!.querySelector('b')!.textContent = this.a + this.b }
}
customElements.define('tern-many', Many)
`

/**
 * Two hundred cells asked for to two hundred painted, in turn with the same elements on a plain page; then
 * the longest task while they are scrolled.
 */
// eslint-disable-next-line max-lines-per-function -- one measurement, in the order in which it is taken
export async function spread({ url }, bareUrl) {
  const browser = await launch({ apart: true })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    const headers = { origin: url }
    await page.request.post(`${url}/api/sign-in`, {
      data: { email: 'ines@marram.example', password: 'keeps-the-shelf' },
      headers,
    })
    const form = new FormData()
    form.append('file', new File([many], 'src/many.ts'))
    const { job } = await (
      await page.request.post(`${url}/api/libraries/tern/source`, { multipart: form, headers })
    ).json()
    for (let state = ''; state !== 'done'; await new Promise((resolve) => setTimeout(resolve, 300)))
      ({ state } = await (await page.request.get(`${url}/api/libraries/tern/jobs/${job}`)).json())
    const { rendering } = (await (await page.request.get(`${url}/api/libraries/tern/shelf`)).json()).find(
      (entry) => entry.tag === 'tern-many',
    )
    await page.goto(`${url}/tern/tern-many/spread?rows=prop:b&columns=prop:a&sheets=none&cells=160`)
    const cells = page.frameLocator('iframe[title^="Many"]').locator('tern-many')
    await cells.nth(199).waitFor()
    const preview = new URL(
      page
        .frames()
        .find((frame) => frame.url().includes('/frame'))
        .url(),
    )
    const plain = await context.newPage()
    await plain.goto(bareUrl)
    await plain.evaluate((module) => import(module), `${preview.origin}${rendering.module}`)
    const ask = (rows) =>
      page.evaluate(async (value) => {
        const router = document.querySelector('#__nuxt').__vue_app__.config.globalProperties.$router
        await new Promise((resolve) => setTimeout(resolve, 400))
        const painted = new Promise((resolve) =>
          document.addEventListener('kept-shelf:painted', (event) => resolve(event.detail.at), {
            once: true,
          }),
        )
        const began = performance.timeOrigin + performance.now()
        void router.replace({ query: { ...router.currentRoute.value.query, rows: value } })
        return (await painted) - began
      }, rows)
    const bare = () =>
      plain.evaluate(async () => {
        document.body.replaceChildren()
        await new Promise((resolve) => setTimeout(resolve, 400))
        const began = performance.now()
        const grid = document.createElement('div')
        grid.style.cssText = 'display: grid; grid-template-columns: repeat(10, 160px)'
        for (let b = 0; b < 20; b++) {
          for (let a = 0; a < 10; a++) {
            const element = document.createElement('tern-many')
            Object.assign(element, { a: `a${a}`, b: `b${b}` })
            element.textContent = 'Many'
            grid.append(element)
          }
        }
        document.body.append(grid)
        await new Promise((resolve) =>
          requestAnimationFrame(() => {
            const after = new MessageChannel()
            after.port1.onmessage = resolve
            after.port2.postMessage(0)
          }),
        )
        return performance.now() - began
      })
    const ours = []
    const theirs = []
    for (let i = 0; i < 16; i++) {
      await page.bringToFront()
      await ask('none')
      const took = await ask('prop:b')
      if ((await cells.count()) !== 200) throw new Error('there are not two hundred cells')
      await plain.bringToFront()
      const other = await bare()
      if (i > 2) {
        ours.push(took)
        theirs.push(other)
      }
    }
    await page.bringToFront()
    const watch = (frame) =>
      frame.evaluate(() => {
        window.longest = 0
        new PerformanceObserver((list) => {
          for (const performanceEntry of list.getEntries())
            window.longest = Math.max(window.longest, performanceEntry.duration)
        }).observe({ type: 'longtask' })
      })
    const frames = [page.mainFrame(), ...page.frames().filter((frame) => frame.url().includes('/frame'))]
    for (const frame of frames) await watch(frame)
    await page.mouse.move(600, 400)
    for (let i = 0; i < 60; i++) {
      await page.mouse.wheel(0, i < 30 ? 40 : -40)
      await page.waitForTimeout(30)
    }
    const longest = Math.max(
      ...(await Promise.all(frames.map((frame) => frame.evaluate(() => window.longest)))),
    )
    return { ours: median(ours), bare: median(theirs), longest }
  } finally {
    await browser.close()
  }
}
