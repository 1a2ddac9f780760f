import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { signIn } from './person'

// How the shelf looks beside the last version, as a maintainer looks it through.

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** What writes the time and a number of chance, what throws one after the other, and what is styled by a sheet. */
const filesOf = (edge: string): Record<string, string> => ({
  'package.json': JSON.stringify({ name: '@marram/buoy', license: 'MIT' }),
  LICENSE: 'May be used by anybody for anything.',
  'src/lamp.css': `p { margin: 0; padding: 8px; border-left: ${edge} solid var(--buoy-glow, teal); }\n`,
  'src/lamp.ts':
    `import css from './lamp.css' with { type: 'css' }\n` +
    `/** A lamp. */\nexport class Lamp extends HTMLElement {\n  connectedCallback() {\n` +
    `    const root = this.attachShadow({ mode: 'open' })\n    root.adoptedStyleSheets = [css]\n` +
    `    root.innerHTML = '<p><slot></slot></p>'\n  }\n}\ncustomElements.define('buoy-lamp', Lamp)\n`,
  'src/clock.ts':
    `/** A clock. */\nexport class Clock extends HTMLElement {\n  connectedCallback() {\n` +
    `    this.textContent = new Date().toLocaleTimeString() + ' ' + Math.random()\n    this.title = '${edge}'\n  }\n}\n` +
    `customElements.define('buoy-clock', Clock)\n`,
  'src/whirl.ts':
    `/** It never comes to an end. */\nexport class Whirl extends HTMLElement {\n  connectedCallback() {\n` +
    `    setTimeout(() => {\n      for (;;) {}\n    })\n  }\n}\ncustomElements.define('buoy-whirl', Whirl)\n`,
  'src/drift.ts':
    `/** It never stands where it stood. */\nexport class Drift extends HTMLElement {\n  connectedCallback() {\n` +
    `    this.textContent = crypto.randomUUID()\n    this.title = '${edge}'\n  }\n}\ncustomElements.define('buoy-drift', Drift)\n`,
})

/** A library with a version and a token, on whose shelf one line is drawn otherwise. */
async function begin(): Promise<void> {
  const ines = await someone(at, 'ines')
  const library = {
    slug: 'buoy',
    title: 'Buoy',
    package: '@marram/buoy',
    prefix: 'buoy-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const bring = async (edge: string) =>
    expect((await bringIn(ines, filesOf(edge), 'buoy')).body).toMatchObject({ state: 'done' })
  await bring('2px')
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  expect((await ines('/api/libraries/buoy/releases', { body: first })).status).toBe(200)
  await bring('9px')
}
const change = (page: Page, name: string | RegExp) => page.getByRole('region', { name })

test('what looks otherwise than in the last version is marked, explained, and judged by keyboard', async ({
  page,
}) => {
  test.setTimeout(180_000)
  await begin()
  await signIn(page, at, 'ines', '/buoy/looks')
  const lamp = change(page, /^Lamp, as on the shelf/)

  await test.step('pictures are taken when somebody asks for them', async () => {
    await expect(page.getByText('no picture was taken yet')).toBeVisible()
    await page.getByRole('button', { name: /^Take .* of pictures$/ }).click()
    // one does not hold still, and one is in a loop: both are offered to be taken once more
    await expect(page.getByRole('button', { name: 'Take two pairs once more' })).toBeEnabled({
      timeout: 90_000,
    })
    await expect(page.getByText(/one of .* pictures looks otherwise/)).toBeVisible()
  })

  await test.step('what differs is drawn, and the rule that it is by is named', async () => {
    await expect(lamp.getByText(/pixels differ/)).toBeVisible()
    await expect(lamp).toContainText('which said border-left: 2px solid var(--buoy-glow, teal)')
    await expect(lamp).toContainText('says border-left: 9px solid var(--buoy-glow, teal)')
    const drawn = lamp.getByRole('presentation').or(lamp.locator('img'))
    for (const picture of await drawn.all())
      await expect
        .poll(() => picture.evaluate((image: HTMLImageElement) => image.complete && image.naturalWidth))
        .toBeGreaterThan(100)
  })

  await test.step('time and chance make no change', async () => {
    await expect(change(page, /^(Clock|Drift)/)).toHaveCount(0)
    await expect(page.locator('main')).toContainText(/Drift as on the shelf .* does not hold still/)
    await expect(page.locator('main')).not.toContainText('Clock as on the shelf')
  })

  await test.step('a component in a loop costs its own picture only', async () => {
    await expect(page.locator('main')).toContainText(
      /Whirl as on the shelf in Base: In the version it .+\. On the shelf it /,
    )
  })

  await test.step('it is judged with a key, and that can be taken back', async () => {
    await page.keyboard.press('n')
    await expect(lamp).toContainText(/Not meant, says Ines Fairlie/)
    await page.keyboard.press('u')
    await expect(lamp.getByRole('button', { name: /^Accept/ })).toBeVisible()
    await page.keyboard.press('a')
    await expect(lamp).toContainText(/Accepted, says Ines Fairlie/)
    await page.reload()
    await expect(page.getByText('None of one change is of that kind.')).toBeVisible()
  })

  await test.step('the desk asks for it: what changed again has to be looked at again', async () => {
    const ines = await someone(at, 'ines')
    await page.goto(`${at.url}/buoy/release`)
    const gate = page
      .getByRole('list', { name: 'Gates' })
      .getByRole('listitem')
      .filter({ hasText: 'How it looks' })
    await expect(gate).toBeVisible()
    await expect(gate).toContainText('2 of 4 pictures were not compared as they are now.')
    await expect(gate).not.toContainText('accepted;')
    expect((await bringIn(ines, filesOf('5px'), 'buoy')).body).toMatchObject({ state: 'done' })
    await page.reload()
    await expect(gate).toContainText('4 of 4 pictures were not compared as they are now.')
  })
})
