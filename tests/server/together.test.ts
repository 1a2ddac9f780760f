import type { Knex } from 'knex'
import { stopChildren } from '~~/server/build/pool'
import { Failure } from '~~/server/auth/failure'
import { bringIn as bring, type Bringing } from '~~/server/jobs/bring-in'
import { openStore } from '~~/server/store/database'
import { addJob, endJob, job } from '~~/server/store/jobs'
import { libraryBySlug } from '~~/server/store/libraries'
import { addBuild, moduleContent } from '~~/server/store/modules'
import { someone, until, world, type Ask, type World } from '../world'

// Fifty of everything at once, and what happens in the last step of a job.

let at: World
let db: Knex
let ines: Ask
let tern: string
beforeAll(async () => {
  at = await world()
  db = openStore(at.databaseUrl, 12)
  ines = await someone(at, 'ines')
  tern = (await libraryBySlug(db, 'tern'))!.id
}, 60_000)
afterAll(async () => {
  stopChildren()
  await db.destroy()
  await at.end()
})

const fifty = <T>(act: (i: number) => Promise<T>): Promise<T[]> =>
  Promise.all(Array.from({ length: 50 }, (_, i) => act(i)))
const statuses = (answers: { status: number }[]): Record<number, number> =>
  Object.fromEntries(
    [...new Set(answers.map((answer) => answer.status))]
      .sort()
      .map((status) => [status, answers.filter((answer) => answer.status === status).length]),
  )
const of = '/api/libraries/tern/components/tern-ticket'
const usage = { props: {}, slots: {} }

describe('fifty at once: each is kept, or refused with what is there now', () => {
  test('words of one member', async () => {
    const answers = await fifty((i) =>
      ines(`${of}/words`, {
        method: 'PUT',
        body: { member: 'prop:berth', text: `Number ${i}.`, revision: 0 },
      }),
    )
    expect(statuses(answers)).toEqual({ 200: 1, 409: 49 })
    const kept = answers.find((answer) => answer.status === 200)!.body.text
    for (const answer of answers) if (answer.status === 409) expect(answer.body.theirs.text).toBe(kept)
  })
  test('tokens of one theme, each another', async () => {
    const theme = (await ines('/api/libraries/tern/tokens')).body.themes.find(
      (known: { name: string }) => known.name === 'daywatch',
    )
    const groups = Object.entries(
      theme.document as Record<string, Record<string, { $value?: { colorSpace?: string } }>>,
    )
    const paths = groups
      .flatMap(([group, tokens]) =>
        Object.entries(tokens).flatMap(([name, token]) =>
          token.$value?.colorSpace ? [{ path: `${group}.${name}`, seen: token.$value }] : [],
        ),
      )
      .slice(0, 12)
    const answers = await Promise.all(
      paths.flatMap(({ path, seen }) =>
        [0, 1, 2, 3].map((i) =>
          ines('/api/libraries/tern/tokens', {
            method: 'PATCH',
            body: { theme: 'daywatch', path, text: `#00000${i}`, seen },
          }),
        ),
      ),
    )
    expect(statuses(answers)).toEqual({ 200: paths.length, 409: paths.length * 3 })
    for (const answer of answers)
      if (answer.status === 409) expect(answer.body.theirs).toMatchObject({ colorSpace: 'srgb' })
  })
  test('examples of one name, and of many', async () => {
    expect(
      statuses(await fifty(() => ines(`${of}/examples`, { body: { name: 'the same', usage } }))),
    ).toEqual({ 200: 1, 409: 49 })
    expect(
      statuses(await fifty((i) => ines(`${of}/examples`, { body: { name: `example ${i}`, usage } }))),
    ).toEqual({ 200: 50 })
    const rows = await at.sql<{ position: number }>(
      'select position from examples join components on components.id = component_id where tag ' +
        "= 'tern-ticket' and not face",
    )
    expect(new Set(rows.map((row) => row.position)).size).toBe(rows.length)
  })
  test('faces', async () => {
    const examples = (await ines(`${of}/examples`)).body
      .filter((example: { face: boolean }) => !example.face)
      .slice(0, 50)
    const answers = await Promise.all(
      examples.map((example: { id: string }) =>
        ines(`${of}/examples/${example.id}`, { method: 'PATCH', body: { face: true } }),
      ),
    )
    expect(statuses(answers as { status: number }[])).toEqual({ 200: examples.length })
    expect(
      (await ines(`${of}/examples`)).body.filter((example: { face: boolean }) => example.face),
    ).toHaveLength(1)
  })
  test('provisions', async () => {
    const answers = await fifty((i) =>
      ines('/api/libraries/tern/provisions', {
        method: 'PUT',
        body: {
          scope: 'tern-ticket',
          revision: 0,
          provisions: { styles: `b { order: ${i} }`, around: '', script: '', data: '' },
        },
      }),
    )
    expect(statuses(answers)).toEqual({ 200: 1, 409: 49 })
  })
  test('widths of one name, and names of libraries', async () => {
    expect(
      statuses(
        await fifty((i) =>
          ines('/api/libraries/tern/widths', { method: 'PUT', body: { name: 'tablet', width: 600 + i } }),
        ),
      ),
    ).toEqual({ 200: 50 })
    expect(await at.sql("select 1 from widths where name = 'tablet'")).toHaveLength(1)
    const made = await fifty(() =>
      ines('/api/libraries', {
        body: { slug: 'once', title: 'Once', package: '@marram/once', prefix: 'once-', visibility: 'open' },
      }),
    )
    expect(statuses(made)).toEqual({ 200: 1, 409: 49 })
  })
  test('roles', async () => {
    const { staff } = (await ines('/api/libraries/tern/staff')).body
    const tobias = staff.find((person: { email: string }) => person.email.startsWith('tobias')).id
    expect(
      statuses(
        await fifty((i) =>
          ines('/api/libraries/tern/staff', {
            method: 'PUT',
            body: { person: tobias, role: ['reader', 'contributor', 'maintainer'][i % 3] },
          }),
        ),
      ),
    ).toEqual({ 200: 50 })
    expect(
      await at.sql(
        "select 1 from roles join people on people.id = person_id where email like 'tobias%' " +
          "and library_id = (select id from libraries where slug = 'tern')",
      ),
    ).toHaveLength(1)
  })
  test('channels', async () => {
    const { text } = (
      await ines('/api/registry-tokens', {
        body: { name: 'test', scopes: ['read', 'publish'], library: 'tern' },
      })
    ).body
    const answers = await fifty((i) =>
      fetch(`${at.url}/registry/-/package/@marram%2ftern/dist-tags/next`, {
        method: 'PUT',
        headers: { authorization: `Bearer ${text}`, connection: 'close' },
        body: JSON.stringify(i % 2 ? '1.0.0' : '1.1.0'),
      }),
    )
    expect(statuses(answers)).toEqual({ 200: 50 })
    expect(await at.sql("select 1 from channels where name = 'next'")).toHaveLength(1)
  })
  test('bring-ins', async () => {
    const answers = await fifty((i) => {
      const form = new FormData()
      form.append('file', new Blob([`/* ${i} */`]), 'src/race.css')
      return ines('/api/libraries/tern/source', { form })
    })
    const counts = statuses(answers)
    expect(Object.keys(counts)).toEqual(['200', '409'])
    expect(counts[200]! + counts[409]!).toBe(50)
    await until(
      async () => (await at.sql("select 1 from jobs where state in ('waiting', 'running')")).length === 0,
    )
  }, 60_000)
})

describe('the last step of a job', () => {
  const bringing = (text: string, more: Partial<Bringing> = {}): Bringing => ({
    files: [{ path: 'src/last.css', text }],
    removed: [],
    note: 'last',
    by: null,
    ...more,
  })
  const revision = async () => (await libraryBySlug(db, 'tern'))!.current_revision
  const newJob = async () =>
    (await addJob(
      db,
      tern,
      { note: '', files: [], removed: [], whole: false, aside: [] },
      (await at.sql<{ id: string }>("select id from people where email like 'ines%'"))[0]!.id,
    ))!
  test('cancelled in it, nothing changes, every time', async () => {
    for (let i = 0; i < 4; i++) {
      const [before, id] = [await revision(), await newJob()]
      const result = await bring(db, tern, bringing(`/* ${i} */`, { job: id }), async (step) => {
        if (step === 'Putting them on the shelf') expect(await endJob(db, id, 'cancelled')).toBe(true)
        return true
      })
      expect([result, await revision(), (await job(db, id))!.state]).toEqual([undefined, before, 'cancelled'])
    }
  }, 60_000)
  test('overtaken by other source, it says so and changes nothing', async () => {
    const id = await newJob()
    const overtaken = bring(db, tern, bringing('/* late */', { job: id }), async (step) => {
      if (step === 'Putting them on the shelf')
        await bring(db, tern, bringing('/* first */'), async () => true)
      return true
    })
    await expect(overtaken).rejects.toBeInstanceOf(Failure)
    await expect(overtaken).rejects.toMatchObject({ problems: [{ code: 'changed-meanwhile' }] })
    const [row] = await at.sql<{ content: Buffer }>(
      'select content from revision_files join blobs on blobs.hash = revision_files.hash where ' +
        "path = 'src/last.css' and revision_id = (select current_revision from libraries where " +
        "slug = 'tern')",
    )
    expect(row!.content.toString()).toBe('/* first */')
    await endJob(db, id, 'failed')
  }, 60_000)
  test('a job that waits for its turn is not told that the server stopped; one whose process died is', async () => {
    const { failStaleJobs } = await import('~~/server/store/jobs')
    const id = await newJob()
    await at.sql("update jobs set touched_at = now() - interval '1 hour' where id = $1", [id])
    // in the queue, and its turn is not yet
    await at.sql(
      "insert into pgboss.job (name, data, start_after) values ('bring-in', $1, now() + interval '1 hour')",
      [JSON.stringify({ job: id })],
    )
    await failStaleJobs(db, 90)
    expect((await job(db, id))!.state).toBe('waiting')
    await at.sql("delete from pgboss.job where data->>'job' = $1", [id])
    await failStaleJobs(db, 90)
    expect((await job(db, id))!.state).toBe('failed')
  })
})

test('what stands under a hash never becomes anything else, whoever writes it', async () => {
  await addBuild(db, tern, 'one-hash', [{ name: 'a.js', content: new Uint8Array([1]) }])
  await addBuild(db, (await libraryBySlug(db, 'once'))!.id, 'one-hash', [
    { name: 'a.js', content: new Uint8Array([9]) },
  ])
  expect(await moduleContent(db, 'one-hash', 'a.js')).toEqual(Buffer.from([1]))
  await expect(at.sql("update modules set content = 'x' where build = 'one-hash'")).rejects.toThrow(
    'never changes',
  )
})

test('a database without room: a sentence, and nothing half', async () => {
  await at.sql(
    'create function no_room() returns trigger language plpgsql as $$ begin raise exception ' +
      "'could not extend file' using errcode = '53100'; end $$; create trigger full_disk before " +
      'insert on words_history for each row execute function no_room()',
  )
  const answer = await ines(`${of}/words`, {
    method: 'PUT',
    body: { member: 'slot:stub', text: 'No room.', revision: 0 },
  })
  expect([answer.status, answer.body.problems[0].code]).toEqual([507, 'store-full'])
  expect(await at.sql("select 1 from words where text = 'No room.'")).toEqual([])
  await at.sql('drop trigger full_disk on words_history; drop function no_room')
  expect(
    (await ines(`${of}/words`, { method: 'PUT', body: { member: 'slot:stub', text: 'Room.', revision: 0 } }))
      .status,
  ).toBe(200)
})
