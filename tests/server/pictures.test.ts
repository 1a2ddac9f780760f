import { picturesSchema, type PicturesView } from '~~/core/wire'
import { knownPairs } from '~~/server/pictures/known'
import { picturePlan } from '~~/server/pictures/plan'
import type { Store } from '~~/server/store/database'
import { libraryBySlug } from '~~/server/store/libraries'
import {
  forgetUnsettled,
  keepDifference,
  keepPicture,
  keepReasons,
  tidyPictures,
} from '~~/server/store/pictures'
import { releaseNamed } from '~~/server/store/releases'
import { ternStore, type TernStore } from '../store'
import { bringIn, someone } from '../world'

// What is known of how a library looks beside a version, and who may see and say what.

let tern: TernStore
beforeAll(async () => {
  tern = await ternStore()
}, 60_000)
afterAll(() => tern.end())

const address = '/api/libraries/bollard/pictures'
const filesOf = (word: string): Record<string, string> => ({
  'package.json': JSON.stringify({ name: '@marram/bollard', license: 'MIT' }),
  LICENSE: 'May be used by anybody for anything.',
  'src/post.ts':
    `export class Post extends HTMLElement {\n  connectedCallback() { this.textContent = '${word}' }\n}\n` +
    `customElements.define('bollard-post', Post)\n`,
})
const picture = (name: string) => ({ png: Buffer.from(name), width: 10, height: 10 })

/** A private library; before it has a version, and with one that looks otherwise by now. */
async function begin() {
  const ines = await someone(tern.at, 'ines')
  const library = {
    slug: 'bollard',
    title: 'Bollard',
    package: '@marram/bollard',
    prefix: 'bollard-',
    visibility: 'private',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const bring = async (word: string) =>
    expect((await bringIn(ines, filesOf(word), 'bollard')).body).toMatchObject({ state: 'done' })
  await bring('mooring')
  const early = await ines(address, { method: 'POST' })
  expect([early.status, early.body.problems[0].code]).toEqual([422, 'nothing-before'])
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  expect((await ines('/api/libraries/bollard/releases', { body: first })).status).toBe(200)
  await bring('post')
  return ines
}

/** Keeps pictures as a browser would have taken them. */
async function takeBy(store: Store, view: PicturesView, taken: [string, string]) {
  const library = (await libraryBySlug(store, 'bollard'))!
  const release = (await releaseNamed(store, library.id, '1.0.0'))!
  const plan = await picturePlan(store, library, release.id, view.browser!)
  for (const { before, now } of plan.pairs) {
    await keepPicture(store, library.id, before.key, picture(taken[0]))
    await keepPicture(store, library.id, now.key, picture(taken[1]))
  }
  const [known] = await knownPairs(store, library, plan)
  const [before, now] = known!.taken!.map((side) => (side && 'image' in side ? side.image : ''))
  return { library, before: before!, now: now! }
}

test('a change is known, seen and judged by those who may, and known again after both look as before', async () => {
  const ines = await begin()
  const store = tern.db
  const view = picturesSchema.parse((await ines(address)).body)
  expect(view).toMatchObject({ version: '1.0.0', pairs: 1, left: 1, changes: [], run: null })
  const { library, before, now } = await takeBy(store, view, ['as it was', 'as it is'])
  expect((await ines(address)).body).toMatchObject({ left: 1, changes: [] })
  const box = { x: 1, y: 1, width: 2, height: 2 }
  const marks = picture('what differs')
  await keepDifference(store, library.id, { before, now, pixels: 4, box, painted: box, marks })
  await keepReasons(store, library.id, { before, now, steady: true, reasons: [] })
  const seen = picturesSchema.parse((await ines(address)).body)
  expect(seen).toMatchObject({ left: 0, changes: [{ tag: 'bollard-post', pixels: 4, verdict: null }] })

  // what is not known to differ is not judged
  const judge = (body: object) => ines(`${address}/verdicts`, { method: 'PUT', body })
  const change = { tag: 'bollard-post', before, now }
  const unknown = { ...change, before: now, now: before }
  expect((await judge({ changes: [unknown], accepted: true })).status).toBe(404)
  expect((await judge({ changes: [], accepted: true })).status).toBe(422)
  expect((await judge({ changes: [{ ...change, now: 'x' }], accepted: true })).status).toBe(422)
  expect((await judge({ changes: [change], accepted: true })).status).toBe(200)
  const gate = async () =>
    (
      (await ines('/api/libraries/bollard/releases/desk')).body.gates as { name: string; says?: string }[]
    ).find(({ name }) => name === 'looks')
  expect((await gate())!.says).toBeUndefined()
  expect((await judge({ changes: [change], accepted: false })).status).toBe(200)
  expect((await gate())!.says).toBe('1 of 1 changed pictures is not meant.')
  expect((await judge({ changes: [change], accepted: null })).status).toBe(200)
  expect((await gate())!.says).toBe('1 of 1 changed pictures was not accepted.')

  // neither those who are not of the library, nor another library, get at its pictures
  const odile = await someone(tern.at, 'odile')
  for (const path of ['', `/${before}`]) expect((await odile(`${address}${path}`)).status).toBe(404)
  expect((await ines(`/api/libraries/tern/pictures/${before}`)).status).toBe(404)
  expect((await ines(`${address}/${'0'.repeat(64)}`)).status).toBe(404)
  expect((await ines(`${address}/${before}`)).status).toBe(200)

  // what nobody asked for in a month goes, and what is asked for stays
  await tidyPictures(store)
  expect((await ines(address)).body).toMatchObject({ left: 0, changes: [{ pixels: 4 }] })
  await store('pictures').update({ used_at: store.raw("now() - interval '31 days'") })
  await tidyPictures(store)
  expect((await ines(address)).body).toMatchObject({ left: 1, changes: [] })
  expect((await ines(`${address}/${before}`)).status).toBe(404)
}, 60_000)

test('a picture that could not be taken is told with its reason, is no picture that holds, and is taken anew', async () => {
  const ines = await someone(tern.at, 'ines')
  const store = tern.db
  const library = (await libraryBySlug(store, 'bollard'))!
  const release = (await releaseNamed(store, library.id, '1.0.0'))!
  const view = picturesSchema.parse((await ines(address)).body)
  const plan = await picturePlan(store, library, release.id, view.browser!)
  for (const { before, now } of plan.pairs) {
    await keepPicture(store, library.id, before.key, picture('as it was'))
    await keepPicture(store, library.id, now.key, { failed: 'it did not draw itself' })
  }
  expect((await ines(address)).body).toMatchObject({
    left: 0,
    changes: [],
    failed: [{ tag: 'bollard-post', says: 'On the shelf it did not draw itself.' }],
  })
  const { gates } = (await ines('/api/libraries/bollard/releases/desk')).body
  expect((gates as { name: string; says?: string }[]).find(({ name }) => name === 'looks')!.says).toBe(
    '1 of 1 pictures were not compared as they are now.',
  )
  // the next run takes it anew
  await forgetUnsettled(store, library.id)
  expect((await ines(address)).body).toMatchObject({ left: 1, failed: [] })
  expect((await ines(`${address}?version=9.9.9`)).status).toBe(404)
  expect((await ines(address, { method: 'DELETE' })).body.problems[0].code).toBe('ended')
}, 60_000)
