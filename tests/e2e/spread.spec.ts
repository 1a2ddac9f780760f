import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('a spread over axes of one’s choice: live, held in states, in each theme; a cell leads to the bench', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip')
  await page.getByRole('link', { name: 'Spread' }).click()
  const day = page.frameLocator('iframe[title^="Daywatch"]')
  await expect(day.locator('tern-notice-strip')).toHaveCount(16)
  await expect(page.getByRole('heading', { name: /Nightwatch/ })).toContainText('16 renderings')
  await expect(
    page.frameLocator('iframe[title^="Nightwatch"]').locator('tern-notice-strip .strip').first(),
  ).toHaveCSS('background-color', 'rgb(22, 48, 61)')
  // a column is held in its state, and the one beside it is not
  const close = (i: number) => day.locator('tern-notice-strip').nth(i).locator('.close')
  const ground = (i: number) => close(i).evaluate((element) => getComputedStyle(element).backgroundColor)
  expect(await ground(1)).not.toBe(await ground(0))
  expect(await ground(2)).toBe(await ground(0))
  await choose(page, 'Rows', 'length of content')
  await choose(page, 'Columns', 'writing direction')
  await choose(page, 'Sheets', 'nothing')
  await expect(page).toHaveURL(/rows=content.*columns=direction|columns=direction.*rows=content/)
  const frame = page.frameLocator('iframe[title^="Notice strip"]')
  await expect(frame.locator('tern-notice-strip')).toHaveCount(8)
  await expect(frame.locator('tern-notice-strip').nth(1)).toHaveCSS('direction', 'rtl')
  await page.getByRole('link', { name: 'short, right to left, on the bench' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Writing direction: right to left' })).toBeVisible()
  await expect(page.frameLocator('iframe[title="Notice strip, alone"]').getByText('Late')).toBeVisible()
})

test('the covering set: worked out, bounded, shown, and without what was left out', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip/spread')
  const foot = page.getByLabel('Covering set', { exact: true }).last()
  await expect(foot.getByRole('status')).toContainText(/16\s*of 2,048 renderings cover all 204 pairs/)
  await expect(foot).toContainText('No fewer than 16 can.')
  await foot.getByRole('button', { name: 'Add' }).click()
  const leave = page.getByLabel('A combination that must not, or must, occur')
  await choose(page, 'One value', 'dismissible: not dismissible')
  await choose(page, 'Another value', 'state: focus-visible')
  await leave.getByRole('button', { name: 'Leave it out' }).click()
  await page.keyboard.press('Escape')
  await expect(foot).toContainText('Never: dismissible not dismissible with state focus-visible')
  await expect(foot).toContainText('one pair cannot occur')
  await foot.getByRole('button', { name: 'Add' }).click()
  await choose(page, 'Never or always', 'Always')
  await choose(page, 'One value', 'tone: storm')
  await choose(page, 'Another value', 'state: hover')
  await choose(page, 'A third value', 'theme: Nightwatch')
  await leave.getByRole('button', { name: 'Ask for it' }).click()
  await page.keyboard.press('Escape')
  await expect(foot).toContainText('Always: tone storm with state hover with theme Nightwatch')
  await foot.getByRole('button', { name: /^Show the/ }).click()
  const shown = page.frameLocator('iframe[title^="Covering set"]')
  await expect(shown.locator('tern-notice-strip').first()).toBeVisible()
  const captions = await shown.locator('[data-kept-caption]').allInnerTexts()
  expect(captions.length).toBeGreaterThanOrEqual(16)
  expect(
    captions.filter((caption) => caption.includes('not dismissible') && caption.includes('focus-visible')),
  ).toEqual([])
  expect(
    captions.some((caption) => ['storm', 'hover', 'Nightwatch'].every((word) => caption.includes(word))),
  ).toBe(true)
  expect(captions.some((caption) => /only here: .+ pairs?$/.test(caption))).toBe(true)
  // every pair of the others is there
  for (const tone of ['calm', 'warn', 'storm', 'good'])
    for (const state of ['at rest', 'hover', 'focus-visible', 'active'])
      expect(captions.some((caption) => caption.includes(tone) && caption.includes(state))).toBe(true)
  const address = page.url()
  await page.reload()
  await expect(shown.locator('tern-notice-strip')).toHaveCount(captions.length)
  await page.goto(address.replace(/out=[^&]*/, 'out=nonsense%3D9%26x'))
  await expect(foot).toContainText('Never: nothing')
})

test('a cell that fails says so in its place and costs no other; too many are refused with what to do', async ({
  page,
}) => {
  const ines = await someone(at, 'ines')
  const many = Array.from(
    { length: 6 },
    (_, i) =>
      `  /** One of many. */\n  get many${i}(): ` +
      `${Array.from({ length: 12 }, (_one, n) => `'v${n}'`).join(' | ')} { return ` +
      `this.getAttribute('many${i}') as 'v0' ?? 'v0' }\n  set many${i}(value) { ` +
      `this.setAttribute('many${i}', value) }`,
  ).join('\n')
  await bringIn(ines, {
    'src/fickle.ts':
      `export class Fickle extends HTMLElement {\n  static observedAttributes = ` +
      `['mood'${Array.from({ length: 6 }, (_, i) => `, 'many${i}'`).join('')}]\n  get mood(): ` +
      `'calm' | 'wild' { return this.getAttribute('mood') as 'calm' ?? 'calm' }\n  set ` +
      `mood(value) { if (value === 'wild') throw new Error('too wild'); ` +
      `this.setAttribute('mood', value) }\n${many}\n  connectedCallback() { this.textContent = ` +
      `'Steady' }\n}\ncustomElements.define('tern-fickle', Fickle)`,
  })
  await signIn(page, at, 'ines', '/tern/tern-fickle/spread?rows=prop:mood&columns=direction&sheets=none')
  const frame = page.frameLocator('iframe[title^="Fickle"]')
  await expect(frame.getByText('Did not render. Error: too wild')).toHaveCount(2)
  await expect(frame.getByText('Steady')).toHaveCount(2)
  await expect(page.getByRole('heading', { name: /Fickle/ }).last()).toContainText('two fail')
  await page.goto(`${at.url}/tern/tern-fickle/spread?rows=prop:many0&columns=prop:many1&sheets=prop:many2`)
  await expect(page.getByText('That takes 1,728 renderings, more than can be looked at.')).toBeVisible()
})

test('a date is a date in every cell, as it is on the bench', async ({ page }) => {
  const ines = await someone(at, 'ines')
  await bringIn(ines, {
    'src/day.ts':
      'export class Day extends HTMLElement { #on = new Date(0); get on(): Date { return ' +
      'this.#on } set on(on: Date) { this.#on = on; this.textContent = on instanceof Date ? ' +
      "`Year ${on.getUTCFullYear()}` : 'no date' } }\ncustomElements.define('tern-day', Day)",
  })
  for (const year of [2031, 2032])
    expect(
      (
        await ines('/api/libraries/tern/components/tern-day/examples', {
          body: { name: `In ${year}`, usage: { props: { on: `${year}-05-06T00:00:00.000Z` }, slots: {} } },
        })
      ).status,
    ).toBe(200)
  await signIn(page, at, 'ines', '/tern/tern-day/spread?rows=example&columns=none&sheets=none')
  const cells = page.frameLocator('iframe[title^="Day"]').locator('tern-day')
  await expect(cells).toHaveText(['Year 2031', 'Year 2032'])
})
