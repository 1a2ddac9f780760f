import { expect, test } from '@playwright/test'
import { finderSource } from '../fixtures/finder'
import { bringIn, someone, world, type World } from '../world'
import { alone, choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
  await bringIn(await someone(at, 'ines'), finderSource)
})
test.afterAll(() => at.end())

test('a way to a state is recorded by doing it once, saved with an example, and gone again by a link', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-pier-finder')
  const finder = alone(page, 'Pier finder')
  await page.getByRole('button', { name: 'Record what is done to it' }).click()
  await finder.getByRole('button', { name: 'Open' }).click()
  await finder.getByRole('textbox', { name: 'Find' }).pressSequentially('o')
  await expect(finder.getByRole('option')).toHaveCount(1)
  await finder.getByRole('option', { name: 'Holm' }).click()
  await expect(finder.getByRole('dialog')).toBeVisible()
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  const sentence = page.locator('.way').getByRole('status')
  await expect(sentence).toHaveText(
    'Then press the button “Open”, type “o” into the textbox “Find”, press the option “Holm”, ' +
      'wait for the dialog “Sure?”.',
  )
  await page.getByRole('button', { name: 'Go it again' }).click()
  await expect(sentence.locator('.done')).toHaveCount(4)
  await expect(finder.getByText('To Holm')).toBeVisible()
  await page.getByRole('button', { name: 'Save as new' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Sure of Holm')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('“Sure of Holm” is saved.')).toBeVisible()
  await expect(page).toHaveURL(/example=/)
  await page.reload()
  await expect(finder.getByRole('dialog', { name: 'Sure?' })).toBeVisible()
  await expect(sentence.locator('.done')).toHaveCount(4)
  await choose(page, 'Example', 'as on the shelf')
  await expect(finder.getByRole('dialog')).toHaveCount(0)
  await expect(sentence.locator('.done')).toHaveCount(0)
})

test('a way is written; what can not be read, and what comes to nothing, is told at its word', async ({
  page,
}) => {
  await signIn(page, at, 'tobias', '/tern/tern-pier-finder')
  const finder = alone(page, 'Pier finder')
  const write = async (text: string) => {
    await page.getByRole('button', { name: /^(Write what is done|Edit the sentence)/ }).click()
    await page.getByLabel('How it gets there, in a sentence').fill(text)
    await page.keyboard.press('Enter')
  }
  await write('Press the button "Open", wait for the listbox: it has many entries')
  await expect(page.getByRole('alert')).toHaveText('At “many”: a number belongs here.')
  await page
    .getByLabel('How it gets there, in a sentence')
    .fill('press the button "Open", wait for the listbox: it has 4 entries')
  await page.keyboard.press('Enter')
  const way = page.locator('.way')
  await expect(way.getByRole('alert')).toHaveText('The listbox has 3 and not 4.')
  await expect(way.locator('.missed')).toHaveText('wait for the listbox: it has 4 entries')
  await write('Press the button "Opn"')
  await expect(way.getByRole('alert')).toHaveText('There is no button “Opn”; there is the button “Open”.')
  await write(
    'press the button "Open", press the text "Skerray", wait for the dialog, press Escape, wait until the dialog is gone',
  )
  await expect(way.locator('.done')).toHaveCount(5)
  await expect(finder.getByText('To Skerray')).toBeVisible()
  await expect(finder.getByRole('dialog')).toHaveCount(0)
  await expect(page).toHaveURL(/way=/)
  await page.reload()
  await expect(way.locator('.done')).toHaveCount(5)
  await page.getByRole('button', { name: 'Nothing is done to it' }).click()
  await expect(page).not.toHaveURL(/way=/)
})
