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
  const desk = async () => (await ines('/api/libraries/knot/releases/desk')).body
  const bring = async (files: Record<string, string>) =>
    expect((await bringIn(ines, files, 'knot')).body).toMatchObject({ state: 'done' })

  await bring(filesOf("'calm' | 'storm'"))
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  expect((await ines('/api/libraries/knot/releases', { body: first })).body).toMatchObject({
    version: '1.0.0',
  })
  expect(await desk()).toMatchObject({
    difference: { from: '1.0.0', to: null, changes: [], total: 0 },
    next: [{ version: '1.0.1', enough: true }, {}, {}, {}],
  })

  await bring(filesOf("'calm' | 'storm' | 'fog'", 'show(): void {}'))
  expect(await desk()).toMatchObject({
    difference: {
      weight: 'additive',
      changes: [
        { rule: 'member-new', tag: 'knot-knot', weight: 'additive' },
        { rule: 'prop-type', tag: 'knot-knot', weight: 'additive' },
      ],
    },
    next: [
      { step: 'patch', enough: false, says: 'too little: there is something new' },
      { step: 'minor', enough: true },
      { step: 'major', enough: true },
      { step: 'prerelease', enough: true },
    ],
  })

  await bring(filesOf("'calm'", 'show(): void {}'))
  expect(await desk()).toMatchObject({
    difference: {
      weight: 'breaking',
      changes: [
        {
          rule: 'prop-type',
          member: 'prop:tone',
          weight: 'breaking',
          before: "'calm' | 'storm'",
          now: "'calm'",
          code: expect.arrayContaining([expect.objectContaining({ style: 'html' })]),
        },
        { member: 'method:show', weight: 'additive', says: 'method show is new.' },
      ],
    },
    next: [{ enough: false }, { enough: false }, { version: '2.0.0', enough: true }, { enough: true }],
  })
}, 60_000)

test('tokens and themes that came and went since the newest version are weighed too', async () => {
  const ines = await someone(at, 'ines')
  const slug = 'dunlin-desk'
  const library = {
    slug,
    title: 'Dunlin',
    package: '@marram/dunlin-desk',
    prefix: 'knot-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const files = { ...filesOf("'calm'"), 'package.json': '{"name":"@marram/dunlin-desk","license":"MIT"}' }
  expect((await bringIn(ines, files, slug)).body).toMatchObject({ state: 'done' })
  const address = `/api/libraries/${slug}`
  const [base] = (await ines(`${address}/tokens`)).body.themes as { name: string; revision: number }[]
  const bring = async (document: object) => {
    const given = [{ path: 'base.json', text: JSON.stringify(document) }]
    const { body: plan } = await ines(`${address}/tokens/sets`, { body: { files: given } })
    return ines(`${address}/tokens/sets`, { body: { files: given, seen: plan.seen } })
  }
  const colour = ($value: string) => ({ $type: 'color', $value })
  expect((await bring({ ink: colour('#111111'), sand: colour('#eeddbb') })).status).toBe(200)
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  expect((await ines(`${address}/releases`, { body: first })).body).toMatchObject({ version: '1.0.0' })
  const desk = async () => (await ines(`${address}/releases/desk`)).body
  expect(await desk()).toMatchObject({ difference: { changes: [], total: 0 } })

  expect((await bring({ ink: colour('#121212'), fog: colour('#aabbcc') })).status).toBe(200)
  expect((await ines(`${address}/themes`, { body: { title: 'Dusk', on: base!.name } })).status).toBe(200)
  expect(await desk()).toMatchObject({
    difference: {
      changes: [
        { rule: 'theme-new', weight: 'additive', says: expect.stringContaining('Dusk') },
        { rule: 'token-new', weight: 'additive', token: 'fog' },
        {
          rule: 'token-value',
          weight: 'mend',
          says: expect.stringMatching(/^ink was #111111 in .*, and is #121212\.$/),
        },
      ],
    },
    next: [{ step: 'patch', enough: false }, { step: 'minor', enough: true }, {}, {}],
  })
  const removed = { path: 'sand' }
  expect((await ines(`${address}/tokens`, { method: 'DELETE', body: removed })).status).toBe(200)
  expect(await desk()).toMatchObject({
    difference: {
      changes: expect.arrayContaining([
        expect.objectContaining({ rule: 'token-gone', says: 'sand is gone, and --knot-sand with it.' }),
      ]),
    },
    next: [{ enough: false }, { enough: false }, { version: '2.0.0', enough: true }, {}],
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
  const changed = async () => (await ines(`/api/libraries/${slug}/releases/desk`)).body.difference.changes
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  await tell(['it is tied'])
  expect((await ines(`/api/libraries/${slug}/releases`, { body: first })).status).toBe(200)
  expect(await changed()).toEqual([])
  await tell([])
  expect(await changed()).toMatchObject([
    {
      rule: 'accessible-told',
      tag: 'knot-knot',
      weight: 'breaking',
      says: 'button “Tie” answers Enter no more: it is tied.',
    },
  ])
  await db.destroy()
})

test('rules are weighed, gates set and waived, a number says why it is lower, and the version remembers it', async () => {
  const [ines, tobias] = [await someone(at, 'ines'), await someone(at, 'tobias')]
  const slug = 'bollard'
  const library = { slug, title: 'Bollard', package: '@marram/bollard', prefix: 'knot-', visibility: 'open' }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const address = `/api/libraries/${slug}`
  const bring = async (files: Record<string, string>) => {
    const given = { ...files, 'package.json': '{"name":"@marram/bollard","license":"MIT"}' }
    expect((await bringIn(ines, given, slug)).body).toMatchObject({ state: 'done' })
  }
  const put = (part: string, body: object) => ines(`${address}/releases/${part}`, { method: 'PUT', body })
  const publish = (version: string, more: object = {}) =>
    ines(`${address}/releases`, { body: { version, channel: 'latest', notes: '', ...more } })
  const desk = async (from = '') => (await ines(`${address}/releases/desk${from}`)).body

  const old = filesOf("'calm'", '/** @deprecated Gone in 2.0. */\n  show(): void {}')
  await bring(old)
  expect((await publish('1.0.0')).status).toBe(200)
  await bring(filesOf("'calm'"))

  // a promise is kept, or waived with a reason
  const gate = async (name: string) =>
    ((await desk()).gates as { name: string }[]).find((standing) => standing.name === name)
  expect(await gate('promises')).toMatchObject({ setting: 'stop', waiver: null })
  expect(await publish('1.1.0', { reason: 'Nobody called it.' })).toMatchObject({
    status: 422,
    body: {
      problems: [
        { code: 'gate', what: expect.stringContaining('method show is gone, and was to go in 2.0.0.') },
      ],
    },
  })
  expect((await put('waivers', { gate: 'promises', reason: 'Nobody called it.' })).status).toBe(200)
  expect(await gate('promises')).toMatchObject({
    waiver: { reason: 'Nobody called it.', by: expect.any(String) },
  })

  // a number that says too little needs a reason
  expect(await publish('1.1.0')).toMatchObject({
    status: 422,
    body: { problems: [{ code: 'version-too-little' }] },
  })
  // what a library makes of a rule is what counts
  expect((await put('rules', { rule: 'member-gone', weight: 'mend' })).status).toBe(200)
  expect(await desk()).toMatchObject({
    difference: {
      weight: 'mend',
      weighing: { 'member-gone': 'mend' },
      changes: [{ rule: 'member-gone', weight: 'mend', usual: 'breaking' }],
    },
  })
  expect((await put('rules', { rule: 'member-gone', weight: null })).status).toBe(200)
  expect((await desk()).difference).toMatchObject({ weight: 'breaking', weighing: {} })
  expect((await put('gates', { gate: 'words', setting: 'warn' })).status).toBe(200)

  // notes are kept for whoever comes next, and are not written over
  const kept = await put('draft', { notes: 'Gone: show.', seen: null })
  expect(kept).toMatchObject({ status: 200, body: { notes: 'Gone: show.' } })
  expect(await put('draft', { notes: 'Other.', seen: null })).toMatchObject({
    status: 409,
    body: { problems: [{ code: 'notes-changed' }] },
  })

  expect((await publish('1.1.0', { reason: 'Nobody called it.' })).status).toBe(200)
  const { releases } = (await ines(`${address}/releases`)).body
  expect(releases[0]).toMatchObject({
    version: '1.1.0',
    record: {
      since: '1.0.0',
      weight: 'breaking',
      changes: { breaking: 1 },
      reason: 'Nobody called it.',
      gates: expect.arrayContaining([
        expect.objectContaining({
          name: 'promises',
          waiver: expect.objectContaining({ reason: 'Nobody called it.' }),
        }),
        expect.objectContaining({ name: 'words', setting: 'warn', says: expect.stringContaining('words') }),
      ]),
    },
  })
  // what was prepared went with it
  expect(await desk()).toMatchObject({ draft: null, difference: { from: '1.1.0', total: 0 } })
  expect(await gate('promises')).toMatchObject({ waiver: null })

  // between any two; an older line; what is not there
  expect((await ines(`${address}/difference?from=1.1.0&to=1.0.0`)).body).toMatchObject({
    from: '1.1.0',
    to: '1.0.0',
    changes: [{ rule: 'member-new' }],
    sizes: { before: expect.any(Number), now: expect.any(Number) },
  })
  expect((await publish('2.0.0')).status).toBe(200)
  expect((await desk('?from=1.1.0')).next).toMatchObject([
    { version: '1.1.1', channel: 'line-1' },
    { version: '1.2.0', channel: 'line-1' },
  ])
  expect((await publish('1.1.1', { channel: 'line-1' })).status).toBe(200)
  expect((await ines(`${address}/releases`)).body.channels).toEqual({ latest: '2.0.0', 'line-1': '1.1.1' })
  expect((await desk()).difference.from).toBe('2.0.0')
  expect(await ines(`${address}/difference?from=7.0.0`)).toMatchObject({
    status: 404,
    body: { problems: [{ code: 'no-version' }] },
  })

  // what would be packed, before it is
  const packed = (await ines(`${address}/releases/package`)).body
  expect(packed).toMatchObject({
    since: '2.0.0',
    files: expect.arrayContaining([
      expect.objectContaining({ path: 'dist/knot.js', tag: 'knot-knot', from: ['src/knot.ts'] }),
      expect.objectContaining({ path: 'LICENSE', of: 'package', from: ['LICENSE'] }),
    ]),
    components: [{ tag: 'knot-knot', size: expect.any(Number) }],
  })
  for (const { size, gzip, brotli } of packed.files as Record<string, number>[])
    expect([gzip! > 0, brotli! > 0, size! >= 0]).toEqual([true, true, true])
  expect((await ines(`${address}/releases`)).body.releases).toHaveLength(4)

  // a version is withdrawn, which package clients are told, and taken back
  const withdraw = (version: string, message: string) =>
    ines(`${address}/releases/${version}/withdrawal`, { method: 'PUT', body: { message } })
  const told = async () =>
    (await (await fetch(`${at.url}/registry/@marram%2fbollard`)).json()).versions['1.1.0'].deprecated
  expect((await withdraw('1.1.0', 'Use 2.0.0.')).status).toBe(200)
  expect(await told()).toBe('Use 2.0.0.')
  expect((await ines(`${address}/releases`)).body.releases).toContainEqual(
    expect.objectContaining({ version: '1.1.0', deprecated: 'Use 2.0.0.' }),
  )
  expect((await withdraw('1.1.0', '')).status).toBe(200)
  expect(await told()).toBeUndefined()
  expect((await withdraw('9.0.0', 'Never.')).status).toBe(404)
  expect((await withdraw('__proto__', 'Never.')).status).toBe(404)

  // who may read it may not set it
  for (const [part, body] of [
    ['rules', { rule: 'member-gone', weight: 'mend' }],
    ['gates', { gate: 'words', setting: 'pass' }],
    ['waivers', { gate: 'words', reason: 'Because.' }],
    ['draft', { notes: 'Mine.', seen: null }],
    ['1.1.0/withdrawal', { message: 'Mine.' }],
  ] as const)
    expect((await tobias(`${address}/releases/${part}`, { method: 'PUT', body })).status).toBe(403)
  expect((await put('rules', { rule: 'no-such', weight: 'mend' })).status).toBe(404)
  expect((await put('rules', { rule: '__proto__', weight: 'mend' })).status).toBe(404)
  expect((await put('gates', { gate: 'no-such', setting: 'stop' })).status).toBe(404)
  expect((await put('gates', { gate: 'words', setting: 'shout' })).status).toBe(422)
}, 60_000)
