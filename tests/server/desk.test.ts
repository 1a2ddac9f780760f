import { componentsOf } from '~~/server/store/components'
import { openStore } from '~~/server/store/database'
import { libraryBySlug } from '~~/server/store/libraries'
import { toldKey, toldStore } from '~~/server/store/told'
import { bringIn, someone, world, type World } from '../world'

// What the desk says of what changed since the newest version, and of the numbers that may come next.

let at: World
beforeAll(async () => {
  at = await world()
}, 60_000)
afterAll(() => at.end())

const filesOf = (tones: string, more = ''): Record<string, string> => ({
  'package.json': JSON.stringify({ name: '@marram/knot', license: 'MIT' }),
  LICENSE: 'May be used by anybody for anything.',
  'src/knot.ts':
    `export class Knot extends HTMLElement {\n  get tone(): ${tones} { return (this.getAttribute('tone') ?? 'calm') as never }\n` +
    `  set tone(value) { this.setAttribute('tone', value) }\n  ${more}\n}\ncustomElements.define('knot-knot', Knot)\n`,
})

test('a value that was taken away is breaking, one that came is additive, and numbers that say less are told so', async () => {
  const ines = await someone(at, 'ines')
  const library = {
    slug: 'knot',
    title: 'Knot',
    package: '@marram/knot',
    prefix: 'knot-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const desk = async () => (await ines('/api/libraries/knot/releases')).body
  const bring = async (files: Record<string, string>) =>
    expect((await bringIn(ines, files, 'knot')).body).toMatchObject({ state: 'done' })

  await bring(filesOf("'calm' | 'storm'"))
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  expect((await ines('/api/libraries/knot/releases', { body: first })).body).toMatchObject({
    version: '1.0.0',
  })
  expect(await desk()).toMatchObject({ changed: [], next: [{ version: '1.0.1', enough: true }, {}, {}, {}] })

  await bring(filesOf("'calm' | 'storm' | 'fog'", 'show(): void {}'))
  expect(await desk()).toMatchObject({
    changed: [{ tag: 'knot-knot', change: 'changed', weight: 'additive' }],
    next: [
      { step: 'patch', enough: false, says: 'too little: there is something new' },
      { step: 'minor', enough: true },
      { step: 'major', enough: true },
      { step: 'prerelease', enough: true },
    ],
  })

  await bring(filesOf("'calm'", 'show(): void {}'))
  expect(await desk()).toMatchObject({
    changed: [
      {
        weight: 'breaking',
        says: [
          { member: 'prop:tone', weight: 'breaking', says: expect.stringContaining("'calm' | 'storm'") },
          { member: 'method:show', weight: 'additive', says: 'method show: new' },
        ],
      },
    ],
    next: [{ enough: false }, { enough: false }, { version: '2.0.0', enough: true }, { enough: true }],
  })
}, 60_000)

test('a key that is answered no more is breaking, as far as a browser was asked both times', async () => {
  const ines = await someone(at, 'ines')
  const slug = 'cleat'
  const library = { slug, title: 'Cleat', package: '@marram/knot', prefix: 'knot-', visibility: 'open' }
  expect((await ines('/api/libraries', { body: { ...library, package: '@marram/cleat' } })).status).toBe(200)
  const files = { ...filesOf("'calm' | 'storm'"), 'package.json': '{"name":"@marram/cleat","license":"MIT"}' }
  expect((await bringIn(ines, files, slug)).body).toMatchObject({ state: 'done' })
  const db = openStore(at.databaseUrl, 2)
  /** What a browser would have told of it as it is now. */
  const tell = async (did: string[]) => {
    const { current_revision: revision, prefix } = (await libraryBySlug(db, slug))!
    const [component] = await componentsOf(db, revision!)
    const node = {
      depth: 0,
      role: 'button',
      element: 'button',
      name: 'Tie',
      from: 'content',
      description: '',
    }
    const pressed = [{ role: 'button', name: 'Tie', key: 'Enter', did }]
    const nodes = [{ ...node, states: {}, children: [] }]
    const told = { situation: 'as on the shelf', nodes, stops: [], pressed, engine: [] }
    await toldStore.keep(db, component!.id, toldKey(component!, prefix, [], []), [told])
  }
  const changed = async () => (await ines(`/api/libraries/${slug}/releases`)).body.changed
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  await tell(['it is tied'])
  expect((await ines(`/api/libraries/${slug}/releases`, { body: first })).status).toBe(200)
  expect(await changed()).toEqual([])
  await tell([])
  expect(await changed()).toMatchObject([
    {
      tag: 'knot-knot',
      change: 'changed',
      weight: 'breaking',
      says: [{ weight: 'breaking', says: 'button “Tie” answers Enter no more: it is tied' }],
    },
  ])
  await db.destroy()
})
