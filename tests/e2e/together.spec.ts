import { expect, test } from '@playwright/test'
import { world, type World } from '../world'
import { alone, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('several values together get a name, or are ruled out; guide, spread and bench know of it', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-action')
  const action = alone(page, 'Action').locator('tern-action')
  const together = page.getByRole('region', { name: 'Several variants together' })
  await expect(together.getByRole('article')).toHaveCount(2)
  await test.step('what is shown gets a name', async () => {
    await page.getByRole('radiogroup', { name: 'emphasis' }).getByText('quiet').click()
    await row(page, 'prop:disabled').getByRole('checkbox').click()
    await expect(together).toContainText('Shown now: emphasis quiet with disabled')
    await together.getByRole('button', { name: 'Name it' }).click()
    await page.getByLabel('Name of the variant').fill('Booking under way')
    await page.keyboard.press('Enter')
    await expect(together).toContainText('There is a variant called Booking under way already.')
    await page.getByLabel('Name of the variant').fill('Sold out')
    await page.keyboard.press('Enter')
    await expect(together.getByRole('article', { name: 'Sold out' })).toContainText(
      'emphasis quiet with disabled',
    )
    await together.getByRole('button', { name: 'Write words for Sold out' }).click()
    await page.getByLabel('Words for Sold out, Markdown').fill('No berth is left.')
    await page.keyboard.press('Control+Enter')
  })
  await test.step('what is deleted comes back with its words', async () => {
    await together.getByRole('button', { name: 'Delete Sold out' }).click()
    await expect(together.getByRole('article', { name: 'Sold out' })).toHaveCount(0)
    const told = page.locator('.toast').filter({ hasText: '“Sold out” is deleted.' })
    await told.getByRole('button', { name: 'Undo' }).click()
    await expect(together.getByRole('article', { name: 'Sold out' })).toContainText('No berth is left.')
  })
  await test.step('what must not be used says so where it is shown', async () => {
    await page.getByRole('button', { name: 'Set nothing' }).click()
    await together
      .getByRole('article', { name: 'Booking under way' })
      .getByRole('button', { name: 'Show on the bench' })
      .click()
    await expect(action).toHaveAttribute('busy', '')
    const never = page.getByRole('status').filter({ hasText: 'Never emphasis ghost with busy' })
    await expect(never).toHaveCount(0)
    await page.getByRole('radiogroup', { name: 'emphasis' }).getByText('ghost').click()
    await expect(never).toContainText('Without a ground nobody sees that it waits.')
  })
  await test.step('the guide shows the named, and says what not', async () => {
    await page.goto(`${at.url}/tern/tern-action/guide`)
    const plate = page.getByRole('region', { name: 'Named variants' })
    await expect(plate).toContainText('No berth is left.')
    await expect(
      page.frameLocator('iframe[title="Action, every Named variants"]').locator('tern-action[disabled]'),
    ).toBeVisible()
    await expect(page.getByRole('region', { name: 'Never together' })).toContainText(
      'emphasis ghost with busy: Without a ground',
    )
  })
  await test.step('the spread crosses it out, and its covering set has none of it', async () => {
    await page.goto(`${at.url}/tern/tern-action/spread?rows=prop:emphasis&columns=prop:busy&sheets=none`)
    await expect(page.getByText('Never emphasis ghost with busy: Without')).toHaveCount(1)
    await page.getByRole('button', { name: /^Show the/ }).click()
    await expect(page.getByRole('button', { name: 'Save as examples' })).toBeVisible()
    await expect(page.getByText('Never emphasis ghost with busy: Without')).toHaveCount(0)
    await page.goto(`${at.url}/tern/tern-action/spread?rows=named&columns=none&sheets=none`)
    await expect(page.locator('.rows')).toContainText('Sold out')
  })
})
