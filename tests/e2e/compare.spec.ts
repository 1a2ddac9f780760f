import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())
const apart = (page: Page) => page.getByRole('region', { name: 'What differs' })

/** How many pixels of the two frames are not white, as a browser draws them. */
async function inked(page: Page): Promise<number> {
  const png = (await page.locator('.frames').screenshot()).toString('base64')
  return page.evaluate(async (data) => {
    const picture = await createImageBitmap(
      new Blob([Uint8Array.from(atob(data), (text) => text.charCodeAt(0))], { type: 'image/png' }),
    )
    const drawn = new OffscreenCanvas(picture.width, picture.height).getContext('2d')!
    drawn.drawImage(picture, 0, 0)
    const { data: pixels } = drawn.getImageData(0, 0, picture.width, picture.height)
    let count = 0
    for (let i = 0; i < pixels.length; i += 4) if (pixels[i]! + pixels[i + 1]! + pixels[i + 2]! < 720) count++
    return count
  }, png)
}

test(
  'themes and versions beside one another, what differs in markup, drawing and contract, and ' +
    'only that in the picture',
  async ({ page }) => {
    test.setTimeout(200_000)
    await signIn(page, at, 'ines', '/tern/tern-notice-strip/compare')
    await test.step('the version that is out is as on the shelf', async () => {
      await expect(page.getByRole('button', { name: 'On the right: version 1.1.0' })).toBeVisible()
      await expect(apart(page)).toContainText('The same markup, drawn the same')
    })
    await test.step('every version may stand on a side, and says what it did not have', async () => {
      await choose(page, 'On the right', 'version 0.9.0')
      await expect(page).toHaveURL(/right=version%3A0\.9\.0|right=version:0\.9\.0/)
      await expect(apart(page)).toContainText('The same markup, drawn the same')
      await page.goto(`${at.url}/tern/tern-tide-gauge/compare?right=version:1.0.0`)
      await expect(page.getByText('It was not in that version.')).toBeVisible()
      await page.goto(`${at.url}/tern/tern-notice-strip/compare`)
      await expect(apart(page)).toContainText('The same markup, drawn the same')
    })
    await test.step('another theme is drawn otherwise, value by value', async () => {
      await choose(page, 'Theme on the right', 'Nightwatch')
      await expect(apart(page).getByRole('status')).toHaveText(/elements are drawn otherwise\.$/)
      await expect(apart(page).getByRole('row').filter({ hasText: 'part="strip"' })).toContainText(
        'background-color',
      )
      await expect(apart(page)).not.toContainText('of markup')
    })
    await test.step('the source changes, and what changed is told beside the version', async () => {
      const source = readFileSync('demo/tern/src/notice-strip.ts', 'utf8')
      await bringIn(await someone(at, 'ines'), {
        'src/notice-strip.ts': source
          .replace('role="status"', 'role="alert"')
          .replace(
            '  /** Less room above and below. */',
            '  /** How long it stays. */\n  get stays(): number { return ' +
              "Number(this.getAttribute('stays') ?? 0) }\n  set stays(seconds) { " +
              "this.setAttribute('stays', String(seconds)) }\n\n  /** Less room above and below. */",
          ),
      })
      await choose(page, 'Theme on the right', 'Daywatch')
      await choose(page, 'On the right', 'version 1.1.0')
      await expect(apart(page).getByRole('row').filter({ hasText: 'stays' })).toContainText(
        'only on the left',
        { timeout: 60_000 },
      )
      // both are dressed in the same theme by now
      await expect(apart(page)).not.toContainText('Drawn otherwise')
      await expect(apart(page).getByRole('row').filter({ hasText: 'part="strip"' })).toContainText(
        'role="alert"',
      )
      await page.locator('body').press('x')
      await expect(page.getByRole('button', { name: 'On the left: version 1.1.0' })).toBeVisible()
    })
    await test.step('only what differs is left of the picture: nothing where they are the same', async () => {
      await page.goto(`${at.url}/tern/tern-action/compare?right=face&as=apart`)
      await expect(apart(page)).toContainText('The same markup')
      await page.waitForTimeout(500)
      expect(await inked(page)).toBe(0)
      await page.goto(`${at.url}/tern/tern-action/compare?right=face&beside=nightwatch&as=apart`)
      await expect(apart(page)).toContainText('drawn otherwise')
      await page.waitForTimeout(500)
      expect(await inked(page)).toBeGreaterThan(1000)
    })
    await test.step('one over the other, with how much of it is seen', async () => {
      await choose(page, 'Shown as', 'one over the other')
      await page.getByLabel('How much of the right one is seen').fill('20')
      await expect(page.locator('.frames figure').nth(1)).toHaveCSS('opacity', '0.2')
    })
  },
)

test('every component in every theme on one page, also held in a state', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern')
  await page.getByRole('link', { name: 'See all at once' }).click()
  await expect(page.getByRole('article')).toHaveCount(16)
  const action = page.frameLocator('iframe[title^="Action in Daywatch, Nightwatch"]')
  await expect(action.locator('tern-action')).toHaveCount(4)
  const grounds = () =>
    action
      .locator('tern-action')
      .evaluateAll((all) =>
        all.map((entry) => getComputedStyle(entry.shadowRoot!.querySelector('[part]')!).backgroundColor),
      )
  const rest = await grounds()
  expect(new Set(rest).size).toBe(4)
  await choose(page, 'Held in', 'held in hover')
  await expect.poll(async () => (await grounds())[0]).not.toBe(rest[0])
  await choose(page, 'Themes', 'Nightwatch')
  await expect(page.frameLocator('iframe[title="Action in Nightwatch"]').locator('tern-action')).toHaveCount(
    1,
  )
  await choose(page, 'Which', 'The group Notices')
  await expect(page.getByRole('article')).toHaveCount(2)
})
