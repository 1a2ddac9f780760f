import { execFile, execFileSync, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { freePort, someone, until, wait, world, type Ask, type World } from '../world'

// The server, the processes that work for it and the browser it tries components in are killed in the middle
// of
// whatever they do; after each, nothing is half, nothing is lost, and an ordinary client installs what is
// out.

const run = promisify(execFile)
let at: World
let ines: Ask
let folder: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-kills-'))
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

const source = readFileSync('demo/tern/src/action.ts', 'utf8')
const form = (files: Record<string, string>): FormData => {
  const made = new FormData()
  for (const [path, text] of Object.entries(files)) made.append('file', new Blob([text]), path)
  return made
}
let round = 0
/** What goes on when the blow falls, by name. */
const acts: Record<string, () => Promise<unknown>> = {
  'bringing in': () =>
    ines('/api/libraries/tern/source', {
      form: form({
        'src/action.ts': `${source}\n// ${round}\n`,
        [`src/extra-${round}.css`]: `/* ${round} */`,
      }),
    }),
  'trying a text': () =>
    ines('/api/libraries/tern/source/try', {
      body: { path: 'src/action.ts', text: `${source}\nexport const tried = ${round}\n`, tag: 'tern-action' },
    }),
  cancelling: async () => {
    const { job } = (
      await ines('/api/libraries/tern/source', { form: form({ 'src/never.css': `/* ${round} */` }) })
    ).body
    return ines(`/api/libraries/tern/jobs/${job}/cancel`, { body: {} })
  },
  publishing: () =>
    ines('/api/libraries/tern/releases', { body: { version: `4.${round}.0`, channel: 'latest', notes: '' } }),
  evidence: () => ines('/api/libraries/tern/evidence', { body: {} }),
}
const descendants = (pattern: string): number[] => {
  try {
    return execFileSync('pgrep', ['-P', String(at.server.pid), '-f', pattern], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .filter(Boolean)
      .map(Number)
  } catch {
    return []
  }
}
/** Whom the blow strikes. */
const blows: Record<string, () => void> = {
  server: () => at.kill(),
  child: () => descendants('child.mjs').forEach((id) => process.kill(id, 'SIGKILL')),
  browser: () => descendants('evidence.mjs').forEach((id) => process.kill(id, 'SIGKILL')),
}

/** Everything that stands is whole, and a client gets what is out. */
async function isWhole(): Promise<void> {
  const broken = async (text: string) => expect([text, await at.sql(text)]).toEqual([text, []])
  // a revision with all its files, contracts and builds; a build with all its modules; a release with all its
  // files
  await broken("select id from libraries where current_revision is null and slug = 'tern'")
  await broken(
    'select revisions.id from revisions where not exists (select 1 from revision_files where ' +
      'revision_id = revisions.id) or not exists (select 1 from contracts where revision_id = revisions.id)',
  )
  await broken('select hash from builds where not exists (select 1 from modules where build = hash)')
  await broken(
    'select id from component_builds join components on components.id = component_id where ' +
      'build is not null and not exists (select 1 from modules where modules.build = ' +
      'component_builds.build and modules.name = component_builds.entry)',
  )
  await broken(
    'select id from releases where file_count <> (select count(*) from release_files where ' +
      'release_id = releases.id)',
  )
  // a job that says it is done has its revision, and one that was cancelled has none
  await broken(
    "select id from jobs where state = 'done' and not exists (select 1 from revisions where " +
      "revisions.library_id = jobs.library_id and revisions.number = (jobs.result->>'revision')::int)",
  )
  await broken(
    "select id from jobs where state = 'cancelled' and result is not null and " +
      "result->>'revision' is not null",
  )
  const document = (await (await fetch(`${at.url}/registry/@marram%2ftern`)).json()) as {
    'dist-tags': { latest: string }
    versions: Record<string, { dist: { tarball: string; integrity: string } }>
  }
  const { dist } = document.versions[document['dist-tags'].latest]!
  const tarball = Buffer.from(await (await fetch(dist.tarball)).arrayBuffer())
  expect(`sha512-${createHash('sha512').update(tarball).digest('base64')}`).toBe(dist.integrity)
}
/** An ordinary client installs the newest, and every module of the shelf is served. */
async function isServed(): Promise<void> {
  const project = mkdtempSync(join(folder, 'consumer-'))
  writeFileSync(join(project, 'package.json'), JSON.stringify({ name: 'consumer', version: '1.0.0' }))
  await run(
    'npm',
    [
      'install',
      '@marram/tern',
      `--@marram:registry=${at.url}/registry/`,
      '--no-audit',
      '--no-fund',
      '--cache',
      join(folder, 'cache'),
    ],
    { cwd: project },
  )
  const shelf = (await ines('/api/libraries/tern/shelf')).body as { rendering: { module: string | null } }[]
  for (const { rendering } of shelf)
    if (rendering.module)
      expect(
        (await fetch(`${at.preview.replace('x.localhost', '127.0.0.1')}${rendering.module}`)).status,
      ).toBe(200)
}

test(`killed at moments spread over all that goes on: nothing half, nothing lost, every checksum right`, async () => {
  const kills = Number(process.env.KILLS ?? 15)
  const names = Object.keys(acts)
  const strikes = Object.keys(blows)
  for (round = 1; round <= kills; round++) {
    const [act, blow] = [
      names[round % names.length]!,
      strikes[Math.floor(round / names.length) % strikes.length]!,
    ]
    const going = acts[act]!().catch(() => undefined)
    await wait(((round * 7919) % 1900) + 10)
    blows[blow]!()
    await going
    if (at.server.signalCode !== null || at.server.exitCode !== null || blow === 'server') {
      await until(async () => at.server.signalCode !== null || at.server.exitCode !== null)
      await at.start()
    }
    await isWhole()
    if (round % 5 === 0 || round === kills) await isServed()
    // what was under way ends by itself or is ended; nobody waits for a process that is gone
    await at.sql(
      "update jobs set touched_at = now() - interval '5 minutes' where state in ('waiting', 'running')",
    )
    await at.sql(
      "update evidence_runs set moved_at = now() - interval '5 minutes' where state in " +
        "('waiting', 'running')",
    )
    await until(
      async () => (await at.sql("select 1 from jobs where state in ('waiting', 'running')")).length === 0,
      180_000,
    )
  }
  expect((await ines('/api/libraries/tern/shelf')).body.length).toBeGreaterThan(10)
}, 1_800_000)

test('two processes on one database, one killed under load: the other goes on, and nothing is lost', async () => {
  const port = await freePort()
  const url = `http://localhost:${port}`
  const other = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...at.env, PORT: String(port), PUBLIC_URL: url, PREVIEW_PORT: String(await freePort()) },
    stdio: 'ignore',
  })
  try {
    await until(async () => (await fetch(`${url}/api/me`)).ok)
    const there = await someone({ ...at, url }, 'ines')
    const write = (i: number) =>
      (i % 2 ? there : ines)('/api/libraries/tern/components/tern-ticket/words', {
        method: 'PUT',
        body: { member: `prop:load-${i}`, text: `Number ${i}.`, revision: 0 },
      }).catch(() => ({ status: 0 }))
    const going = Array.from({ length: 60 }, (_, i) => write(i))
    await wait(30)
    other.kill('SIGKILL')
    const kept = (await Promise.all(going)).map((answer) => answer.status === 200)
    const rows = await at.sql<{ member: string; text: string }>(
      "select member, text from words where member like 'prop:load-%'",
    )
    const stands = new Set(rows.map((row) => row.member))
    // whatever was said to be kept is; the one that goes on kept all it was given; what was not answered is
    // there whole or not at all
    kept.forEach((isKept, i) => {
      if (isKept || i % 2 === 0) expect([i, stands.has(`prop:load-${i}`)]).toEqual([i, true])
    })
    for (const { member, text } of rows) expect(text).toBe(`Number ${member.split('-')[1]}.`)
  } finally {
    other.kill('SIGKILL')
  }
}, 60_000)
