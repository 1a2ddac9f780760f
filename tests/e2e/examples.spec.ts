import { expect, test } from '@playwright/test'
import { someone, world, type World } from '../world'
import { alone, choose, pressPointed, signIn, standsStill } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test(
  'examples: kept with what is around them, named, noted, ordered, made the face, doubled, ' +
    'let go, and mended when the source changed',
  async ({ page }) => {
    test.setTimeout(180_000)
    await signIn(page, at, 'ines', '/tern/tern-weather-chip')
    const main = page.getByRole('main')
    const dialog = page.getByLabel('The example', { exact: true })
    await choose(page, 'Writing direction', 'right to left')
    await page.getByRole('button', { name: /^States held/ }).click()
    await pressPointed(page.getByRole('option', { name: 'hover' }))
    await page.keyboard.press('Escape')
    await main.getByRole('button', { name: 'Save as new' }).click()
    await dialog.getByLabel('Name').fill('Turned')
    await dialog.getByLabel('Notes').fill('For islands that read from the right.')
    await dialog.getByLabel('Name').press('Enter')
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await expect(main.getByText('For islands that read from the right.')).toBeVisible()
    // a name that is taken is refused, in place
    await main.getByRole('button', { name: 'Save as new' }).click()
    await dialog.getByLabel('Name').fill('Turned')
    await dialog.getByLabel('Name').press('Enter')
    await expect(dialog.getByRole('alert')).toContainText('There is an example called Turned already.')
    await dialog.getByLabel('Name').fill('Plain')
    await dialog.getByLabel('Name').press('Enter')
    await expect(main.getByRole('button', { name: 'Example: Plain' })).toBeVisible()
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Earlier' }).click()
    await expect(page.getByText('“Plain” stands earlier.')).toBeVisible()
    await expect(dialog).toHaveCount(0)
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Offer as a starter' }).click()
    await expect(page.getByText('“Plain” is a starter now.')).toBeVisible()
    // a change is kept, and taken back
    await choose(page, 'Text size', '150 %')
    await expect(main.getByText(', changed.')).toBeVisible()
    await main.getByRole('button', { name: 'Save the change' }).click()
    await expect(page.getByText('“Plain” shows this now.')).toBeVisible()
    await expect(main.getByText(', changed.')).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await expect(main.getByText(', changed.')).toBeVisible()
    // somebody else opens it by its link, and sees it in the guide
    await choose(page, 'Example', 'Turned')
    await expect(page.getByRole('button', { name: 'Writing direction: right to left' })).toBeVisible()
    const link = new URL(page.url()).searchParams.get('example')!
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await expect(page.getByRole('button', { name: 'States held: hover' })).toBeVisible()
    await expect(alone(page, 'Weather chip').locator('html')).toHaveAttribute('dir', 'rtl')
    await page.goto(`${at.url}/tern/tern-weather-chip/guide`)
    await expect(
      page
        .getByRole('region', { name: 'Starters' })
        .getByRole('article', { name: 'Plain' })
        .getByLabel('Code of Plain'),
    ).toContainText('<tern-weather-chip')
    await expect(page.frameLocator('iframe[title="Weather chip, Turned"]').locator('html')).toHaveAttribute(
      'dir',
      'rtl',
    )
    expect(await page.locator('.example .name').allInnerTexts()).toEqual(
      expect.arrayContaining(['Plain', 'Turned']),
    )
    // and among all that the library offers to begin with, with code for the reader's framework
    await standsStill(page)
    await page.getByRole('link', { name: 'Every starter in Tern' }).click()
    await expect(page.getByRole('article')).toHaveCount(3)
    await choose(page, 'Code for', 'React style')
    await expect(page.getByLabel('Code of Ticket with a car')).toContainText(
      "passenger={{ name: 'A. Quill', deck: 'C', foot: false }}",
    )
    await expect(
      page.frameLocator('iframe[title="Ticket, Ticket with a car"]').locator('tern-ticket'),
    ).toContainText('A. Quill')
    await page.getByLabel('Speaking of').fill('storm')
    await expect(page.getByRole('article')).toHaveCount(1)
    // the face, and back
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Show it on the shelf' }).click()
    await expect(page.getByText('The shelf shows “Turned” now.')).toBeVisible()
    await expect(page).not.toHaveURL(/example=/)
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await expect(main.getByRole('button', { name: 'Example: Usual' })).toBeVisible()
    await choose(page, 'Example', 'Turned')
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Show it on the shelf' }).click()
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    // a link to what is the face by now still leads to it
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await page.goto(`${at.url}/tern/tern-weather-chip`)
    await choose(page, 'Example', 'Usual')
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Show it on the shelf' }).click()
    await expect(page.getByText('The shelf shows “Usual” now.')).toBeVisible()
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    // what stands in the line is what the dialog is about
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Delete' }).click()
    await expect(page.getByText('“Turned” is deleted.')).toBeVisible()
    // its link says that it is gone
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await expect(main.getByRole('button', { name: 'Example: one that is no more' })).toBeVisible()
    // one that sets what is no more says so, and is mended
    await page.goto(
      `${at.url}/tern/tern-weather-chip?show=${encodeURIComponent('{"props":{"skies":"storm"},"slots":{}}')}`,
    )
    await expect(main.getByText('It sets skies, which is no more.')).toBeVisible()
    await main.getByRole('button', { name: 'Remove it' }).click()
    await expect(main.getByText('which is no more')).toHaveCount(0)
  },
)

test('a covering set is kept as examples, each with its states and theme', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-gangway-switch/spread?set=yes&over=state+direction')
  await page.getByRole('button', { name: 'Save as examples' }).click()
  await expect(page.getByText(/examples? saved\./)).toBeVisible({ timeout: 30_000 })
  const ines = await someone(at, 'ines')
  const examples = (await ines('/api/libraries/tern/components/tern-gangway-switch/examples')).body as {
    name: string
    surround: { held: string[]; direction: string } | null
  }[]
  expect(examples.find((example) => example.name === 'hover, right to left')?.surround).toMatchObject({
    held: ['hover'],
    direction: 'rtl',
  })
})
