import { expect, test } from '@playwright/test'
import { someone, world, type World } from '../world'
import { row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('values of an axis get an order, groups and a status; bench, guide and spread follow', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip')
  await page.getByRole('button', { name: /^tone 4 values/ }).click()
  const values = page.locator('.axis').filter({ hasText: /^tone/ }).locator('[data-member]')
  const names = () => values.evaluateAll((rows) => rows.map((row) => row.getAttribute('data-member')))
  await expect(values).toHaveCount(4)
  expect(await names()).toEqual(['calm', 'warn', 'storm', 'good'].map((value) => `variant:tone=${value}`))
  const area = page.getByLabel('Order, groups and status of tone')
  const save = page.getByRole('button', { name: 'Save', exact: true })
  await test.step('what is no value, or no status, is told by its line, and is not saved', async () => {
    await page.getByRole('button', { name: 'Order, groups and status' }).click()
    await expect(area).toBeFocused()
    await expect(area).toHaveValue('calm\nwarn\nstorm\ngood')
    await area.fill('good\nloud\nwarn: retired')
    await expect(page.getByText('Line 2: “loud” is no value of tone.')).toBeVisible()
    await expect(page.getByText('Line 3: “retired” is no status')).toBeVisible()
    await expect(save).toBeDisabled()
  })
  await test.step('it is saved by keyboard', async () => {
    await area.fill('# Everyday\ngood: trial\ncalm: stable\n# Weather\nstorm\nwarn: deprecated, use storm')
    await page.keyboard.press('Control+Enter')
    await expect(area).toHaveCount(0)
    await expect(values.first()).toHaveAttribute('data-member', 'variant:tone=good')
    expect(await names()).toEqual(['good', 'calm', 'storm', 'warn'].map((value) => `variant:tone=${value}`))
    await expect(page.getByRole('heading', { name: 'Weather' })).toBeVisible()
    await expect(row(page, 'variant:tone=warn')).toContainText('use storm')
    await expect(row(page, 'variant:tone=good').getByText('trial')).toBeVisible()
  })
  await test.step('readers find it in the guide, in that order', async () => {
    await page.goto(`${at.url}/tern/tern-notice-strip/guide`)
    const shown = page.getByRole('region', { name: 'tone' }).getByRole('listitem')
    await expect(shown).toHaveCount(4)
    await expect(shown.first()).toContainText('Everyday')
    await expect(shown.first()).toContainText('good')
    await expect(shown.last()).toContainText('use storm')
  })
  await test.step('the spread has it in that order too', async () => {
    await page.goto(`${at.url}/tern/tern-notice-strip/spread?rows=prop:tone&columns=none&sheets=none`)
    const cells = page.getByRole('link', { name: /on the bench$/ })
    await expect(cells.first()).toHaveAccessibleName(/^good/)
    await expect(cells.nth(3)).toHaveAccessibleName(/^warn/)
  })
  await test.step('what somebody else arranged meanwhile is not written over', async () => {
    await page.goto(`${at.url}/tern/tern-notice-strip#variant:tone=calm`)
    await page.getByRole('button', { name: 'Order, groups and status' }).click()
    const tobias = await someone(at, 'tobias')
    const path = '/api/libraries/tern/components/tern-notice-strip/words'
    const body = { member: 'axis:tone', text: 'storm\nwarn', revision: 1 }
    expect((await tobias(path, { method: 'PUT', body })).status).toBe(200)
    await area.fill('warn\nstorm')
    await save.click()
    await expect(page.getByText(/wrote these words while you were writing/)).toBeVisible()
    await page.getByRole('button', { name: 'Keep theirs' }).click()
    await expect(values.first()).toHaveAttribute('data-member', 'variant:tone=storm')
  })
  await test.step('emptied, it is as in the source again', async () => {
    await page.getByRole('button', { name: 'Order, groups and status' }).click()
    await page.getByRole('button', { name: 'As in the source' }).click()
    await save.click()
    await expect(values.first()).toHaveAttribute('data-member', 'variant:tone=calm')
  })
})

test('an order of what is no axis, or that cannot be read, is refused by the server', async () => {
  const ines = await someone(at, 'ines')
  const put = (member: string, text: string) =>
    ines('/api/libraries/tern/components/tern-ticket/words', {
      method: 'PUT',
      body: { member, text, revision: 0 },
    })
  expect(await put('axis:tone', 'calm')).toMatchObject({
    status: 422,
    body: { problems: [{ code: 'no-axis' }] },
  })
  const strip = await ines('/api/libraries/tern/components/tern-notice-strip/words', {
    method: 'PUT',
    body: { member: 'axis:tone', text: 'loud', revision: 4 },
  })
  expect(strip).toMatchObject({
    status: 422,
    body: { problems: [{ what: 'Line 1: “loud” is no value of tone.' }] },
  })
})
