import { plainSurround } from '~~/core/surround'
import type { TokensView } from '~~/core/wire'
import { bringIn, problemCode, someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const address = '/api/libraries/tern/themes'
const themes = async (): Promise<TokensView['themes']> =>
  (await ines('/api/libraries/tern/tokens')).body.themes
const names = async () => (await themes()).map(({ name }) => name)
const make = (body: object, ask = ines) => ask(address, { body })
const change = (name: string, body: object) => ines(`${address}/${name}`, { method: 'PATCH', body })
const remove = (name: string, ask = ines) => ask(`${address}/${name}`, { method: 'DELETE' })
const css = async (): Promise<string> =>
  (await ines('/api/libraries/tern/tokens/printed?path=tokens/tokens.css')).body.text

test('a theme is made, moved, built on another and deleted; what it comes to stands in the CSS', async () => {
  const [day, ...others] = await names()
  expect((await make({ title: ' Dusk watch ', on: 'nightwatch' })).body).toEqual({ name: 'dusk-watch' })
  const value = { theme: 'dusk-watch', path: 'surface.page', text: '#010203', seen: null }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: value })).status).toBe(200)
  expect(await css()).toMatch(/data-theme="dusk-watch"[^}]*--tern-surface-page: (#010203|rgb\(1 2 3\));/)
  expect((await change('dusk-watch', { place: 1, title: 'Dusk' })).status).toBe(200)
  expect(await names()).toEqual([day, 'dusk-watch', ...others])
  const before = (await themes())[1]!
  expect(before).toMatchObject({ title: 'Dusk', on: 'nightwatch' })
  expect((await change('dusk-watch', { on: 'daywatch' })).status).toBe(200)
  const [, after] = await themes()
  expect(after).toMatchObject({ on: 'daywatch', document: before.document })
  expect(after!.revision).toBeGreaterThan(before.revision)

  expect((await remove('dusk-watch')).status).toBe(200)
  expect(await names()).toEqual([day, ...others])
  expect(await css()).not.toContain('dusk-watch')
  // one that is made anew under that name has nothing of what was remembered of the other
  const again = { title: 'Dusk', name: 'dusk-watch', on: 'daywatch', place: 1 }
  expect((await make({ ...again, document: { surface: { page: { $value: '#040506' } } } })).status).toBe(200)
  expect(await names()).toEqual([day, 'dusk-watch', ...others])
  expect((await themes())[1]!.document).toEqual({ surface: { page: { $value: '#040506' } } })
  expect((await remove('dusk-watch')).status).toBe(200)
})
test('what cannot be is refused, each with its reason', async () => {
  const tobias = await someone(at, 'tobias')
  expect((await make({ title: 'X', on: 'daywatch' }, tobias)).status).toBe(403)
  expect((await remove('nightwatch', tobias)).status).toBe(403)
  expect((await make({ title: ' ', on: 'daywatch' })).status).toBe(422)
  expect(problemCode(await make({ title: 'Nightwatch', on: 'daywatch' }))).toBe('theme-there')
  expect(problemCode(await make({ title: 'Resolved', on: 'daywatch' }))).toBe('theme-name')
  expect(problemCode(await make({ title: 'X', on: 'none' }))).toBe('theme-ground')
  const bad = { surface: { page: { $value: '{nothing.there}' } } }
  expect((await make({ title: 'X', on: 'daywatch', document: bad })).status).toBe(422)
  expect(problemCode(await change('daywatch', { on: 'nightwatch' }))).toBe('theme-ground')
  expect(problemCode(await change('nightwatch', { on: 'nightwatch' }))).toBe('theme-ground')
  expect(problemCode(await change('none', { title: 'X' }))).toBe('no-theme')
  expect(problemCode(await remove('daywatch'))).toBe('theme-base')
  await make({ title: 'Over', on: 'nightwatch' })
  expect(problemCode(await remove('nightwatch'))).toBe('theme-under')
  const [surround, usage] = [plainSurround('over'), { props: {}, slots: {} }]
  const kept = await ines('/api/libraries/tern/components/tern-tide-gauge/examples', {
    body: { name: 'Over there', usage, surround },
  })
  expect(kept.status).toBe(200)
  expect((await remove('over')).body.problems[0]).toMatchObject({
    code: 'theme-worn',
    what: 'Examples stand in Over: tern-tide-gauge “Over there”.',
  })
})

test('what sheets set is offered as tokens of a theme, in the place that is asked for', async () => {
  const library = {
    title: 'Sound',
    slug: 'sound',
    package: '@marram/sound',
    prefix: 'so-',
    visibility: 'private',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const css =
    ':root { --so-ink: #102030; --so-text: var(--so-ink); --so-half: 50%; }\n' +
    '.night { --so-ink: white; --so-text: #eee; --so-half: 20% }'
  await bringIn(
    ines,
    {
      'src/base.css': css,
      'src/buoy.ts': "export class Buoy extends HTMLElement {}\ncustomElements.define('so-buoy', Buoy)",
      'src/buoy.test.css': ':root { --so-no: red }',
    },
    'sound',
  )
  const [base] = (await ines('/api/libraries/sound/tokens')).body.themes
  const offered = (query: string, ask = ines) => ask(`/api/libraries/sound/tokens/offered?${query}`)
  const { body } = await offered(`into=${base.name}`)
  expect(body).toMatchObject({
    offers: [
      { property: '--so-ink', path: 'ink', type: 'color', file: 'src/base.css', line: 1 },
      { property: '--so-text', path: 'text', value: '{ink}' },
    ],
    left: [{ property: '--so-half' }],
    places: [{ where: '.night', count: 3 }],
  })
  expect(problemCode(await offered('into=none'))).toBe('no-theme')
  expect((await offered('')).status).toBe(422)
  // whoever may not read the library is told nothing of it
  expect((await offered(`into=${base.name}`, await someone(at, 'odile'))).status).toBe(404)
})

test('a theme combines along an axis: it stands beside others in the CSS, and what cannot be is refused', async () => {
  expect((await make({ title: 'Wide', on: 'daywatch', axis: 'density' })).status).toBe(200)
  const value = { theme: 'wide', path: 'space.2', text: '20px', seen: null }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: value })).status).toBe(200)
  const printed = await css()
  expect(printed).toMatch(/\n\[data-density="wide"\] \{[^}]*--tern-space-2: 20px;/)
  expect(printed).toMatch(/\n:where\(\[data-density\]\) \{[^}]*--tern-space-2: 8px;/)
  expect(printed).not.toContain('[data-theme="wide"]')
  expect(/\n\[data-theme="nightwatch"\] \{([^}]*)\}/.exec(printed)?.[1]).not.toContain('--tern-space-2')

  expect((await change('wide', { axis: 'theme' })).status).toBe(422)
  expect((await change('wide', { axis: 'kept-sheet' })).status).toBe(422)
  expect(problemCode(await change('daywatch', { axis: 'density' }))).toBe('theme-axis')
  expect(problemCode(await change('wide', { on: 'nightwatch' }))).toBe('theme-axis')
  expect(problemCode(await make({ title: 'Dim', on: 'wide' }))).toBe('theme-axis')
  expect(
    problemCode(await make({ title: 'Rl', on: 'daywatch', axis: 'direction', when: { motion: 'reduce' } })),
  ).toBe('theme-axis')
  const surround = plainSurround('daywatch', { beside: { density: 'wide' } })
  const kept = await ines('/api/libraries/tern/components/tern-tide-gauge/examples', {
    body: { name: 'Wide', usage: { props: {}, slots: {} }, surround },
  })
  expect(problemCode(await remove('wide'))).toBe('theme-worn')
  await ines(`/api/libraries/tern/components/tern-tide-gauge/examples/${kept.body.id}`, { method: 'DELETE' })
  expect((await change('wide', { axis: null })).status).toBe(200)
  expect(await css()).toContain('[data-theme="wide"]')
  expect((await remove('wide')).status).toBe(200)
})

test('token files come in together, are told first, and not over themes that are others by now', async () => {
  const length = (value: number) => ({ $type: 'dimension', $value: { value, unit: 'px' } })
  const files = [
    { path: 'base.json', text: JSON.stringify({ berth: { gap: length(3) } }) },
    { path: 'harbour.json', text: JSON.stringify({ berth: { gap: length(4) } }) },
  ]
  const address = '/api/libraries/tern/tokens/sets'
  const before = await themes()
  const { body: plan } = await ines(address, { body: { files } })
  expect(plan.themes).toEqual([
    { name: 'daywatch', title: 'Daywatch', axis: null, isNew: false, tokens: 1, from: ['base.json'] },
    { name: 'harbour', title: 'harbour', axis: null, isNew: true, tokens: 1, from: ['harbour.json'] },
  ])
  expect(await themes()).toEqual(before)
  const { body: done } = await ines(address, { body: { files, seen: plan.seen } })
  expect(done.edits).toHaveLength(1)
  expect(await css()).toMatch(/data-theme="harbour"[^}]*--tern-berth-gap: 4px;/)
  expect((await themes())[0]!.document).toMatchObject({
    ink: before[0]!.document.ink,
    berth: { gap: length(3) },
  })
  expect(problemCode(await ines(address, { body: { files, seen: plan.seen } }))).toBe('tokens-changed')

  expect((await remove('harbour')).status).toBe(200)
  expect((await ines('/api/libraries/tern/tokens/undo', { body: { edit: done.edits[0] } })).status).toBe(200)
  expect((await themes()).map(({ document }) => document)).toEqual(before.map(({ document }) => document))
  const bad = [{ path: 'a.json', text: '{"x": {"$type": "dimension", "$value": "{none}"}}' }]
  expect(problemCode(await ines(address, { body: { files: bad } }))).toBe('token-alias')
  expect((await (await someone(at, 'tobias'))(address, { body: { files } })).status).toBe(403)
})
