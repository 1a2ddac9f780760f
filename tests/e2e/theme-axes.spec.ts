import { expect, test } from '@playwright/test'
import { world, type World } from '../world'
import { alone, choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('a theme of density is worn beside any theme of colours, on the bench and in the spread', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-ticket?theme=nightwatch')
  const root = alone(page, 'Ticket').locator('html')
  const ticket = alone(page, 'Ticket').locator('tern-ticket')
  const width = async () => (await ticket.boundingBox())?.width
  await expect.poll(width).toBe(230)
  const ground = await root.evaluate((element) =>
    getComputedStyle(element).getPropertyValue('--tern-surface-page'),
  )
  await choose(page, 'Worn beside it, by density', 'Close quarters')
  await expect.poll(width).toBe(200)
  await expect(page).toHaveURL(/with=density:close-quarters/)
  await page.reload()
  await expect.poll(width).toBe(200)
  await expect(root).toHaveAttribute('data-theme', 'nightwatch')
  expect(
    await root.evaluate((element) => getComputedStyle(element).getPropertyValue('--tern-surface-page')),
  ).toBe(ground)
  await choose(page, 'Worn beside it, by density', 'the usual density')
  await expect.poll(width).toBe(230)
  // it multiplies no list of themes
  await page.getByRole('button', { name: 'Theme: Nightwatch' }).click()
  await expect(page.getByRole('option')).toHaveText(['Daywatch', 'Nightwatch', 'High sun', 'Island Line'])

  await page.goto(`${at.url}/tern/tern-ticket/spread?rows=beside:density&columns=direction&sheets=theme`)
  const cells = page.frameLocator('iframe[title^="Island Line"]').locator('tern-ticket')
  await expect(cells).toHaveCount(4)
  await expect.poll(async () => (await cells.first().boundingBox())?.width).toBe(230)
  await expect.poll(async () => (await cells.last().boundingBox())?.width).toBe(200)
})

test('a maintainer has a theme combine, is told what cannot be, and takes it back', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const list = page.getByRole('region', { name: 'Themes' })
  await list.getByRole('button', { name: 'Add a theme …' }).click()
  await page.getByLabel('Title of the new theme').fill('Turned')
  await list.getByRole('button', { name: 'Add it' }).click()
  const turned = list.getByRole('listitem', { name: 'Turned' })
  await choose(page, 'How Turned is worn', 'beside others, from right to left')
  await expect(page.getByText('Turned is worn beside others now.')).toBeVisible()
  await expect(turned).toContainText('dir="rtl"')
  await expect(turned.getByText('comes in by itself')).toHaveCount(0)

  await choose(page, 'How Close quarters is worn', 'beside others, from right to left')
  await expect(list.getByText('One theme turns with the direction of writing.')).toBeVisible()

  await choose(page, 'How Turned is worn', 'beside others, by something else …')
  await turned.getByLabel('By').fill('sea 3')
  await turned.getByLabel('By').press('Enter')
  await expect(turned.getByRole('alert')).toContainText('Write it in up to 30 letters and hyphens')
  await turned.getByLabel('By').fill('Sea-state')
  await turned.getByLabel('By').press('Enter')
  await expect(turned).toContainText('data-sea-state="turned"')
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(turned).toContainText('dir="rtl"')

  await page.getByRole('button', { name: 'Delete Turned' }).click()
  await expect(page.getByText('Turned is gone.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(turned).toContainText('dir="rtl"')
})
