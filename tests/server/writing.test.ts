import { bringIn, ended, someone, until, world, type Ask, type World } from '../world'

/** Source that is written here: tried, kept, begun; whoever may, and whatever comes. */
let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 180_000)
afterAll(() => at.end())

const sourceOf = async (path: string) =>
  (await ines(`/api/libraries/tern/source?${new URLSearchParams({ path })}`)).body as {
    text: string
    revision: number
  }
const attempt = (body: object, ask = ines) => ask('/api/libraries/tern/source/try', { body })
const counts = () =>
  at.sql<{ revisions: string; builds: string }>(
    'select (select count(*) from revisions) as revisions, (select count(*) from component_builds) as builds',
  )

test('trying reads and builds what is written, tells of its component, and keeps nothing', async () => {
  const before = await counts()
  const { text } = await sourceOf('src/notice-strip.ts')
  const changed = text
    .replace("'tone', 'dismissible'", "'tone', 'hushed', 'dismissible'")
    .replace(
      '  connectedCallback',
      "  /** Speaks low. */\n  get hushed(): boolean { return this.hasAttribute('hushed') }\n  " +
        "set hushed(on: boolean) { this.toggleAttribute('hushed', on) }\n\n  connectedCallback",
    )
  const { status, body } = await attempt({ path: 'src/notice-strip.ts', text: changed })
  expect(status).toBe(200)
  expect(body.problems).toEqual([])
  expect(body.shown.contract.tag).toBe('tern-notice-strip')
  expect(body.shown.contract.members.some((member: { name: string }) => member.name === 'hushed')).toBe(true)
  const module = await fetch(`${at.preview.replace('x.localhost', '127.0.0.1')}${body.shown.module}`)
  expect(module.status).toBe(200)
  expect(await module.text()).toContain('hushed')
  expect(await counts()).toEqual(before)
  expect((await sourceOf('src/notice-strip.ts')).text).toBe(text)
}, 60_000)

test('what is wrong is told with its line: what does not parse, what does not compile, what is no source', async () => {
  const { text } = await sourceOf('src/action.ts')
  expect((await attempt({ path: 'src/action.ts', text: `${text}\n}{` })).body).toMatchObject({
    problems: [
      { code: 'source-does-not-parse', where: { file: 'src/action.ts', line: text.split('\n').length + 1 } },
    ],
    shown: null,
  })
  const { body } = await attempt({
    path: 'src/action.ts',
    text: text.replace("'./base.ts'", "'./bass.ts'"),
    tag: 'tern-action',
  })
  expect(body.problems).toEqual([
    expect.objectContaining({
      code: 'import-not-found',
      what: 'There is no file “./bass.ts” beside it.',
      where: { file: 'src/action.ts', line: 1 },
    }),
  ])
  expect(
    (await attempt({ path: 'src/action.ts', text: text.replace('super()', 'super(1 2)') })).body.problems,
  ).toEqual([expect.objectContaining({ where: expect.objectContaining({ file: 'src/action.ts' }) })])
  expect((await attempt({ path: '../../etc/passwd', text: 'x' })).body.problems[0]).toMatchObject({
    code: 'path',
  })
  expect((await attempt({ path: 'src/x.exe', text: 'x' })).body.problems[0]).toMatchObject({
    code: 'not-source',
  })
  expect((await attempt({ path: 'src/x.ts' })).status).toBe(422)
  // a sheet is tried for the component that is looked at
  const css = await attempt({
    path: 'src/notice-strip.css',
    text: ':host { color: var(--tern-x, red) }',
    tag: 'tern-notice-strip',
  })
  expect(css.body.shown.contract.members).toContainEqual(
    expect.objectContaining({ kind: 'custom-property', name: '--tern-x' }),
  )
}, 60_000)

test(
  'builds that were only tried go after a day, unless somebody asks for them again; those of ' +
    'a revision stay',
  async () => {
    const { text } = await sourceOf('src/notice-strip.ts')
    const tryOnce = async (said: string) =>
      (
        await attempt({ path: 'src/notice-strip.ts', text: `${text}\nconsole.log('${said}')` })
      ).body.shown.module.split('/')[2] as string
    const [once, twice] = [await tryOnce('once'), await tryOnce('twice')]
    const there = async () =>
      (await at.sql<{ hash: string }>('select hash from builds')).map((entry) => entry.hash)
    const revisions = (
      await at.sql<{ build: string }>('select distinct build from component_builds where build is not null')
    ).map((entry) => entry.build)
    expect(await there()).toEqual(expect.arrayContaining([once, twice, ...revisions]))
    await at.sql("update builds set made_at = now() - interval '2 days'")
    expect(await tryOnce('twice')).toBe(twice)
    const gone = new Promise((resolve) => at.server.once('exit', resolve))
    at.kill()
    await gone
    await at.start()
    await until(async () => !(await there()).includes(once))
    expect((await there()).toSorted()).toEqual([...new Set([twice, ...revisions])].toSorted())
  },
  60_000,
)

test('what somebody else changed since is not written over; another file is no matter', async () => {
  const tobias = await someone(at, 'tobias')
  const { text, revision } = await sourceOf('src/base.ts')
  expect((await bringIn(tobias, { 'src/base.ts': `${text}\n// theirs\n` })).body.state).toBe('done')
  const send = async (path: string, content: string, from: string) => {
    const form = new FormData()
    form.set('from', from)
    form.append('file', new Blob([content]), path)
    return ines('/api/libraries/tern/source', { form })
  }
  const refused = await send('src/base.ts', `${text}\n// mine\n`, String(revision))
  expect(refused).toMatchObject({
    status: 409,
    body: {
      problems: [
        {
          code: 'changed-meanwhile',
          where: { file: 'src/base.ts' },
          what: expect.stringMatching(/^src\/base\.ts is another since you began: revision \d+, by Tobias/),
        },
      ],
    },
  })
  expect((await send('src/base.ts', `${text}\n// mine\n`, '999999')).status).toBe(200)
  expect((await sourceOf('src/base.ts')).text).toContain('// theirs')
}, 120_000)

test(
  'begin one: looked at, nothing is kept; asked for, it stands there with an example; a name ' +
    'that is taken is refused',
  async () => {
    // the job of the test before may still be going
    await until(
      async () =>
        ((await ines('/api/libraries/tern')).body as { job: { state: string } }).job.state === 'done',
    )
    const before = await counts()
    const wish = {
      name: 'Departure board',
      summary: 'saying when boats leave',
      group: 'Notices',
      language: 'custom-element',
    }
    const looked = await ines('/api/libraries/tern/begin', { body: { ...wish, look: true } })
    expect(looked.body).toMatchObject({
      tag: 'tern-departure-board',
      job: null,
      files: expect.arrayContaining([
        expect.objectContaining({ path: 'src/departure-board.ts', isNew: true }),
        expect.objectContaining({ path: 'src/index.ts', isNew: false }),
      ]),
    })
    expect(await counts()).toEqual(before)
    expect(
      (await ines('/api/libraries/tern/begin', { body: { ...wish, name: 'Notice strip' } })).body.problems[0]
        .code,
    ).toBe('name-taken')
    expect((await ines('/api/libraries/tern/begin', { body: { ...wish, name: '' } })).status).toBe(422)
    expect((await ines('/api/libraries/tern/begin', { body: { ...wish, language: 'basic' } })).status).toBe(
      422,
    )
    const done = await ended(ines, 'tern', await ines('/api/libraries/tern/begin', { body: wish }))
    expect(done.body.result).toMatchObject({ added: ['tern-departure-board'], gone: [], problems: [] })
    const [standing] = (
      (await ines('/api/libraries/tern/shelf')).body as {
        tag: string
        kept: number
        face: object
        rendering: { module: string | null }
      }[]
    ).filter((entry) => entry.tag === 'tern-departure-board')
    expect(standing).toMatchObject({
      kept: 1,
      face: { props: {}, slots: {} },
      rendering: { module: expect.stringContaining('/m/') },
    })
  },
  120_000,
)

test(`who may: readers look at source and neither try nor begin; the words of all are for readers too`, async () => {
  const odile = await someone(at, 'odile')
  expect((await attempt({ path: 'src/action.ts', text: '' }, odile)).status).toBe(403)
  expect(
    (await odile('/api/libraries/tern/begin', { body: { name: 'X y', language: 'vue', look: true } })).status,
  ).toBe(403)
  expect(Array.isArray((await odile('/api/libraries/tern/words')).body)).toBe(true)
  expect((await odile('/api/libraries/tern/components/tern-action/since')).body).toMatchObject({
    version: '1.1.0',
    contract: { tag: 'tern-action' },
  })
  expect((await odile('/api/libraries/tern/components/tern-departure-board/since')).body).toMatchObject({
    version: '1.1.0',
    contract: null,
  })
  expect((await odile('/api/libraries/tern/components/tern-action/history')).body.at(-1)).toMatchObject({
    change: 'new',
    members: [],
  })
  expect((await odile('/api/libraries/tern/components/tern-departure-board/history')).body).toEqual([])
})
