import { createHash } from 'node:crypto'
import { someone, until, wait, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const publish = (ask: Ask, version: string, channel = 'latest') =>
  ask('/api/libraries/tern/releases', { body: { version, channel, notes: 'for a test' } })

/**
 * A version is whole: its row, every file, its channel, and a tarball whose checksum is what the document
 * says.
 */
async function isWhole(version: string): Promise<boolean> {
  const [row] = await at.sql<{ id: string; file_count: number }>(
    'select id, file_count from releases where version = $1',
    [version],
  )
  const document = await (await fetch(`${at.url}/registry/@marram%2ftern`)).json()
  if (!row) {
    expect(document.versions[version]).toBeUndefined()
    expect(Object.values(document['dist-tags'])).not.toContain(version)
    return false
  }
  const files = await at.sql('select 1 from release_files where release_id = $1', [row.id])
  expect(files).toHaveLength(row.file_count)
  expect(document['dist-tags'].latest).toBe(version)
  const tarball = Buffer.from(await (await fetch(document.versions[version].dist.tarball)).arrayBuffer())
  expect(`sha512-${createHash('sha512').update(tarball).digest('base64')}`).toBe(
    document.versions[version].dist.integrity,
  )
  return true
}

/** No attempt waits for anybody, and nobody works at one: whoever does gives a sign of life each second. */
const untilSettled = () =>
  until(async () => {
    const open = await at.sql(
      `select 1 from publications where state = 'waiting'
         or (state = 'running' and moved_at > now() - interval '4 seconds')`,
    )
    return open.length === 0
  }, 60_000)

test('fifty publishes of one version at the same moment: one winner, forty-nine clear refusals', async () => {
  const answers = await Promise.all(Array.from({ length: 50 }, () => publish(ines, '1.2.0')))
  const won = answers.filter((answer) => answer.status === 200)
  const lost = answers.filter((answer) => answer.status === 409)
  expect([won.length, lost.length]).toEqual([1, 49])
  for (const answer of lost)
    expect(answer.body.problems[0]).toMatchObject({
      code: 'version-exists',
      what: expect.stringContaining('1.2.0 is published already'),
    })
  expect(await isWhole('1.2.0')).toBe(true)
}, 240_000)

test('versions that cannot be are refused with what to do', async () => {
  for (const [version, channel, status, code] of [
    ['1.2.0', 'latest', 409, 'version-exists'],
    ['1.1.5', 'latest', 409, 'version-backwards'],
    ['1.3', 'latest', 422, 'version-shape'],
    ['1.3.0', '1.x', 422, 'channel-name'],
    ['1.3.0-next.1', 'latest', 422, 'version-prerelease'],
  ] as const) {
    const answer = await publish(ines, version, channel)
    expect([answer.status, answer.body.problems[0].code]).toEqual([status, code])
    expect(answer.headers.get('content-type')).toBe('application/problem+json')
    expect(answer.body.detail.length).toBeGreaterThan(10)
  }
})

test('the same source packs to the same bytes', async () => {
  // the notes and the version are in the package, so two versions differ; the modules in them do not
  const before = await (await fetch(`${at.url}/registry/@marram/tern/1.2.0`)).json()
  await publish(ines, '1.2.1-next.1', 'next')
  await publish(ines, '1.2.1-next.2', 'next')
  const sizes = async (version: string) =>
    (
      await at.sql<{ path: string; size: number }>(
        'select path, size from release_files f join releases r on r.id = f.release_id where ' +
          "r.version = $1 and path like 'dist/%' order by path",
        [version],
      )
    ).map((entry) => `${entry.path} ${entry.size}`)
  expect(await sizes('1.2.1-next.1')).toEqual(await sizes('1.2.1-next.2'))
  expect(before.dist.fileCount).toBeGreaterThan(50)
}, 60_000)

test('killed in the middle of publishing, at many points: whole or nothing, and the next start is clean', async () => {
  // how long one takes, so that the kills fall all along it
  const began = performance.now()
  expect((await publish(ines, '2.0.0')).status).toBe(200)
  const took = performance.now() - began
  const outcomes: boolean[] = []
  for (let i = 0; i < 12; i++) {
    const version = `2.${i + 1}.0`
    const going = publish(ines, version).catch(() => undefined)
    // the second half of the points lie close around the end, where the transaction is
    await wait(i < 6 ? (took * (i + 0.5)) / 6 : took * (0.8 + (i - 6) * 0.05))
    at.kill()
    await going
    await until(async () => at.server.signalCode !== null || at.server.exitCode !== null)
    await at.start()
    // what had begun and was not taken up is done by the next process
    await untilSettled()
    // the session outlives the process: it is sealed in the cookie
    outcomes.push(await isWhole(version))
    expect(
      await at.sql(
        'select 1 from releases r where not exists (select 1 from release_files f where f.release_id = r.id)',
      ),
    ).toEqual([])
  }
  const last = await publish(ines, '3.0.0')
  expect(last.status).toBe(200)
  expect(await isWhole('3.0.0')).toBe(true)
  expect(outcomes).toContain(false)
}, 300_000)

test('a published version never changes, not even by SQL', async () => {
  for (const text of [
    "update releases set notes = 'else'",
    'delete from releases',
    'delete from release_files',
    "update audit set act = 'else'",
    'update revisions set number = 99',
    "update modules set content = ''",
  ]) {
    await expect(at.sql(text)).rejects.toThrow('never changes')
  }
})
