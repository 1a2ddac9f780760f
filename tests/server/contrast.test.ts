import { colourPairSchema } from '~~/core/contrast/pair'
import { looksSchema, type Looks } from '~~/core/variants/looks'
import { contrastSchema, findingsSchema } from '~~/core/wire'
import { seenAlready } from '~~/server/evidence/seen'
import { componentByTag, componentsOf } from '~~/server/store/components'
import { libraryById } from '~~/server/store/libraries'
import { looksStore } from '~~/server/store/looks'
import { problemCode, someone, type Ask } from '../world'
import { ternStore, type TernStore } from '../store'

let tern: TernStore
let ines: Ask
beforeAll(async () => {
  tern = await ternStore()
  ines = await someone(tern.at, 'ines')
})
afterAll(() => tern.end())

const address = '/api/libraries/tern'
const pair = colourPairSchema.parse({
  theme: 'daywatch',
  situation: 'For foot passengers',
  role: 'text',
  at: 'tern-queue-meter',
  says: 'Foot passengers',
  text: '#8ec5da',
  ground: '#ffffff',
  ratio: 1.88,
  wants: 4.5,
  varies: false,
  through: false,
  by: '--tern-meter-label',
})
async function look(tag: string, colours: Looks['colours']): Promise<void> {
  const library = (await libraryById(tern.db, tern.library))!
  const components = await componentsOf(tern.db, library.current_revision!)
  const { looks } = await seenAlready(tern.db, library, components)
  const component = (await componentByTag(tern.db, tern.library, tag))!
  const key = looks.keyOf(components.find((other) => other.tag === tag)!)
  const seen = looksSchema.parse({ themes: ['daywatch', 'nightwatch'], variants: [], colours, left: 1 })
  await looksStore.keep(tern.db, component.id, key, seen)
}
const contrast = async () => contrastSchema.parse((await ines(`${address}/contrast`)).body)
const unreadable = async () =>
  findingsSchema
    .parse((await ines(`${address}/findings`)).body)
    .findings.filter(({ rule }) => rule === 'contrast')
const label = (text: string, seen: unknown) =>
  ines(`${address}/tokens`, { method: 'PATCH', body: { theme: 'daywatch', path: 'meter.label', text, seen } })

test('pairs of all components are told together; what does not read is a finding until its token is mended', async () => {
  expect(await contrast()).toEqual({ pairs: [], components: 16, looked: 0, stale: [], left: 0 })
  expect(await unreadable()).toEqual([])
  await look('tern-queue-meter', [pair])
  await look('tern-tide-gauge', [
    { ...pair, at: 'b' },
    { ...pair, text: '#000000', ratio: 21, by: undefined },
  ])
  const told = await contrast()
  expect(told).toMatchObject({ looked: 2, stale: [], left: 2 })
  expect(told.pairs.map(({ text, count }) => [text, count])).toEqual([
    ['#8ec5da', 2],
    ['#000000', 1],
  ])
  const found = await unreadable()
  expect(found.map(({ tag, token }) => [tag, token])).toEqual([
    ['tern-queue-meter', 'meter.label'],
    ['tern-tide-gauge', 'meter.label'],
  ])
  expect(found[0]!.says).toBe(
    'In Daywatch, For foot passengers, “Foot passengers” (tern-queue-meter) is meter.label, #8ec5da, ' +
      'on #ffffff: 1.88 to 1, of 4.5.',
  )
  // with another value it is told by that, though nobody has looked again
  expect((await label('{text.strong}', '{sea.300}')).status).toBe(200)
  expect(await unreadable()).toEqual([])
  expect((await contrast()).stale).toEqual(['tern-queue-meter', 'tern-tide-gauge'])
  expect((await label('{sea.300}', '{text.strong}')).status).toBe(200)
})

test('one is waived as any finding is; what is none is not', async () => {
  await look('tern-queue-meter', [pair])
  const { rule, about } = (await unreadable())[0]!
  const waive = (body: object) =>
    ines(`${address}/findings/waivers`, { body: { reason: 'A sign.', ...body } })
  expect((await waive({ rule, about })).status).toBe(200)
  expect(problemCode(await waive({ rule, about: `${about} too` }))).toBe('no-finding')
})

test('what sheets use tokens for is told apart, for the grid', async () => {
  const uses = (await ines(`${address}/contrast/uses`)).body as Record<string, string[]>
  expect(uses['text.strong']).toContain('text')
  expect(uses['surface.page']).toContain('ground')
  expect(uses['space.2']).toEqual(['space'])
  const stranger = await someone(tern.at, 'odile')
  expect((await stranger(`${address}/contrast`)).status).toBe(200)
})
