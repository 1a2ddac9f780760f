import { expect, test, type Page } from '@playwright/test'
import { finderSource } from '../fixtures/finder'
import { harbourSource } from '../fixtures/harbour'
import { bringIn, someone, until, world, type World } from '../world'
import { alone, signIn } from './person'

let at: World
const slug = 'harbour'
test.beforeAll(async () => {
  test.setTimeout(500_000)
  at = await world()
  const ines = await someone(at, 'ines')
  const library = {
    title: 'Harbour',
    slug,
    package: '@marram/harbour',
    prefix: 'harbour-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  await bringIn(ines, { ...harbourSource, ...finderSource }, slug)
  expect((await ines(`/api/libraries/${slug}/evidence?only=states`, { method: 'POST' })).status).toBe(200)
  await until(async () => (await ines(`/api/libraries/${slug}/evidence`)).body.run?.state === 'done', 400_000)
})
test.afterAll(() => at.end())

const chart = (page: Page) => page.getByRole('group', { name: 'How states lead to one another' })
const stations = (page: Page) => chart(page).getByRole('button')
const open = (page: Page, tag: string) => page.goto(`${at.url}/${slug}/${tag}/states`)
/** A row of the states by use, by what the state is called. */
const stateRow = (page: Page, title: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: title }) })

test('nobody has looked yet: a press has a browser look, and tells how far it is', async ({ page }) => {
  test.setTimeout(400_000)
  const ines = await someone(at, 'ines')
  const library = {
    title: 'Quay',
    slug: 'quay',
    package: '@marram/quay',
    prefix: 'harbour-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  await bringIn(ines, { 'src/gate.ts': harbourSource['src/gate.ts'] }, 'quay')
  await signIn(page, at, 'ines')
  await page.goto(`${at.url}/quay/harbour-gate/states`)
  await expect(page.getByText('Nobody has looked yet which states it can be in.')).toBeVisible()
  await page.getByRole('button', { name: 'Look now' }).click()
  await expect(page.getByText('Two states and one step between them, found by')).toBeVisible({
    timeout: 300_000,
  })
})

test('the states of components are found by trying, and drawn with what leads where', async ({ page }) => {
  await signIn(page, at, 'ines')
  await open(page, 'harbour-lamp')
  await expect(page.getByText('Two states and two steps between them')).toBeVisible()
  await test.step('a custom state is named by itself; one that nothing leads to is said', async () => {
    await expect(stations(page)).toHaveText(['at rest', 'lit'])
    await expect(stateRow(page, 'lit')).toContainText('from at rest: press the button “Lamp”')
    await expect(stateRow(page, 'lit')).toContainText('to at rest: press the button “Lamp”')
    const notReached = page.getByRole('region', { name: 'Not reached' })
    await expect(notReached).toContainText(':state(broken) was in no state that was found.')
    await expect(notReached).not.toContainText(':state(lit)')
    await notReached.getByRole('link', { name: ':state(broken)' }).click()
    await expect(page).toHaveURL(/harbour-lamp.*#state:broken/)
  })
  await test.step('what passes by itself is met, and what comes after it', async () => {
    await open(page, 'harbour-call')
    await expect(stations(page)).toHaveText(['at rest', 'busy', '“Call again”'])
    await expect(stateRow(page, '“Call again”')).toContainText('from busy: by itself')
    await expect(stateRow(page, '“Call again”')).toContainText('to busy: press the button “Call again”')
  })
  await test.step('in what passes by itself something is done at once', async () => {
    await expect(stateRow(page, 'busy')).toContainText('to at rest: press the button “Hang up”')
    await expect(stateRow(page, 'busy')).toContainText('to “Call again”: by itself')
  })
  await test.step('what comes late is that of the act that led to it', async () => {
    await open(page, 'tern-pier-finder')
    await expect(stateRow(page, 'at rest')).toContainText(/to .*: press the button “Open”/)
    await expect(stateRow(page, 'dialog “Sure?” there').first()).toContainText(
      /from .*: (by itself|press the option)/,
    )
    await expect(page.getByRole('table')).toContainText('press the option “Ardle”')
  })
  await test.step('where the focus goes is told, and where it is lost', async () => {
    await open(page, 'harbour-hatch')
    await expect(stateRow(page, 'at rest')).toContainText('The focus goes to button “Shut”')
    await expect(stateRow(page, 'dialog “Hatch” there')).toContainText('The focus goes to button “Open”')
    await expect(page.getByRole('region', { name: 'Focus lost' }).getByRole('listitem')).toHaveText([
      'In “dialog “Hatch” there”: press Escape.',
    ])
    await open(page, 'harbour-lamp')
    await expect(stations(page)).toHaveCount(2)
    await expect(page.getByRole('region', { name: 'Focus lost' })).toHaveCount(0)
  })
  await test.step('what leads elsewhere ends nothing: links and forms stay where they are', async () => {
    await open(page, 'harbour-sign')
    await expect(stations(page)).toHaveText(['at rest', 'pressed'])
  })
  await test.step('numbers that never rest make no states', async () => {
    await open(page, 'harbour-tide')
    await expect(stations(page)).toHaveText(['at rest', 'pressed'])
  })
  await test.step('states without end are cut short, and that is said', async () => {
    await open(page, 'harbour-buoys')
    // as many as there was time for, and none that is more than four acts away
    await expect.poll(() => stations(page).count()).toBeGreaterThanOrEqual(3)
    expect(await stations(page).count()).toBeLessThanOrEqual(5)
    await expect(stateRow(page, 'buoy-a')).toContainText('press the button “More”')
  })
  await test.step('one that takes itself away has nothing that leads out', async () => {
    await open(page, 'harbour-gate')
    await expect(stations(page)).toHaveText(['at rest', 'button “Open” gone'])
    await expect(stateRow(page, 'gone')).toContainText('Nothing that was tried leads out of it.')
  })
})

test('each state is live; kept as an example it has a name, and the bench goes its way', async ({ page }) => {
  await signIn(page, at, 'ines')
  await open(page, 'harbour-lamp')
  // nothing of it takes the focus
  const lit = page.frameLocator('iframe[title="Lamp, lit"]').locator('harbour-lamp')
  await expect(lit).toHaveCSS('color', 'rgb(255, 0, 0)')
  expect(await page.evaluate(() => document.activeElement?.localName)).not.toBe('iframe')
  await stations(page).nth(1).click()
  await expect(page).toHaveURL(/state=1/)
  const lamp = stateRow(page, 'lit')
  await lamp.getByRole('button', { name: 'Save as an example' }).click()
  await lamp.getByLabel('Name').fill('')
  await lamp.getByRole('button', { name: 'Save', exact: true }).click()
  await lamp.getByLabel('Name').fill('At night')
  await page.keyboard.press('Enter')
  await expect(page.getByText('“At night” is saved.')).toBeVisible()
  await expect(lamp).toContainText('saved as “At night”')
  await lamp.getByRole('link', { name: 'On the bench' }).click()
  await expect(alone(page, 'Lamp').locator('harbour-lamp')).toHaveCSS('color', 'rgb(255, 0, 0)')
  await page.getByRole('button', { name: 'Hold it on the bench' }).last().click()
  await expect(page).toHaveURL(/held=/)
  await page.goto(`${at.url}/${slug}/harbour-lamp/guide`)
  const states = page.getByRole('region', { name: 'States' }).first()
  await expect(states).toContainText('While it is lit.')
  await expect(states).toContainText('Press the button “Lamp”.')
})

test('a reader sees what was found, and can not have it looked for', async ({ page }) => {
  await signIn(page, at, 'odile')
  await open(page, 'harbour-lamp')
  await expect(stations(page)).toHaveText(['at rest', 'lit'])
  await expect(page.getByRole('button', { name: 'Save as an example' })).toHaveCount(0)
  await open(page, 'harbour-none')
  await expect(page.getByText('harbour-none')).toBeVisible()
})
