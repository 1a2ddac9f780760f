import { themesOf } from '~~/server/store/themes'
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
const plan = (from: string, to: string) => ines(`${address}?from=${from}&to=${to}&into=true`)
const replace = (from: string, to: string, ask = ines) => ask(address, { body: { from, to, into: true } })
const takeBack = (from: string, to: string, ask = ines) => ask(`${address}/undo`, { body: { from, to } })
const sheets = async () =>
  Promise.all(
    ['notice-strip', 'field', 'ticket'].map(
      async (name): Promise<string> =>
        (await ines(`/api/libraries/tern/source?path=src/${name}.css`)).body.text,
    ),
  )
const documents = async () => (await themesOf(tern.db, tern.library)).map(({ document }) => document)
const everything = async () => ({
  documents: await documents(),
  sheets: await sheets(),
  words: await tern.at.sql<object>('select member, text from words order by component_id, member'),
  examples: await tern.at.sql<object>('select usage::text as usage, notes from examples order by id'),
})

test('another token stands in the place of one in themes, files, words and examples; all of it comes back', async () => {
  const body = { member: 'part:strip', text: 'Its edge is `--tern-line-soft`.', revision: 0 }
  expect((await ines(`${strip}/words`, { method: 'PUT', body })).status).toBe(200)
  const usage = { props: { heading: 'var(--tern-line-soft)' }, slots: {} }
  expect((await ines(`${strip}/examples`, { body: { name: 'Soft', usage } })).status).toBe(200)
  const before = await everything()
  expect(before.sheets.join('')).toContain('--tern-line-soft')

  const { body: follows } = await plan('line.soft', 'text.soft')
  expect(follows).toMatchObject({
    properties: [{ from: '--tern-line-soft', to: '--tern-text-soft' }],
    words: 1,
    examples: 1,
  })
  expect(follows.changes[0]).toEqual({ theme: 'daywatch', before: '#D5E0E6', after: '#4A6472' })

  expect((await ended(ines, 'tern', await replace('line.soft', 'text.soft'))).body.state).toBe('done')
  const now = await everything()
  expect(now.sheets).toEqual(
    before.sheets.map((text) => text.replaceAll('--tern-line-soft', '--tern-text-soft')),
  )
  expect(JSON.stringify(now)).not.toContain('line-soft')
  expect(now.documents[0]).toMatchObject({ line: { hair: { $value: { color: '{text.soft}' } } } })
  const acts = await tern.at.sql<{ act: string }>("select act from audit where act like 'token repl%'")
  expect(acts).toEqual([{ act: 'token replaced' }])

  expect((await takeBack('line.soft', 'text.soft', odile)).status).toBe(403)
  expect((await ended(ines, 'tern', await takeBack('line.soft', 'text.soft'))).body.state).toBe('done')
  expect(await everything()).toEqual(before)
  expect(problemCode(await takeBack('line.soft', 'text.soft'))).toBe('nothing-to-undo')
})
test('what no file names is replaced at once; words that somebody wrote since stay when it is taken back', async () => {
  const add = { theme: 'daywatch', path: 'spare.one', text: '{ink.100}', seen: null, type: 'color' }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: add })).status).toBe(200)
  const word = (text: string, revision: number) =>
    ines(`${strip}/words`, { method: 'PUT', body: { member: 'prop:heading', text, revision } })
  expect((await word('Painted in `--tern-spare-one`.', 0)).status).toBe(200)
  const before = await documents()
  expect((await replace('spare.one', 'ink.100')).body).toEqual({ job: null })
  const read = async () =>
    (await tern.at.sql<{ text: string }>("select text from words where member = 'prop:heading'")).map(
      ({ text }) => text,
    )
  expect(await read()).toContain('Painted in `--tern-ink-100`.')
  expect((await word('Painted otherwise.', 2)).status).toBe(200)
  expect((await takeBack('spare.one', 'ink.100')).body).toEqual({ job: null })
  expect(await documents()).toEqual(before)
  expect(await read()).toContain('Painted otherwise.')
})
test('after another change it is not taken back, and says so; what cannot be says why; readers replace nothing', async () => {
  expect((await replace('spare.one', 'ink.100')).body).toEqual({ job: null })
  const edit = { theme: 'daywatch', path: 'spare.two', text: '#000', seen: null, type: 'color' }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: edit })).status).toBe(200)
  expect(problemCode(await takeBack('spare.one', 'ink.100'))).toBe('tokens-changed')
  expect(problemCode(await replace('ink.500', 'text.soft'))).toBe('token-circle')
  expect(problemCode(await replace('ink', 'text.soft'))).toBe('token-group')
  expect(problemCode(await replace('ink.500', 'space.1'))).toBe('token-type')
  expect((await replace('ink.500', 'ink.700', odile)).status).toBe(403)
})
