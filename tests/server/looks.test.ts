import { looksSeenSchema, libraryEvidenceSchema } from '~~/core/wire'
import { looksSchema } from '~~/core/variants/looks'
import { seenAlready } from '~~/server/evidence/seen'
import { componentByTag, componentsOf } from '~~/server/store/components'
import { libraryById } from '~~/server/store/libraries'
import { looksStore } from '~~/server/store/looks'
import { bringIn, newLibrary, someone, until } from '../world'
import { ternStore, type TernStore } from '../store'

let tern: TernStore
beforeAll(async () => {
  tern = await ternStore()
})
afterAll(() => tern.end())

const tag = 'tern-notice-strip'
const path = `/api/libraries/tern/components/${tag}/looks`
const seen = looksSchema.parse({
  themes: ['daywatch', 'nightwatch'],
  variants: [
    {
      member: 'variant:tone=good',
      beside: 'calm',
      changes: [{ is: 'style', at: 'div.strip', name: 'background-color', from: 'blue', to: 'green' }],
      alike: [{ theme: 'nightwatch', as: 'calm' }],
    },
  ],
  colours: [],
  left: 0,
})
async function keyNow() {
  const library = (await libraryById(tern.db, tern.library))!
  const components = await componentsOf(tern.db, library.current_revision!)
  const { looks } = await seenAlready(tern.db, library, components)
  return looks.keyOf(components.find((component) => component.tag === tag)!)
}

test('how a component looks in its themes is told, until a token has another value', async () => {
  const [ines, odile] = [await someone(tern.at, 'ines'), await someone(tern.at, 'odile')]
  expect((await odile(path)).body).toEqual({ looks: null, current: false, made_at: null })
  const { id } = (await componentByTag(tern.db, tern.library, tag))!
  const key = await keyNow()
  await looksStore.keep(tern.db, id, key, seen)
  expect(looksSeenSchema.parse((await odile(path)).body)).toMatchObject({ looks: seen, current: true })
  const edit = (text: string | null, value: unknown) =>
    ines('/api/libraries/tern/tokens', {
      method: 'PATCH',
      body: { theme: 'nightwatch', path: 'space.3', text, seen: value },
    })
  expect((await edit('13px', null)).status).toBe(200)
  expect((await odile(path)).body).toMatchObject({ looks: seen, current: false })
  expect((await edit(null, { value: 13, unit: 'px' })).status).toBe(200)
  // undone, what was seen is of how it is now again
  expect(await keyNow()).toBe(key)
})

test('a value that is painted as another in a theme is remarked among evidence', async () => {
  const ines = await someone(tern.at, 'ines')
  const { id } = (await componentByTag(tern.db, tern.library, tag))!
  await looksStore.keep(tern.db, id, await keyNow(), seen)
  const [{ module }] = (await ines('/api/libraries/tern/shelf')).body
    .filter((entry: { tag: string }) => entry.tag === tag)
    .map(({ rendering }: { rendering: { module: string } }) => rendering)
  const shelf = (await ines('/api/libraries/tern/shelf')).body as { tag: string; face: unknown }[]
  const evidence = [
    { member: 'variant:tone=good', mark: 'seen', says: 'It looks otherwise than every other tone.' },
    { member: 'variant:tone=calm', mark: 'seen', says: 'It looks otherwise than every other tone.' },
  ]
  const { face } = shelf.find((entry) => entry.tag === tag)!
  const kept = await ines(`/api/libraries/tern/components/${tag}/evidence`, {
    method: 'PUT',
    body: { module, face, evidence },
  })
  expect(kept.status).toBe(200)
  const { components } = libraryEvidenceSchema.parse((await ines('/api/libraries/tern/evidence')).body)
  expect(components.find((component) => component.tag === tag)?.evidence).toEqual([
    { ...evidence[0], remark: 'In Nightwatch it is painted as “calm” is.' },
    evidence[1],
  ])
})

test('a run may be kept to one kind of what is seen; how much of each kind is not known is told', async () => {
  const ines = await someone(tern.at, 'ines')
  const evidence = '/api/libraries/tern/evidence'
  const told = async () => libraryEvidenceSchema.parse((await ines(evidence)).body)
  const before = (await told()).left
  // of the notice strip its members and its looks are known by what was kept above
  expect(before).toMatchObject({ any: 16, members: 15, states: 16, told: 16, looks: 15 })
  expect((await ines(`${evidence}?only=colours`, { method: 'POST' })).status).toBe(422)
  expect((await ines(`${evidence}?only=members`, { method: 'POST' })).status).toBe(200)
  expect((await tern.db('evidence_runs').first('kept_to')).kept_to).toBe('members')
  await ines(evidence, { method: 'DELETE' })
  expect((await told()).left).toEqual(before)
})

const weather = `/** The weather. */
export class Weather extends HTMLElement {
  static observedAttributes = ['mood']
  constructor() {
    super()
    this.attachShadow({ mode: 'open' }).innerHTML =
      '<style>:host { color: teal } :host([mood="storm"]) { color: maroon }</style><p>Now</p>'
  }
  attributeChangedCallback(_name: string, _before: string | null, mood: string | null) {
    if (mood === 'whirl') for (;;);
  }
  /** How it is. */
  get mood(): 'calm' | 'whirl' | 'storm' { return (this.getAttribute('mood') ?? 'calm') as 'calm' }
  set mood(mood: 'calm' | 'whirl' | 'storm') { this.setAttribute('mood', mood) }
}
customElements.define('vane-weather', Weather)
`

test('a value that leads into a loop costs only itself: those after it are looked at', async () => {
  const ines = await someone(tern.at, 'ines')
  await newLibrary(ines, 'vane', 'open')
  expect((await bringIn(ines, { 'src/weather.ts': weather }, 'vane')).body).toMatchObject({ state: 'done' })
  const evidence = '/api/libraries/vane/evidence'
  expect((await ines(`${evidence}?only=looks`, { method: 'POST' })).status).toBe(200)
  await until(async () => (await ines(evidence)).body.run?.state === 'done', 240_000)
  const { body } = await ines('/api/libraries/vane/components/vane-weather/looks')
  const { looks } = looksSeenSchema.parse(body)
  const told = (member: string) => looks!.variants.find((variant) => variant.member === member)
  expect(told('variant:mood=whirl')).toBeUndefined()
  expect(told('variant:mood=storm')!.changes.map(({ name }) => name)).toContain('color')
}, 300_000)
