import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import pg from 'pg'
import type { PicturesView } from '~~/core/wire'
import { bringIn, processBeside, someone, until, wait, world, type World } from '../world'

// Several processes on one database, what they tell whoever runs them, and a backup that is put back.

const run = promisify(execFile)
const token = 'metrics-for-tests-only'
let at: World
beforeAll(async () => {
  at = await world({ METRICS_TOKEN: token, LOG_LEVEL: 'info', RUNS: 'web' })
}, 60_000)
afterAll(() => at.end())

const bearer = (value: string) => ({ headers: { authorization: `Bearer ${value}` } })
const pushed = (text: string): FormData => {
  const form = new FormData()
  form.append('file', new Blob([text]), 'src/pushed.css')
  return form
}

test('a process tells that it is alive and ready, and what it counted to whoever may know', async () => {
  expect((await fetch(`${at.url}/api/health`)).status).toBe(200)
  await until(async () => (await fetch(`${at.url}/api/ready`)).ok)
  await fetch(`${at.url}/api/libraries/tern/shelf`)
  expect((await fetch(`${at.url}/api/metrics`)).status).toBe(401)
  expect((await fetch(`${at.url}/api/metrics`, bearer(`${token}x`))).status).toBe(401)
  const answer = await fetch(`${at.url}/api/metrics`, bearer(token))
  expect(answer.headers.get('content-type')).toBe('text/plain; version=0.0.4; charset=utf-8')
  const text = await answer.text()
  // an address stands there by its pattern: there is no end of addresses
  expect(text).toMatch(
    /kept_shelf_request_seconds_count\{method="GET",route="\/api\/libraries\/:library\/shelf",status="401"\} 1/,
  )
  expect(text).toMatch(/^# TYPE kept_shelf_waiting_jobs gauge$/m)
  for (const line of text.split('\n').filter(Boolean))
    expect(line).toMatch(/^(# (HELP|TYPE) \w+ .+|\w+(\{[^}]*\})? [-+.\deE]+(NaN)?)$/)
})

test('a request has a name, which its answer and a line of the log bear', async () => {
  const beside = await processBeside(at)
  try {
    let said = ''
    beside.server.stdout!.on('data', (bytes: Buffer) => (said += bytes.toString()))
    const lineOf = (name: string) =>
      until(async () => said.split('\n').find((line) => line.includes(name) && line.endsWith('}')))
    const given = await fetch(`${beside.url}/api/libraries/tern?secret=never`, {
      headers: { 'x-request-id': 'edge-12345678' },
    })
    expect(given.headers.get('x-request-id')).toBe('edge-12345678')
    const line = await lineOf('edge-12345678')
    expect(JSON.parse(line)).toMatchObject({
      request: 'edge-12345678',
      method: 'GET',
      path: '/api/libraries/tern',
      status: 401,
    })
    expect(line).not.toContain('never')
    // one that could not stand in a log, or would be another line of it, gets a name of ours
    const own = await fetch(`${beside.url}/api/me`, { headers: { 'x-request-id': 'a b"c' } })
    expect(own.headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/)
  } finally {
    await beside.end()
  }
}, 60_000)

test('what one process only takes in, another that works at jobs does', async () => {
  const ines = await someone(at, 'ines')
  const { job } = (await ines('/api/libraries/tern/source', { form: pushed('/* first */') })).body
  const state = async () => (await ines(`/api/libraries/tern/jobs/${job}`)).body.state as string
  await wait(2500)
  expect(await state()).toBe('waiting')
  const waiting = await (await fetch(`${at.url}/api/metrics`, bearer(token))).text()
  expect(waiting).toContain('kept_shelf_waiting_jobs{queue="bring-in"} 1')
  const worker = await processBeside(at, { RUNS: 'jobs' })
  try {
    expect(await until(async () => (await state()) === 'done' && 'done')).toBe('done')
  } finally {
    await worker.end()
  }
}, 90_000)

test('of two that work at jobs one is killed: what it worked at is told, and can be done again', async () => {
  const ines = await someone(at, 'ines')
  const push = async (text: string) =>
    (await ines('/api/libraries/tern/source', { form: pushed(text) })).body.job as string
  const workers = [await processBeside(at, { RUNS: 'jobs' }), await processBeside(at, { RUNS: 'jobs' })]
  try {
    const first = await push('/* before the blow */')
    const running = async () => (await ines(`/api/libraries/tern/jobs/${first}`)).body.state !== 'waiting'
    await until(running)
    await workers[0]!.end()
    // it is done by the one that is left, or was lost with the other and says so
    const ended = async () => {
      const { state } = (await ines(`/api/libraries/tern/jobs/${first}`)).body as { state: string }
      return ['done', 'failed'].includes(state) && state
    }
    // work that nobody does any more is found after a minute and a half
    await at.sql("update jobs set touched_at = now() - interval '5 minutes' where state = 'running'")
    expect(['done', 'failed']).toContain(await until(ended, 60_000))
    const second = await push('/* after the blow */')
    const done = async () => (await ines(`/api/libraries/tern/jobs/${second}`)).body.state === 'done'
    expect(await until(done, 60_000)).toBe(true)
    const source = await ines('/api/libraries/tern/source?path=src/pushed.css')
    expect(JSON.stringify(source.body)).toContain('after the blow')
  } finally {
    for (const worker of workers) await worker.end()
  }
}, 150_000)

test('behind HTTPS the browser on the server sees components all the same', async () => {
  const beside = await processBeside(at, {
    RUNS: 'both',
    PREVIEW_URL: 'https://{frame}.preview.example.org',
  })
  try {
    const ines = await someone({ ...at, url: beside.url }, 'ines')
    const slug = 'capstan'
    const library = {
      slug,
      title: 'Capstan',
      package: '@marram/capstan',
      prefix: 'capstan-',
      visibility: 'open',
    }
    expect((await ines('/api/libraries', { body: library })).status).toBe(200)
    const bring = async (word: string) =>
      bringIn(
        ines,
        {
          'package.json': '{"name":"@marram/capstan","license":"MIT"}',
          LICENSE: 'May be used by anybody for anything.',
          'src/drum.ts':
            `export class Drum extends HTMLElement {\n  connectedCallback() { this.textContent = '${word}' }\n}\n` +
            `customElements.define('capstan-drum', Drum)\n`,
        },
        slug,
      )
    expect((await bring('Heave')).body).toMatchObject({ state: 'done' })
    const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
    expect((await ines(`/api/libraries/${slug}/releases`, { body: first })).status).toBe(200)
    expect((await bring('Haul away')).body).toMatchObject({ state: 'done' })
    const pictures = `/api/libraries/${slug}/pictures`
    expect((await ines(pictures, { method: 'POST' })).status).toBe(200)
    const ended = async () => {
      const { body } = await ines(pictures)
      return ['done', 'failed'].includes(body.run.state as string) && (body as PicturesView)
    }
    const view = await until(ended, 60_000)
    expect(view.failed).toEqual([])
    expect(view.changes).toMatchObject([
      { tag: 'capstan-drum', reasons: [{ what: 'words', before: 'Heave', now: 'Haul away' }] },
    ])
  } finally {
    await beside.end()
  }
}, 120_000)

test('whoever runs the server makes accounts, and gives one another password', async () => {
  const person = async (words: string[], password: string) => {
    const child = run(process.execPath, ['.build/person.mjs', ...words], {
      env: { ...process.env, DATABASE_URL: at.databaseUrl },
    })
    child.child.stdin!.end(`${password}\n`)
    return child.then(
      ({ stdout }) => ({ said: stdout, code: 0 }),
      (error: { stderr: string; code: number }) => ({ said: error.stderr, code: error.code }),
    )
  }
  const signIn = async (email: string, password: string) => {
    const ask = await someone(at, null)
    const { status } = await ask('/api/sign-in', { body: { email, password } })
    return { status, ask }
  }
  const maren = 'maren@marram.example'
  expect(await person(['Maren Oye', maren, '--administrator'], 'opens-the-doors')).toEqual({
    said: `Maren Oye may sign in with ${maren}, as an administrator.\n`,
    code: 0,
  })
  const first = await signIn(maren, 'opens-the-doors')
  expect((await first.ask('/api/me')).body.person).toMatchObject({ name: 'Maren Oye', administrator: true })

  // another password ends what was open
  expect((await person(['Maren Oye', maren], 'shuts-the-doors')).said).toContain('every session ended')
  expect((await first.ask('/api/me')).body.person).toBeNull()
  expect((await signIn(maren, 'opens-the-doors')).status).not.toBe(200)
  expect((await signIn(maren, 'shuts-the-doors')).status).toBe(200)

  // nothing is made of what is not right
  for (const [words, password] of [
    [['Maren Oye'], 'long-enough-for-it'],
    [['Maren Oye', 'nowhere'], 'long-enough-for-it'],
    [['Maren Oye', 'other@marram.example'], 'short'],
    [['Maren Oye', 'other@marram.example', '--captain'], 'long-enough-for-it'],
    [['Odile', 'odile@marram.example', '--administrator'], 'long-enough-for-it'],
  ] as const) {
    const { said, code } = await person([...words], password)
    expect(code).toBe(1)
    expect(said.trim()).not.toBe('')
  }
  expect(await at.sql("select 1 from people where email = 'other@marram.example'")).toEqual([])
}, 60_000)

/** Every table with the number of its rows and a checksum over all of them. */
async function contentsOf(url: string): Promise<Record<string, string>> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    const { rows } = await client.query<{ name: string }>(
      "select tablename as name from pg_tables where schemaname = 'public' order by 1",
    )
    const contents: Record<string, string> = {}
    for (const { name } of rows) {
      const { rows: sums } = await client.query<{ sum: string }>(
        `select count(*) || ' ' || coalesce(md5(string_agg(md5(row::text), '' order by md5(row::text))), '') as sum
         from "${name}" row`,
      )
      contents[name] = sums[0]!.sum
    }
    return contents
  } finally {
    await client.end()
  }
}

test('a backup that is put back holds the very same, and serves the same packages', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-backup-'))
  const file = join(folder, 'shelf.dump')
  const name = `restored_${process.pid}`
  const restored = new URL(at.databaseUrl)
  restored.pathname = `/${name}`
  const admin = new URL(at.databaseUrl)
  admin.pathname = '/postgres'
  const sql = (text: string) => run('psql', ['-qd', admin.href, '-c', text])
  try {
    await run('pg_dump', ['--format=custom', '--exclude-schema=pgboss', `--file=${file}`, at.databaseUrl])
    await sql(`create database ${name}`)
    await run('pg_restore', ['--no-owner', `--dbname=${restored.href}`, file])
    expect(await contentsOf(restored.href)).toEqual(await contentsOf(at.databaseUrl))
    const beside = await processBeside(at, { DATABASE_URL: restored.href })
    try {
      const ines = await someone({ ...at, url: beside.url }, 'ines')
      const made = (
        await ines('/api/registry-tokens', { body: { name: 'restored', scopes: ['read'], library: null } })
      ).body
      const headers = { authorization: `Bearer ${made.token}` }
      const found = await (await fetch(`${beside.url}/registry/@marram/tern`, { headers })).json()
      const { versions } = found as {
        versions: Record<string, { dist: { tarball: string; integrity: string } }>
      }
      expect(Object.keys(versions).length).toBeGreaterThan(2)
      for (const { dist } of Object.values(versions)) {
        const bytes = Buffer.from(await (await fetch(dist.tarball, { headers })).arrayBuffer())
        expect(`sha512-${createHash('sha512').update(bytes).digest('base64')}`).toBe(dist.integrity)
      }
    } finally {
      await beside.end()
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
    await sql(`drop database if exists ${name} with (force)`)
  }
}, 90_000)
