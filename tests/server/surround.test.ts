import { bringIn, someone, world, type Ask, type World } from '../world'

/**
 * What a component is looked at in: widths with names, what its source asks for, and examples to begin with.
 */
let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 180_000)
afterAll(() => at.end())

const widths = async (ask = ines) =>
  ((await ask('/api/libraries/tern')).body as { widths: { name: string; width: number }[] }).widths
const name = (called: unknown, width: unknown, ask = ines) =>
  ask('/api/libraries/tern/widths', { method: 'PUT', body: { name: called, width } })

test('a width gets a name, another width, and loses the name; readers see it and may not change it', async () => {
  expect(await widths()).toEqual([])
  expect((await name(' Quay kiosk ', 480)).status).toBe(200)
  await name('Ticket window', 300)
  const odile = await someone(at, 'odile')
  expect(await widths(odile)).toEqual([
    { name: 'Ticket window', width: 300 },
    { name: 'Quay kiosk', width: 480 },
  ])
  await name('Ticket window', 640)
  expect((await widths()).map((width) => width.width)).toEqual([480, 640])
  expect((await name('Ticket window', null)).status).toBe(200)
  expect(await widths()).toEqual([{ name: 'Quay kiosk', width: 480 }])
  expect((await name('Mine', 200, odile)).status).toBe(403)
})
test('names and widths that cannot be are refused with a sentence, and so is one too many', async () => {
  for (const [called, width] of [
    ['', 300],
    ['x'.repeat(61), 300],
    ['Wide', 0],
    ['Wide', 10_001],
    ['Wide', 1.5],
    ['Wide', '300'],
    [7, 300],
  ])
    expect((await name(called, width)).status).toBe(422)
  for (let i = 0; i < 23; i++) expect((await name(`Width ${i}`, 100 + i)).status).toBe(200)
  const { status, body } = await name('One more', 900)
  expect([status, body.problems[0].code]).toEqual([422, 'too-many-widths'])
  expect((await name('Width 3', 901)).status).toBe(200)
})
test('what the source of a component asks for, with its places; a component that is not there is a 404', async () => {
  expect((await ines('/api/libraries/tern/components/tern-queue-meter/asks')).body).toMatchObject({
    abilities: [
      {
        name: 'color: color-mix(in oklch, red, blue)',
        of: 'style',
        sure: true,
        place: { file: 'src/queue-meter.css' },
      },
    ],
    widths: [],
  })
  await bringIn(ines, {
    'src/pier.ts':
      "export class Pier extends HTMLElement { connectedCallback() { if ('share' in navigator) " +
      "this.title = 'share'; this.attachShadow({ mode: 'open' }).innerHTML = '<style>@container " +
      "(width < 300px) { b { color: red } }</style><b>Pier</b>' } " +
      "}\ncustomElements.define('tern-pier', Pier)",
  })
  expect((await ines('/api/libraries/tern/components/tern-pier/asks')).body).toEqual({
    abilities: [
      { name: 'navigator.share', of: 'script', sure: true, place: { file: 'src/pier.ts', line: 1 } },
    ],
    widths: [{ width: 300, of: 'parent', place: { file: 'src/pier.ts', line: 1 } }],
  })
  expect((await ines('/api/libraries/tern/components/tern-nothing/asks')).status).toBe(404)
}, 60_000)
test('examples to begin with, of components that stand on the shelf', async () => {
  const starters = async () =>
    (
      (await ines('/api/libraries/tern/starters')).body as { tag: string; name: string; starter: boolean }[]
    ).map((entry) => `${entry.tag} ${entry.name}`)
  expect(await starters()).toEqual(['tern-notice-strip Boats stay in', 'tern-ticket Ticket with a car'])
  // one whose component has gone waits for it to come back
  expect(
    (await bringIn(ines, { 'src/pier.txt': 'no more tickets' }, 'tern', ['src/ticket.ts'])).body.result.gone,
  ).toContain('tern-ticket')
  expect(await starters()).toEqual(['tern-notice-strip Boats stay in'])
}, 60_000)

test('a script of provisions is put where frames can load it, by whoever may write, and belongs to none', async () => {
  const script = 'export default () => { document.title = "tried" }'
  const send = async (who: 'tobias' | 'odile') =>
    (await someone(at, who))('/api/libraries/tern/provisions/try', { body: { script } })
  expect((await send('odile')).status).toBe(403)
  const { status, body } = await send('tobias')
  expect([status, body.script]).toEqual([200, expect.stringMatching(/^\/m\/[0-9a-f]{64}\/provided\.js$/)])
  const loaded = await fetch(`${at.preview.replace('x.localhost', '127.0.0.1')}${body.script}`)
  expect([loaded.status, await loaded.text()]).toEqual([200, script])
  expect(await at.sql('select scope from provisions')).toEqual([])
})
