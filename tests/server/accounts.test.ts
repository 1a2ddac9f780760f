import { people, someone, world, type World } from '../world'

let at: World
beforeAll(async () => {
  at = await world({ SIGN_IN_TRIES: '5' })
}, 60_000)
afterAll(() => at.end())

test('a wrong password and a person who is not there get the same answer, in about the same time', async () => {
  const nobody = await someone(at, null)
  const times: number[] = []
  const answers = []
  for (const body of [
    { ...people.odile, password: 'wrong' },
    { email: 'no@one.example', password: 'wrong' },
  ]) {
    const began = performance.now()
    answers.push(await nobody('/api/sign-in', { body }))
    times.push(performance.now() - began)
  }
  expect(answers.map((answer) => [answer.status, answer.body.title])).toEqual([
    [401, 'That address and password do not go together.'],
    [401, 'That address and password do not go together.'],
  ])
  expect(Math.min(...times) / Math.max(...times)).toBeGreaterThan(0.2)
})

test('too many tries wait, the right password too, and the answer says how long', async () => {
  const nobody = await someone(at, null)
  await at.sql('delete from rate_limits')
  const answers = []
  for (let i = 0; i < 7; i++)
    answers.push(await nobody('/api/sign-in', { body: { ...people.odile, password: `wrong ${i}` } }))
  expect(answers.map((answer) => answer.status)).toEqual([401, 401, 401, 401, 401, 429, 429])
  const right = await nobody('/api/sign-in', { body: people.odile })
  expect(right.status).toBe(429)
  expect(right.body.detail).toMatch(/Wait \d+ minutes/)
  await at.sql('delete from rate_limits')
})

test('passwords are kept by scrypt, sessions sealed and out of reach of scripts', async () => {
  const [row] = await at.sql<{ password: string }>(
    "select password from people where email = 'ines@marram.example'",
  )
  expect(row!.password).toMatch(/^\$scrypt\$ln=15,r=8,p=3\$/)
  const nobody = await someone(at, null)
  const answer = await nobody('/api/sign-in', { body: people.ines })
  const [cookie] = answer.headers.getSetCookie().slice(-1)
  expect(cookie).toMatch(/HttpOnly/i)
  expect(cookie).toMatch(/SameSite=Lax/i)
  expect(cookie).not.toContain('ines')
  const forged = await fetch(`${at.url}/api/libraries`, { headers: { cookie: 'kept-shelf=Fe26.2**forged' } })
  expect(forged.status).toBe(401)
})

test('a write that comes from another site is refused before anything else', async () => {
  const ines = await someone(at, 'ines')
  for (const headers of [
    { origin: 'http://evil.example' },
    { origin: 'null' },
    { origin: at.preview },
  ] as Record<string, string>[]) {
    const answer = await ines('/api/libraries/tern/tokens/undo', { body: {}, headers })
    expect([answer.status, answer.body.problems[0].code]).toEqual([403, 'other-origin'])
  }
})

test('each role may what it may', async () => {
  const [ines, tobias, odile, nobody] = [
    await someone(at, 'ines'),
    await someone(at, 'tobias'),
    await someone(at, 'odile'),
    await someone(at, null),
  ]
  const words = { method: 'PUT', body: { member: 'prop:label', text: 'x', revision: 0 } }
  const paths: [string, object | undefined, number[]][] = [
    ['/api/libraries/tern/shelf', undefined, [200, 200, 200, 401]],
    ['/api/libraries/tern/components/tern-notice-strip/words', words, [200, 409, 403, 401]],
    [
      '/api/libraries/tern/releases',
      { body: { version: '0.0.1', channel: 'latest', notes: '' } },
      [409, 403, 403, 401],
    ],
    ['/api/libraries/tern/staff', undefined, [200, 403, 403, 401]],
    ['/api/libraries', { body: {} }, [422, 403, 403, 401]],
  ]
  for (const [path, options, statuses] of paths) {
    const got = []
    for (const ask of [ines, tobias, odile, nobody]) got.push((await ask(path, options)).status)
    expect([path, got]).toEqual([path, statuses])
  }
})

test('a library nobody else may see is not there for them, and the last maintainer stays', async () => {
  const [ines, tobias] = [await someone(at, 'ines'), await someone(at, 'tobias')]
  expect(
    (
      await ines('/api/libraries', {
        body: {
          slug: 'skua',
          title: 'Skua',
          package: '@marram/skua',
          prefix: 'skua-',
          visibility: 'private',
        },
      })
    ).status,
  ).toBe(200)
  expect(
    (
      await ines('/api/libraries', {
        body: {
          slug: 'skua',
          title: 'Skua',
          package: '@marram/skua2',
          prefix: 'skua-',
          visibility: 'private',
        },
      })
    ).status,
  ).toBe(409)
  expect((await tobias('/api/libraries/skua')).status).toBe(404)
  const staff = (await ines('/api/libraries/skua/staff')).body
  expect(
    (
      await ines('/api/libraries/skua/staff', {
        method: 'PUT',
        body: { person: staff.staff[0].id, role: 'reader' },
      })
    ).body.problems[0].code,
  ).toBe('last-maintainer')
  const other = staff.others.find((entry: { email: string }) => entry.email.startsWith('tobias'))
  expect(
    (await ines('/api/libraries/skua/staff', { method: 'PUT', body: { person: other.id, role: 'reader' } }))
      .status,
  ).toBe(200)
  expect((await tobias('/api/libraries/skua')).body.role).toBe('reader')
})

test('our own pages may run only our scripts and embed only the preview host', async () => {
  const page = await fetch(`${at.url}/tern`, { headers: { accept: 'text/html' } })
  const policy = page.headers.get('content-security-policy')!
  expect(policy).toMatch(/script-src 'self'( 'sha256-[^']+')*;/)
  expect(policy).toMatch(/frame-src http:\/\/\*\.localhost:\d+;/)
  expect(policy).toContain("frame-ancestors 'none'")
  const frame = await fetch(`${at.preview.replace('x.localhost', '127.0.0.1')}/frame`)
  expect(frame.headers.get('content-security-policy')).toMatch(
    /default-src 'none'.*connect-src 'none'.*sandbox allow-scripts/,
  )
})
