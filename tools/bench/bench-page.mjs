import { launch } from './browser.mjs'

/** A browser with somebody signed in. */
export async function signedIn(url) {
  const browser = await launch({ apart: true })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await page.request.post(`${url}/api/sign-in`, {
    data: { email: 'ines@marram.example', password: 'keeps-the-shelf' },
    headers: { origin: url },
  })
  return { browser, context, page }
}

/** Has every member of Tern tried on the server: milliseconds, and how many members that were. */
export async function evidenceCost({ url }) {
  const { browser, page } = await signedIn(url)
  try {
    const ask = async () => (await page.request.get(`${url}/api/libraries/tern/evidence`)).json()
    const began = performance.now()
    await page.request.post(`${url}/api/libraries/tern/evidence`, { headers: { origin: url } })
    for (;;) {
      const { run, components } = await ask()
      if (run.state !== 'waiting' && run.state !== 'running')
        return {
          ms: performance.now() - began,
          members: components.reduce((sum, component) => sum + component.evidence.length, 0),
          components: components.length,
        }
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  } finally {
    await browser.close()
  }
}

/**
 * Bytes of the page's heap after a hundred edits on the bench and after a thousand more; after eleven
 * components opened and after a hundred.
 */
export async function memory({ url }) {
  const { browser, context, page } = await signedIn(url)
  try {
    await page.goto(`${url}/tern/tern-notice-strip`)
    await page.frameLocator('iframe[title$="alone"]').locator('tern-notice-strip').waitFor()
    await page.getByText('seen in a browser.').waitFor({ timeout: 90_000 })
    const session = await context.newCDPSession(page)
    const heap = async () => {
      for (let i = 0; i < 3; i++) {
        await session.send('HeapProfiler.collectGarbage')
        await page.waitForTimeout(200)
      }
      return (await session.send('Runtime.getHeapUsage')).usedSize
    }
    const edit = (count) =>
      page.evaluate(async (times) => {
        const radios = [...document.querySelectorAll('[data-member="prop:tone"] input[type=radio]')]
        for (let i = 0; i < times; i++) {
          const painted = new Promise((resolve) =>
            document.addEventListener('kept-shelf:painted', resolve, { once: true }),
          )
          radios[i % radios.length].click()
          await painted
        }
      }, count)
    await edit(300)
    const before = await heap()
    await edit(1000)
    const after = await heap()
    const tags = (await (await page.request.get(`${url}/api/libraries/tern/shelf`)).json()).map(
      (entry) => entry.tag,
    )
    const open = async (count) => {
      for (let i = 0; i < count; i++) {
        await page.evaluate(
          (path) => document.querySelector('#__nuxt').__vue_app__.config.globalProperties.$router.push(path),
          `/tern/${tags[i % tags.length]}`,
        )
        await page
          .frameLocator('iframe[title$="alone"]')
          .locator(tags[i % tags.length])
          .first()
          .waitFor()
      }
    }
    await open(22)
    const few = await heap()
    await open(99)
    return { before, after, few, many: await heap() }
  } finally {
    await browser.close()
  }
}
