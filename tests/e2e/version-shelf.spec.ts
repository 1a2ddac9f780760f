import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, choose, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

const gauge = 'demo/tern/src/tide-gauge.ts'

test('a component is tried as it was in a version, before anybody installs it', async ({ page, browser }) => {
  test.setTimeout(300_000)
  const ines = await someone(at, 'ines')
  const source = readFileSync(gauge, 'utf8')
  await bringIn(ines, { 'src/tide-gauge.ts': source.replace(/\bunit\b/g, 'measure') })

  await signIn(page, at, 'odile', '/tern/registry')
  await page.getByRole('link', { name: 'Look at the shelf of 1.1.0' }).click()
  const bar = page.getByRole('region', { name: 'The version that is looked at' })
  await expect(bar).toContainText('The shelf of version 1.1.0')
  await expect(page).toHaveURL(/\/tern\?at=1\.1\.0$/)
  await expect(page.frameLocator('iframe[title="Notice strip"]').locator('tern-notice-strip')).toBeVisible()

  await test.step('on its bench it takes what it took then', async () => {
    await page.getByRole('link', { name: 'Tide gauge', exact: true }).click()
    await expect(page).toHaveURL(/tern-tide-gauge\?at=1\.1\.0/)
    await expect(alone(page, 'Tide gauge').locator('tern-tide-gauge')).toBeVisible()
    await expect(row(page, 'prop:unit')).toBeVisible()
    await expect(row(page, 'prop:measure')).toHaveCount(0)
    await row(page, 'prop:height').getByRole('spinbutton', { name: 'height' }).fill('4.2')
    await page.keyboard.press('Enter')
    await expect(alone(page, 'Tide gauge').getByText('4.2 m')).toBeVisible()
    await expect(page.getByRole('button', { name: /^Write/ })).toHaveCount(0)
    await expect(page.getByText('Try every member')).toHaveCount(0)
  })

  await test.step('a link shows somebody else the same, and another version is chosen', async () => {
    await expect(page).toHaveURL(/show=.*4\.2/)
    await page.reload()
    await expect(alone(page, 'Tide gauge').getByText('4.2 m')).toBeVisible()
    await choose(page, 'Version', '1.0.0')
    await expect(page).toHaveURL(/at=1\.0\.0/)
    await expect(page.getByText('There is no <tern-tide-gauge> in Tern 1.0.0.')).toBeVisible()
    await choose(page, 'Version', '1.1.0')
    await expect(alone(page, 'Tide gauge').getByText('4.2 m')).toBeVisible()
  })

  await test.step('its guide is of the version too', async () => {
    await page.getByRole('link', { name: 'Guide', exact: true }).click()
    await expect(page).toHaveURL(/guide\?at=1\.1\.0/)
    await expect(page.getByRole('heading', { name: 'Tide gauge', level: 1 })).toBeVisible()
    await expect(page.getByRole('link', { name: 'Evidence' })).toHaveCount(0)
  })

  await test.step('and the way leads back to the shelf as it is now', async () => {
    await bar.getByRole('link', { name: 'To the shelf as it is now' }).click()
    await expect(bar).toHaveCount(0)
    await page.getByRole('link', { name: 'Bench', exact: true }).click()
    await expect(row(page, 'prop:measure')).toBeVisible()
    await expect(row(page, 'prop:unit')).toHaveCount(0)
  })

  await test.step('a version that there is not is told, and nothing stands there', async () => {
    await page.goto(`${at.url}/tern?at=9.9.9`)
    await expect(page.getByRole('alert')).toContainText('@marram/tern has no version 9.9.9.')
    await expect(page.getByRole('link', { name: 'Notice strip', exact: true })).toHaveCount(0)
    await page.getByRole('link', { name: 'To the shelf as it is now' }).click()
    await expect(page.getByRole('link', { name: 'Notice strip', exact: true })).toBeVisible()
  })

  await test.step('without an account, where the library is open to anybody', async () => {
    await ines('/api/libraries/tern/readers', { method: 'PUT', body: { readers: 'anyone' } })
    const visitor = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await visitor.goto(`${at.url}/tern/tern-tide-gauge?at=1.1.0`)
    await expect(alone(visitor, 'Tide gauge').locator('tern-tide-gauge')).toBeVisible()
    await expect(row(visitor, 'prop:unit')).toBeVisible()
  })
})
