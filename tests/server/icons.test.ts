import { gunzipSync } from 'node:zlib'
import { extract } from 'tar-stream'
import { noIconMap, type IconSettings } from '~~/core/icons/glyph'
import type { IconsView } from '~~/core/wire'
import { ended, problemCode, someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
let odile: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  odile = await someone(at, 'odile')
}, 60_000)
afterAll(() => at.end())

const address = '/api/libraries/tern/icons'
const icons = async (): Promise<IconsView> => (await ines(address)).body
const iconsCss = async (): Promise<string> => (await ines('/api/libraries/tern')).body.iconsCss
const put = async (maps: IconSettings['maps'], over?: number) => {
  const { revision, settings } = await icons()
  return ines(address, {
    method: 'PUT',
    body: { revision: over ?? revision, settings: { ...settings, maps } },
  })
}
const add = (name: string, files: object[], who = ines) => who(`${address}/sets`, { body: { name, files } })
const drawing = (path: string) => ({
  path,
  text: '<svg viewBox="0 0 8 8"><script>1</script><path d="M1 1h6v6z"/></svg>',
})

test('what asks for which icon is told, with the glyphs that sets have', async () => {
  const view = await icons()
  expect(view.store).toEqual({ way: 'files', path: 'src/icons/' })
  expect(view.roles.map(({ role, uses }) => [role, uses.map(({ tag }) => tag)])).toEqual([
    ['anchor', []],
    ['close', ['tern-dialog-sheet', 'tern-notice-strip']],
    ['less', ['tern-fare-stepper']],
    ['more', ['tern-fare-stepper']],
    ['open', ['tern-island-picker']],
  ])
  expect(view.sets.map(({ name, glyphs }) => `${name} ${glyphs.length}`)).toEqual(['harbour 6'])
})

test('a swap is kept without building anything; a glyph of another name is built', async () => {
  const before = (await ines('/api/libraries/tern')).body.revision.number
  const kept = await put({ nightwatch: { ...noIconMap, set: 'harbour' } })
  expect(kept.body).toMatchObject({ job: null })
  expect(await iconsCss()).toMatch(/\[data-theme="nightwatch"\] \{[^}]*--tern-icon-close-harbour: inline/)
  const open = { set: 'harbour', glyph: 'down' }
  const chosen = await put({ nightwatch: { ...noIconMap, roles: { open } } })
  expect((await ended(ines, 'tern', chosen)).body.state).toBe('done')
  expect((await ines('/api/libraries/tern')).body.revision.number).toBe(before + 1)
  expect((await put({ nightwatch: { ...noIconMap, set: 'harbour', roles: { open } } })).body.job).toBeNull()
}, 60_000)

test('what is not there, what somebody else chose meanwhile, and who may not: each is refused', async () => {
  const { revision } = await icons()
  expect(problemCode(await put({ nightwatch: { ...noIconMap, set: 'lost' } }))).toBe('no-glyph')
  expect(problemCode(await put({ lost: noIconMap }))).toBe('no-glyph')
  const roles = { open: { set: 'harbour', glyph: 'lost' } }
  expect(problemCode(await put({ daywatch: { ...noIconMap, roles } }))).toBe('no-glyph')
  expect(problemCode(await put({}, revision - 1))).toBe('changed-meanwhile')
  const body = { revision, settings: { store: null, maps: {} } }
  expect((await odile(address, { method: 'PUT', body })).status).toBe(403)
  expect((await add('mine', [drawing('a.svg')], odile)).status).toBe(403)
  expect((await odile(address)).status).toBe(200)
})

test('a set comes in, is worn, and goes when nobody wears it', async () => {
  expect(problemCode(await add('own', [drawing('a.svg')]))).toBeDefined()
  expect(problemCode(await add('A set', [drawing('a.svg')]))).toBeDefined()
  expect(problemCode(await add('empty', [{ path: 'a.svg', text: '<p/>' }]))).toBe('svg-none')
  const made = await add('plain', [drawing('more.svg'), { path: 'b.svg', text: '<svg' }])
  expect(made.body).toMatchObject({
    name: 'plain',
    glyphs: 1,
    problems: [{ code: 'svg-broken', where: { file: 'b.svg' } }],
  })
  await ended(ines, 'tern', made)
  expect(problemCode(await add('plain', [drawing('more.svg')]))).toBe('set-exists')
  const { sets, settings } = await icons()
  expect(sets.find(({ name }) => name === 'plain')!.glyphs[0]!.svg).not.toContain('script')
  await put({ ...settings.maps, daywatch: { ...noIconMap, set: 'plain', fallback: 'harbour' } })
  const drop = () => ines(`${address}/sets/plain`, { method: 'DELETE' })
  expect(problemCode(await drop())).toBe('set-worn')
  await put(settings.maps)
  await ended(ines, 'tern', await drop())
  expect((await icons()).sets.map(({ name }) => name)).toEqual(['harbour'])
  expect(problemCode(await drop())).toBe('no-set')
}, 90_000)

test('a package has its icons, in components and as files of their own', async () => {
  await put({ daywatch: { ...noIconMap, set: 'harbour' }, nightwatch: { ...noIconMap, set: 'own' } })
  const wish = { version: '2.0.0', channel: 'latest', notes: 'Other icons.' }
  const { status, body } = await ines('/api/libraries/tern/releases', { body: wish })
  expect([status, body.problems]).toEqual([200, undefined])
  const files = await filesOf('2.0.0')
  expect([...files.keys()].filter((path) => path.startsWith('icons/'))).toEqual([
    ...[
      'anchor.svg',
      'close.svg',
      'icons.css',
      'index.d.ts',
      'index.js',
      'less.svg',
      'more.svg',
      'open.svg',
    ].map((name) => `icons/${name}`),
  ])
  expect(files.get('icons/close.svg')).toContain('viewBox="0 0 24 24"')
  expect(files.get('icons/index.js')).toContain('export const iconClose = "<svg')
  const css = files.get('icons/icons.css')!
  expect(css).toMatch(/:root, \[data-theme="daywatch"\] \{[^}]*--tern-icon-close-harbour: inline/)
  expect(css).toMatch(/\[data-theme="nightwatch"\] \{[^}]*--tern-icon-close-own: inline/)
  const scripts = [...files].filter(([path]) => /^dist\/.*\.js$/.test(path)).map(([, text]) => text)
  expect(scripts.some((text) => text.includes('--tern-icon-close-harbour, inline'))).toBe(true)
  expect(JSON.parse(files.get('messages/da.json')!)).toMatchObject({ close: 'Luk', until: 'indtil {time}' })
  expect(files.get('README.md')).toContain("from '@marram/tern/icons'")
  const { exports } = JSON.parse(files.get('package.json')!) as { exports: Record<string, unknown> }
  expect(exports['./icons.css']).toBe('./icons/icons.css')
}, 90_000)

async function filesOf(version: string): Promise<Map<string, string>> {
  const url = `${at.url}/registry/@marram/tern/-/tern-${version}.tgz`
  const bytes = Buffer.from(await (await fetch(url)).arrayBuffer())
  const files = new Map<string, string>()
  const tar = extract()
  tar.end(gunzipSync(bytes))
  for await (const entry of tar) {
    const pieces: Buffer[] = []
    for await (const piece of entry) pieces.push(piece as Buffer)
    files.set(entry.header.name.replace(/^package\//, ''), Buffer.concat(pieces).toString('utf8'))
  }
  return files
}
