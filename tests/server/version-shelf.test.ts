import { readFileSync } from 'node:fs'
import type { DifferenceView, ExampleView, VersionShelf, WordsView } from '~~/core/wire'
import { bringIn, someone, world, type Ask, type World } from '../world'
import { unpack } from '../unpacked'

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const base = '/api/libraries/tern'
const strip = `${base}/components/tern-notice-strip`
const write = async (member: string, text: string) => {
  const known = ((await ines(`${strip}/words`)).body as WordsView[]).find((words) => words.member === member)
  const body = { member, text, revision: known?.revision ?? 0 }
  expect((await ines(`${strip}/words`, { method: 'PUT', body })).status).toBe(200)
}
const wordsOf = async (member: string, version: string) =>
  ((await ines(`${strip}/words?version=${version}`)).body as WordsView[]).find(
    (words) => words.member === member,
  )?.text
const namesOf = async (query: string) =>
  ((await ines(`${strip}/examples${query}`)).body as ExampleView[]).map(({ name }) => name)
const shelfOf = async (version: string) => {
  const { status, body } = await ines(`${base}/releases/${version}/shelf`)
  return { status, shelf: body as VersionShelf }
}
const deprecation = 'use good; gone in 2.0'

test('a value that people call deprecated is a difference, and stands in the types of the package', async () => {
  await write('axis:tone', `calm: deprecated, ${deprecation}`)
  await write('component:', 'Words of then.')
  expect(
    (await ines(`${strip}/examples`, { body: { name: 'Of then', usage: { props: {}, slots: {} } } })).status,
  ).toBe(200)
  const { changes } = (await ines(`${base}/difference`)).body as DifferenceView
  expect(changes.find(({ rule }) => rule === 'value-deprecated')).toMatchObject({
    says: 'value calm of tone is deprecated.',
    now: deprecation,
    member: 'variant:tone=calm',
  })
  const publishing = await ines(`${base}/releases`, {
    body: { version: '1.2.0', channel: 'latest', notes: 'for a test' },
  })
  expect(publishing.status).toBe(200)
  const tarball = await fetch(`${at.url}/registry/@marram/tern/-/tern-1.2.0.tgz`)
  const files = await unpack(new Uint8Array(await tarball.arrayBuffer()))
  expect(files.get('package/custom-elements.json')).toContain(`calm (deprecated, ${deprecation})`)
}, 120_000)

test('the shelf of a version is as it was then, whatever is changed since', async () => {
  const before = (await shelfOf('1.2.0')).shelf
  await write('component:', 'Words of now.')
  await write('axis:tone', '')
  const [example] = ((await ines(`${strip}/examples`)).body as ExampleView[]).filter(
    ({ name }) => name === 'Of then',
  )
  expect((await ines(`${strip}/examples/${example!.id}`, { method: 'DELETE' })).status).toBe(200)
  const source = readFileSync('demo/tern/src/berth-mark.ts', 'utf8')
  const changed = source.replace("const OBSERVED = ['berth', 'closed']", "const OBSERVED = ['berth']")
  expect((await bringIn(ines, { 'src/berth-mark.ts': changed })).status).toBe(200)
  const { shelf } = await shelfOf('1.2.0')
  expect(shelf).toEqual(before)
  expect(shelf.isSaidThen).toBe(true)
  expect(shelf.standing).toHaveLength(16)
  const module = (standing: VersionShelf['standing'], tag: string) =>
    standing.find((component) => component.tag === tag)!.rendering.module
  const now = (await ines(`${base}/shelf`)).body as VersionShelf['standing']
  expect(module(shelf.standing, 'tern-berth-mark')).toMatch(/^\/m\//)
  expect(module(shelf.standing, 'tern-berth-mark')).not.toBe(module(now, 'tern-berth-mark'))
  const tones = shelf.standing
    .find(({ tag }) => tag === 'tern-notice-strip')!
    .contract.members.filter(({ kind, deprecated }) => kind === 'variant' && deprecated !== undefined)
  expect(tones.map(({ name, deprecated }) => [name, deprecated])).toEqual([['tone=calm', deprecation]])
  expect(await wordsOf('component:', '1.2.0')).toBe('Words of then.')
  expect(await namesOf('?version=1.2.0')).toContain('Of then')
  expect(await namesOf('')).not.toContain('Of then')
  // that it is deprecated no more is no difference that asks for anything
  const { changes } = (await ines(`${base}/difference`)).body as DifferenceView
  expect(changes.map(({ rule }) => rule)).not.toContain('value-gone')
}, 120_000)

test('a version that there is not is no shelf, and no words', async () => {
  for (const path of [
    `${base}/releases/9.9.9/shelf`,
    `${strip}/words?version=9.9.9`,
    `${strip}/examples?version=9.9.9`,
    `${strip}/combinations?version=9.9.9`,
  ])
    expect((await ines(path)).body.problems[0]).toMatchObject({ code: 'no-version' })
  expect((await ines(`${strip}/words?version=${'1'.repeat(200)}`)).status).toBe(422)
})
