import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import WebSocket from 'ws'
import { bringIn, freePort, people, someone, until, world } from '../world'

/**
 * A browser driven over its own protocol, attached to our page alone: Playwright attaches to every
 * frame and waits for each to answer, which a frame in a loop never does.
 */
async function browser() {
  const port = await freePort()
  const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-browser-'))
  const chromium = spawn(
    process.env.CHROMIUM ?? '/usr/bin/chromium',
    [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--no-first-run',
      '--disable-background-networking',
      '--site-per-process',
      `--remote-debugging-port=${port}`,
      `--user-data-dir=${folder}`,
      '--window-size=1280,2200',
      'about:blank',
    ],
    { stdio: 'ignore', detached: true },
  )
  const target = await until(async () =>
    (
      (await (await fetch(`http://127.0.0.1:${port}/json`)).json()) as {
        type: string
        webSocketDebuggerUrl: string
      }[]
    ).find((entry) => entry.type === 'page'),
  )
  const socket = new WebSocket(target.webSocketDebuggerUrl)
  await new Promise((resolve) => socket.once('open', resolve))
  let count = 0
  const waiting = new Map<number, (result: { result?: { value?: unknown } }) => void>()
  socket.on('message', (data) => {
    const { id, result } = JSON.parse(String(data))
    waiting.get(id)?.(result)
  })
  const send = (method: string, params: object = {}) =>
    new Promise<{ result?: { value?: unknown } }>((resolve) => {
      waiting.set(++count, resolve)
      socket.send(JSON.stringify({ id: count, method, params }))
    })
  return {
    send,
    ask: async <T>(expression: string) =>
      (await send('Runtime.evaluate', { expression, returnByValue: true, awaitPromise: true })).result
        ?.value as T,
    close: async () => {
      socket.close()
      const ended = new Promise((resolve) => chromium.once('exit', resolve))
      // all of its processes at once: one in a loop would go on writing into the folder
      process.kill(-chromium.pid!, 'SIGKILL')
      await ended
      rmSync(folder, { recursive: true, force: true, maxRetries: 20, retryDelay: 200 })
    },
  }
}

test('a component that loops on the shelf stops alone; its neighbours come back', async () => {
  test.setTimeout(150_000)
  const at = await world()
  const chromium = await browser()
  try {
    const ines = await someone(at, 'ines')
    await bringIn(ines, { 'src/hostile.ts': readFileSync('tests/fixtures/hostile.ts', 'utf8') })
    await at.sql(
      `insert into examples (component_id, name, usage, face) select id, 'Face', ` +
        `'{"props":{"act":"loop"},"slots":{}}', true from components where tag = 'tern-hostile'`,
    )
    await chromium.send('Page.navigate', { url: `${at.url}/sign-in` })
    await until(() => chromium.ask<boolean>(`document.querySelector('form') !== null`))
    await chromium.ask(
      `fetch('/api/sign-in', { method: 'POST', headers: { 'content-type': 'application/json' }, ` +
        `body: ${JSON.stringify(JSON.stringify(people.ines))} }).then(() => { location.href = '/tern' })`,
    )
    const states = () =>
      chromium.ask<Record<string, string>>(
        `Object.fromEntries([...document.querySelectorAll('.item')].map((item) => ` +
          `[item.querySelector('.code')?.textContent, ` +
          `item.querySelector('[data-state]')?.dataset.state + ' ' + ` +
          `(item.querySelector('[data-state]')?.offsetWidth > 20)]))`,
      )
    await until(async () => Object.keys((await states()) ?? {}).length === 17, 30_000)
    // the looping one is cut, and every other is live and has a size
    await expect
      .poll(states, { timeout: 60_000 })
      .toEqual(expect.objectContaining({ 'tern-hostile': 'silent true' }))
    await expect
      .poll(
        async () =>
          Object.entries(await states()).filter(
            ([tag, state]) => tag !== 'tern-hostile' && state !== 'live true',
          ),
        { timeout: 60_000 },
      )
      .toEqual([])
    expect(
      await chromium.ask<string>(`document.querySelector('[data-state="silent"]').textContent`),
    ).toContain('no longer answers')
  } finally {
    await chromium.close()
    await at.end()
  }
})
