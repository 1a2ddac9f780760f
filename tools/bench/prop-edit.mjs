import { signedIn } from './bench-page.mjs'
import { median, round, share } from './figures.mjs'
import { plainSite } from './plain-site.mjs'

/**
 * Time from an edit in the ledger to painted pixels, and from setting the property on a plain page to
 * painted pixels, in turn in one browser. One frame is taken off ours: it is the frame in which our
 * own page draws the edit.
 */
// eslint-disable-next-line max-lines-per-function -- one measurement, in the order in which it is taken
async function propEdit({ url }) {
  const { browser, context, page } = await signedIn(url)
  try {
    const { rendering } = (await (await page.request.get(`${url}/api/libraries/tern/shelf`)).json()).find(
      (entry) => entry.tag === 'tern-notice-strip',
    )
    await page.goto(`${url}/tern/tern-notice-strip`)
    await page.frameLocator('iframe[title$="alone"]').locator('tern-notice-strip').waitFor()
    // members are tried a moment after the page has opened; what is measured is an edit after that
    await page.getByText('seen in a browser.').waitFor({ timeout: 60_000 })
    // the frame's “painted” messages come over its channel; the page notes them for whoever measures
    const preview = new URL(
      page
        .frames()
        .find((frame) => frame.url().includes('/frame'))
        .url(),
    )
    const plain = await context.newPage()
    await plain.goto(await plainSite())
    await plain.evaluate(async (module) => {
      await import(module)
      const element = document.createElement('tern-notice-strip')
      element.textContent = 'Sailings after 18:00 may be late: swell at Skerray.'
      document.body.append(element)
    }, `${preview.origin}${rendering.module}`)
    const tones = ['calm', 'warn', 'storm', 'good']
    const frame = await plain.evaluate(
      () =>
        new Promise((resolve) => {
          const times = []
          const tick = (t) =>
            times.push(t) > 60
              ? resolve((times.at(-1) - times[0]) / (times.length - 1))
              : requestAnimationFrame(tick)
          requestAnimationFrame(tick)
        }),
    )
    const ours = []
    const bare = []
    for (let i = 0; i < 80; i++) {
      const tone = tones[i % 4]
      await page.bringToFront()
      ours.push(
        await page.evaluate(async (value) => {
          const radio = [...document.querySelectorAll('[data-member="prop:tone"] input[type=radio]')].find(
            (element) => element.parentElement.textContent.trim() === value,
          )
          // edits come at any moment between two frames
          await new Promise((resolve) => setTimeout(resolve, 20 + Math.random() * 16))
          const painted = new Promise((resolve) =>
            document.addEventListener('kept-shelf:painted', (event) => resolve(event.detail.at), {
              once: true,
            }),
          )
          const began = performance.timeOrigin + performance.now()
          radio.click()
          return (await painted) - began
        }, tone),
      )
      await plain.bringToFront()
      bare.push(
        await plain.evaluate(async (value) => {
          const element = document.querySelector('tern-notice-strip')
          await new Promise((resolve) => setTimeout(resolve, 20 + Math.random() * 16))
          const began = performance.now()
          element.tone = value
          return new Promise((resolve) =>
            requestAnimationFrame(() => {
              const after = new MessageChannel()
              after.port1.onmessage = () => resolve(performance.now() - began)
              after.port2.postMessage(0)
            }),
          )
        }, tone),
      )
    }
    const warm = (list) => list.slice(10)
    const [a, b] = [warm(ours), warm(bare)]
    const value = Math.max(0, median(a) - frame) / median(b)
    return {
      name: 'prop-edit',
      value: round(value),
      unit: 'ratio',
      aim: 1.2,
      against: 'setting the property on a plain page, one frame off ours',
      detail:
        `${round(median(a))} ms (95th ${round(share(a, 0.95))}) against ` +
        `${round(median(b))} ms (95th ${round(share(b, 0.95))}), a frame is ${round(frame)} ms; ` +
        `ratio of 95ths ${round(Math.max(0, share(a, 0.95) - frame) / share(b, 0.95))}; without ` +
        `the frame off ${round(median(a) / median(b))}`,
    }
  } finally {
    await browser.close()
  }
}

export const benchmarks = { 'prop-edit': { run: propEdit, server: true, browser: true } }
