import { createSocket } from 'node:dgram'
import { readFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { expect, test, type Page } from '@playwright/test'
import { fencedBrowser } from '../../server/evidence/browser'
import { bringIn, someone, wait, world, type World } from '../world'
import { alone, row, signIn, tabUntilInside } from './person'

/** A place that must never hear of anything: whatever comes to it by TCP or UDP is noted. */
async function listener() {
  const heard: string[] = []
  const tcp = createServer((socket) => {
    heard.push('tcp')
    socket.on('error', () => undefined).destroy()
  })
  await new Promise<void>((resolve) => tcp.listen(0, '127.0.0.1', resolve))
  const { port } = tcp.address() as AddressInfo
  const udp = createSocket('udp4', () => heard.push('udp'))
  await new Promise<void>((resolve) => udp.bind(port, '127.0.0.1', resolve))
  return {
    heard,
    port,
    close: () => {
      tcp.close()
      udp.close()
    },
  }
}

let at: World
let outside: Awaited<ReturnType<typeof listener>>
test.beforeAll(async () => {
  outside = await listener()
  at = await world()
  const ines = await someone(at, 'ines')
  const source = readFileSync('tests/fixtures/leaker.ts', 'utf8')
    .replaceAll('OUTSIDE_PORT', String(outside.port))
    .replaceAll('DATABASE_PORT', new URL(at.databaseUrl).port)
  const job = await bringIn(ines, { 'src/leaker.ts': source })
  expect(job.body.result.added).toContain('tern-leaker')
})
test.afterAll(async () => {
  await at.end()
  outside.close()
})

const ways = [
  'webrtc',
  'webrtc-frame',
  'webrtc-module-frame',
  'link-made',
  'link-markup',
  'link-inserted',
  'link-parsed',
  'link-xml',
  'link-entity',
  'link-frame',
  'link-attribute',
  'link-extends',
  'link-document',
  'link-cleaned',
  'link-written',
  'link-namespace',
  'fetch',
  'beacon',
  'socket',
  'image',
  'style',
  'import',
  'worker',
  'navigate-frame',
] as const

test('nothing that a component asks for leaves its frame', async ({ page }) => {
  test.setTimeout(240_000)
  await signIn(page, at, 'ines', '/tern/tern-leaker')
  await expect(alone(page, 'Leaker').getByText('I leak.')).toBeVisible()
  for (const way of ways) {
    const choices = row(page, 'prop:way').getByRole('radiogroup')
    const choice = choices.getByRole('radio', { name: way, exact: true })
    // what a click meets may move while the last way is still at work: who sees no mark clicks again
    await expect(async () => {
      if (!(await choice.isChecked())) await choices.getByText(way, { exact: true }).click()
      await expect(choice).toBeChecked({ timeout: 2000 })
    }).toPass()
    await expect(page.getByLabel('Events')).toContainText(`${way}: done`)
  }
  // what is sent is sent within moments
  await page.waitForTimeout(2500)
  expect(outside.heard).toEqual([])
})

test('a page without our defences does reach it: the listener hears', async ({ page }) => {
  await page.goto('about:blank')
  await page.evaluate(async (port) => {
    const connection = new RTCPeerConnection({
      iceServers: [{ urls: `turn:127.0.0.1:${port}?transport=tcp`, username: 'a', credential: 'b' }],
    })
    connection.createDataChannel('x')
    await connection.setLocalDescription(await connection.createOffer())
  }, outside.port)
  await expect.poll(() => outside.heard.length).toBeGreaterThan(0)
  outside.heard.length = 0
})

test('the browser members are tried in reaches the preview host, and nothing else', async () => {
  test.setTimeout(120_000)
  const preview = Number(new URL(at.preview).port)
  const { browser, close } = await fencedBrowser(process.env.CHROMIUM ?? '/usr/bin/chromium', preview)
  try {
    const page = await browser.newPage()
    // a page without any of our defences: what holds here is the network
    await page.goto('data:text/html,<p>bare</p>')
    const tried = await page.evaluate(async (port) => {
      const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
      const servers = [
        `stun:127.0.0.1:${port}`,
        `turn:127.0.0.1:${port}?transport=udp`,
        `turn:127.0.0.1:${port}?transport=tcp`,
        `turns:127.0.0.1:${port}?transport=tcp`,
      ].map((urls) => ({ urls, username: 'a', credential: 'b' }))
      const connection = new RTCPeerConnection({ iceServers: servers })
      connection.createDataChannel('x')
      await connection.setLocalDescription(await connection.createOffer())
      const link = document.createElement('link')
      Object.assign(link, { rel: 'preconnect', href: `http://127.0.0.1:${port}` })
      document.head.append(link)
      new Image().src = `http://127.0.0.1:${port}/x.png`
      const answer = await fetch(`http://localhost:${port}/`, { mode: 'no-cors' }).then(
        (response) => response.type,
        (error: Error) => error.name,
      )
      await later(3000)
      return answer
    }, outside.port)
    expect(outside.heard).toEqual([])
    expect(['TypeError', 'opaque']).toContain(tried)
    const reached = await page.goto(`http://evidence0.localhost:${preview}/frame`)
    expect(reached?.status()).toBe(200)
    const api = await page.goto(`${at.url}/api/me`)
    expect(api?.status()).toBe(403)
  } finally {
    await close()
  }
})

/** Types, and says what the field holds then. */
async function type(page: Page, text: string): Promise<string> {
  const field = page.getByLabel('Find a component, member or word')
  await field.click()
  for (const character of text) {
    // a key that was on its way when the focus moved to another frame may never be answered to its sender
    await Promise.race([page.keyboard.press(character).catch(() => undefined), wait(1000)])
    await page.waitForTimeout(60)
  }
  return field.inputValue()
}
const received = (page: Page) => alone(page, 'Thief').locator('output')

test.describe('the keyboard', () => {
  test.beforeAll(async () => {
    const ines = await someone(at, 'ines')
    const job = await bringIn(ines, { 'src/thief.ts': readFileSync('tests/fixtures/thief.ts', 'utf8') })
    expect(job.body.result.added).toEqual(['tern-thief'])
  })
  for (const way of ['focus', 'dialog', 'label', 'fragment'] as const) {
    test(`a component that takes the focus by ${way} never hears what is typed elsewhere`, async ({
      page,
    }) => {
      await signIn(page, at, 'ines', '/tern/tern-thief')
      await expect(alone(page, 'Thief').getByText('I listen.')).toBeVisible()
      await row(page, 'prop:way').getByRole('radiogroup').getByText(way, { exact: true }).click()
      await type(page, 'secret words')
      expect((await page.getByLabel('Events').allTextContents()).join()).not.toContain('heard')
      // the browser itself lets a fragment take nothing
      if (way === 'dialog' || way === 'label')
        await expect(
          page.getByRole('region', { name: 'The component alone' }).getByRole('alert'),
        ).toContainText('took the keyboard again and again')
      // whoever asks for the focus by name does not get it at all, and what was typed stands where it was
      // typed
      if (way === 'focus')
        expect(await page.getByLabel('Find a component, member or word').inputValue()).toBe('secret words')
    })
  }
  test('pointed into, it has the keyboard, and loses it with the focus', async ({ page }) => {
    await signIn(page, at, 'ines', '/tern/tern-thief')
    await alone(page, 'Thief').locator('input').click()
    await page.keyboard.type('mine')
    await expect(received(page)).toHaveText('mine')
    await page.getByLabel('Find a component, member or word').click()
    await page.keyboard.type('not yours')
    await expect(received(page)).toHaveText('mine')
    expect(await page.getByLabel('Find a component, member or word').inputValue()).toBe('not yours')
  })
  test('with Tab it has the keyboard too', async ({ page }) => {
    await signIn(page, at, 'ines', '/tern/tern-thief')
    await expect(alone(page, 'Thief').getByText('I listen.')).toBeVisible()
    await page.getByRole('heading', { level: 1 }).click()
    await tabUntilInside(page, 'Thief')
    await expect(alone(page, 'Thief').locator('input')).toBeFocused()
    // the keyboard comes a moment after the focus: whoever sees nothing types again
    await expect(async () => {
      await page.keyboard.press('h')
      await expect(received(page)).toHaveText(/^h+$/, { timeout: 2000 })
    }).toPass()
    await page.keyboard.type('ere')
    await expect(received(page)).toHaveText(/^h+ere$/)
  })
})
