import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { choose, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

const written = (page: Page, title: string) => page.frameLocator(`iframe[title="${title} as it is written"]`)

test(
  'begin one, by keyboard: named, looked at, on the shelf with an example in under a minute, ' +
    'and redrawn as it is written',
  async ({ page }) => {
    test.setTimeout(180_000)
    await signIn(page, at, 'ines', '/tern')
    await expect(page.getByRole('article')).toHaveCount(16)
    const began = Date.now()
    await page.keyboard.press('n')
    await expect(page.getByLabel('Name')).toBeFocused()
    // a name that is taken is said before anything is done
    await page.keyboard.type('Notice strip')
    await expect(page.getByRole('alert')).toContainText('<tern-notice-strip> stands on the shelf already.', {
      timeout: 30_000,
    })
    await expect(page.getByRole('button', { name: 'Put it on the shelf' })).toBeDisabled()
    await page.getByLabel('Name').fill('')
    await page.keyboard.type('Departure board')
    await page.getByLabel('Group').focus()
    await page.keyboard.type('Notices')
    await page.keyboard.press('Tab')
    await expect(page.getByLabel('What it is for')).toBeFocused()
    await page.keyboard.type('saying when boats leave')
    await expect(page.getByRole('region', { name: 'src/departure-board.ts' })).toContainText(
      'export class TernDepartureBoard extends TernElement',
    )
    await expect(page.getByRole('region', { name: 'src/index.ts' })).toContainText('./departure-board.ts')
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(/\/tern\/source\?path=src\/departure-board\.ts&of=tern-departure-board/, {
      timeout: 60_000,
    })
    await expect(written(page, 'Departure board').getByText('Nothing in it yet')).toBeVisible()
    expect(Date.now() - began).toBeLessThan(60_000)

    await test.step('what is written is drawn at a pause, and the contract says what it changes', async () => {
      const text = page.getByLabel('Text of src/departure-board.ts')
      await text.locator('.cm-line', { hasText: '<slot>Nothing' }).click()
      await page.keyboard.press('End')
      await page.keyboard.press('ArrowLeft')
      await page.keyboard.press('ArrowLeft')
      await page.keyboard.type('<small part="foot">On time</small>')
      await expect(written(page, 'Departure board').getByText('On time')).toBeVisible({ timeout: 20_000 })
      await expect(page.getByRole('region', { name: 'What it comes to' })).toContainText('new: part foot')
    })
    await test.step('a mistake is told at its line, and the last that built stays', async () => {
      const text = page.getByLabel('Text of src/departure-board.ts')
      await text.locator('.cm-line', { hasText: 'super()' }).click()
      await page.keyboard.press('End')
      await page.keyboard.type('(')
      await expect(page.getByRole('main').getByRole('status')).toContainText('wrong', { timeout: 20_000 })
      await expect(page.locator('.cm-lintRange-error').first()).toBeVisible()
      await expect(written(page, 'Departure board').getByText('On time')).toBeVisible()
      await page.keyboard.press('Backspace')
      await expect(page.getByRole('main').getByRole('status')).toContainText('It reads and builds', {
        timeout: 20_000,
      })
    })
    await test.step('what is written and not kept is there after leaving the page', async () => {
      await page.getByRole('link', { name: 'Bench' }).click()
      // both pages have the same heading
      await expect(page.getByRole('region', { name: 'The component alone' })).toBeVisible()
      await page.goBack()
      await expect(page.getByLabel('Text of src/departure-board.ts')).toContainText('On time')
    })
    await test.step('kept, it is on the shelf, on the bench and in the guide', async () => {
      await page.getByLabel('Text of src/departure-board.ts').click()
      await page.keyboard.press('Control+s')
      await expect(page.getByText(/Saved as revision \d+\./)).toBeVisible({ timeout: 30_000 })
      await page.goto(`${at.url}/tern`)
      await expect(page.getByRole('article').filter({ hasText: 'Departure board' })).toBeVisible()
      await page.goto(`${at.url}/tern/tern-departure-board`)
      await expect(row(page, 'part:foot')).toBeVisible()
      await page.goto(`${at.url}/tern?which=exampleless`)
      await expect(
        page.getByRole('button', { name: 'Which components: Those with no example' }),
      ).toBeVisible()
      await expect(page.getByRole('article').filter({ hasText: 'Departure board' })).toHaveCount(0)
    })
  },
)

test('two write the same file: the second is shown what the first kept, and nothing is lost', async ({
  page,
}) => {
  const tobias = await someone(at, 'tobias')
  await signIn(page, at, 'ines', '/tern/source?path=src/base.ts')
  const text = page.getByLabel('Text of src/base.ts')
  await text.click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('// mine')
  const was = (await tobias('/api/libraries/tern/source?path=src/base.ts')).body as { text: string }
  expect((await bringIn(tobias, { 'src/base.ts': `${was.text}// theirs\n` })).body.state).toBe('done')
  await expect(text).toContainText('// mine')
  await page.getByRole('button', { name: 'Save as a revision' }).click()
  await expect(page.getByRole('alert')).toContainText('src/base.ts is another since you began: revision')
  await page.getByRole('button', { name: 'Take what is there now' }).click()
  await expect(text).toContainText('// theirs')
  await expect(text).not.toContainText('// mine')
})

test('bad names, a library without components, and a reader who may not write', async ({ page }) => {
  const ines = await someone(at, 'ines')
  await ines('/api/libraries', {
    body: { slug: 'eider', title: 'Eider', package: '@marram/eider', prefix: 'eider-', visibility: 'open' },
  })
  await signIn(page, at, 'ines', '/eider')
  await page.getByRole('link', { name: 'Begin a component' }).last().click()
  await page.getByLabel('Name').fill('42 …')
  await expect(page.getByRole('alert')).toContainText('cannot be the name of a component')
  await page.getByLabel('Name').fill('Nest box')
  await choose(page, 'Written as', 'a custom element')
  await expect(page.getByRole('main').getByRole('status').filter({ hasText: 'written plainly' })).toBeVisible(
    { timeout: 20_000 },
  )
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(written(page, 'Nest box').locator('eider-nest-box')).toBeVisible({ timeout: 60_000 })

  await page.getByRole('button', { name: /account of/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/\/sign-in/)
  await signIn(page, at, 'odile', '/tern/source?path=src/action.ts')
  await expect(page.getByLabel('Text of src/action.ts')).toHaveAttribute('contenteditable', 'false')
  await expect(page.getByRole('button', { name: 'Save as a revision' })).toHaveCount(0)
})

test(
  'finding: on the shelf and from anywhere, by names, tags, members and words people wrote, ' +
    'with the match shown',
  async ({ page }) => {
    const ines = await someone(at, 'ines')
    expect(
      (
        await ines('/api/libraries/tern/components/tern-tide-gauge/words', {
          method: 'PUT',
          body: { member: 'prop:unit', text: 'Metres, or fathoms on old charts.', revision: 0 },
        })
      ).status,
    ).toBe(200)
    await signIn(page, at, 'ines', '/tern')
    await page.getByLabel('Speaking of').fill('fathoms')
    await expect(page.getByRole('article')).toHaveCount(1)
    await expect(page.getByRole('article')).toContainText('unit prop')
    await expect(page.getByRole('article').locator('mark')).toHaveText('fathoms')
    await expect(page).toHaveURL(/find=fathoms/)
    await page.keyboard.press('Escape')
    await expect(page.getByRole('article').nth(9)).toBeVisible()
    await page.locator('h1, h2').first().click()
    await page.keyboard.press('/')
    await page.keyboard.type('dismis')
    const hits = page.getByRole('listbox', { name: 'Found' })
    await expect(hits.getByRole('option').first().locator('mark').first()).toHaveText('dismissible')
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(/tern-notice-strip#/)
    await page.keyboard.press('/')
    await page.keyboard.type('zzzzqq')
    await expect(hits).toContainText('Nothing is called that.')
  },
)

test(
  'words name examples, and they stand in them live; the ledger tells what changed since the ' +
    'newest version',
  async ({ page }) => {
    const ines = await someone(at, 'ines')
    const source = ((await ines('/api/libraries/tern/source?path=src/action.ts')).body as { text: string })
      .text
    await bringIn(ines, {
      'src/action.ts': source
        .replace('observedAttributes', 'observedAttributes /* */')
        .replace(/(\n {2}constructor\(\))/, "\n  /** Of this season only. */\n  season = ''\n$1"),
    })
    await signIn(page, at, 'ines', '/tern/tern-action?members=since')
    await expect(row(page, 'prop:season')).toContainText('new since 1.1.0')
    await expect(page.locator('[data-member^="prop:"]')).toHaveCount(1)
    await page.getByRole('button', { name: /words for season/ }).click()
    await page
      .getByLabel('Words for season, Markdown')
      .fill('Of a season.\n\n```example\nnothing set\nno such thing\n```')
    await page.keyboard.press('Control+Enter')
    await expect(row(page, 'prop:season')).toContainText(
      'There is no example called “no such thing”. There are',
    )
    await expect(
      page.frameLocator('iframe[title="Action: nothing set"]').locator('tern-action'),
    ).toBeAttached()
  },
)
