import { plainSurround } from '~~/core/surround'
import type { ExampleView } from '~~/core/wire'
import { someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
const base = '/api/libraries/tern/components/tern-tide-gauge/examples'
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const list = async () => (await ines(base)).body as ExampleView[]
const named = async (name: string) => (await list()).find((item) => item.name === name)!
const keep = (name: string, more: object = {}, ask = ines) =>
  ask(base, { body: { name, usage: { props: { height: 1.2 }, slots: {} }, ...more } })
const change = (id: string, body: object, ask = ines) => ask(`${base}/${id}`, { method: 'PATCH', body })

test('an example is kept with all that is around it, and comes back the same', async () => {
  const surround = plainSurround('nightwatch', {
    width: 320,
    direction: 'rtl',
    held: ['hover'],
    on: 'needle',
    window: { width: 390, height: 844 },
  })
  expect((await keep('Low water', { surround, notes: 'At Skerray.' })).status).toBe(200)
  expect(await named('Low water')).toMatchObject({
    usage: { props: { height: 1.2 } },
    surround,
    notes: 'At Skerray.',
    face: false,
    starter: false,
  })
  expect((await keep('Low water')).body.problems[0]).toMatchObject({ code: 'example-there' })
})
test('what is done to an example is kept with it; what nobody could do is refused', async () => {
  const acts = [
    { do: 'press', on: { role: 'button', name: 'Open' } },
    { do: 'wait', for: { role: 'listbox' }, has: 3 },
  ]
  expect((await keep('Opened', { acts })).status).toBe(200)
  const { id } = await named('Opened')
  expect((await named('Opened')).acts).toEqual(acts)
  expect((await change(id, { acts: [] })).status).toBe(200)
  expect((await named('Opened')).acts).toEqual([])
  for (const wrong of [
    [{ do: 'hug', on: { role: 'button' } }],
    [{ do: 'press', on: { role: 'Button!' } }],
    [{ do: 'key', key: 'no key' }],
    Array.from({ length: 31 }, () => acts[0]),
  ])
    expect((await keep('Wrong', { acts: wrong })).status).toBe(422)
  expect((await ines(`${base}/${id}`, { method: 'DELETE' })).status).toBe(200)
})
test('it is renamed, noted, offered to begin with, and given its place among the others', async () => {
  for (const name of ['First', 'Second', 'Third']) await keep(name)
  const { id } = await named('Third')
  expect(
    (await change(id, { name: 'Spring tide', notes: 'Twice a month.', starter: true, place: 0 })).status,
  ).toBe(200)
  expect((await list()).map((item) => item.name)).toEqual([
    'Usual',
    'Spring tide',
    'Low water',
    'First',
    'Second',
  ])
  expect(await named('Spring tide')).toMatchObject({ notes: 'Twice a month.', starter: true })
  expect((await change(id, { name: 'First' })).body.problems[0].code).toBe('example-there')
  expect((await change(id, { place: 9999 })).status).toBe(200)
  expect((await list()).at(-1)!.name).toBe('Spring tide')
})
test('there is one face, whichever is made it', async () => {
  const { id } = await named('First')
  expect((await change(id, { face: true })).status).toBe(200)
  expect((await list()).filter((item) => item.face).map((item) => item.name)).toEqual(['First'])
  const [standing] = (
    (await ines('/api/libraries/tern/shelf')).body as { tag: string; face: object }[]
  ).filter((entry) => entry.tag === 'tern-tide-gauge')
  expect(standing!.face).toEqual({ props: { height: 1.2 }, slots: {} })
})
test('one is saved as the face and as a starter at once, with custom properties and calls', async () => {
  const usage = {
    props: { height: 3 },
    slots: {},
    styles: { '--tern-tide-water': 'teal' },
    calls: [{ method: 'focus', given: [] }],
  }
  expect((await keep('High water', { usage, face: true, starter: true })).status).toBe(200)
  expect(await named('High water')).toMatchObject({ usage, face: true, starter: true })
  expect((await list()).filter((example) => example.face)).toHaveLength(1)
  expect((await keep('Bad', { usage: { ...usage, styles: { color: 'red' } } })).status).toBe(422)
})
test('what cannot be is refused, and by whom it may not be', async () => {
  const odile = await someone(at, 'odile')
  const { id } = await named('Second')
  expect((await change(id, { name: 'Mine' }, odile)).status).toBe(403)
  expect((await keep('Mine', {}, odile)).status).toBe(403)
  for (const body of [
    { name: '' },
    { name: 'x'.repeat(121) },
    { surround: { theme: 'daywatch' } },
    { place: -1 },
    { face: false },
    { usage: { props: [] } },
  ])
    expect((await change(id, body)).status).toBe(422)
  expect((await change('00000000-0000-0000-0000-000000000000', { name: 'x' })).status).toBe(404)
  expect((await change('nothing', { name: 'x' })).status).toBe(404)
  // of another component it is not there
  expect(
    (
      await ines(`/api/libraries/tern/components/tern-action/examples/${id}`, {
        method: 'PATCH',
        body: { name: 'x' },
      })
    ).status,
  ).toBe(404)
  expect((await named('Second')).notes).toBe('')
})
test('changes at the same moment leave one order and one face', async () => {
  const ids = (await list()).filter((item) => !item.face).map((item) => item.id)
  const answers = await Promise.all(
    ids.flatMap((id, i) => [change(id, { place: i }), change(id, { face: true })]),
  )
  expect(answers.every((answer) => answer.status === 200)).toBe(true)
  const now = await list()
  expect(now.filter((entry) => entry.face)).toHaveLength(1)
  expect(new Set(now.map((entry) => entry.id)).size).toBe(now.length)
})
