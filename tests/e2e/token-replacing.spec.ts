import { expect, test } from '@playwright/test'
import { world, type World } from '../world'
import { signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('a token that is in use is deleted with another in its place: seen first, done in one, taken back', async ({
  page,
}) => {
  test.setTimeout(180_000)
  await signIn(page, at, 'ines', '/tern/tokens?token=line.soft')
  const row = page.locator('[data-token="line.soft"]')
  await expect(row).toBeInViewport()
  await page.getByRole('button', { name: 'Delete …' }).focus()
  await page.keyboard.press('Enter')
  const form = page.getByRole('region', { name: 'Deleting it' })
  await expect(form).toContainText('src/ticket.css, one line')
  const other = form.getByLabel('In its place, everywhere')
  await other.fill('space.1')
  await expect(form).toContainText('line.soft is a color, space.1 a dimension.')
  await other.fill('line.none')
  await expect(form).toContainText('There is no token line.none.')
  await expect(form.getByRole('button', { name: /^Replace it/ })).toBeDisabled()
  await other.fill('text.soft')
  await expect(form).toContainText('It takes with it one token that refers to it, seven lines in six files.')
  const changes = form.getByRole('list', { name: 'What it comes to then' }).getByRole('listitem')
  await expect(changes).toHaveCount(5)
  await expect(changes.first()).toHaveText(/Daywatch\s*#D5E0E6\s*becomes\s*#4A6472/)
  await other.press('Enter')
  await expect(page.getByText('text.soft stands in the place of line.soft now.')).toBeVisible({
    timeout: 90_000,
  })
  await expect(row).toHaveCount(0)
  await expect(page).toHaveURL(/token=text\.soft/)
  await page.goto(`${at.url}/tern/source?path=src/ticket.css`)
  await expect(page.getByText('var(--tern-text-soft, #D5E0E6)')).toBeVisible()
})

test('what was replaced is back with one press', async ({ page }) => {
  test.setTimeout(180_000)
  await signIn(page, at, 'ines', '/tern/tokens?token=motion.quick')
  await page.getByRole('button', { name: 'Delete …' }).click()
  await page.getByLabel('In its place, everywhere').fill('motion.steady')
  await page.getByRole('button', { name: /^Replace it, and/ }).click()
  await expect(page.getByText('motion.steady stands in the place of motion.quick now.')).toBeVisible({
    timeout: 90_000,
  })
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByText('motion.quick is back.')).toBeVisible({ timeout: 90_000 })
  await expect(page.locator('[data-token="motion.quick"]')).toBeInViewport()
})
