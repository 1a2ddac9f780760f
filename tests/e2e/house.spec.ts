import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, choose, row, signIn, signInAtDoor } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('a library begins empty: made, source brought in from files, on the shelf, on the bench', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/')
  await page.getByRole('button', { name: 'Make a library' }).click()
  await page.getByLabel('Name').fill('Skua')
  // a package and a prefix are suggested, after the libraries there are
  await expect(page.getByLabel('Package')).toHaveValue('@marram/skua')
  await expect(page.getByLabel('Tag prefix')).toHaveValue('skua-')
  await page.getByLabel('Package').fill('Not A Name')
  await page.getByRole('button', { name: 'Make the library' }).click()
  await expect(page.getByRole('alert')).toContainText('Package: this is not a package name')
  await page.getByLabel('Package').fill('@marram/skua')
  await page.getByRole('button', { name: 'Make the library' }).click()
  await expect(page.getByRole('heading', { name: 'The shelf is empty' })).toBeVisible()

  await page.getByRole('main').getByRole('link', { name: 'Bring in source' }).first().click()
  const label = `/** A label on a crate.\n * @group Crates\n * @status trial */
export class SkuaLabel extends HTMLElement {
  static observedAttributes = ['text']
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<b part="text"></b>' }
  /** What it says. */
  get text(): string { return this.getAttribute('text') ?? 'Fragile' }
  set text(text: string) { this.setAttribute('text', text) }
  connectedCallback() { this.shadowRoot!.querySelector('b')!.textContent = this.text }
  attributeChangedCallback() { this.connectedCallback() }
}
customElements.define('skua-label', SkuaLabel)\n`
  await page.getByLabel('Choose files to bring in').setInputFiles([
    { name: 'label.ts', mimeType: 'text/plain', buffer: Buffer.from(label) },
    {
      name: 'ghost.ts',
      mimeType: 'text/plain',
      buffer: Buffer.from('export class SkuaGhost extends HTMLElement {}'),
    },
    { name: 'noise.ts', mimeType: 'text/plain', buffer: Buffer.from([0xff, 0xfe, 0x00, 0x01]) },
  ])
  await expect(page.getByRole('heading', { name: 'Brought in', exact: true })).toBeVisible({
    timeout: 30_000,
  })
  await expect(page.getByText('SkuaGhost is an element, but nothing registers it.')).toBeVisible()
  await expect(page.getByText('This file is not text in UTF-8.')).toBeVisible()
  await page.getByRole('link', { name: 'To the shelf' }).click()
  await expect(page.frameLocator('iframe[title="Label"]').getByText('Fragile')).toBeVisible()
  await page.getByRole('link', { name: 'Label', exact: true }).click()
  await row(page, 'prop:text').getByRole('textbox', { name: 'text' }).fill('This side up')
  await expect(alone(page, 'Label').getByText('This side up')).toBeVisible()
  // it cannot be published yet, and the desk says why before anybody tries
  await page.getByRole('link', { name: 'Release', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('The library has no package.json.')
  await expect(page.getByRole('button', { name: /^Publish/ })).toBeDisabled()
})

test('among libraries one is found by its names, and by its components, which the address keeps', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/')
  const find = page.getByLabel('Find a library or a component')
  await find.fill('zigzag')
  await expect(page.getByText('No library is called that')).toBeVisible()
  await find.fill('skua')
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByRole('article', { name: 'Skua' })).toBeVisible()
  await find.fill('gangway')
  await expect(page).toHaveURL(/find=gangway/)
  await page.reload()
  await expect(page.getByRole('article')).toHaveCount(1)
  await page.getByRole('article', { name: 'Tern' }).getByRole('link', { name: 'Gangway switch' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Gangway switch' })).toBeVisible()
})

test('the shelf is narrowed by its sentence, and the address keeps it', async ({ page }) => {
  await signIn(page, at, 'odile', '/tern')
  await choose(page, 'Status', 'draft')
  await expect(page.locator('.item')).toHaveCount(1)
  await expect(page).toHaveURL(/status=draft/)
  await choose(page, 'Which components', 'Those whose comments differ')
  await expect(page.getByText('None of the 16 is like that.')).toBeVisible()
  await page.getByRole('button', { name: 'Show all' }).click()
  await expect(page.locator('.item')).toHaveCount(16)
  await choose(page, 'Theme', 'Nightwatch')
  await expect(page).toHaveURL(/theme=nightwatch/)
  await page.reload()
  await expect(page.frameLocator('iframe[title="Sailing row"]').locator('html')).toHaveAttribute(
    'data-theme',
    'nightwatch',
  )
  await page.getByLabel('Find a component, member or word').fill('zzzzzz')
  await expect(page.getByText('Nothing is called that.')).toBeVisible()
})

test('what one points at in a list does not move away with the page under it; the list follows afterwards', async ({
  page,
}) => {
  await signIn(page, at, 'odile', '/tern')
  const opener = page.getByRole('button', { name: /^Status:/ })
  await opener.click()
  const option = page.getByRole('option', { name: 'draft' })
  await option.hover()
  const [before, stood] = [await option.boundingBox(), await opener.boundingBox()]
  // something above comes late, and everything that is laid out anew says so
  await page.getByRole('main').evaluate((main) => {
    main.style.paddingTop = '160px'
    window.dispatchEvent(new Event('resize'))
    return new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))
  })
  const moved = (await opener.boundingBox())!.y - stood!.y
  expect(moved).toBeGreaterThan(80)
  expect(await option.boundingBox()).toEqual(before)
  await page.mouse.move(4, 780)
  await expect.poll(async () => (await option.boundingBox())!.y).toBe(before!.y + moved)
})

test('a token for a package client is shown once, and revoking it asks once', async ({ page }) => {
  await signIn(page, at, 'tobias', '/account')
  await page.getByLabel('A new one, for').fill('my laptop')
  await choose(page, 'What it may do', 'install and publish')
  await page.getByRole('button', { name: 'Make it' }).click()
  const shown = page.getByRole('status').filter({ hasText: 'shown once' })
  await expect(shown).toContainText(/_authToken=ks_[\w-]{40,}/)
  await page.reload()
  await expect(shown).toHaveCount(0)
  await expect(page.getByRole('row', { name: /my laptop/ })).toContainText('never')
  await page.getByRole('button', { name: 'Revoke' }).click()
  await expect(page.getByText('Whatever uses it stops working.')).toBeVisible()
  await page.getByRole('button', { name: 'Revoke it' }).click()
  await expect(page.getByRole('row', { name: /my laptop/ })).toContainText('revoked')
})

test('a package client signs in by way of the browser: at the door first, then allowed what it may', async ({
  page,
}) => {
  const registry = `${at.url}/registry/-`
  const begun = await page.request.post(`${registry}/v1/login`, {
    headers: { 'user-agent': 'npm/10.9.0 linux' },
  })
  const { loginUrl, doneUrl } = (await begun.json()) as { loginUrl: string; doneUrl: string }
  await signInAtDoor(page, at, 'tobias', new URL(loginUrl).pathname)
  await expect(page.getByText('npm/10.9.0 at the address 127.0.0.1')).toBeVisible()
  await expect(page.getByText('Allow it only if you have just signed in')).toBeVisible()
  await page.getByLabel('An access token, for').fill('the build of the timetable site')
  await choose(page, 'How long', 'for a week')
  expect((await page.request.get(doneUrl)).status()).toBe(202)
  await page.getByRole('button', { name: 'Allow it' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'go back to it' })).toBeVisible()
  const { token } = (await (await page.request.get(doneUrl)).json()) as { token: string }
  const whoami = await page.request.get(`${registry}/whoami`, {
    headers: { authorization: `Bearer ${token}` },
  })
  expect(await whoami.json()).toEqual({ username: 'tobias@marram.example' })
  await page.getByRole('link', { name: 'Your access tokens' }).click()
  await expect(page.getByRole('row', { name: /the build of the timetable site/ })).toContainText('install')
  // the link is worth nothing any more
  await page.goto(loginUrl)
  await expect(page.getByRole('alert')).toContainText('not open any more')
})

test('roles are given by a maintainer, take effect at once, and the last maintainer stays', async ({
  page,
  browser,
}) => {
  await signIn(page, at, 'ines', '/tern/people')
  await choose(page, 'Role of Ines Fairlie', 'reader')
  await expect(page.getByRole('alert')).toContainText('A library needs a maintainer')
  await choose(page, 'Role of Odile Marsh', 'contributor')
  await expect(page.getByRole('button', { name: 'Role of Odile Marsh: contributor' })).toBeVisible()
  await expect(page.getByText('gave somebody the role contributor').first()).toBeVisible()
  const other = await browser.newPage()
  await signIn(other, at, 'odile', '/tern/tern-tide-gauge')
  await expect(row(other, 'prop:unit').getByRole('button', { name: 'Write words for unit' })).toBeVisible()
  await choose(page, 'Role of Odile Marsh', 'reader')
  await expect(row(other, 'prop:unit').getByRole('button', { name: 'Write words for unit' })).toHaveCount(0)
})

test('somebody comes to the staff by a link, makes an account with it, and leaves again', async ({
  page,
  browser,
}) => {
  await signIn(page, at, 'ines', '/tern/people')
  const invited = page.getByRole('region', { name: 'Invited' })
  await expect(invited).toContainText('No invitation is open.')
  await invited.getByLabel('Who is invited').fill('Runa, from the timetable site')
  await choose(page, 'Role of whoever is invited', 'reader')
  await page.keyboard.press('Escape')
  await invited.getByRole('button', { name: 'Make a link' }).click()
  const link = (await invited.getByRole('status').locator('pre').textContent())!
  await expect(invited.getByRole('listitem')).toContainText('Runa, from the timetable site')

  const runa = await (await browser.newContext()).newPage()
  await runa.goto(link)
  await expect(runa.getByText('Ines Fairlie invites you to Tern, as reader.')).toBeVisible()
  await runa.getByLabel('Your name').fill('Runa Holm')
  await runa.getByLabel('Address').fill('ines@marram.example')
  await runa.getByLabel(/^Password/).fill('comes by a link')
  await runa.getByRole('button', { name: 'Make an account and join' }).click()
  await expect(runa.getByRole('alert')).toContainText('There is an account with that address.')
  await runa.getByLabel('Address').fill('runa@marram.example')
  await runa.getByRole('button', { name: 'Make an account and join' }).click()
  await expect(runa.getByRole('region', { name: 'Choosing' })).toBeVisible()
  await expect(invited).toContainText('No invitation is open.')

  const late = await (await browser.newContext()).newPage()
  await late.goto(link)
  await expect(late.getByRole('alert')).toContainText('This invitation is not open any more')

  await runa.goto(`${at.url}/account`)
  await runa.getByRole('button', { name: 'Leave Tern …' }).click()
  await runa.getByRole('button', { name: 'Leave it' }).click()
  await expect(runa.getByRole('button', { name: 'Sign in' })).toBeVisible()
})

test('a token file is replaced whole, refused with each reason, and taken back', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const replace = (text: string) =>
    page
      .getByLabel('Replace the file of Nightwatch')
      .setInputFiles({ name: 'night.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await replace('{ not json')
  await expect(page.getByRole('alert')).toContainText('This is not JSON')
  await replace('{"text":{"strong":{"$value":"{ink.9000}"}}}')
  await expect(page.getByRole('alert')).toContainText('text.strong refers to {ink.9000}, which is not there.')
  await replace('{"text":{"strong":{"$type":"color","$value":"#FFD700"}}}')
  await expect(page.getByText('Nightwatch is now what night.json says.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'text.strong in Nightwatch: #FFD700' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('button', { name: 'text.strong in Nightwatch: #E9EEF1' })).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'file', exact: true }).nth(1).click(),
  ])
  expect(JSON.parse(readFileSync(await file.path(), 'utf8'))).toEqual(
    JSON.parse(readFileSync('demo/tern/tokens/nightwatch.json', 'utf8')),
  )
})

test('what is being typed into a token stays, though a colleague keeps another token meanwhile', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=brass.500')
  await page.getByRole('button', { name: /^brass.500 in Daywatch:/ }).click()
  await page.getByLabel('brass.500 in Daywatch', { exact: true }).fill('#112233')
  const brass = () =>
    page
      .frameLocator('aside iframe')
      .first()
      .locator('html')
      .evaluate((html) => getComputedStyle(html).getPropertyValue('--tern-brass-500'))
  await expect.poll(brass).toBe('#112233')
  const tobias = await someone(at, 'tobias')
  const theme = (await tobias('/api/libraries/tern')).body.themes.find(
    (theme: { name: string }) => theme.name === 'daywatch',
  )
  expect(
    (
      await tobias('/api/libraries/tern/tokens', {
        method: 'PATCH',
        body: { theme: 'daywatch', path: 'ink.700', text: '#445566', seen: theme.document.ink['700'].$value },
      })
    ).status,
  ).toBe(200)
  await expect(page.getByRole('button', { name: 'ink.700 in Daywatch: #445566' })).toBeVisible()
  expect(await brass()).toBe('#112233')
  await page.keyboard.press('Enter')
  await expect(page.getByText('brass.500 changed in Daywatch.')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: 'brass.500 in Daywatch: #112233' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'ink.700 in Daywatch: #445566' })).toBeVisible()
})

test('a colleague who keeps the same token meanwhile is not written over: one is told, and sees theirs', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=brass.700')
  await page.getByRole('button', { name: /^brass.700 in Daywatch:/ }).click()
  await page.getByLabel('brass.700 in Daywatch', { exact: true }).fill('#112233')
  const tobias = await someone(at, 'tobias')
  const theme = (await tobias('/api/libraries/tern')).body.themes.find(
    (theme: { name: string }) => theme.name === 'daywatch',
  )
  expect(
    (
      await tobias('/api/libraries/tern/tokens', {
        method: 'PATCH',
        body: {
          theme: 'daywatch',
          path: 'brass.700',
          text: '#665544',
          seen: theme.document.brass['700'].$value,
        },
      })
    ).status,
  ).toBe(200)
  await page.waitForTimeout(800)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Somebody gave brass.700 another value while you were at it.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'brass.700 in Daywatch: #665544' })).toBeVisible()
})

test('signed out, one is at the door, and comes back to where one wanted to go', async ({ page }) => {
  await signInAtDoor(page, at, 'tobias', '/tern/tokens?tier=primitive')
  await expect(page).toHaveURL(/tern\/tokens\?tier=primitive/)
  await page.getByRole('button', { name: /account of Tobias Renn/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  await page.goto(`${at.url}/tern/release`)
  await expect(page).toHaveURL(/sign-in\?to=\/tern\/release|sign-in\?to=%2Ftern%2Frelease/)
})

test('a library that could not be had while the database was away comes by itself when it is back', async ({
  page,
}) => {
  const away = {
    type: 'about:blank',
    title: 'Service Unavailable',
    status: 503,
    detail: 'Wait a few seconds and do it again.',
    problems: [
      { code: 'store-away', what: 'The database does not answer just now.', todo: 'Wait a few seconds.' },
    ],
  }
  let isAway = true
  await page.route('**/api/libraries/tern/shelf', (route) =>
    isAway
      ? route.fulfill({ status: 503, contentType: 'application/problem+json', json: away })
      : route.continue(),
  )
  await signIn(page, at, 'ines', '/tern')
  await expect(page.getByRole('main').getByRole('alert')).toContainText('The database does not answer')
  await expect(page.getByRole('main').getByText('It is tried again every few seconds.')).toBeVisible()
  isAway = false
  await expect(page.getByRole('main').getByRole('link', { name: 'Action', exact: true })).toBeVisible()
  await expect(page.getByText('The database does not answer')).toHaveCount(0)
})

test('news of a job asks for the job, and the shelf is asked for once when it has changed', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern')
  await expect(page.getByRole('region', { name: 'Choosing' })).toBeVisible()
  await page.waitForTimeout(500)
  const asked: string[] = []
  page.on('request', (request) => {
    if (request.url().includes('/api/libraries/tern'))
      asked.push(request.url().replace(/^.*\/api\/libraries\/tern/, ''))
  })
  const ines = await someone(at, 'ines')
  const queue = readFileSync('demo/tern/src/queue-meter.ts', 'utf8')
  expect((await bringIn(ines, { 'src/queue-meter.ts': `${queue}\n// another line\n` })).body.state).toBe(
    'done',
  )
  await expect.poll(() => asked.filter((path) => path === '/shelf').length).toBe(1)
  await page.waitForTimeout(1500)
  expect(asked.filter((path) => path === '/shelf')).toHaveLength(1)
  expect(asked.filter((path) => path.startsWith('/jobs/')).length).toBeGreaterThan(1)
  asked.length = 0
  const words = await ines('/api/libraries/tern/components/tern-tide-gauge/words', {
    method: 'PUT',
    body: { member: 'prop:height', text: 'How high it stands.', revision: 0 },
  })
  expect(words.status).toBe(200)
  await expect.poll(() => asked).toContain('/shelf?tag=tern-tide-gauge')
  expect(asked.filter((path) => path === '/shelf' || path === '')).toEqual([])
})

test('a bench that is opened from the shelf shows its component in the frame that waited for it', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern')
  const canMove = await page.evaluate(() => 'moveBefore' in Element.prototype)
  test.skip(!canMove, 'this browser loads a frame anew wherever it is put')
  const waiting = page.locator('body > iframe[data-ready]')
  await expect(waiting).toBeAttached()
  const source = (await waiting.getAttribute('src'))!
  await page.getByRole('link', { name: 'Tide gauge' }).first().click()
  await expect(alone(page, 'Tide gauge').locator('tern-tide-gauge')).toBeVisible()
  await expect(page.locator('iframe[title="Tide gauge, alone"]')).toHaveAttribute('src', source)
  // and the next waits already
  await expect(waiting).toBeAttached()
})
