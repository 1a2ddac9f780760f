import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { GitHost } from '../fixtures/git-host'
import { bringIn, someone, world, type World } from '../world'
import { choose, row, signIn, standsStill } from './person'

let at: World
const host = new GitHost()
test.beforeAll(async () => {
  await host.start()
  at = await world({ GIT_HOSTS: '127.0.0.1' })
})
test.afterAll(async () => {
  await at.end()
  await host.end()
})
const gauge = readFileSync('demo/tern/src/tide-gauge.ts', 'utf8')

test('a private Git repository: refused without its secret, read with it, and again when it changed', async ({
  page,
}) => {
  test.setTimeout(240_000)
  const card = (tag: string) =>
    `/** A card on a quay. */\nexport class Card extends HTMLElement {\n  constructor() { ` +
    `super(); this.attachShadow({ mode: 'open' }).innerHTML = '<p>Quay card</p>' ` +
    `}\n}\ncustomElements.define('${tag}', Card)\n`
  host.commit('private', {
    'packages/cards/package.json': '{"name":"@marram/cards"}',
    'packages/cards/src/card.ts': card('quay-card'),
  })
  const ines = await someone(at, 'ines')
  await ines('/api/libraries', {
    body: { slug: 'quay', title: 'Quay', package: '@marram/quay', prefix: 'quay-', visibility: 'private' },
  })
  await signIn(page, at, 'ines', '/quay')
  await page.getByRole('main').getByRole('link', { name: 'Bring in source' }).first().click()
  await choose(page, 'Where it comes from', 'a Git repository')
  await page.getByLabel('Address').fill('file:///etc')
  await page.getByRole('button', { name: 'Fetch and read' }).click()
  await expect(page.getByRole('alert')).toContainText('Repositories are not fetched over file.')
  await page.getByLabel('Address').fill(`${host.url}/private.git`)
  await page.getByLabel('Folder in it').fill('packages/cards')
  await page.getByRole('button', { name: 'Fetch and read' }).click()
  await expect(page.getByRole('heading', { name: 'Not brought in' })).toBeVisible()
  await expect(page.getByRole('alert')).toContainText('Write a name and a token that may read it.')
  await page.goBack()
  await page.getByLabel('Address').fill(`${host.url}/private.git`)
  await page.getByLabel('Folder in it').fill('packages/cards')
  await page.getByLabel('Name').fill('reader')
  await page.getByLabel('Token').fill('let-me-in')
  await page.getByRole('button', { name: 'Fetch and read' }).click()
  await expect(page.getByRole('heading', { name: 'Brought in', exact: true })).toBeVisible({
    timeout: 60_000,
  })
  // the page of what came of it stays where it is
  await page.reload()
  await expect(page.getByRole('link', { name: 'Card' })).toBeVisible()
  await page.getByRole('link', { name: 'To the shelf' }).click()
  await expect(page.frameLocator('iframe[title="Card"]').getByText('Quay card')).toBeVisible()
  host.commit('private', { 'packages/cards/src/card.ts': card('quay-ticket') })
  await page.goto(`${at.url}/quay/bring-in?from=git`)
  await expect(page.getByText('This library came from')).toContainText('/private.git')
  await page.getByLabel('Name').fill('reader')
  await page.getByLabel('Token').fill('let-me-in')
  await page.getByRole('button', { name: 'Fetch and read' }).click()
  await expect(page.getByRole('heading', { name: 'Gone' })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('link', { name: 'Ticket' })).toBeVisible()
})

test('a component under a new name is offered the words and examples of the old one', async ({ page }) => {
  const ines = await someone(at, 'ines')
  const flag = (tag: string) =>
    `export class Flag extends HTMLElement {\n  static observedAttributes = ['signal']\n  get ` +
    `signal() { return this.getAttribute('signal') ?? 'calm' }\n  set signal(value) { ` +
    `this.setAttribute('signal', value) }\n  connectedCallback() { this.attachShadow({ mode: ` +
    `'open' }).innerHTML = '<b part="cloth"><slot>Flag</slot></b>' ` +
    `}\n}\ncustomElements.define('${tag}', Flag)`
  expect((await bringIn(ines, { 'src/signal-flag.ts': flag('tern-signal-flag') })).body.state).toBe('done')
  await signIn(page, at, 'ines', '/tern/tern-signal-flag')
  await row(page, 'prop:signal').getByRole('button', { name: 'Write words for signal' }).click()
  await page.getByLabel('Words for signal, Markdown').fill('What the harbour master hoists.')
  await page.keyboard.press('Control+Enter')
  await expect(row(page, 'prop:signal')).toContainText('harbour master')
  expect(
    (
      await ines('/api/libraries/tern/components/tern-signal-flag/examples', {
        body: { name: 'Gale', usage: { props: { signal: 'gale' }, slots: {} } },
      })
    ).status,
  ).toBe(200)
  // renamed outside, in a file of its own
  const removed = await bringIn(ines, { 'src/pennant.ts': flag('tern-pennant') }, 'tern', [
    'src/signal-flag.ts',
  ])
  expect(removed.body).toMatchObject({
    state: 'done',
    result: { added: ['tern-pennant'], gone: ['tern-signal-flag'] },
  })
  await page.goto(`${at.url}/tern/bring-in/${removed.body.id}`)
  await expect(page.locator('[data-gone="tern-signal-flag"]')).toContainText(
    'People made words for one member and one example for Signal flag tern-signal-flag, which is no more.',
  )
  // an old link leads there too, and so does the new component's page
  await page.goto(`${at.url}/tern/tern-signal-flag`)
  await expect(page.getByRole('heading', { name: 'Not on this shelf' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Give them to Pennant' })).toBeVisible()
  await page.goto(`${at.url}/tern/tern-pennant`)
  await page.getByRole('button', { name: 'Give them to Pennant' }).click()
  await expect(row(page, 'prop:signal')).toContainText('harbour master')
  await expect(page.locator('[data-gone]')).toHaveCount(0)
  expect(
    ((await ines('/api/libraries/tern/components/tern-pennant/examples')).body as { name: string }[]).map(
      (entry) => entry.name,
    ),
  ).toContain('Gale')
  // what stands on the shelf gives nothing away
  expect(
    (await ines('/api/libraries/tern/components/tern-pennant/take-over', { body: { from: 'tern-action' } }))
      .body.problems[0].code,
  ).toBe('still-there')
  expect(
    (await ines('/api/libraries/tern/components/tern-pennant/take-over', { body: { from: 'tern-never' } }))
      .status,
  ).toBe(404)
})

test(
  'words stay through reading again: offered to a renamed member, and told when the source ' +
    'changed under them',
  async ({ page }) => {
    const ines = await someone(at, 'ines')
    expect(
      (
        await ines('/api/libraries/tern/components/tern-tide-gauge/words', {
          method: 'PUT',
          body: { member: 'prop:unit', text: 'Metres, or feet for old charts.', revision: 0 },
        })
      ).status,
    ).toBe(200)
    const renamed = gauge.replaceAll(/\bunit\b/g, 'units')
    expect((await bringIn(ines, { 'src/tide-gauge.ts': renamed })).body).toMatchObject({
      state: 'done',
      result: { changed: ['tern-tide-gauge'] },
    })
    await signIn(page, at, 'ines', '/tern/tern-tide-gauge')
    const aside = page.locator('[data-aside="prop:unit"]')
    await expect(aside).toContainText('Metres, or feet for old charts.')
    await expect(row(page, 'prop:units')).toContainText('No words yet')
    await aside.getByRole('button', { name: 'Give them to units' }).click()
    await expect(row(page, 'prop:units')).toContainText('Metres, or feet for old charts.')
    await expect(page.getByText('Words set aside')).toHaveCount(0)
    await page.reload()
    await expect(row(page, 'prop:units')).toContainText('Metres, or feet for old charts.')
    await expect(row(page, 'prop:units')).not.toContainText('when this was written')
    // another type for the same member: the words stay, and the ledger says what they were written of
    expect(
      (
        await bringIn(ines, {
          'src/tide-gauge.ts': renamed.replace(/get units\(\): [^{]+\{/, "get units(): 'fathom' | 'm' {"),
        })
      ).body.state,
    ).toBe('done')
    await expect(row(page, 'prop:units')).toContainText('when this was written')
    await choose(page, 'Which members', 'those that changed under their words')
    await expect(page.locator('[data-member]')).toHaveCount(1)
  },
)

test('the guide: words, live examples with their code, the contract; an example is kept and let go', async ({
  page,
}) => {
  await signIn(page, at, 'tobias', '/tern/tern-notice-strip/guide')
  await expect(
    page.frameLocator('iframe[title="Notice strip, as on the shelf"]').locator('tern-notice-strip'),
  ).toBeVisible()
  await standsStill(page)
  const storm = page.getByRole('article', { name: 'tone: storm' })
  await expect(
    page.frameLocator('iframe[title="Notice strip, tone: storm"]').locator('tern-notice-strip'),
  ).toHaveAttribute('tone', 'storm')
  await storm.getByRole('button', { name: 'Code' }).click()
  await expect(storm.locator('pre')).toContainText('tone="storm"')
  await choose(page, 'Code for', 'React style')
  await expect(storm.locator('pre')).toContainText('export function Example()')
  await storm.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(storm.getByRole('button', { name: 'Delete' })).toBeVisible()
  await page.reload()
  await expect(storm.getByRole('button', { name: 'Delete' })).toBeVisible()
  await standsStill(page)
  await page.getByRole('button', { name: 'Edit words for when to use it' }).click()
  await page.getByLabel('Words for when to use it, Markdown').fill('When a sailing is **late**.')
  await page.keyboard.press('Control+Enter')
  await expect(page.locator('.when strong')).toHaveText('late')
  await expect(
    page.getByRole('region', { name: 'Props' }).locator('[data-member="prop:tone"]'),
  ).toContainText("'calm' | 'warn' | 'storm'")
  // the box for words is gone, and all below it moves up
  await standsStill(page)
  await storm.getByRole('link', { name: 'On the bench' }).click()
  await expect(page).toHaveURL(/show=/)
  await expect(
    page.frameLocator('iframe[title="Notice strip, alone"]').locator('tern-notice-strip'),
  ).toHaveAttribute('tone', 'storm')
  const ines = await someone(at, 'ines')
  await bringIn(ines, {
    'src/buoy.ts':
      "export class TernBuoy extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }) } }\ncustomElements.define('tern-buoy', TernBuoy)",
  })
  await page.goto(`${at.url}/tern?which=exampleless`)
  await expect(page.locator('.item')).toHaveCount(1)
  await expect(page.getByText('Shows nothing by itself.')).toBeVisible()
})
