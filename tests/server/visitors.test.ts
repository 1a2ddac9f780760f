import { newLibrary, people, someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask = undefined as never
let stranger: Ask = undefined as never
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  stranger = await someone(at, null)
}, 60_000)
afterAll(() => at.end())

const readBy = (readers: string, ask: Ask = ines) =>
  ask('/api/libraries/tern/readers', { method: 'PUT', body: { readers } })

/** Every address of our API that something of a library is read at, with who may call it. */
async function readAddresses(): Promise<{ path: string; access: string }[]> {
  const { paths } = (await stranger('/api/openapi.json')).body as {
    paths: Record<string, { get?: { description: string } }>
  }
  const values: Record<string, string> = { library: 'tern', tag: 'tern-notice-strip', version: '1.1.0' }
  return Object.entries(paths).flatMap(([path, { get }]) =>
    get && path.includes('{library}')
      ? [
          {
            path: path.replace(/\{(\w+)\}/g, (_all, name: string) => values[name] ?? 'x'),
            access: /^For: (\w+)/.exec(get.description)![1]!,
          },
        ]
      : [],
  )
}

test('without an account nothing is told of a library that its maintainer did not open to anybody', async () => {
  const refused = await Promise.all(
    ['tern', 'nobody-has-it'].map((slug) => stranger(`/api/libraries/${slug}`)),
  )
  expect(refused.map(({ status }) => status)).toEqual([401, 401])
  expect(refused[0]!.body).toEqual(refused[1]!.body)
  expect((await stranger('/api/libraries')).status).toBe(401)
})

test('its maintainer says who reads it, and nobody else does', async () => {
  expect((await readBy('anyone', await someone(at, 'tobias'))).status).toBe(403)
  expect((await readBy('anyone', stranger)).status).toBe(401)
  expect((await readBy('everybody')).status).toBe(422)
  expect((await readBy('anyone')).status).toBe(200)
  expect((await ines('/api/libraries/tern')).body.readers).toBe('anyone')
  const { trail } = (await ines('/api/libraries/tern/staff')).body
  expect(trail[0]).toMatchObject({ act: 'readers chosen', detail: { readers: 'anyone' } })
})

test('whoever comes reads what is for visitors, and is asked to sign in for all else', async () => {
  const addresses = await readAddresses()
  const answers = await Promise.all(
    addresses.map(async ({ path, access }) => {
      const answer = await stranger(path)
      return { path, access, answer }
    }),
  )
  const isLetIn = ({ answer }: { answer: { status: number } }) => answer.status !== 401
  expect(answers.filter(isLetIn).map(({ path }) => path)).toEqual(
    answers.filter(({ access }) => access === 'visitor').map(({ path }) => path),
  )
  expect(answers.filter(isLetIn).length).toBeGreaterThan(10)
  const shelf = answers.find(({ path }) => path === '/api/libraries/tern/shelf')!
  expect(shelf.answer.body.length).toBe(16)
})

test('a visitor is not told who did what, what is tried, and how a version went out', async () => {
  const addresses = (await readAddresses()).filter(({ access }) => access === 'visitor')
  const toldTo = async (ask: Ask) =>
    JSON.stringify(await Promise.all(addresses.map(async ({ path }) => (await ask(path)).body)))
  expect(await toldTo(ines)).toContain('Ines Fairlie')
  const told = await toldTo(stranger)
  for (const name of [
    'Ines Fairlie',
    'Tobias Renn',
    'Odile',
    ...Object.values(people).map(({ email }) => email),
  ])
    expect(told).not.toContain(name)
  const fitting = { name: 'Softer', changes: [] }
  expect((await ines('/api/libraries/tern/fittings', { body: fitting })).status).toBe(200)
  expect((await ines('/api/libraries/tern')).body.fittings).toHaveLength(1)
  expect((await stranger('/api/libraries/tern')).body).toMatchObject({
    fittings: [],
    job: null,
    origin: null,
  })
  const { releases } = (await stranger('/api/libraries/tern/releases')).body
  expect(releases.length).toBeGreaterThan(0)
  for (const release of releases) expect(release).toMatchObject({ made_by: null, record: {} })
})

test('among libraries a visitor sees those for visitors, and changes none', async () => {
  await newLibrary(ines, 'kept-close')
  await newLibrary(ines, 'for-colleagues', 'open')
  const { body } = await stranger('/api/libraries')
  expect(body.map(({ slug }: { slug: string }) => slug)).toEqual(['tern'])
  const words = { member: 'component', text: 'Written by nobody.' }
  const at_ = '/api/libraries/tern/components/tern-notice-strip/words'
  expect((await stranger(at_, { method: 'PUT', body: words })).status).toBe(401)
})

test('what is for its staff again is told to nobody, and its package takes a token', async () => {
  const metadata = '/registry/@marram%2Ftern'
  expect((await stranger(metadata)).status).toBe(200)
  expect((await readBy('staff')).status).toBe(200)
  expect((await stranger('/api/libraries/tern')).status).toBe(401)
  expect((await stranger('/api/libraries/tern/shelf')).status).toBe(401)
  // for a moment the registry knows a library as it was
  await new Promise((resolve) => setTimeout(resolve, 2500))
  expect((await stranger(metadata)).status).toBe(401)
  expect((await readBy('accounts')).status).toBe(200)
  expect((await stranger('/api/libraries/tern')).status).toBe(401)
})

test('whoever asks for very much without an account is told when to come back; others go on', async () => {
  const ask = () => stranger('/api/libraries/tern')
  let last = await ask()
  for (let asked = 0; asked < 700 && last.status !== 429; asked++) last = await ask()
  expect(last.status).toBe(429)
  expect(last.body.detail).toMatch(/^Wait \d+ seconds, or sign in\.$/)
  expect(Number(last.headers.get('retry-after'))).toBeGreaterThan(0)
  expect((await ines('/api/libraries/tern')).status).toBe(200)
})
