// Pictures of the main views for docs/screenshots, from fresh demo data.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { freePort, root, seed, setUp, startPostgres, startServer } from './setup.mjs'

await setUp({ browser: true })
const { chromium } = await import('@playwright/test')
const postgres = await startPostgres('shots', { fresh: true, settings: { fsync: 'off' } })
const [port, previewPort] = [await freePort(), await freePort()]
const env = { DATABASE_URL: postgres.url, PORT: String(port), HOST: '127.0.0.1', PUBLIC_URL: `http://localhost:${port}`, PREVIEW_PORT: String(previewPort), PREVIEW_URL: `http://{frame}.localhost:${previewPort}`, SESSION_SECRET: 'for pictures only, for pictures only', DEMO: 'true' }
seed(env)
const server = await startServer(env, { quiet: true })
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--hide-scrollbars', '--disable-background-networking'] })
try {
  const folder = join(root, 'docs/screenshots')
  mkdirSync(folder, { recursive: true })
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' })).newPage()
  const shoot = async (name, path, act = async () => undefined) => {
    await page.goto(env.PUBLIC_URL + path)
    await page.waitForTimeout(2500)
    await act()
    await page.screenshot({ path: join(folder, `${name}.png`) })
    process.stderr.write(`${name}.png\n`)
  }
  await shoot('sign-in', '/sign-in')
  await page.request.post(`${env.PUBLIC_URL}/api/sign-in`, { data: { email: 'ines@marram.example', password: 'keeps-the-shelf' }, headers: { origin: env.PUBLIC_URL } })
  await shoot('shelf', '/tern')
  await shoot('bench', '/tern/tern-notice-strip?width=390', async () => {
    await page.frameLocator('iframe').getByRole('button', { name: 'Put away' }).click()
    // put away, it is gone; another tone and back brings it again, with the event still listed
    const tones = page.locator('[data-member="prop:tone"]').getByRole('radiogroup')
    await page.locator('[data-member="prop:dismissible"]').getByRole('checkbox').click()
    await page.locator('[data-member="prop:dismissible"]').getByRole('button', { name: 'Do not set' }).click()
    await page.locator('[data-member="prop:dismissible"]').getByRole('checkbox').click()
    await tones.getByText('warn', { exact: true }).click()
    await page.waitForTimeout(700)
  })
  await shoot('bench-ticket', '/tern/tern-ticket?theme=nightwatch')
  await shoot('tokens', '/tern/tokens?tier=component&token=notice.edge.warn')
  await shoot('release', '/tern/release')
  await shoot('registry', '/tern/registry')
  await shoot('source', '/tern/source?path=src%2Fnotice-strip.ts&line=46&of=tern-notice-strip')
} finally {
  await browser.close()
  await server.stop()
  await postgres.stop()
}
