import { tgz } from '../fixtures/tgz'
import {
  bringIn,
  ended,
  newLibrary,
  problemCode,
  someone,
  until,
  world,
  type Ask,
  type World,
} from '../world'

let at: World
let [ines, tobias]: [Ask, Ask] = [undefined as never, undefined as never]
beforeAll(async () => {
  at = await world({ BEHIND_PROXY: 'true', SIGN_IN_TRIES: '6' })
  ines = await someone(at, 'ines')
  tobias = await someone(at, 'tobias')
}, 60_000)
afterAll(() => at.end())

describe('nothing is lost', () => {
  const element = (tag: string) => `export class X extends HTMLElement {}\ncustomElements.define('${tag}', X)`
  test('a whole library says what will go before it goes, and any revision can be brought back whole', async () => {
    await newLibrary(ines, 'whole')
    await bringIn(ines, { 'src/a.ts': element('whole-a'), 'src/b.ts': element('whole-b') }, 'whole')
    const send = async (look: boolean) => {
      const form = new FormData()
      form.append(
        'archive',
        new Blob([(await tgz({ 'src/a.ts': element('whole-a') })) as BlobPart]),
        'whole.tgz',
      )
      if (look) form.append('look', 'yes')
      return ines('/api/libraries/whole/source', { form })
    }
    const looked = await send(true)
    expect(looked.body).toMatchObject({ job: null, leaving: { components: ['whole-b'], files: 1 } })
    expect((await ines('/api/libraries/whole/shelf')).body).toHaveLength(2)
    expect((await ended(ines, 'whole', await send(false))).body.result.gone).toEqual(['whole-b'])
    const revisions = (await ines('/api/libraries/whole/revisions')).body
    expect(
      revisions.map((revision: { number: number; current: boolean }) => [revision.number, revision.current]),
    ).toEqual([
      [2, true],
      [1, false],
    ])
    const back = await ended(
      ines,
      'whole',
      await ines('/api/libraries/whole/revisions/1/again', { body: {} }),
    )
    expect(back.body.result).toMatchObject({ added: ['whole-b'], revision: 3 })
    for (const number of ['9', '0', '-1', 'x', '99999999999999999999'])
      expect((await ines(`/api/libraries/whole/revisions/${number}/again`, { body: {} })).status).toBe(404)
  }, 60_000)
  test('a version knows the revision it was made from, whatever came in meanwhile', async () => {
    const form = new FormData()
    form.append('file', new Blob(['/* while it is published */']), 'src/meanwhile.css')
    const before = Number(
      (await at.sql<{ id: string }>("select current_revision as id from libraries where slug = 'tern'"))[0]!
        .id,
    )
    const publishing = ines('/api/libraries/tern/releases', {
      body: { version: '1.4.0', channel: 'latest', notes: '' },
    })
    const [published] = await Promise.all([
      publishing,
      ines('/api/libraries/tern/source', { form }).then((begun) => ended(ines, 'tern', begun)),
    ])
    expect(published.status).toBe(200)
    const [row] = await at.sql<{ revision_id: string }>(
      "select revision_id from releases where version = '1.4.0'",
    )
    expect(Number(row!.revision_id)).toBe(before)
  }, 60_000)
  test('a whole file of tokens is not taken back by a contributor', async () => {
    const theme = (await ines('/api/libraries/tern/tokens')).body.themes.find(
      (known: { name: string }) => known.name === 'nightwatch',
    )
    const put = await ines('/api/libraries/tern/tokens/file', {
      method: 'PUT',
      body: { theme: 'nightwatch', text: JSON.stringify(theme.document), revision: theme.revision },
    })
    expect(put.status).toBe(200)
    expect((await tobias('/api/libraries/tern/tokens/undo', { body: { edit: put.body.edit } })).status).toBe(
      403,
    )
    expect((await ines('/api/libraries/tern/tokens/undo', { body: { edit: put.body.edit } })).status).toBe(
      200,
    )
    const trail = (await ines('/api/libraries/tern/staff')).body.trail as {
      act: string
      detail: { edit?: string }
    }[]
    expect(
      trail.some((line) => line.act === 'token edit taken back' && line.detail.edit === put.body.edit),
    ).toBe(true)
  })
  test('desk and publishing judge by the same: a licence by another spelling, a foreign name', async () => {
    await newLibrary(ines, 'judged')
    const source = (name: string) => ({
      'package.json': JSON.stringify({ name, license: 'MIT' }),
      'LICENCE.md': 'MIT',
      'src/a.ts': element('judged-a'),
    })
    await bringIn(ines, source('@marram/other'), 'judged')
    const codes = async () =>
      ((await ines('/api/libraries/judged/releases/desk')).body.blocked as { code: string }[]).map(
        (problem) => problem.code,
      )
    const publish = () =>
      ines('/api/libraries/judged/releases', { body: { version: '1.0.0', channel: 'latest', notes: '' } })
    expect([await codes(), problemCode(await publish())]).toEqual([['other-name'], 'other-name'])
    await bringIn(ines, source('@marram/judged'), 'judged')
    expect([await codes(), (await publish()).status]).toEqual([[], 200])
  }, 60_000)
  test('a run of evidence that was killed ends, and says so; one that waits does not', async () => {
    await at.sql(
      "insert into evidence_runs (library_id, state, total, moved_at) select id, 'running', 3, " +
        "now() - interval '5 minutes' from libraries where slug = 'whole'",
    )
    await until(async () => (await ines('/api/libraries/whole/evidence')).body.run.state === 'failed', 40_000)
    expect((await ines('/api/libraries/whole/evidence')).body.run.problems[0].what).toContain(
      'The server stopped',
    )
  }, 60_000)
})
