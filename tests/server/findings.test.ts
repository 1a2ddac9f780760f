import { findingsSchema, printedListSchema } from '~~/core/wire'
import { bringIn, someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
let odile: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  odile = await someone(at, 'odile')
}, 60_000)
afterAll(() => at.end())

const address = '/api/libraries/tern/findings'
const findings = async () => findingsSchema.parse((await ines(address)).body)
const clam = { rule: 'undefined-property', about: 'tern-weather-chip --tern-feedback-clam-ground' }

test('what rules notice follows source and tokens', async () => {
  const before = await findings()
  expect(before.findings.filter(({ rule }) => rule === clam.rule)).toHaveLength(1)
  const { body } = await ines('/api/libraries/tern/source?path=src/weather-chip.css')
  await bringIn(ines, { 'src/weather-chip.css': body.text.replaceAll('feedback-clam', 'feedback-calm') })
  expect((await findings()).findings.filter(({ rule }) => rule === clam.rule)).toEqual([])
  await bringIn(ines, { 'src/weather-chip.css': body.text })
  expect((await findings()).findings).toEqual(before.findings)
  const edit = await ines('/api/libraries/tern/tokens', {
    method: 'PATCH',
    body: { theme: 'daywatch', path: 'ticket.band', text: '{text.strong}', seen: '{ink.900}' },
  })
  expect(edit.status).toBe(200)
  const abouts = (await findings()).findings.map(({ about }) => about)
  expect(abouts).not.toContain('daywatch ticket.band')
  expect(abouts).toContain('nightwatch ticket.band')
})

test('a finding is waived with a reason and a name, and stands again when that is taken back', async () => {
  const waivers = `${address}/waivers`
  const kept = await ines(waivers, { body: { ...clam, reason: ' Until the next voyage. ' } })
  expect(kept.status).toBe(200)
  expect((await findings()).waivers).toEqual([
    expect.objectContaining({ ...clam, reason: 'Until the next voyage.', by: 'Ines Fairlie' }),
  ])
  const again = await ines(waivers, { body: { ...clam, reason: 'For good.' } })
  expect(again.body.id).toBe(kept.body.id)
  expect((await findings()).waivers.map(({ reason }) => reason)).toEqual(['For good.'])
  const trail = (await at.sql<{ act: string }>("select act from audit where act like '%waive%'")).map(
    ({ act }) => act,
  )
  expect(trail).toEqual(['finding waived', 'finding waived'])
  expect((await ines(`${waivers}/${kept.body.id}`, { method: 'DELETE' })).status).toBe(200)
  expect((await ines(`${waivers}/${kept.body.id}`, { method: 'DELETE' })).status).toBe(404)
  expect((await findings()).waivers).toEqual([])
})

test('what is no finding is not waived, nor without a reason, nor by readers', async () => {
  const waivers = `${address}/waivers`
  expect((await ines(waivers, { body: { ...clam, about: 'nothing', reason: 'x' } })).status).toBe(409)
  expect((await ines(waivers, { body: { ...clam, reason: '  ' } })).status).toBe(422)
  expect((await ines(waivers, { body: { ...clam, rule: 'none', reason: 'x' } })).status).toBe(422)
  expect((await odile(waivers, { body: { ...clam, reason: 'x' } })).status).toBe(403)
  expect((await odile(address)).status).toBe(200)
})

test('tokens are printed to files as they are now, and what is no file of theirs is not there', async () => {
  const printed = '/api/libraries/tern/tokens/printed'
  const { files } = printedListSchema.parse((await ines(printed)).body)
  expect(files.map(({ path }) => path)).toEqual([
    'tokens/tokens.css',
    'tokens/layered.css',
    'tokens/properties.css',
    'tokens/_index.scss',
    'tokens/index.js',
    'tokens/index.d.ts',
    'tokens/resolved.json',
    'tokens/resolver.json',
    'tokens/daywatch.json',
    'tokens/nightwatch.json',
    'tokens/high-sun.json',
    'tokens/island-line.json',
    'tokens/close-quarters.json',
  ])
  const bandIn = async () =>
    /"ticket\.band": "([^"]+)"/g.exec((await ines(`${printed}?path=tokens/index.js`)).body.text)?.[0]
  expect(await bandIn()).toBe('"ticket.band": "var(--tern-ticket-band)"')
  expect((await ines(`${printed}?path=../package.json`)).status).toBe(404)
  expect((await ines(`${printed}?path=tokens/none`)).status).toBe(404)
})

test('which tiers tokens refer to is said by maintainers, and told to everybody', async () => {
  const tiers = `${address}/tiers`
  const anything = { semantic: 'anything', component: 'anything' }
  const ofTiers = async () => (await findings()).findings.filter(({ rule }) => rule === 'tier')
  expect((await findings()).tiers).toEqual({ semantic: 'primitive', component: 'semantic' })
  expect((await ofTiers()).length).toBeGreaterThan(0)
  const tobias = await someone(at, 'tobias')
  expect((await tobias(tiers, { method: 'PUT', body: anything })).status).toBe(403)
  expect((await ines(tiers, { method: 'PUT', body: { ...anything, semantic: 'none' } })).status).toBe(422)
  expect((await ines(tiers, { method: 'PUT', body: anything })).status).toBe(200)
  expect(await ofTiers()).toEqual([])
  expect(findingsSchema.parse((await odile(address)).body).tiers).toEqual(anything)
})
