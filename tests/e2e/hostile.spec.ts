import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
  const ines = await someone(at, 'ines')
  const source = readFileSync('tests/fixtures/hostile.ts', 'utf8').replace('WEB_PORT', new URL(at.url).port)
  const job = await bringIn(ines, { 'src/hostile.ts': source })
  expect(job.body.result.added).toEqual(['tern-hostile'])
})
test.afterAll(() => at.end())

const open = async (page: Page) => {
  await signIn(page, at, 'ines', '/tern/tern-hostile')
  await expect(alone(page, 'Hostile').getByText('I mean harm.')).toBeVisible()
}
const act = (page: Page, name: string) =>
  row(page, 'prop:act').getByRole('radiogroup').getByText(name, { exact: true }).click()
const events = (page: Page) => page.getByLabel('Events')
const cut = (page: Page) => page.getByRole('alert').filter({ hasText: 'Start it again' })

for (const [name, told] of [
  ['cookie', /cookie: refused, SecurityError/],
  ['storage', /storage: refused, SecurityError/],
  ['parent', /parent: refused, SecurityError/],
  ['api', /api: refused, TypeError/],
  ['top', /top: (refused|asked)/],
] as const) {
  test(`${name}: it comes to nothing, and the bench goes on`, async ({ page }) => {
    await open(page)
    await act(page, name)
    await expect(events(page)).toContainText(told)
    expect(page.url()).toContain('/tern/tern-hostile')
    await act(page, 'rest')
    await expect(page.getByLabel('Code for plain HTML')).toContainText('"rest"')
  })
}

test('forged messages to our window are taken for nothing', async ({ page }) => {
  await open(page)
  await act(page, 'forge')
  await expect(events(page)).toContainText('forge: sent')
  await expect(events(page)).not.toContainText('forged')
})

test('a loop without end: the interface stays usable, and a restart is offered within five seconds', async ({
  page,
}) => {
  await open(page)
  await act(page, 'loop')
  const began = Date.now()
  // meanwhile the page answers: it finds, it writes
  await page.keyboard.press('Escape')
  await page.getByLabel('Find a component, member or word').fill('ticket')
  await expect(page.getByRole('option').first()).toContainText('Ticket', { timeout: 1500 })
  await page.getByLabel('Find a component, member or word').fill('')
  await expect(cut(page)).toContainText('no longer answers', { timeout: 6000 })
  expect(Date.now() - began).toBeLessThan(5000)
  await act(page, 'rest')
  await page.getByRole('button', { name: 'Start it again' }).click()
  await expect(alone(page, 'Hostile').getByText('I mean harm.')).toBeVisible()
})

for (const name of ['flood', 'window-flood']) {
  test(`${name}: it is cut off, and the page stays quick`, async ({ page }) => {
    await open(page)
    await act(page, name)
    await expect(cut(page)).toContainText('more than anyone can read', { timeout: 6000 })
    const began = Date.now()
    await page.getByLabel('Find a component, member or word').fill('ticket')
    await expect(page.getByRole('option').first()).toContainText('Ticket')
    expect(Date.now() - began).toBeLessThan(1500)
  })
}

test('it leaves for another page, and is stopped', async ({ page }) => {
  await open(page)
  await act(page, 'navigate')
  await expect(cut(page)).toContainText('left for another page', { timeout: 8000 })
})

test('it throws: what, when and where, by the line of its source', async ({ page }) => {
  await open(page)
  await act(page, 'throw')
  const failure = page.getByRole('alert').filter({ hasText: 'It failed' })
  await expect(failure).toContainText('while it was made: Error: thrown on purpose')
  await expect(failure.getByRole('link')).toHaveText('src/hostile.ts 30')
  await failure.getByRole('link').click()
  await expect(page.locator('.cm-pointed')).toContainText("throw new Error('thrown on purpose')")
})

test('source that does not compile: the bench says where, and shows the last that did, with its age', async ({
  page,
}) => {
  const line =
    readFileSync('demo/tern/src/queue-meter.ts', 'utf8')
      .split('\n')
      .findIndex((text) => text.includes('#show(): void {')) + 1
  await signIn(page, at, 'ines', `/tern/source?path=src/queue-meter.ts&line=${line}`)
  const text = page.getByLabel('Text of src/queue-meter.ts')
  await text.locator('.cm-line', { hasText: '#show(): void {' }).click()
  await page.keyboard.press('End')
  await page.keyboard.type('{')
  await expect(page.getByRole('main').getByRole('status')).toContainText('wrong', { timeout: 15_000 })
  await expect(text.locator('.cm-lintRange-error').first()).toBeVisible()
  await page.keyboard.press('Control+s')
  await expect(page.getByText(/Saved as revision \d+\./)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'What it changed' }).click()
  await expect(page.getByText('src/queue-meter.ts').first()).toBeVisible()
  await page.goto(`${at.url}/tern/tern-queue-meter`)
  await expect(page.getByRole('alert').first()).toContainText('src/queue-meter.ts')
  await expect(
    page.getByText(/What is shown was built .* ago|What is shown was built just now/),
  ).toBeVisible()
  await expect(alone(page, 'Queue meter').locator('tern-queue-meter')).toBeVisible()
})
