import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import fc from 'fast-check'
import type { Stated } from '~~/server/auth/route'
import { anything, nearTo } from '../fixtures/bad-input'
import { someone, until, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world({ SIGN_IN_TRIES: '1000000' })
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const folder = 'server/api'
interface Route {
  method: string
  path: string[]
  stated: Stated
}
const routes: Route[] = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .map((file) => {
    // eslint-disable-next-line @typescript-eslint/no-require-imports -- each file by its name
    const { stated } = (require(join(process.cwd(), folder, file)) as { default: { stated: Stated } }).default
    const [, name, method] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file)!
    return { method: method!.toUpperCase(), path: name!.replace(/\/index$|^index$/, '').split('/'), stated }
  })
/** What ends the session that asks, is written at the server's own cost, or never ends by design. */
const apart = ({ method, path }: Route): boolean =>
  path.join('/') === 'sign-out' || path.at(-1) === 'feed' || (method === 'DELETE' && path.at(-1) === 'staff')
/** Parts of addresses: those that are there, and those that are not. */
const part: Record<string, fc.Arbitrary<string>> = {
  '[library]': fc.oneof(
    { weight: 6, arbitrary: fc.constant('tern') },
    { weight: 1, arbitrary: fc.string({ maxLength: 20 }) },
  ),
  '[tag]': fc.oneof(
    { weight: 3, arbitrary: fc.constantFrom('tern-ticket', 'tern-action') },
    { weight: 1, arbitrary: fc.string({ maxLength: 20 }) },
  ),
}
const inAddress = (text: string): string => encodeURIComponent(text.toWellFormed()) || '-'
const addressOf = (route: Route): fc.Arbitrary<string> =>
  fc
    .tuple(
      ...route.path.map((piece) =>
        piece.startsWith('[')
          ? (
              part[piece] ??
              fc.oneof(fc.string({ maxLength: 30 }), fc.uuid(), fc.constantFrom('%00', '%zz', '..'))
            ).map((text) => (/^%(00|zz)$/.test(text) ? text : inAddress(text)))
          : fc.constant(piece),
      ),
    )
    .map((pieces) => `/api/${pieces.join('/')}`)
const plainAddress = ({ path }: Route): string => {
  const known: Record<string, string> = { '[library]': 'tern', '[tag]': 'tern-ticket' }
  return `/api/${path.map((piece) => known[piece] ?? (piece.startsWith('[') ? '-' : piece)).join('/')}`
}
const queryOf = ({ stated }: Route): fc.Arbitrary<string> =>
  stated.query
    ? nearTo(stated.query).map((query) =>
        typeof query === 'object' && query !== null
          ? `?${Object.entries(query)
              .map(
                ([key, value]) =>
                  `${inAddress(key)}=${inAddress((typeof value === 'string' ? value : (JSON.stringify(value) ?? '')).slice(0, 3000))}`,
              )
              .join('&')}`
          : '',
      )
    : fc.constant('')

/** Everything that people's acts change, as one text; what only counts tries is left aside. */
const state = async (): Promise<string> => {
  const tables = [
    'people',
    'libraries',
    'roles',
    'components',
    'words',
    'examples',
    'themes',
    'token_edits',
    'releases',
    'deprecations',
    'channels',
    'registry_tokens',
    'jobs',
    'provisions',
    'widths',
    'evidence',
    'revisions',
  ]
  const rows = await at.sql<{ text: string }>(
    tables
      .map(
        (table) =>
          `select '${table}' || count(*) || coalesce(md5(string_agg(one::text, ',' order by ` +
          `one::text)), '') as text from (select ` +
          `${table === 'registry_tokens' ? 'id, revoked_at' : '*'} from ${table}) as one`,
      )
      .join(' union all '),
  )
  return rows
    .map((row) => row.text)
    .sort()
    .join('\n')
}

/**
 * What was begun before goes on by itself: a trial of the whole library is stopped, the rest is waited for, what
 * is being published too.
 */
async function endWhatGoesOn(): Promise<void> {
  await ines('/api/libraries/tern/evidence', { method: 'DELETE' })
  await until(async () => {
    const [going] = await at.sql(
      "select 1 from jobs where state in ('waiting', 'running') union all " +
        "select 1 from publications where state in ('waiting', 'running') union all " +
        "select 1 from pgboss.job where name = 'evidence' and state in ('created', 'retry', 'active')",
    )
    return !going
  }, 120_000)
}

const timeOf = async (act: () => Promise<unknown>): Promise<number> => {
  const began = performance.now()
  await act()
  return performance.now() - began
}

test(
  'five thousand bad inputs over every route: a sentence each, none takes long, and what is ' +
    'refused changes nothing',
  async () => {
    // the first of its kind has more to do, whatever it is given: reading a library, starting what reads it
    await ines('/api/libraries/tern/source/try', { body: { path: 'src/first.css', text: '' } })
    await ines('/api/libraries/tern/begin', { body: { name: 'First', look: true } })
    await ines('/api/libraries/tern/releases/package')
    const walked = routes.filter((route) => !apart(route))
    const number = Math.ceil(5000 / walked.length)
    const began = performance.now()
    let count = 0
    let slowest = { ms: 0, what: '' }
    const slow: { what: string; ms: number; ask: () => Promise<unknown> }[] = []
    for (const route of walked) {
      const body = route.stated.body ? nearTo(route.stated.body) : fc.option(anything, { nil: undefined })
      await endWhatGoesOn()
      // what was accepted before may have changed all that an answer is worked out from: no input's doing
      if (route.method === 'GET') await ines(plainAddress(route))
      const before = await state()
      let accepted = 0
      await fc.assert(
        fc.asyncProperty(addressOf(route), queryOf(route), body, async (address, query, sent) => {
          count++
          const ask = () =>
            ines(`${address}${query}`, {
              method: route.method,
              ...(route.method === 'GET' || sent === undefined ? {} : { body: sent }),
            })
          const asked = performance.now()
          const answer = await ask()
          const ms = performance.now() - asked
          const what = `${route.method} ${address}`
          if (ms > slowest.ms) slowest = { ms, what }
          if (ms > 2000) slow.push({ what, ms, ask })
          if (answer.status < 400) accepted++
          expect([route.method, address, answer.status < 500 || answer.status === 503]).toEqual([
            route.method,
            address,
            true,
          ])
          // an address longer than Node reads is refused before it is ours
          if (answer.status >= 400 && ![404, 431].includes(answer.status))
            expect(answer.body?.problems?.[0]?.todo ?? answer.body?.title ?? '').not.toBe('')
        }),
        { numRuns: number, endOnFailure: true },
      )
      // whatever was accepted may have changed something; what was not must not have
      if (accepted === 0)
        expect([route.method, route.path.join('/'), await state()]).toEqual([
          route.method,
          route.path.join('/'),
          before,
        ])
    }
    expect(count).toBeGreaterThanOrEqual(5000)
    // one answer among thousands that takes two seconds is held up by its input, or by what else the
    // machine does: the input holds it up again
    for (const { what, ms, ask } of slow) {
      const again = [await timeOf(ask), await timeOf(ask)]
      expect([what, ms < 10_000, Math.min(...again) < 2000]).toEqual([what, true, true])
    }
    expect((await ines('/api/libraries/tern')).status).toBe(200)
    process.stderr.write(
      `  ${count} bad inputs in ${Math.round((performance.now() - began) / 1000)} s, the slowest ` +
        `answer ${Math.round(slowest.ms)} ms (${slowest.what})\n`,
    )
  },
  600_000,
)

test('the registry too', async () => {
  const { text } = (
    await ines('/api/registry-tokens', { body: { name: 'test', scopes: ['read', 'publish'], library: null } })
  ).body
  const piece = fc.oneof(
    fc.constantFrom(
      '@marram',
      'tern',
      '-',
      '-rev',
      'dist-tags',
      'latest',
      'tern-1.1.0.tgz',
      'package',
      '%zz',
      '%00',
      '@marram%2ftern',
      'constructor',
      '..',
      '',
    ),
    fc.string({ maxLength: 12 }).map(inAddress),
  )
  const before = await state()
  await fc.assert(
    fc.asyncProperty(
      fc.array(piece, { maxLength: 5 }),
      fc.constantFrom('GET', 'PUT', 'DELETE', 'POST', 'HEAD', 'PATCH'),
      anything,
      async (pieces, method, sent) => {
        const answer = await fetch(`${at.url}/registry/${pieces.join('/')}`, {
          method,
          headers: {
            authorization: `Bearer ${text}`,
            'content-type': 'application/json',
            connection: 'close',
          },
          ...(method === 'GET' || method === 'HEAD' ? {} : { body: JSON.stringify(sent) }),
        })
        expect([method, pieces, answer.status < 500]).toEqual([method, pieces, true])
        await answer.arrayBuffer()
      },
    ),
    { numRuns: 400 },
  )
  expect(await state()).toBe(before)
}, 120_000)
