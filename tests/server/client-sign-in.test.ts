import { execFile, spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { newLibrary, someone, until, world, type Ask, type World } from '../world'

// A package client that signs in by way of the browser, as the ordinary one does.

let at: World
let ines: Ask
let folder: string
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-sign-in-'))
}, 60_000)
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

const registry = () => `${at.url}/registry/`
interface Begun {
  loginUrl: string
  doneUrl: string
}
const begin = async (client = 'npm/10.9.0 node/v20 linux'): Promise<Begun> =>
  (
    await fetch(`${registry()}-/v1/login`, { method: 'POST', body: '{}', headers: { 'user-agent': client } })
  ).json()
const linkOf = (loginUrl: string) => `/api/client-sign-ins/${new URL(loginUrl).pathname.split('/').at(-1)}`
const token = (more: object = {}) => ({
  name: 'my laptop',
  scopes: ['read'],
  library: null,
  days: 7,
  ...more,
})
const env = (config: string) =>
  ({
    PATH: process.env.PATH,
    HOME: folder,
    npm_config_userconfig: config,
    npm_config_cache: join(folder, 'cache'),
    npm_config_registry: registry(),
    npm_config_update_notifier: 'false',
  }) as unknown as NodeJS.ProcessEnv

/** Begins `npm login`; what it has said so far, and how it ended. */
function login(config: string) {
  writeFileSync(config, '')
  const child = spawn('npm', ['login', '--auth-type=web'], {
    env: env(config),
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  const told = { text: '' }
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (data: Buffer) => (told.text += data.toString()))
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve))
  return { told, ended, link: () => /\S+\/allow\/[\w-]+/.exec(told.text)?.[0] }
}

test('the ordinary client signs in: it waits until somebody allows it, and then has a token of theirs', async () => {
  const config = join(folder, 'npmrc')
  const { link, ended } = login(config)
  await until(() => Promise.resolve(link() !== undefined), 30_000)
  expect((await ines(linkOf(link()!))).body).toMatchObject({ client: expect.stringMatching(/^npm\/\d/) })
  expect((await ines(linkOf(link()!), { body: { token: token() } })).status).toBe(200)
  expect(await ended).toBe(0)
  expect(readFileSync(config, 'utf8')).toMatch(/_authToken="?ks_/)
  const { stdout } = await promisify(execFile)('npm', ['whoami'], { env: env(config) })
  expect(stdout.trim()).toBe('ines@marram.example')
  const { body } = await ines('/api/registry-tokens')
  expect((body as { name: string }[]).map(({ name }) => name)).toContain('my laptop')
  const [made] = await at.sql("select detail from audit where act = 'token made' order by id desc limit 1")
  expect(made).toEqual({ detail: { name: 'my laptop', scopes: ['read'] } })
}, 90_000)

test('the ordinary client gets nothing where it was not allowed', async () => {
  const { link, ended, told } = login(join(folder, 'npmrc-refused'))
  await until(() => Promise.resolve(link() !== undefined), 30_000)
  expect((await ines(linkOf(link()!), { body: { token: null } })).status).toBe(200)
  // it asks for a name and a password then, which there is nobody to type
  expect(await ended).not.toBe(0)
  expect(readFileSync(join(folder, 'npmrc-refused'), 'utf8')).toBe('')
  expect(told.text).not.toContain('ks_')
}, 90_000)

test('a link is answered once, a token fetched once, and neither is guessed from the other', async () => {
  const { loginUrl, doneUrl } = await begin()
  const waiting = await fetch(doneUrl)
  expect([waiting.status, waiting.headers.get('retry-after'), waiting.headers.get('cache-control')]).toEqual([
    202,
    '2',
    'no-store',
  ])
  expect((await ines(linkOf(loginUrl), { body: { token: token() } })).status).toBe(200)
  for (const path of [linkOf(loginUrl), linkOf(doneUrl.replace('?of=', '/'))])
    expect((await ines(path)).body).toMatchObject({ problems: [{ code: 'no-sign-in' }] })
  expect((await ines(linkOf(loginUrl), { body: { token: null } })).status).toBe(404)
  const fetched = await Promise.all(Array.from({ length: 5 }, () => fetch(doneUrl)))
  expect(fetched.map(({ status }) => status).toSorted()).toEqual([200, 404, 404, 404, 404])
  const { token: text } = await fetched.find(({ status }) => status === 200)!.json()
  const whoami = await fetch(`${registry()}-/whoami`, { headers: { authorization: `Bearer ${text}` } })
  expect(await whoami.json()).toEqual({ username: 'ines@marram.example' })
  expect(await at.sql('select 1 from client_sign_ins where token::text like $1', ['%ks\\_%'])).toEqual([])
})

test('nobody allows what they may not: without an account, for a library of others, after its time', async () => {
  const { loginUrl, doneUrl } = await begin('<b>not a client</b>')
  const path = linkOf(loginUrl)
  const nobody = await fetch(`${at.url}${path}`)
  expect(nobody.status).toBe(401)
  expect((await ines(path)).body).toMatchObject({ client: 'a package client' })
  await newLibrary(ines, 'cove')
  const odile = await someone(at, 'odile')
  expect((await odile(path, { body: { token: token({ library: 'cove' }) } })).body).toMatchObject({
    problems: [{ code: 'no-library' }],
  })
  for (const bad of [{ name: ' ' }, { scopes: [] }, { scopes: ['all'] }, { days: 0 }, { days: 9999 }])
    expect((await odile(path, { body: { token: token(bad) } })).status).toBe(422)
  await at.sql("update client_sign_ins set ends_at = now() - interval '1 second' where state = 'asked'")
  expect((await odile(path, { body: { token: token() } })).status).toBe(404)
  expect((await fetch(doneUrl)).status).toBe(404)
  for (const other of ['', '?of=', '?of=a&of=b', '?of=%00', `?of=${'x'.repeat(5000)}`])
    expect((await fetch(`${registry()}-/v1/done${other}`)).status).toBe(404)
})

test('an address has so many open at a time, and is told when to come back', async () => {
  await at.sql('delete from client_sign_ins')
  const answers = []
  for (let i = 0; i < 22; i++)
    answers.push(await fetch(`${registry()}-/v1/login`, { method: 'POST', body: '{}' }))
  expect(answers.map(({ status }) => status)).toEqual([...Array<number>(20).fill(200), 429, 429])
  expect(answers.at(-1)!.headers.get('retry-after')).toBe('60')
  expect((await fetch(`${registry()}-/v1/login`, { method: 'POST', body: 'x'.repeat(5000) })).status).toBe(
    413,
  )
})
