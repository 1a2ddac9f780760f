// Pictures of the main views for docs/screenshots, from fresh demo data: all of them, or those that are
// named. What a browser has to have looked at for one (contrast, accessibility) is looked at for evidence:
// name it too.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { freePort, root } from './machine.mjs'
import { startPostgres } from './postgres.mjs'
import { seed, setUp, startServer } from './setup.mjs'

await setUp({ browser: true })
const { pictured } = await import(pathToFileURL(join(root, '.build/screens.mjs')))
const { chromium } = await import('@playwright/test')
const postgres = await startPostgres('shots', { fresh: true, settings: { fsync: 'off' } })
const [port, previewPort] = [await freePort(), await freePort()]
const env = {
  DATABASE_URL: postgres.url,
  PORT: String(port),
  HOST: '127.0.0.1',
  PUBLIC_URL: `http://localhost:${port}`,
  PREVIEW_PORT: String(previewPort),
  PREVIEW_URL: `http://{frame}.localhost:${previewPort}`,
  SESSION_SECRET: 'for pictures only, for pictures only',
  DEMO: 'true',
}
seed(env)
const server = await startServer(env, { quiet: true })
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--hide-scrollbars', '--disable-background-networking'],
})
try {
  const folder = join(root, 'docs/screenshots')
  mkdirSync(folder, { recursive: true })
  const page = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' })
  ).newPage()
  const wanted = process.argv.slice(2)
  const taken = new Set()
  /** Takes the picture of a screen, at its own address or another, after something was done. */
  const shoot = async (name, { path = pictured(name), act = async () => undefined } = {}) => {
    if (wanted.length && !wanted.includes(name)) return
    await page.goto(env.PUBLIC_URL + path)
    await page.waitForTimeout(2500)
    await act()
    await page.screenshot({ path: join(folder, `${name}.png`) })
    taken.add(name)
    process.stderr.write(`${name}.png\n`)
  }
  // the ledger says what was seen once every member was tried
  const tried = () => page.getByText('seen in a browser.').waitFor({ timeout: 150_000 })
  await page.request.post(`${env.PUBLIC_URL}/api/sign-in`, {
    data: { email: 'ines@marram.example', password: 'keeps-the-shelf' },
    headers: { origin: env.PUBLIC_URL },
  })
  await shoot('shelf')
  await shoot('bench', {
    act: async () => {
      await page.frameLocator('iframe[title$="alone"]').getByRole('button', { name: 'Put away' }).click()
      // put away, it is gone; another tone and back brings it again, with the event still listed
      const tones = page.locator('[data-member="prop:tone"]').getByRole('radiogroup')
      await page.locator('[data-member="prop:dismissible"]').getByRole('checkbox').click()
      await page
        .locator('[data-member="prop:dismissible"]')
        .getByRole('button', { name: 'Do not set' })
        .click()
      await page.locator('[data-member="prop:dismissible"]').getByRole('checkbox').click()
      await tones.getByText('warn', { exact: true }).click()
      await page.waitForTimeout(700)
      await tried()
    },
  })
  await shoot('spread', { act: () => page.waitForTimeout(2500) })
  await shoot('made-of', {
    act: async () => {
      await page.getByRole('treeitem').nth(1).click()
      await page.getByRole('button', { name: 'border-color', exact: true }).click()
    },
  })
  await shoot('evidence', {
    act: async () => {
      await page.getByRole('button', { name: /^Try / }).click()
      await page.getByRole('button', { name: 'All were tried' }).waitFor({ timeout: 500_000 })
    },
  })
  await shoot('accessibility')
  await shoot('isolation')
  // each state is brought about by its way
  await shoot('states', { act: () => page.waitForTimeout(3000) })
  await shoot('contrast', {
    act: async () => {
      await page.getByRole('button', { name: /^Look into #8ec5da/ }).click()
      await page.getByRole('radio', { name: /text\.soft/ }).check()
      await page.waitForTimeout(1500)
    },
  })
  await shoot('tokens')
  await shoot('icons', { act: () => page.waitForTimeout(2000) })
  await shoot('languages', { act: () => page.waitForTimeout(2000) })
  await shoot('findings', {
    act: () => page.getByRole('heading', { name: 'Classes that meet' }).waitFor({ timeout: 60_000 }),
  })
  await shoot('release', { act: () => page.getByText('Nothing goes before its time').waitFor() })
  await shoot('difference', {
    act: () => page.getByText('What consumers change').first().click(),
  })
  await shoot('looks', {
    act: async () => {
      await page.getByRole('button', { name: /^Take / }).click()
      await page.getByRole('button', { name: 'All are taken' }).waitFor({ timeout: 120_000 })
      await page.keyboard.press('a')
      await page.waitForTimeout(1500)
    },
  })
  await shoot('registry')
  await shoot('guide')
  await shoot('source', {
    act: async () => {
      // a member is written, and what it comes to stands beside it
      await page.locator('.cm-line', { hasText: 'constructor() {' }).click()
      await page.keyboard.press('Home')
      await page.keyboard.type(
        "/** Speaks low. */\nget hushed(): boolean {\nreturn this.hasAttribute('hushed')\n}\n",
      )
      await page.getByText('new: prop').waitFor({ timeout: 30_000 })
      await page.waitForTimeout(1500)
    },
  })
  const unknown = wanted.filter((name) => !taken.has(name))
  if (unknown.length) throw new Error(`There is no picture ${unknown.join(', ')}.`)
} finally {
  await browser.close()
  await server.stop()
  await postgres.stop()
}
