import { expect, test, type Page } from '@playwright/test'
import { world, type World } from '../world'
import { signIn } from './person'

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
