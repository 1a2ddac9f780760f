import { expect, test, type Page } from '@playwright/test'
import { world, type World } from '../world'
import { choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

const cell = (page: Page, path: string, theme: string) =>
  page.getByRole('button', { name: new RegExp(`^${path.replaceAll('.', '\\.')} in ${theme}:`) })
const written = async (page: Page, path: string, theme: string) =>
  (await cell(page, path, theme).getAttribute('aria-label'))!.split(': ')[1]!

const expectWritten = (page: Page, path: string, theme: string, text: string) =>
  expect(cell(page, path, theme)).toHaveAttribute('aria-label', `${path} in ${theme}: ${text}`)

test('the table is a spreadsheet: arrows, ranges, copied, pasted, emptied, and taken back', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await signIn(page, at, 'ines', '/tern/tokens?like=feedback')
  const [line, ground] = ['feedback.calm.line', 'feedback.calm.ground']
  await expect(cell(page, line, 'Daywatch')).toBeVisible()
  const before = {
    line: await written(page, line, 'Daywatch'),
    ground: await written(page, ground, 'Daywatch'),
    storm: await written(page, 'feedback.storm.line', 'Daywatch'),
    night: await written(page, ground, 'Nightwatch'),
  }
  await cell(page, line, 'Daywatch').focus()
  await page.keyboard.press('ArrowRight')
  await expect(cell(page, line, 'Nightwatch')).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(cell(page, ground, 'Daywatch')).toBeFocused()
  await expect(page.getByText('two cells chosen')).toBeVisible()
  await page.keyboard.press('ControlOrMeta+c')
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(`${before.line}\n${before.ground}`)

  await cell(page, 'feedback.storm.line', 'Nightwatch').focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('ControlOrMeta+v')
  await expect(page.getByText('Two values changed.')).toBeVisible()
  await expectWritten(page, 'feedback.storm.line', 'Daywatch', before.line)
  await expectWritten(page, 'feedback.storm.ground', 'Daywatch', before.ground)
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expectWritten(page, 'feedback.storm.line', 'Daywatch', before.storm)

  // what is no colour is refused, and the rest is not
  await page.evaluate(() => navigator.clipboard.writeText('#123456\nno colour'))
  await cell(page, line, 'Nightwatch').focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('ControlOrMeta+v')
  await expect(page.getByText('One value changed. One other is as before.')).toBeVisible()
  await expectWritten(page, line, 'Daywatch', '#123456')
  await expectWritten(page, ground, 'Daywatch', before.ground)

  // what a theme has of its own is taken out; the base keeps what it has
  await cell(page, ground, 'Nightwatch').focus()
  await page.keyboard.press('Delete')
  await expectWritten(page, ground, 'Nightwatch', before.ground)
  await page.keyboard.press('ControlOrMeta+z')
  await expectWritten(page, ground, 'Nightwatch', before.night)

  // Enter edits, and goes on below
  await cell(page, line, 'Daywatch').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: `${line} in Daywatch` }).fill('#654321')
  await page.keyboard.press('Enter')
  await expect(cell(page, ground, 'Daywatch')).toBeFocused()
  await expectWritten(page, line, 'Daywatch', '#654321')
})

test('a range is chosen by pointing and changed by one rule: seen first, made in one, taken back', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?like=space')
  const spaces = ['space.1', 'space.2', 'space.3', 'space.4']
  const all = () => Promise.all(spaces.map((path) => written(page, path, 'Daywatch')))
  await expect(cell(page, 'space.1', 'Daywatch')).toBeVisible()
  expect(await all()).toEqual(['4px', '8px', '12px', '16px'])
  await cell(page, 'space.1', 'Daywatch').focus()
  await cell(page, 'space.4', 'Daywatch').click({ modifiers: ['Shift'] })
  await expect(page.getByText('four cells chosen')).toBeVisible()
  await expect(page.locator('#token-editor')).toHaveCount(0)
  await page.getByRole('button', { name: 'Change all 4 by a rule …' }).click()
  const form = page.getByRole('form', { name: 'Change what is chosen' })
  await expect(form.getByRole('listitem').first()).toHaveText('space.1 in Daywatch: 4px becomes 5px')
  await form.getByLabel('By how much').fill('much')
  await expect(form).toContainText('Write a number from 0 to 100.')
  await expect(form.getByRole('button', { name: /^Change/ })).toBeDisabled()
  await choose(page, 'Rule', 'per cent lighter')
  await expect(form).toContainText('None of them is otherwise then')
  await choose(page, 'Rule', 'times as large')
  await form.getByLabel('By how much').fill('1.5')
  await expect(form).toContainText('Four values are otherwise then.')
  await form.getByLabel('By how much').press('Enter')
  await expect(page.getByText('Four values changed.')).toBeVisible()
  expect(await all()).toEqual(['6px', '12px', '18px', '24px'])
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  for (const [i, path] of spaces.entries()) await expectWritten(page, path, 'Daywatch', `${(i + 1) * 4}px`)
})
