import { valueAt } from '~~/core/tokens/document'
import type { Fitting, LibraryView } from '~~/core/wire'
import { ended, problemCode, someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
let tobias: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  tobias = await someone(at, 'tobias')
}, 60_000)
afterAll(() => at.end())

const address = '/api/libraries/tern/fittings'
const library = async (): Promise<LibraryView> => (await ines('/api/libraries/tern')).body
const fittings = async () => (await library()).fittings
const fitting = async (id: string): Promise<Fitting> => (await fittings()).find((other) => other.id === id)!
const keptValue = async (theme: string, path: string) => {
  const found = (await library()).themes.find(({ name }) => name === theme)
  return (found && valueAt(found.document, path)) ?? null
}
const begin = async (name: string): Promise<string> => (await ines(address, { body: { name } })).body.id
const put = async (id: string, path: string, text?: string | null, theme = 'daywatch') =>
  ines(`${address}/${id}/changes`, {
    method: 'PUT',
    body: { theme, path, text, seen: await keptValue(theme, path) },
  })
const keep = (id: string) => ines(`${address}/${id}/keep`, { method: 'POST' })
const edit = async (path: string, text: string) =>
  ines('/api/libraries/tern/tokens', {
    method: 'PATCH',
    body: { theme: 'daywatch', path, text, seen: await keptValue('daywatch', path) },
  })

test('changes gather, each judged with the others, and nothing of the library is otherwise until all are kept', async () => {
  const before = await library()
  const id = await begin(' Softer ')
  expect((await put(id, 'text.soft', '{ink.700}')).body).toMatchObject({
    name: 'Softer',
    changes: [{ theme: 'daywatch', path: 'text.soft', value: '{ink.700}', seen: '{ink.500}' }],
  })
  expect((await put(id, 'ink.700', '#335577')).status).toBe(200)
  expect((await put(id, 'text.soft', null, 'nightwatch')).status).toBe(200)
  expect((await library()).themes).toEqual(before.themes)
  // a circle that only both of them make is refused
  expect(problemCode(await put(id, 'ink.700', '{text.soft}'))).toBe('token-circle')
  expect((await fitting(id)).changes).toHaveLength(3)

  const kept = await keep(id)
  expect(kept.body.edits).toHaveLength(3)
  expect(await fittings()).toEqual([])
  expect(await keptValue('daywatch', 'text.soft')).toBe('{ink.700}')
  expect(await keptValue('nightwatch', 'text.soft')).toBeNull()
  for (const number of kept.body.edits.toReversed())
    await ines('/api/libraries/tern/tokens/undo', { body: { edit: number } })
  expect((await library()).themes.map(({ document }) => document)).toEqual(
    before.themes.map(({ document }) => document),
  )
})

test('where one token was given another value since, none of it is kept, and it says which', async () => {
  const id = await begin('Late')
  await put(id, 'surface.sunken', '#abcdef')
  await put(id, 'text.soft', '{ink.700}')
  await edit('text.soft', '{ink.900}')
  const refused = await keep(id)
  expect([refused.status, problemCode(refused)]).toEqual([409, 'tokens-changed'])
  expect(refused.body.problems).toHaveLength(1)
  expect(refused.body.problems[0].what).toContain('text.soft')
  expect(await keptValue('daywatch', 'surface.sunken')).toBe('{ink.100}')
  // tried anew over what is kept now, it is kept
  await put(id, 'text.soft', '{ink.700}')
  expect((await keep(id)).status).toBe(200)
  expect(await keptValue('daywatch', 'surface.sunken')).toMatchObject({ hex: '#abcdef' })
})

test('a rename of a token is followed, a theme that goes takes what was tried in it along', async () => {
  await ines('/api/libraries/tern/themes', { body: { title: 'Dusk', on: 'daywatch' } })
  const id = await begin('Moves')
  await put(id, 'text.inverse', '{ink.100}', 'dusk')
  await put(id, 'surface.page', '{white}', 'nightwatch')
  const rename = { from: 'white', to: 'chalk', leave: false }
  const renamed = await ines('/api/libraries/tern/tokens/rename', { body: rename })
  expect(renamed.status).toBe(200)
  if (renamed.body.job) await ended(ines, 'tern', renamed)
  expect((await fitting(id)).changes.map(({ value }) => value)).toContain('{chalk}')
  const group = { from: 'surface', to: 'plain', leave: true }
  await ended(ines, 'tern', await ines('/api/libraries/tern/tokens/rename', { body: group }))
  expect((await fitting(id)).changes.map(({ path }) => path)).toContain('plain.page')
  // what was tried with an alias that a rename left goes with it
  await put(id, 'surface.sunken', '{chalk}')
  const back = { from: 'plain', to: 'surface', leave: false }
  await ended(ines, 'tern', await ines('/api/libraries/tern/tokens/rename', { body: back }))
  expect((await fitting(id)).changes.map(({ path }) => path).toSorted()).toEqual([
    'surface.page',
    'text.inverse',
  ])
  await ines('/api/libraries/tern/themes/dusk', { method: 'DELETE' })
  expect((await fitting(id)).changes.map(({ theme }) => theme)).toEqual(['nightwatch'])
  expect((await ines(`${address}/${id}`, { method: 'DELETE' })).status).toBe(200)
})

test('what cannot be is refused, and readers change nothing', async () => {
  const id = await begin('Bad')
  expect(problemCode(await ines(address, { body: { name: 'bad' } }))).toBe('fitting-there')
  expect((await ines(address, { body: { name: ' ' } })).status).toBe(422)
  expect((await ines(address, { body: { name: 'x'.repeat(61) } })).status).toBe(422)
  expect(problemCode(await put(id, 'text.soft', 'no colour'))).toBe('token-value')
  expect(problemCode(await put(id, 'text.none', '#fff'))).toBe('no-token')
  expect(problemCode(await put(id, 'text.soft', null))).toBe('base-value')
  expect(problemCode(await put(id, 'text.soft', '#fff', 'none'))).toBe('no-theme')
  for (const none of ['7', '00000000-0000-4000-8000-000000000000'])
    expect(problemCode(await keep(none))).toBe('no-fitting')
  const reader = await someone(at, 'odile')
  expect((await reader(address, { body: { name: 'Mine' } })).status).toBe(403)
  expect((await reader(`${address}/${id}`, { method: 'DELETE' })).status).toBe(403)
  // whoever may change tokens may keep what was tried
  expect((await tobias(`${address}/${id}/keep`, { method: 'POST' })).status).toBe(200)
})
