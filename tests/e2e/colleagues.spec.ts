import { expect, test } from '@playwright/test'
import { Cable, world, type World } from '../world'
import { alone, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('what one person changes, another sees without asking', async ({ browser }) => {
  const [first, second] = await Promise.all([browser.newPage(), browser.newPage()])
  await Promise.all([
    signIn(first, at, 'ines', '/tern/tern-tide-gauge'),
    signIn(second, at, 'tobias', '/tern/tern-tide-gauge'),
  ])
  // both begin from no words
  for (const page of [first, second])
    await row(page, 'prop:unit').getByRole('button', { name: 'Write words for unit' }).click()
  await first.getByLabel('Words for unit, Markdown').fill('Metres, or feet for old charts.')
  await first.keyboard.press('Control+Enter')
  await expect(row(first, 'prop:unit')).toContainText('Metres, or feet')
  await second.getByLabel('Words for unit, Markdown').fill('Say ft only on request.')
  await second.keyboard.press('Control+Enter')
  await expect(row(second, 'prop:unit').getByRole('alert')).toContainText(
    'Ines Fairlie wrote these words while you were writing',
  )
  await expect(row(second, 'prop:unit')).toContainText('Metres, or feet for old charts.')
  await second.getByRole('button', { name: 'Join the two' }).click()
  await second.getByLabel('Words for unit, Markdown').press('Control+Enter')
  await expect(row(first, 'prop:unit')).toContainText('Say ft only on request.')
  await expect(row(first, 'prop:unit')).toContainText('Metres, or feet for old charts.')
})

test('a reader finds, tries and copies, and is offered nothing they may not do', async ({ page }) => {
  await signIn(page, at, 'odile', '/tern/tern-fare-stepper')
  const frame = alone(page, 'Fare stepper')
  await expect(frame.getByRole('spinbutton')).toHaveAttribute('aria-valuenow', '2')
  await page.getByRole('spinbutton', { name: 'most' }).fill('4')
  await frame.getByRole('spinbutton').click()
  await page.keyboard.press('End')
  await expect(frame.getByRole('spinbutton')).toHaveAttribute('aria-valuenow', '4')
  await expect(page.getByLabel('Events')).toContainText('count-change  {"count":4,"before":2}')
  await expect(page.getByRole('button', { name: /^(Write|Edit) words/ })).toHaveCount(0)
  await page.goto(`${at.url}/tern/release`)
  await expect(page.getByText('Publishing takes the role of maintainer.')).toBeVisible()
  await page.goto(`${at.url}/tern/tern-nothing`)
  await expect(page.getByRole('heading', { name: 'Not on this shelf' })).toBeVisible()
})

test('values that fit no type are told, and the last that fitted is shown', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-ticket')
  const frame = alone(page, 'Ticket')
  await expect(frame.locator('tern-ticket')).toContainText('R. Harrow')
  await page.getByRole('button', { name: 'passenger as text' }).click()
  const box = row(page, 'prop:passenger').getByRole('textbox')
  await box.fill('{"name": "A. Quill"')
  await expect(row(page, 'prop:passenger')).toContainText('not JSON yet')
  await box.fill('{"name": "A. Quill"}')
  await expect(row(page, 'prop:passenger')).toContainText('passenger.deck is missing.')
  await expect(frame.locator('tern-ticket')).toContainText('R. Harrow')
  await box.fill('{"name": "A. Quill", "deck": "C", "foot": false}')
  await expect(frame.locator('tern-ticket')).toContainText('A. Quill · Deck C · car')
  await expect(page.getByLabel('Code for plain HTML')).toContainText('.passenger = {"name":"A. Quill"')
})

test(
  'the database goes away while somebody writes: it is said, nothing is lost, and it is kept ' +
    'when it is back',
  async ({ page }) => {
    let cable!: Cable
    const own = await world({}, async (port) => {
      cable = new Cable(port)
      await cable.plug()
      return cable.port
    })
    try {
      await signIn(page, own, 'ines', '/tern/tern-tide-gauge')
      await expect(alone(page, 'Tide gauge').locator('tern-tide-gauge')).toBeVisible()
      await row(page, 'prop:unit').getByRole('button', { name: 'Write words for unit' }).click()
      await page.getByLabel('Words for unit, Markdown').fill('Written while the lights were out.')
      await cable.cut()
      await page.keyboard.press('Control+Enter')
      await expect(row(page, 'prop:unit').getByRole('alert')).toContainText(
        'The database does not answer just now',
        { timeout: 20_000 },
      )
      await expect(page.getByLabel('Words for unit, Markdown')).toHaveValue(
        'Written while the lights were out.',
      )
      // handling goes on all the same: the component is here already
      await row(page, 'prop:unit').getByRole('radiogroup').getByText('ft', { exact: true }).click()
      await expect(alone(page, 'Tide gauge').locator('tern-tide-gauge')).toContainText('2.4 ft')
      await cable.plug()
      await expect(async () => {
        await page.getByLabel('Words for unit, Markdown').press('Control+Enter')
        await expect(row(page, 'prop:unit')).toContainText('Ines Fairlie, just now', { timeout: 2000 })
      }).toPass({ timeout: 30_000 })
      await expect(row(page, 'prop:unit')).toContainText('Written while the lights were out.')
    } finally {
      await own.end()
      await cable.cut()
    }
  },
)

test('a fitting is tried on everything, seen live by a colleague, beside what is kept, and saved whole', async ({
  browser,
}) => {
  const [first, second] = await Promise.all([browser.newPage(), browser.newPage()])
  await signIn(first, at, 'ines', '/tern/tokens?token=text.soft')
  await first.getByRole('button', { name: /^Changes go into/ }).click()
  await first.getByLabel(/^A new fitting/).fill('Softer')
  await first.getByRole('button', { name: 'Begin', exact: true }).click()
  const worn = first.getByRole('region', { name: 'The fitting that is worn' })
  await expect(worn).toContainText('Everything wears the fitting Softer')
  const cell = (page: typeof first) => page.locator('[data-token="text.soft"] td').first()
  await cell(first).click()
  await first.locator('#token-editor').fill('{ink.700}')
  await first.keyboard.press('Enter')
  await expect(first.getByText('text.soft is tried in “Softer”.')).toBeVisible()

  // whoever wears it sees it, on any page; whoever does not sees what is kept
  await signIn(second, at, 'tobias', '/tern/tokens?token=text.soft')
  await expect(cell(second)).toContainText('{ink.500}')
  await second.getByRole('button', { name: /^Changes go into/ }).click()
  await second.getByRole('option', { name: /Softer/ }).click()
  await expect(cell(second)).toContainText('{ink.700}')
  await cell(first).click()
  await first.locator('#token-editor').fill('{flare.600}')
  await first.keyboard.press('Enter')
  await expect(cell(second)).toContainText('{flare.600}')

  await worn.getByRole('link', { name: 'Beside what is kept' }).click()
  const note = first.frameLocator('iframe[title^="Field in"]').getByText('As it stands in your papers.')
  // in four themes, each as it is tried and as it is kept
  await expect(note).toHaveCount(8)
  await expect(note.nth(0)).toHaveCSS('color', 'rgb(178, 64, 43)')
  await expect(note.nth(1)).toHaveCSS('color', 'rgb(74, 100, 114)')

  // and of one component, on the page that was asked for by its address
  await first.goto(`${at.url}/tern/tern-field/compare`)
  await expect(worn).toContainText('Everything wears the fitting Softer')
  for (const [side, colour] of [
    ['left', 'rgb(178, 64, 43)'],
    ['right', 'rgb(74, 100, 114)'],
  ] as const)
    await expect(
      first.frameLocator(`iframe[title="Field, ${side}"]`).getByText('As it stands in your papers.'),
    ).toHaveCSS('color', colour)

  // another that touches the same token says so
  await second.getByRole('button', { name: /^Changes go into/ }).click()
  await second.getByLabel(/^A new fitting/).fill('Louder')
  await second.getByRole('button', { name: 'Begin', exact: true }).click()
  const louder = second.getByRole('region', { name: 'The fitting that is worn' })
  await expect(louder).toContainText('Everything wears the fitting Louder')
  await cell(second).click()
  await second.locator('#token-editor').fill('{ink.900}')
  await second.keyboard.press('Enter')
  await expect(second.getByText('“Softer” changes text.soft too')).toBeVisible()

  await worn.getByRole('button', { name: 'Save all' }).click()
  await expect(first.getByText('“Softer” is kept: one change.')).toBeVisible()
  await expect(worn).toHaveCount(0)
  // what was tried over another value is not saved unseen
  await louder.getByRole('button', { name: 'Save all' }).click()
  await expect(
    second.getByText(/text\.soft was given another value in daywatch since it was tried/),
  ).toBeVisible()
  await louder.getByRole('button', { name: 'Delete' }).click()
  await louder.getByRole('button', { name: 'Delete' }).click()
  await expect(louder).toHaveCount(0)
  await expect(cell(second)).toContainText('{flare.600}')
  await first.getByRole('button', { name: 'Undo' }).last().click()
  await expect(cell(second)).toContainText('{ink.500}')
})
