import { spawn } from 'node:child_process'
import { freePort, newLibrary, people, someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask = undefined as never
beforeAll(async () => {
  at = await world({ BEHIND_PROXY: 'true', SIGN_IN_TRIES: '6' })
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

describe('sessions', () => {
  /** A session whose cookie can be copied. */
  async function cookieOf(who: keyof typeof people, password = people[who].password): Promise<string> {
    const answer = await fetch(`${at.url}/api/sign-in`, {
      method: 'POST',
      headers: { origin: at.url, 'content-type': 'application/json', 'x-forwarded-for': '9.9.9.9' },
      body: JSON.stringify({ email: people[who].email, password }),
    })
    expect(answer.status).toBe(200)
    return answer.headers
      .getSetCookie()
      .map((cookie) => cookie.split(';')[0]!)
      .filter((cookie) => !cookie.endsWith('='))
      .at(-1)!
  }
  const with_ = (cookie: string, path: string, method = 'GET', body?: object) =>
    fetch(`${at.url}${path}`, {
      method,
      headers: { origin: at.url, cookie, 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })

  test('signing out ends the session, for a copy of its cookie too', async () => {
    const cookie = await cookieOf('odile')
    expect((await with_(cookie, '/api/libraries')).status).toBe(200)
    expect((await with_(cookie, '/api/sign-out', 'POST', {})).status).toBe(200)
    expect((await with_(cookie, '/api/libraries')).status).toBe(401)
  })
  test('another password ends every other session, and the old one opens nothing any more', async () => {
    const [here, there] = [await cookieOf('odile'), await cookieOf('odile')]
    expect(
      (await with_(here, '/api/me/password', 'PUT', { now: 'wrong', next: 'a better password' })).status,
    ).toBe(422)
    expect(
      (await with_(here, '/api/me/password', 'PUT', { now: people.odile.password, next: 'short' })).status,
    ).toBe(422)
    const changed = await with_(here, '/api/me/password', 'PUT', {
      now: people.odile.password,
      next: 'a better password',
    })
    expect(changed.status).toBe(200)
    expect([
      (await with_(there, '/api/libraries')).status,
      (await with_(here, '/api/libraries')).status,
    ]).toEqual([401, 401])
    const fresh = changed.headers
      .getSetCookie()
      .map((cookie) => cookie.split(';')[0]!)
      .at(-1)!
    expect((await with_(fresh, '/api/libraries')).status).toBe(200)
    const back = await with_(await cookieOf('odile', 'a better password'), '/api/me/password', 'PUT', {
      now: 'a better password',
      next: people.odile.password,
    })
    expect(back.status).toBe(200)
  })
  test('a role that is taken ends sessions and feeds', async () => {
    await newLibrary(ines, 'private-feed')
    const { others } = (await ines('/api/libraries/private-feed/staff')).body
    const odile = others.find((person: { email: string }) => person.email.startsWith('odile')).id
    const give = (role: string | null) =>
      ines('/api/libraries/private-feed/staff', { method: 'PUT', body: { person: odile, role } })
    await give('reader')
    const cookie = await cookieOf('odile')
    const feed = await fetch(`${at.url}/api/libraries/private-feed/feed`, { headers: { cookie } })
    const reader = feed.body!.getReader()
    expect((await reader.read()).done).toBe(false)
    expect((await give(null)).status).toBe(200)
    const heard: string[] = []
    for (let piece = await reader.read(); !piece.done; piece = await reader.read())
      heard.push(Buffer.from(piece.value).toString())
    expect(heard.join()).not.toContain('staff')
    expect((await with_(cookie, '/api/libraries')).status).toBe(401)
  }, 30_000)
  test('a stranger cannot lock an account, and success gives an address nothing back but its own try', async () => {
    await at.sql('delete from rate_limits')
    const try_ = (address: string, password: string) =>
      fetch(`${at.url}/api/sign-in`, {
        method: 'POST',
        headers: {
          origin: at.url,
          'content-type': 'application/json',
          'x-forwarded-for': `1.1.1.1, ${address}`,
        },
        body: JSON.stringify({ email: people.tobias.email, password }),
      })
    const stranger: number[] = []
    for (let i = 0; i < 8; i++) stranger.push((await try_('203.0.113.5', `wrong ${i}`)).status)
    expect(stranger).toEqual([401, 401, 401, 401, 401, 401, 429, 429])
    const began = performance.now()
    expect((await try_('203.0.113.6', people.tobias.password)).status).toBe(200)
    expect(performance.now() - began).toBeLessThan(6000)
    // right and wrong by turns: the wrong ones count on
    const mixed: number[] = []
    for (let i = 0; i < 8; i++) {
      mixed.push((await try_('203.0.113.7', `wrong ${i}`)).status)
      await try_('203.0.113.7', people.tobias.password)
    }
    expect(mixed).toContain(429)
    await at.sql('delete from rate_limits')
  }, 60_000)
  test('no start without a secret, but in a demonstration', async () => {
    const env: NodeJS.ProcessEnv = {
      ...at.env,
      PORT: String(await freePort()),
      PREVIEW_PORT: String(await freePort()),
      DEMO: 'false',
    }
    delete env.SESSION_SECRET
    const server = spawn(process.execPath, ['.output/server/index.mjs'], {
      env,
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    let said = ''
    server.stderr.on('data', (data: Buffer) => {
      said += data.toString()
    })
    expect(await new Promise((resolve) => server.once('exit', resolve))).toBe(1)
    expect(said).toContain('SESSION_SECRET is not set')
  }, 30_000)
})
