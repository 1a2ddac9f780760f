import { valueAt } from '~~/core/tokens/document'
import { writeRename } from '~~/server/store/renames'
import { themesOf } from '~~/server/store/themes'
import { planRename } from '~~/server/views/renames'
import { libraryBySlug } from '~~/server/store/libraries'
import { ended, problemCode, someone, type Ask } from '../world'
import { ternStore, type TernStore } from '../store'

let tern: TernStore
let ines: Ask
let odile: Ask
beforeAll(async () => {
  tern = await ternStore()
  ines = await someone(tern.at, 'ines')
  odile = await someone(tern.at, 'odile')
}, 60_000)
afterAll(() => tern.end())

const address = '/api/libraries/tern/tokens/rename'
const strip = '/api/libraries/tern/components/tern-notice-strip'
const plan = (from: string, to: string, ask = ines) => ask(`${address}?from=${from}&to=${to}&leave=true`)
const rename = (from: string, to: string, leave: boolean, ask = ines) =>
  ask(address, { body: { from, to, leave } })
const sheet = async (): Promise<string> =>
  (await ines('/api/libraries/tern/source?path=src/notice-strip.css')).body.text
const documents = async () => (await themesOf(tern.db, tern.library)).map(({ document }) => document)
const words = async (): Promise<Record<string, string>> =>
  Object.fromEntries(
    (
      await tern.at.sql<{
        member: string
        text: string
      }>(`select member, text from words where text like '%rail%'
       or text like '%edge%'`)
    ).map(({ member, text }) => [member, text]),
  )
const abouts = async () =>
  (await tern.at.sql<{ about: string }>('select about from waivers order by about')).map(({ about }) => about)

test('themes, files, words, examples and waivers follow a token that gets another path, and come back', async () => {
  const write = (member: string, text: string) =>
    ines(`${strip}/words`, { method: 'PUT', body: { member, text, revision: 0 } })
  const own = 'custom-property:--tern-notice-edge-warn'
  expect((await write(own, 'The edge of a warning.')).status).toBe(200)
  expect((await write('part:strip', 'Its edge is `--tern-notice-edge-warn`.')).status).toBe(200)
  const usage = { props: { heading: 'var(--tern-notice-edge-warn)' }, slots: {} }
  expect((await ines(`${strip}/examples`, { body: { name: 'Edge', usage } })).status).toBe(200)
  await tern
    .db('waivers')
    .insert(
      [
        'tern-notice-strip --tern-notice-edge-warn',
        'daywatch notice.edge.warn',
        'daywatch notice.edge.storm',
      ].map((about) => ({ library_id: tern.library, rule: 'tier', about, reason: 'x', made_by: tern.ines })),
    )
  const before = { documents: await documents(), sheet: await sheet() }

  const { body: follows } = await plan('notice.edge.warn', 'notice.rail.warn')
  expect(follows).toMatchObject({
    properties: [{ from: '--tern-notice-edge-warn', to: '--tern-notice-rail-warn' }],
    words: 2,
    examples: 1,
  })
  expect(follows.files.map(({ path }: { path: string }) => path)).toContain('src/notice-strip.css')

  const job = await ended(ines, 'tern', await rename('notice.edge.warn', 'notice.rail.warn', true))
  expect(job.body).toMatchObject({ state: 'done', result: { problems: expect.anything() } })
  expect(await sheet()).toBe(before.sheet.replaceAll('--tern-notice-edge-warn', '--tern-notice-rail-warn'))
  expect((await documents())[0]).toMatchObject({
    notice: {
      rail: { warn: { $value: '{feedback.warn.line}' } },
      edge: { warn: { $value: '{notice.rail.warn}', $deprecated: 'It is notice.rail.warn now.' } },
    },
  })
  expect(await words()).toMatchObject({
    'custom-property:--tern-notice-rail-warn': 'The edge of a warning.',
    'part:strip': 'Its edge is `--tern-notice-rail-warn`.',
  })
  const { body: examples } = await ines(`${strip}/examples`)
  expect(examples.at(-1).usage.props.heading).toBe('var(--tern-notice-rail-warn)')
  expect(await abouts()).toEqual([
    'daywatch notice.edge.storm',
    'daywatch notice.rail.warn',
    'tern-notice-strip --tern-notice-rail-warn',
  ])
  const trail = await tern.at.sql<{ act: string }>("select act from audit where act = 'token renamed'")
  expect(trail).toHaveLength(1)
  // that edit is not taken back by halves
  expect((await ines('/api/libraries/tern/tokens')).body.edits).toEqual([])

  await ended(ines, 'tern', await rename('notice.rail.warn', 'notice.edge.warn', false))
  expect(await documents()).toEqual(before.documents)
  expect(await sheet()).toBe(before.sheet)
  expect(await words()).toMatchObject({ [own]: 'The edge of a warning.' })
})
test('a token that no file names is renamed at once; not over a theme that is another by now', async () => {
  expect((await rename('flare.100', 'flare.pale', false)).body).toEqual({ job: null })
  const library = (await libraryBySlug(tern.db, 'tern'))!
  const planned = await planRename(tern.db, library, { from: 'flare.pale', to: 'flare.faint', leave: false })
  const seen = valueAt((await documents())[0]!, 'flare.pale')
  const edit = { theme: 'daywatch', path: 'flare.pale', text: '#FFEEEE', seen }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: edit })).status).toBe(200)
  expect(await tern.db.transaction((trx) => writeRename(trx, library, planned, tern.ines))).toBe(false)
  expect(valueAt((await documents())[0]!, 'flare.pale')).toMatchObject({ hex: '#ffeeee' })
})
test('where any theme is another by now nothing of a rename is written, of none', async () => {
  const library = (await libraryBySlug(tern.db, 'tern'))!
  const planned = await planRename(tern.db, library, {
    from: 'surface.page',
    to: 'surface.sheet',
    leave: false,
  })
  expect(planned.documents.map(({ theme }) => theme)).toEqual(['daywatch', 'nightwatch', 'island-line'])
  const seen = valueAt((await documents())[1]!, 'surface.sunken')
  const edit = { theme: 'nightwatch', path: 'surface.sunken', text: '#101010', seen }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: edit })).status).toBe(200)
  const before = await documents()
  expect(await tern.db.transaction((trx) => writeRename(trx, library, planned, tern.ines))).toBe(false)
  expect(await documents()).toEqual(before)
})
test('two at once are one after the other; what cannot be renamed says why; readers rename nothing', async () => {
  const both = await Promise.all([
    rename('notice.edge.warn', 'notice.rail.warn', false),
    rename('notice.edge.storm', 'notice.rail.storm', false),
  ])
  expect(both.map(({ status }) => status).toSorted()).toEqual([200, 409])
  await ended(
    ines,
    'tern',
    both.find(({ status }) => status === 200)!,
  )
  expect(problemCode(await plan('none', 'x'))).toBe('no-token')
  expect(problemCode(await plan('ink.100', 'ink.500'))).toBe('token-there')
  expect(problemCode(await rename('ink.100', 'a;b', false))).toBe('token-name')
  expect((await plan('ink.100', '')).status).toBe(422)
  expect((await plan('ink.100', 'ink.1', odile)).status).toBe(403)
  expect((await rename('ink.100', 'ink.1', false, odile)).status).toBe(403)
})

test('a group is renamed with all that is in it, and back', async () => {
  const before = { documents: await documents(), sheet: await sheet() }
  const { body: follows } = await plan('notice', 'word')
  expect(follows.properties).toContainEqual({
    from: '--tern-notice-text',
    to: '--tern-word-text',
  })
  const job = await ended(ines, 'tern', await rename('notice', 'word', false))
  expect(job.body).toMatchObject({ state: 'done' })
  // a property of the component that only begins like the group is none of its tokens
  expect(await sheet()).toBe(
    before.sheet
      .replaceAll('--tern-notice-', '--tern-word-')
      .replaceAll('--tern-word-edge,', '--tern-notice-edge,'),
  )
  const [day] = await documents()
  expect([day!.notice, day!.word]).toEqual([undefined, before.documents[0]!.notice])
  expect(problemCode(await plan('word', 'word.more'))).toBe('token-inside')
  await ended(ines, 'tern', await rename('word', 'notice', false))
  expect(await documents()).toEqual(before.documents)
  expect(await sheet()).toBe(before.sheet)
})

test('a token is taken out of every theme once nothing uses it, and comes back edit by edit', async () => {
  const remove = (path: string, ask = ines) =>
    ask('/api/libraries/tern/tokens', { method: 'DELETE', body: { path } })
  expect(problemCode(await remove('text.strong'))).toBe('token-used')
  expect((await remove('none')).status).toBe(404)
  expect((await remove('motion.settle', odile)).status).toBe(403)
  const patch = (body: object) => ines('/api/libraries/tern/tokens', { method: 'PATCH', body })
  const own = { path: 'spare.colour', seen: null }
  expect((await patch({ ...own, theme: 'nightwatch', text: '#000', type: 'color' })).status).toBe(422)
  expect((await patch({ ...own, theme: 'daywatch', text: '#000', type: 'color' })).status).toBe(200)
  expect((await patch({ ...own, theme: 'nightwatch', text: '#fff' })).status).toBe(200)
  const text = 'Goes with `--tern-spare-colour`.'
  const word = (given: string, revision: number) =>
    ines(`${strip}/words`, { method: 'PUT', body: { member: 'prop:heading', text: given, revision } })
  expect((await word(text, 0)).status).toBe(200)
  expect(problemCode(await remove('spare.colour'))).toBe('token-used')
  expect((await ines('/api/libraries/tern/tokens/uses?path=spare.colour')).body).toMatchObject({
    words: 1,
    examples: 0,
  })
  expect((await word('', 1)).status).toBe(200)
  const before = await documents()
  const { edits } = (await remove('spare.colour')).body
  expect(edits).toHaveLength(2)
  for (const document of await documents()) expect(valueAt(document, 'spare.colour')).toBeUndefined()
  for (const edit of edits)
    expect((await ines('/api/libraries/tern/tokens/undo', { body: { edit } })).status).toBe(200)
  expect(await documents()).toEqual(before)
})
