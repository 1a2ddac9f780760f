import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { consumerActs } from '~~/core/release/consumer/consumer'
import type { Publication } from '~~/core/wire'
import { bringIn, newLibrary, someone, until, world, type Ask, type World } from '../world'

// What publishing does step by step, with the real package client, compiler and browser.

/** As somebody whom nothing belongs to, where the system lets us be that. */
const apart =
  process.getuid?.() === 0
    ? 'setpriv --reuid=65534 --regid=65534 --clear-groups env --chdir={folder}'
    : 'env --chdir={folder}'
let at: World
let ines: Ask
beforeAll(async () => {
  const { stdout } = await promisify(execFile)('npm', ['config', 'get', 'registry'])
  // as where somebody says which registry packages come from
  at = await world({ TRY_PACKAGES: 'true', PACKAGE_REGISTRY: stdout.trim(), TESTS_APART: apart })
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const licence = 'May be used by anybody for anything.\n'
let count = 0
/** A library of its own with one element, made of what its script says and what its package asks for. */
async function libraryOf(script: string, asks: object = {}): Promise<string> {
  const slug = `skerry${++count}`
  await newLibrary(ines, slug, 'open')
  const files = {
    'package.json': JSON.stringify({ name: `@marram/${slug}`, license: 'MIT', type: 'module', ...asks }),
    LICENSE: licence,
    'src/buoy.ts': script.replaceAll('{slug}', slug),
  }
  expect((await bringIn(ines, files, slug)).body).toMatchObject({ state: 'done' })
  return slug
}
const buoy = `/** A buoy. */
export class Buoy extends HTMLElement {
  /** How it lies. */
  get depth(): number { return Number(this.getAttribute('depth')) }
  set depth(value: number) { this.setAttribute('depth', String(value)) }
}
customElements.define('{slug}-buoy', Buoy)
`
/** Has a library ask for nothing but this of what a consumer does with a version. */
async function askOnly(slug: string, ...acts: string[]): Promise<string> {
  for (const gate of consumerActs.filter((name) => !acts.includes(name)))
    await ines(`/api/libraries/${slug}/releases/gates`, { method: 'PUT', body: { gate, setting: 'pass' } })
  return slug
}
const attempts = async (slug: string): Promise<Publication[]> =>
  (await ines(`/api/libraries/${slug}/publications`)).body
const begin = (slug: string, version: string, more: object = {}) =>
  ines(`/api/libraries/${slug}/publications`, {
    body: { version, channel: 'latest', notes: 'For a test.', ...more },
  })
/** Attempts to publish, and waits for its end. */
async function attempt(slug: string, version: string, more: object = {}): Promise<Publication> {
  const { status, body } = await begin(slug, version, more)
  expect(status).toBe(200)
  return ended(slug, body.id)
}
const ended = (slug: string, id: string): Promise<Publication> =>
  until(async () => {
    const found = (await attempts(slug)).find((attempt) => attempt.id === id)
    return found && !['waiting', 'running'].includes(found.state) ? found : undefined
  }, 240_000)
const stepsOf = ({ steps }: Publication) => steps.map(({ name, state }) => `${name} ${state}`)
const versionsOut = async (slug: string): Promise<string[]> => {
  const answer = await fetch(`${at.url}/registry/@marram%2f${slug}`)
  return answer.ok ? Object.keys((await answer.json()).versions) : []
}

describe('the library’s own tests', () => {
  /** What a library has to pass: a script, and a package that it is tested with. */
  const withTests = (script: string) =>
    libraryOf(buoy, {
      scripts: { test: `node -e "${script}"`, preinstall: 'exit 3' },
      devDependencies: { 'is-number': '^7.0.0' },
    })
  const ask = (slug: string, setting: string) =>
    ines(`/api/libraries/${slug}/releases/gates`, { method: 'PUT', body: { gate: 'tests', setting } })
  const saidOf = ({ steps }: Publication) => steps.find(({ name }) => name === 'tests')

  test('they run where the library asks for it, with what they need, and with nothing of ours', async () => {
    const slug = await withTests(
      "require('is-number'); const { DATABASE_URL, SESSION_SECRET } = process.env; " +
        'process.exit(DATABASE_URL || SESSION_SECRET ? 1 : 0)',
    )
    await askOnly(slug)
    expect(saidOf(await attempt(slug, '1.0.0'))).toBeUndefined()
    await ask(slug, 'stop')
    const done = await attempt(slug, '1.0.1')
    expect(saidOf(done)).toMatchObject({ state: 'fine', says: [] })
    expect(done.state).toBe('done')
  }, 240_000)

  test('where they fail, what they said stands at the step, and the version stays in', async () => {
    const slug = await withTests("console.log('The buoy sank.'); process.exit(4)")
    await askOnly(slug, 'tests')
    await ask(slug, 'stop')
    const failed = await attempt(slug, '1.0.0')
    expect(failed.state).toBe('failed')
    expect(saidOf(failed)).toMatchObject({ state: 'wrong' })
    expect(saidOf(failed)!.says.join()).toContain('The buoy sank.')
    expect(await versionsOut(slug)).toEqual([])
  }, 240_000)

  test('one that goes on for ever is ended with all it started', async () => {
    const slug = await withTests(
      "require('child_process').spawn('sleep', ['987654'], { detached: true }); setInterval(() => 0, 9)",
    )
    await askOnly(slug, 'tests')
    await ask(slug, 'stop')
    const { body } = await begin(slug, '1.0.0')
    const isAsleep = async () =>
      (await promisify(execFile)('ps', ['-eo', 'args'])).stdout.includes('sleep 987654')
    await until(isAsleep, 120_000)
    await ines(`/api/libraries/${slug}/publications/${body.id}`, { method: 'DELETE' })
    expect((await ended(slug, body.id)).state).toBe('cancelled')
    await until(async () => !(await isAsleep()), 20_000)
  }, 240_000)

  test('a library without such a script is told so, and goes out', async () => {
    const slug = await libraryOf(buoy)
    await askOnly(slug, 'tests')
    await ask(slug, 'stop')
    const done = await attempt(slug, '1.0.0')
    expect(saidOf(done)).toMatchObject({
      state: 'not-tried',
      says: ['Its package.json has no script called “test”.'],
    })
    expect(done.state).toBe('done')
  }, 240_000)
})

test('it is judged, packed, installed, compiled, loaded and then made visible; the version remembers it', async () => {
  const slug = await libraryOf(buoy)
  const done = await attempt(slug, '1.0.0')
  expect(done).toMatchObject({ state: 'done', problems: [], by: 'Ines Fairlie', rehearsal: false })
  expect(stepsOf(done)).toEqual([
    'judge fine',
    'pack fine',
    'installs fine',
    'licences fine',
    'types fine',
    'loads fine',
    'visible fine',
  ])
  expect(await versionsOut(slug)).toEqual(['1.0.0'])
  const { releases } = (await ines(`/api/libraries/${slug}/releases`)).body
  const gates = (releases[0].record.gates as { name: string }[]).map(({ name }) => name)
  expect(gates).toEqual(expect.arrayContaining([...consumerActs]))
}, 300_000)

test('tried out, it is told what would come of it, and nothing is out', async () => {
  const slug = await askOnly(await libraryOf(buoy), 'installs')
  const done = await attempt(slug, '1.0.0', { rehearsal: true })
  expect(done).toMatchObject({ state: 'done', rehearsal: true })
  expect(stepsOf(done)).not.toContain('visible fine')
  expect(await versionsOut(slug)).toEqual([])
}, 300_000)

test('Tern itself holds', async () => {
  const done = await attempt('tern', '1.2.0', { rehearsal: true })
  expect(done.steps.filter(({ state }) => state !== 'fine')).toEqual([])
}, 300_000)

test('a package without a scope is offered to the client all the same', async () => {
  const library = {
    slug: 'mole',
    title: 'Mole',
    package: 'kept-shelf-mole',
    prefix: 'mole-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const files = {
    'package.json': JSON.stringify({
      name: library.package,
      license: 'MIT',
      dependencies: { 'is-number': '7.0.0' },
    }),
    LICENSE: licence,
    'src/buoy.ts': buoy.replaceAll('{slug}', 'mole'),
  }
  expect((await bringIn(ines, files, 'mole')).body).toMatchObject({ state: 'done' })
  await askOnly('mole', 'installs')
  expect((await attempt('mole', '1.0.0', { rehearsal: true })).problems).toEqual([])
}, 300_000)

test('what comes along has a licence that the library lets be shipped, or the gate says which has not', async () => {
  const slug = await askOnly(
    await libraryOf(buoy, { dependencies: { 'spdx-exceptions': '2.5.0' } }),
    'licences',
  )
  const address = `/api/libraries/${slug}/releases`
  const gate = { gate: 'licences', setting: 'stop' }
  expect((await ines(`${address}/gates`, { method: 'PUT', body: gate })).status).toBe(200)
  const failed = await attempt(slug, '1.0.0')
  expect(failed.state).toBe('failed')
  expect(failed.problems[0]!.what).toContain('spdx-exceptions@2.5.0 is under CC-BY-3.0.')
  const say = (licences: unknown) => ines(`${address}/licences`, { method: 'PUT', body: { licences } })
  for (const wrong of [['MIT OR ISC'], ['any'], [], 'MIT']) expect((await say(wrong)).status).toBe(422)
  expect((await say(['MIT', 'CC-BY-3.0'])).status).toBe(200)
  const done = await attempt(slug, '1.0.0')
  expect(done).toMatchObject({ state: 'done', problems: [] })
  expect(done.steps.find(({ name }) => name === 'licences')!.says).toEqual([
    'What comes along, by licence: 1 CC-BY-3.0.',
  ])
}, 300_000)

test('what cannot be installed keeps it from going out: the client says why, and the number stays free', async () => {
  const slug = await libraryOf(buoy, {
    peerDependencies: { 'is-number': '>=7', 'kept-shelf-is-not-there': '1' },
  })
  const failed = await attempt(slug, '1.0.0')
  expect(failed.state).toBe('failed')
  expect(stepsOf(failed)).toEqual([
    'judge fine',
    'pack fine',
    'installs wrong',
    'licences not-tried',
    'types not-tried',
    'loads not-tried',
  ])
  expect(failed.problems).toMatchObject([
    { code: 'gate', what: expect.stringContaining('kept-shelf-is-not-there') },
  ])
  expect(await versionsOut(slug)).toEqual([])
  // whoever knows better waives it, and that stands in the record
  const waiver = { gate: 'installs', reason: 'Its users have it from elsewhere.' }
  const waived = await ines(`/api/libraries/${slug}/releases/waivers`, { method: 'PUT', body: waiver })
  expect(waived.status).toBe(200)
  expect((await attempt(slug, '1.0.0')).state).toBe('done')
  const { releases } = (await ines(`/api/libraries/${slug}/releases`)).body
  expect(releases[0].record.gates).toContainEqual(
    expect.objectContaining({
      name: 'installs',
      says: expect.stringContaining('kept-shelf-is-not-there'),
      waiver: expect.objectContaining({ reason: waiver.reason }),
    }),
  )
}, 300_000)

test('what throws when it is loaded, or brings no element, does not go out', async () => {
  const slug = await libraryOf(
    `${buoy}\nif (!('harbour' in window)) throw new Error('There is no harbour here.')`,
  )
  await askOnly(slug, 'installs', 'loads')
  const failed = await attempt(slug, '1.0.0')
  expect(failed).toMatchObject({
    state: 'failed',
    problems: [{ code: 'gate', what: expect.stringContaining('There is no harbour here.') }],
  })
  expect(stepsOf(failed)).toContain('loads wrong')
  const late = await libraryOf(
    buoy.replace(/customElements.define\(.*\)/, 'setTimeout(() => { $& }, 60_000)'),
  )
  await askOnly(late, 'installs', 'loads')
  expect((await attempt(late, '1.0.0')).problems[0]!.what).toContain(`<${late}-buoy> is not defined`)
}, 300_000)

test('types that do not compile are told by file and line, and go out where the library only warns', async () => {
  const slug = await libraryOf(
    buoy.replace('class Buoy', `class Buoy`).replace('depth(): number', 'depth(): Tide') +
      `\nimport type { Tide } from 'kept-shelf-tides'\n`,
  )
  await askOnly(slug, 'installs', 'types')
  const done = await attempt(slug, '1.0.0')
  expect(stepsOf(done)).toContain('types wrong')
  expect(done.steps.find(({ name }) => name === 'types')!.says[0]).toMatch(
    /^dist\/types\/src\/buoy\.d\.ts, line \d+: /,
  )
  expect(done.state).toBe('done')
}, 300_000)

test('a gate that lets everything pass is not asked', async () => {
  const slug = await askOnly(await libraryOf(buoy))
  expect(stepsOf(await attempt(slug, '1.0.0'))).toEqual(['judge fine', 'pack fine', 'visible fine'])
}, 300_000)

test('it is stopped by a press, and nothing of it is out', async () => {
  const slug = await askOnly(await libraryOf(buoy), 'installs')
  const { id } = (await begin(slug, '1.0.0')).body
  await until(async () => (await attempts(slug))[0]!.steps.some(({ name }) => name === 'installs'))
  const stop = () => ines(`/api/libraries/${slug}/publications/${id}`, { method: 'DELETE' })
  expect((await stop()).status).toBe(200)
  expect((await ended(slug, id)).state).toBe('cancelled')
  expect((await stop()).body.problems[0]).toMatchObject({ code: 'ended' })
  expect((await attempt(slug, '1.0.0')).state).toBe('done')
  expect(await versionsOut(slug)).toEqual(['1.0.0'])
}, 300_000)

test('who may not publish may not begin or stop it; a number that cannot be is refused at once', async () => {
  const slug = await libraryOf(buoy)
  const tobias = await someone(at, 'tobias')
  const path = '/api/libraries/tern/publications'
  const body = { version: '9.0.0', channel: 'latest', notes: '' }
  expect((await tobias(path, { body })).status).toBe(403)
  expect((await tobias(path)).status).toBe(200)
  expect((await (await someone(at, 'odile'))(path)).status).toBe(403)
  expect((await begin(slug, 'one')).body.problems[0]).toMatchObject({ code: 'version-shape' })
  const none = await ines(`/api/libraries/${slug}/publications/nothing`, { method: 'DELETE' })
  expect(none.status).toBe(404)
  expect(await attempts(slug)).toEqual([])
}, 60_000)

test('killed in the middle, it has failed once nobody works at it, and its number is free', async () => {
  const slug = await askOnly(await libraryOf(buoy), 'installs')
  const { id } = (await begin(slug, '1.0.0')).body
  await until(async () => (await attempts(slug))[0]!.steps.some(({ name }) => name === 'installs'))
  at.kill()
  await until(async () => at.server.signalCode !== null || at.server.exitCode !== null)
  await at.sql(`update publications set moved_at = now() - interval '5 minutes' where id = $1`, [id])
  await at.start()
  expect(await ended(slug, id)).toMatchObject({ state: 'failed', problems: [{ code: 'interrupted' }] })
  expect(await versionsOut(slug)).toEqual([])
  expect((await attempt(slug, '1.0.0')).state).toBe('done')
}, 300_000)
