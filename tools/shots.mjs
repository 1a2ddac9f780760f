// Pictures of the main views for docs/screenshots, from fresh demo data.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { freePort, root, seed, setUp, startPostgres, startServer } from './setup.mjs'

/** A small library of React components, as an upload. */
function secondLibrary() {
  const files = {
    'package.json': JSON.stringify({ name: '@marram/gannet', version: '0.1.0', license: 'MIT', peerDependencies: { react: '^19.0.0', 'react-dom': '^19.0.0' } }),
    'src/berth-card.tsx': `import { useState, type ComponentProps, type ReactNode } from 'react'
import './berth-card.css'

export interface BerthCardProps extends Omit<ComponentProps<'section'>, 'title'> {
  /** Which berth it is. */
  berth: string
  /** How it speaks. */
  tone?: 'calm' | 'storm'
  /** Stands above everything else. */
  head?: ReactNode
  /** Somebody boards here. */
  onBoard?: (berth: string) => void
}

/** A berth, and a way to board there. */
export function BerthCard({ berth, tone = 'calm', head, children, onBoard, ...rest }: BerthCardProps) {
  const [times, setTimes] = useState(0)
  return (
    <section {...rest} className="berth-card" data-tone={tone}>
      <h3>{head ?? 'Berth'} {berth}</h3>
      <p>{children}</p>
      <button type="button" onClick={() => { setTimes(times + 1); onBoard?.(berth) }}>Board {times || ''}</button>
    </section>
  )
}
`,
    'src/berth-card.css': ".berth-card { border-left: 6px solid #1c6b58; background: #e3ede8; padding: 12px 18px; font: 15px/22px 'Hanken Grotesk', sans-serif; color: #11344a; min-width: 260px }\n.berth-card[data-tone='storm'] { border-color: #a63d22; background: #f5e4dd }\n.berth-card h3, .berth-card p { margin: 0 0 8px }\n.berth-card button { border: 1px solid; background: none; padding: 4px 14px; color: inherit; font: inherit }\n",
    'src/crossing-list.tsx': "import { BerthCard } from './berth-card'\nimport { times } from './timetable'\n\nexport const CrossingList = () => <>{times.map((one) => <BerthCard key={one} berth={one} />)}</>\n",
    'src/berth-card.test.tsx': "import { BerthCard } from './berth-card'\n",
  }
  const form = new FormData()
  form.set('note', 'A library of function components')
  for (const [path, text] of Object.entries(files)) form.append('file', new File([text], path))
  return form
}

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
  await shoot('guide', '/tern/tern-notice-strip/guide')
  await shoot('bring-in', '/tern/bring-in?from=git')
  // a second library, of function components, with something in it that does not compile
  const origin = { origin: env.PUBLIC_URL }
  await page.request.post(`${env.PUBLIC_URL}/api/libraries`, { data: { slug: 'gannet', title: 'Gannet', package: '@marram/gannet', prefix: 'gannet-', visibility: 'private' }, headers: origin })
  const { job } = await (await page.request.post(`${env.PUBLIC_URL}/api/libraries/gannet/source`, { multipart: secondLibrary(), headers: origin })).json()
  await page.goto(`${env.PUBLIC_URL}/gannet/bring-in/${job}`)
  await page.getByRole('heading', { name: 'Brought in', exact: true }).waitFor({ timeout: 120_000 })
  await shoot('brought-in', `/gannet/bring-in/${job}`)
  await shoot('bench-jsx', `/gannet/BerthCard?show=${encodeURIComponent(JSON.stringify({ props: { berth: '7', tone: 'storm' }, slots: { '': { is: 'text', text: 'Mind the gap at low water.' } } }))}`)
  await shoot('source', '/tern/source?path=src%2Fnotice-strip.ts&line=46&of=tern-notice-strip')
} finally {
  await browser.close()
  await server.stop()
  await postgres.stop()
}
