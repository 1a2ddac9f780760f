import type { DifferenceView, VersionShelf } from '~~/core/wire'
import type { z } from 'zod'
import type { releasesSchema } from '~~/core/wire'
import { tgz } from '../fixtures/tgz'
import { newToken, someone, world, type Ask, type World } from '../world'
import { unpack } from '../unpacked'

// Versions that a package client publishes: what is in them is read from what was packed.

let at: World
let ines: Ask
let token: string
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  token = (await newToken(ines, ['read', 'publish'])).text
}, 60_000)
afterAll(() => at.end())

const base = '/api/libraries/tern'
const fetched = async (version: string) => {
  const answer = await fetch(`${at.url}/registry/@marram/tern/-/tern-${version}.tgz`)
  return unpack(new Uint8Array(await answer.arrayBuffer()))
}

/** Publishes files as a package client does; `edit` changes what is packed. */
async function publish(version: string, files: Map<string, string>, tag = 'latest') {
  const manifest = { ...JSON.parse(files.get('package/package.json')!), version }
  const packed = { ...Object.fromEntries(files), 'package/package.json': JSON.stringify(manifest) }
  const answer = await fetch(`${at.url}/registry/@marram%2ftern`, {
    method: 'PUT',
    headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
    body: JSON.stringify({
      name: '@marram/tern',
      'dist-tags': { [tag]: version },
      versions: { [version]: manifest },
      _attachments: { 'x.tgz': { data: (await tgz(packed)).toString('base64') } },
    }),
  })
  return { status: answer.status, body: await answer.json() }
}
const difference = async (from: string, to: string) =>
  (await ines(`${base}/difference?from=${from}&to=${to}`)).body as DifferenceView
const release = async (version: string) =>
  ((await ines(`${base}/releases`)).body as z.infer<typeof releasesSchema>).releases.find(
    (known) => known.version === version,
  )

test('a package that was built elsewhere is read: what it is made from is what it was', async () => {
  expect((await publish('1.1.1', await fetched('1.1.0'))).status).toBe(201)
  expect((await release('1.1.1'))?.record).toMatchObject({
    since: '1.1.0',
    changes: {},
    gates: [
      { name: 'promises', setting: 'stop' },
      { name: 'unread', setting: 'warn' },
    ],
    read: { components: 15 },
  })
  // tokens and themes of it are not known: that is said, and nothing is told to be gone
  expect(await difference('1.1.0', '1.1.1')).toMatchObject({
    total: 0,
    weight: 'mend',
    packedElsewhere: ['1.1.1'],
  })
  const { standing } = (await ines(`${base}/releases/1.1.1/shelf`)).body as VersionShelf
  expect(standing).toHaveLength(15)
}, 120_000)

test('what differs in it is told, and what comes after it is told by it', async () => {
  const files = await fetched('1.1.0')
  const [path, text] = [...files].find(
    ([name, content]) => /shared\/.*\.js$/.test(name) && content.includes('island-change'),
  )!
  files.set(path, text.replaceAll('island-change', 'island-chosen'))
  expect((await publish('1.3.0', files)).status).toBe(201)
  const told = await difference('1.1.1', '1.3.0')
  expect(told.changes.map(({ tag, rule }) => `${tag} ${rule}`)).toContain('tern-island-picker member-gone')
  // the desk goes on from it
  const { from, changes } = (await ines(`${base}/difference`)).body as DifferenceView
  expect(from).toBe('1.3.0')
  expect(changes.map(({ tag, rule }) => `${tag} ${rule}`)).toContain('tern-island-picker member-gone')
}, 120_000)

test('what was promised to stay until a later version cannot go from it', async () => {
  const files = await fetched('1.1.0')
  files.set(
    'package/dist/index.js',
    `class Mark extends HTMLElement {\n/** @deprecated use ring; gone in 2.0 */\ntoll() {}\nring() {}\n}\ncustomElements.define('tern-bell', Mark)\n`,
  )
  const only = (keep: RegExp) => new Map([...files].filter(([name]) => keep.test(name)))
  const few = only(/package\/(package\.json|dist\/index\.js)$/)
  expect((await publish('1.4.0', few)).status).toBe(201)
  few.set('package/dist/index.js', few.get('package/dist/index.js')!.replace(/\/\*\*.*\ntoll.*\n/, ''))
  const refused = await publish('1.5.0', few)
  expect(refused.status).toBe(422)
  expect(refused.body.error).toContain('Nothing goes before its time')
  expect(refused.body.error).toContain('was to go in 2.0')
  expect(await release('1.5.0')).toBeUndefined()
  expect((await publish('2.0.0', few)).status).toBe(201)
}, 120_000)

test('what a package.json says in a shape that it cannot have is passed over, then and later', async () => {
  const strange = {
    dependencies: ['x'],
    engines: 'node',
    peerDependencies: { vue: 3 },
    exports: './index.js',
    license: 3,
  }
  const files = new Map([
    ['package/package.json', JSON.stringify({ name: '@marram/tern', ...strange })],
    ['package/index.js', "customElements.define('tern-odd', class extends HTMLElement {})\n"],
  ])
  expect((await publish('2.1.0-odd.1', files, 'odd')).status).toBe(201)
  expect((await publish('2.1.0-odd.2', files, 'odd')).status).toBe(201)
  expect(await difference('2.1.0-odd.1', '2.1.0-odd.2')).toMatchObject({ total: 0 })
  expect((await difference('2.0.0', '2.1.0-odd.1')).changes.map(({ rule }) => rule)).toContain(
    'component-new',
  )
}, 120_000)

test('a package in which no component is found goes out, and is compared with nothing', async () => {
  const manifest = JSON.stringify({ name: '@marram/tern', license: 'MIT' })
  const files = new Map([
    ['package/package.json', manifest],
    ['package/index.js', 'export const outside = true\n'],
  ])
  expect((await publish('2.1.0', files)).status).toBe(201)
  expect((await release('2.1.0'))?.record).toMatchObject({
    read: { components: 0, problems: [{ code: 'nothing-found' }] },
  })
  const { versions } = (await ines(`${base}/difference`)).body as DifferenceView
  expect(versions).not.toContain('2.1.0')
  expect((await ines(`${base}/difference?from=2.1.0`)).body).toMatchObject({
    problems: [{ what: expect.stringContaining('has no version 2.1.0 whose components are known') }],
  })
}, 120_000)
