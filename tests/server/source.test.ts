import { readFileSync } from 'node:fs'
import { bringIn, Cable, someone, until, wait, world, type Ask, type World } from '../world'

const notice = readFileSync('demo/tern/src/notice-strip.ts', 'utf8')
let at: World
let ines: Ask
let cable: Cable
beforeAll(async () => {
  at = await world({ UPLOAD_LIMIT: '3000000' }, async (port) => {
    cable = new Cable(port)
    await cable.plug()
    return cable.port
  })
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(async () => {
  await at.end()
  await cable.cut()
})
const shelf = async () =>
  (await ines('/api/libraries/tern/shelf')).body as {
    tag: string
    contract: { members: { name: string; kind: string }[] }
    rendering: {
      module: string | null
      problems: { what: string; where: { file: string; line: number } }[]
      lastGood: { module: string; revision: number } | null
    }
  }[]
const strip = async () => (await shelf()).find((component) => component.tag === 'tern-notice-strip')!

test('source that changed is read and built again; the rest stays the same', async () => {
  const job = await bringIn(ines, {
    'src/notice-strip.ts': notice.replace(
      'get label(): string',
      "get urgent(): boolean { return this.hasAttribute('urgent') }\n  set urgent(on: boolean) " +
        "{ this.toggleAttribute('urgent', on) }\n\n  get label(): string",
    ),
  })
  expect(job.body).toMatchObject({
    state: 'done',
    result: { changed: ['tern-notice-strip'], added: [], gone: [], same: 15, problems: [] },
  })
  expect((await strip()).contract.members.some((member) => member.name === 'urgent')).toBe(true)
})

test('source that does not parse: the ledger and the last good rendering stay, with file and line', async () => {
  const before = await strip()
  const job = await bringIn(ines, {
    'src/notice-strip.ts': notice.replace('#show(): void {', '#show(): void {{{'),
  })
  expect(job.body.result.problems[0]).toMatchObject({ where: { file: 'src/notice-strip.ts' } })
  const now = await strip()
  expect(now.contract.members.length).toBe(before.contract.members.length)
  expect(now.rendering).toMatchObject({ module: null, lastGood: { module: before.rendering.module } })
  expect(now.rendering.problems[0]!.where.line).toBeGreaterThan(90)
  expect((await shelf()).filter((component) => component.rendering.module).length).toBeGreaterThan(8)
  const release = await ines('/api/libraries/tern/releases', {
    body: { version: '1.2.0', channel: 'latest', notes: '' },
  })
  expect(release.status).toBe(422)
  expect((await bringIn(ines, { 'src/notice-strip.ts': notice })).body.state).toBe('done')
  expect((await strip()).rendering.module).not.toBeNull()
}, 60_000)

test('an import of what is not there is told where it stands', async () => {
  const job = await bringIn(ines, {
    'src/berth-mark.ts': readFileSync('demo/tern/src/berth-mark.ts', 'utf8').replace(
      "'./base.ts'",
      "'lost-package'",
    ),
  })
  expect(
    job.body.result.problems.some(
      (problem: { what: string; where: { line: number } }) =>
        problem.what.includes('lost-package') && problem.where.line === 1,
    ),
  ).toBe(true)
  await bringIn(ines, { 'src/berth-mark.ts': readFileSync('demo/tern/src/berth-mark.ts', 'utf8') })
})

test('a class never registered is told by name', async () => {
  const job = await bringIn(ines, { 'src/ghost.ts': 'export class TernGhost extends HTMLElement {}' })
  expect(job.body.result.problems).toEqual([
    expect.objectContaining({
      code: 'never-registered',
      what: expect.stringContaining('TernGhost'),
      where: { file: 'src/ghost.ts', line: 1 },
    }),
  ])
})

test('files that cannot be taken are left aside, each by name, and the rest comes in', async () => {
  const form = new FormData()
  form.append('file', new Blob([new Uint8Array([0xff, 0xfe, 0x00, 0x41])]), 'src/binary.ts')
  form.append('file', new Blob(['x'.repeat(2_000_001)]), 'src/long.ts')
  form.append('file', new Blob(['x']), 'photo.psd')
  form.append('file', new Blob(['/* fine */']), 'src/fine.css')
  const begun = await ines('/api/libraries/tern/source', { form })
  expect(begun.body.problems.map((problem: { code: string }) => problem.code).sort()).toEqual([
    'file-too-large',
    'not-source',
    'not-text',
  ])
  await until(async () => (await ines(`/api/libraries/tern/jobs/${begun.body.job}`)).body.state === 'done')
  expect((await ines('/api/libraries/tern/source?path=src/fine.css')).body.text).toBe('/* fine */')
})

test('an upload over the limit, an empty one, and one that leads out of the folder', async () => {
  const big = new FormData()
  for (let i = 0; i < 3; i++) big.append('file', new Blob(['x'.repeat(1_500_000)]), `src/${i}.ts`)
  expect(await ines('/api/libraries/tern/source', { form: big })).toMatchObject({
    status: 413,
    body: { problems: [{ code: 'too-large' }] },
  })
  const out = new FormData()
  out.append('file', new Blob(['x']), '../../etc/passwd.ts')
  expect(await ines('/api/libraries/tern/source', { form: out })).toMatchObject({
    status: 422,
    body: { problems: [{ code: 'path' }] },
  })
  expect(await ines('/api/libraries/tern/source', { form: new FormData() })).toMatchObject({ status: 422 })
})

test('two at once are refused with a sentence', async () => {
  const files = () => {
    const form = new FormData()
    form.append('file', new Blob([`/* ${Math.random()} */`]), 'src/fine.css')
    return form
  }
  const answers = await Promise.all(
    [1, 2, 3].map(() => ines('/api/libraries/tern/source', { form: files() })),
  )
  expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409])
  expect(answers.find((answer) => answer.status === 409)!.body.title).toContain('just now')
  const { job } = answers.find((answer) => answer.status === 200)!.body
  await until(async () => (await ines(`/api/libraries/tern/jobs/${job}`)).body.state === 'done')
})

test('a job whose process died does not stand in the way for long', async () => {
  await at.sql(
    "insert into jobs (library_id, kind, state, touched_at) select id, 'bring-in', 'running', " +
      "now() - interval '5 minutes' from libraries where slug = 'tern'",
  )
  const job = await until(async () => {
    const answer = await bringIn(ines, { 'src/fine.css': '/* after a crash */' })
    return answer.status === 200 && answer
  }, 60_000)
  expect(job.body.state).toBe('done')
  const [old] = await at.sql<{ state: string; result: { problems: { what: string }[] } }>(
    "select state, result from jobs where state = 'failed' order by made_at desc limit 1",
  )
  expect(old!.result.problems[0]!.what).toContain('The shelf is as it was before')
}, 90_000)

test('a job can be cancelled while it waits or runs, and then changes nothing', async () => {
  const before = (await ines('/api/libraries/tern')).body.revision.number
  const form = new FormData()
  form.append('file', new Blob(['/* never */']), 'src/fine.css')
  const { job } = (await ines('/api/libraries/tern/source', { form })).body
  const cancelled = await ines(`/api/libraries/tern/jobs/${job}/cancel`, { body: {} })
  await wait(4000)
  const after = (await ines('/api/libraries/tern')).body.revision.number
  // it either was cancelled and changed nothing, or had ended before and says so
  expect(cancelled.status === 200 ? after : after - 1).toBe(before)
  expect([200, 409]).toContain(cancelled.status)
}, 30_000)

test('two people writing the same words: nothing is lost', async () => {
  const tobias = await someone(at, 'tobias')
  const write = (ask: Ask, text: string, revision: number) =>
    ask('/api/libraries/tern/components/tern-ticket/words', {
      method: 'PUT',
      body: { member: 'slot:stub', text, revision },
    })
  expect((await write(ines, 'Hers.', 0)).status).toBe(200)
  const refused = await write(tobias, 'His.', 0)
  expect(refused).toMatchObject({
    status: 409,
    body: { theirs: { text: 'Hers.', revision: 1, by: 'Ines Fairlie' } },
  })
  expect((await write(tobias, 'Hers.\n\nHis.', 1)).body).toMatchObject({ revision: 2, by: 'Tobias Renn' })
  const history = await ines('/api/libraries/tern/components/tern-ticket/words?history=slot:stub')
  expect(history.body.map((entry: { text: string }) => entry.text)).toEqual(['Hers.\n\nHis.', 'Hers.'])
  const many = await Promise.all(Array.from({ length: 10 }, (_, i) => write(ines, `Number ${i}.`, 2)))
  expect(many.filter((answer) => answer.status === 200)).toHaveLength(1)
})

test('tokens: an edit, what cannot be, somebody else’s edit meanwhile, and taking back', async () => {
  const patch = (body: object) => ines('/api/libraries/tern/tokens', { method: 'PATCH', body })
  const theme = async () =>
    (await ines('/api/libraries/tern/tokens')).body.themes.find(
      (theme: { name: string }) => theme.name === 'daywatch',
    )
  const before = await theme()
  const seen = before.document.brass['500'].$value
  const edited = await patch({ theme: 'daywatch', path: 'brass.500', text: '#C07A00', seen })
  expect(edited.status).toBe(200)
  const late = await patch({ theme: 'daywatch', path: 'brass.500', text: '#C07A01', seen })
  expect([late.body.problems[0].code, late.body.theirs.hex]).toEqual(['tokens-changed', '#c07a00'])
  // what stands in another cell meanwhile is in nobody's way
  const other = await patch({
    theme: 'daywatch',
    path: 'brass.100',
    text: '#C07A02',
    seen: before.document.brass['100'].$value,
  })
  expect(other.status).toBe(200)
  expect((await ines('/api/libraries/tern/tokens/undo', { body: { edit: other.body.edit } })).status).toBe(
    200,
  )
  for (const [text, code] of [
    ['{brass.600}', 'token-alias'],
    ['{brass.500}', 'token-circle'],
    ['bluish', 'token-value'],
    ['{space.1}', 'token-type'],
  ]) {
    expect([
      text,
      (await patch({ theme: 'daywatch', path: 'brass.500', text, seen: late.body.theirs })).body.problems[0]
        .code,
    ]).toEqual([text, code])
  }
  expect((await patch({ theme: 'daywatch', path: 'no.such', text: '1', seen: null })).status).toBe(404)
  expect((await ines('/api/libraries/tern/tokens/undo', { body: { edit: edited.body.edit } })).body).toEqual({
    theme: 'daywatch',
    path: 'brass.500',
  })
  expect((await theme()).document).toEqual(before.document)
  const file = await ines('/api/libraries/tern/tokens/file?theme=daywatch')
  // the file leaves in the order it came in
  expect(Object.keys(file.body)).toEqual(
    Object.keys(JSON.parse(readFileSync('demo/tern/tokens/daywatch.json', 'utf8'))),
  )
  const put = await ines('/api/libraries/tern/tokens/file', {
    method: 'PUT',
    body: {
      theme: 'daywatch',
      text: '{"a":{"$type":"number","$value":"{a}"}}',
      revision: (await theme()).revision,
    },
  })
  expect(put).toMatchObject({
    status: 422,
    body: { problems: expect.arrayContaining([expect.objectContaining({ code: 'token-circle' })]) },
  })
})

test('PostgreSQL stands still for some seconds: what was asked meanwhile is done once it goes on', async () => {
  cable.pause()
  const going = ines('/api/libraries/tern/components/tern-ticket/words', {
    method: 'PUT',
    body: { member: 'prop:passenger', text: 'Who travels.', revision: 0 },
  })
  expect(await Promise.race([going, wait(3000).then(() => 'waits')])).toBe('waits')
  cable.resume()
  expect((await going).status).toBe(200)
  expect((await ines('/api/libraries/tern/components/tern-ticket/words')).body).toEqual(
    expect.arrayContaining([expect.objectContaining({ member: 'prop:passenger', text: 'Who travels.' })]),
  )
}, 30_000)

test('PostgreSQL gone for ten seconds: a sentence and no 500 meanwhile, everything as before after', async () => {
  const revision = async () => (await ines('/api/libraries/tern')).body.revision.number
  const before = await revision()
  await cable.cut()
  const answers: { status: number; title: string }[] = []
  const end = Date.now() + 10_000
  while (Date.now() < end) {
    const [read, write, registry] = await Promise.all([
      ines('/api/libraries/tern/shelf'),
      ines('/api/libraries/tern/tokens/undo', { body: { edit: '1' } }),
      fetch(`${at.url}/registry/@marram%2ftern`),
    ])
    for (const answer of [read, write]) answers.push({ status: answer.status, title: answer.body.title })
    expect(registry.status).toBe(503)
    expect((await registry.json()).error).toContain('database does not answer')
    await wait(400)
  }
  expect(new Set(answers.map((answer) => answer.status))).toEqual(new Set([503]))
  expect(answers[0]!.title).toContain('The database does not answer just now')
  await cable.plug()
  await until(async () => (await ines('/api/libraries/tern/shelf')).status === 200)
  expect(await revision()).toBe(before)
  // jobs and news come back by themselves
  const job = await bringIn(ines, { 'src/fine.css': '/* after */' })
  expect(job.body.state).toBe('done')
}, 90_000)
