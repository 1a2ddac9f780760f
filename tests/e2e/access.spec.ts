import { readFileSync } from 'node:fs'
import type axe from 'axe-core'
import { expect, test, type Page } from '@playwright/test'
import { screens } from '../../app/screens'
import { world, type World } from '../world'
import { row, signIn } from './person'

const engine = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')
let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** What an accessibility engine finds serious in our own pages; what is inside a frame is the library's. */
async function seriousOn(page: Page): Promise<string[]> {
  await page.evaluate(engine)
  const violations = await page.evaluate(
    async () =>
      (await (window as unknown as { axe: typeof axe }).axe.run(document, { iframes: false })).violations,
  )
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => {
      const elements = nodes.slice(0, 3).map((node) => node.html.slice(0, 160))
      return `${id} ${elements.join(' | ')}`
    })
}

/** What a page shows at narrow widths: those in which something runs out of it. */
async function widthsRunOver(page: Page): Promise<string[]> {
  const out: string[] = []
  for (const [what, width, height] of [
    ['a telephone', 390, 800],
    ['twice the size', 640, 400],
  ] as const) {
    await page.setViewportSize({ width, height })
    // what asks how wide it is draws itself anew a moment later
    const widest = () => page.evaluate(() => document.documentElement.scrollWidth)
    const fits = expect.poll(widest, { timeout: 3000 }).toBeLessThanOrEqual(width)
    await fits.catch(async () => out.push(`at the width of ${what}, ${await widest()}`))
  }
  return out
}

test('on every screen an accessibility engine finds nothing serious in either scheme, and nothing runs out of it', async ({
  page,
}) => {
  test.setTimeout(600_000)
  const found: string[] = []
  const look = async (path: string) => {
    await page.goto(`${at.url}${path}`)
    await expect(page.getByRole('main').first(), path).toBeVisible()
    if (path === '/sign-in') await expect(page.getByLabel('Address')).toBeVisible()
    await page.waitForTimeout(600)
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme })
      // colours are on their way from one scheme to the other
      await page.waitForTimeout(300)
      found.push(...(await seriousOn(page)).map((says) => `${path}, ${colorScheme}: ${says}`))
    }
    found.push(...(await widthsRunOver(page)).map((says) => `${path}: ${says}`))
    await page.setViewportSize({ width: 1280, height: 800 })
  }
  await look('/sign-in')
  await signIn(page, at, 'ines', '/tern')
  const within = screens.filter(({ page }) => page !== 'sign-in')
  for (const path of within.flatMap(({ looked }) => looked)) await look(path)
  expect(found).toEqual([])
})

/** Chooses the next in a sentence with keys only. */
async function chooseNext(page: Page, label: RegExp): Promise<void> {
  await page.getByRole('main').getByRole('button', { name: label }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('listbox')).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
}

test(
  'by keyboard alone: hold a state, keep an example and make it the face, spread, a covering ' +
    'set, compare, see what it is made of, begin to try every member and stop',
  async ({ page }) => {
    test.setTimeout(400_000)
    await signIn(page, at, 'ines', '/tern/tern-action')
    const frame = page.frameLocator('iframe[title="Action, alone"]')
    await expect(frame.locator('tern-action')).toBeVisible()
    await page.getByRole('button', { name: /^States held/ }).focus()
    await page.keyboard.press('Enter')
    await page.keyboard.type('hover')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await expect(page).toHaveURL(/held=hover/)
    await expect(frame.locator('[data-kept-held~=hover]').first()).toBeAttached()
    await page.getByRole('button', { name: 'Save as new' }).focus()
    await page.keyboard.press('Enter')
    const dialog = page.getByLabel('The example', { exact: true })
    await expect(dialog.getByLabel('Name')).toBeFocused()
    await page.keyboard.press('ControlOrMeta+a')
    await page.keyboard.type('Under the pointer')
    await dialog.getByRole('button', { name: 'Save and show it on the shelf' }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: 'Example: Under the pointer' })).toBeVisible()
    await expect(page.getByText('“Under the pointer” is saved, and the shelf shows it.')).toBeVisible()
    const follow = async (name: string) => {
      await page
        .getByRole('navigation', { name: 'Views of this component' })
        .getByRole('link', { name })
        .focus()
      await page.keyboard.press('Enter')
    }
    await follow('Spread')
    await expect(
      page.getByRole('main').frameLocator('.cells iframe').first().locator('tern-action').first(),
    ).toBeVisible({ timeout: 60_000 })
    await page.getByRole('button', { name: /^Show the/ }).focus()
    await page.keyboard.press('Enter')
    await expect(
      page.frameLocator('iframe[title^="Covering set"]').locator('[data-kept-caption]').first(),
    ).toBeVisible({ timeout: 60_000 })
    await follow('Compare')
    await expect(page.getByRole('button', { name: 'On the right: version 1.1.0' })).toBeVisible()
    await page.keyboard.press('x')
    await expect(page.getByRole('button', { name: 'On the left: version 1.1.0' })).toBeVisible()
    await page.keyboard.press('v')
    await expect(page).toHaveURL(/as=over/)
    await chooseNext(page, /^Theme on the right/)
    await expect(page.getByRole('button', { name: 'Theme on the right: Nightwatch' })).toBeFocused()
    await expect(page.getByRole('region', { name: 'What differs' })).toContainText('drawn otherwise')
    await follow('Made of')
    await page.getByRole('tree').focus()
    await page.keyboard.press('ArrowDown')
    await expect(page.locator('[role=treeitem][aria-selected=true]')).toContainText('part')
    await page.goto(`${at.url}/tern/evidence`)
    await page.getByRole('button', { name: /^Try / }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('progressbar', { name: 'Components tried' })).toBeVisible()
    await page.getByRole('button', { name: 'Stop' }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByText('The last run was stopped')).toBeVisible()
  },
)

test('by keyboard alone: find, handle, fill, choose a theme, go to a neighbour, see the keys', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern')
  await expect(page.getByRole('region', { name: 'Choosing' })).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('gangway')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/tern-gangway-switch/)
  const frame = page.frameLocator('iframe[title="Gangway switch, alone"]')
  await expect(frame.getByRole('switch')).toHaveAttribute('aria-checked', 'true')
  await row(page, 'prop:locked').getByRole('checkbox').focus()
  await page.keyboard.press('Space')
  await expect(frame.getByRole('switch')).toBeDisabled()
  await page.getByLabel('Text in default').focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('Ramp 4')
  await expect(frame.getByText('Ramp 4')).toBeVisible()
  await page.getByRole('button', { name: /^Theme:/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('listbox', { name: 'Theme' })).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(frame.locator('html')).toHaveAttribute('data-theme', 'nightwatch')
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press(']')
  await expect(page).not.toHaveURL(/tern-gangway-switch/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys here' })).toContainText('the component before')
})

test('the first editor is five stops of the Tab key away; a row is one stop, and arrows go inside', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-ticket')
  await expect(row(page, 'prop:destination')).toBeVisible()
  // opened by its link, as from a message
  await page.reload()
  await expect(row(page, 'prop:destination')).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to the work' })).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  const destination = page.getByLabel('destination', { exact: true })
  await expect(destination).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('berth', { exact: true })).toBeFocused()
  await page.keyboard.press('Shift+Tab')
  await expect(destination).toBeFocused()
  await page.keyboard.press('Alt+ArrowLeft')
  await expect(
    row(page, 'prop:destination').getByRole('button', { name: 'Edit words for destination' }),
  ).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await expect(row(page, 'prop:destination').getByRole('link', { name: 'destination' })).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Words for destination, Markdown')).toBeFocused()
})
