import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { bringArchive, codesOf, ended, someone, world, type Answer, type Ask, type World } from '../world'
import { GitHost } from '../fixtures/git-host'
import { tgz } from '../fixtures/tgz'

let at: World
let ines: Ask
const host = new GitHost()
beforeAll(async () => {
  await host.start()
  at = await world((url) => ({ GIT_HOSTS: '127.0.0.1', PACKAGE_REGISTRY: `${url}/registry/` }))
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(async () => {
  await at.end()
  await host.end()
})

const tern = (): Record<string, string> =>
  Object.fromEntries(
    readdirSync('demo/tern', { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile() && !entry.parentPath.includes('tokens'))
      .map((entry) => {
        const path = join(entry.parentPath, entry.name)
        return [relative('demo/tern', path), readFileSync(path, 'utf8')]
      }),
  )
let made = 0
async function library(): Promise<string> {
  const slug = `copy-${++made}`
  expect(
    (
      await ines('/api/libraries', {
        body: { slug, title: slug, package: `@marram/${slug}`, prefix: 'tern-', visibility: 'private' },
      })
    ).status,
  ).toBe(200)
  return slug
}
const fetched = async (slug: string, body: object): Promise<Answer> =>
  ended(ines, slug, await ines(`/api/libraries/${slug}/fetch`, { body }))
const archive = (slug: string, bytes: Uint8Array): Promise<Answer> => bringArchive(ines, slug, bytes)

describe('an archive', () => {
  test('is the whole library: what it no longer holds is gone', async () => {
    const slug = await library()
    const files = Object.fromEntries(
      Object.entries(tern()).map(([path, text]) => [`tern-main/${path}`, text]),
    )
    const first = await archive(slug, await tgz(files))
    expect(first.body).toMatchObject({ state: 'done', result: { problems: [] } })
    expect(first.body.result.added).toHaveLength(16)
    delete files['tern-main/src/tide-gauge.ts']
    expect((await archive(slug, await tgz(files))).body.result).toMatchObject({
      gone: ['tern-tide-gauge'],
      same: 15,
    })
  }, 60_000)
  test('what it holds that is dangerous or no source is told, and the rest comes in', async () => {
    const slug = await library()
    const job = await archive(
      slug,
      await tgz({
        '../evil.ts': 'x',
        'src/a.ts': "class A extends HTMLElement {}\ncustomElements.define('tern-a', A)",
        'logo.psd': 'x',
        'photo.raw': 'x',
      }),
    )
    expect(job.body.result.added).toEqual(['tern-a'])
    expect(
      job.body.result.problems.map((problem: { code: string; what: string }) => [problem.code, problem.what]),
    ).toEqual([
      ['path', expect.stringContaining('leads out')],
      ['not-source', expect.stringContaining('2 files are')],
    ])
    // what was left aside is told for as long as the result is
    expect((await ines(`/api/libraries/${slug}/jobs/${job.body.id}`)).body.result.problems).toHaveLength(2)
  })
  test('without anything to take it begins nothing', async () => {
    const slug = await library()
    expect(codesOf(await archive(slug, Buffer.from('no archive at all')))).toEqual(['no-archive'])
    expect(
      (
        await archive(
          slug,
          await tgz(Object.fromEntries(Array.from({ length: 20_500 }, (_, n) => [`src/${n}.ts`, '']))),
        )
      ).status,
    ).toBe(422)
  }, 60_000)
})

describe('a Git repository', () => {
  test('is cloned, and read again where it came from when it changed', async () => {
    const slug = await library()
    host.commit('tern', tern())
    const job = await fetched(slug, { is: 'git', address: `${host.url}/tern.git` })
    expect([job.body.state, job.body.result.added.length, codesOf(job)]).toEqual(['done', 16, []])
    host.commit('tern', {
      'src/tide-gauge.ts': tern()['src/tide-gauge.ts']!.replace("'tern-tide-gauge'", "'tern-tide-mark'"),
    })
    const again = await fetched(slug, { is: 'again' })
    expect(again.body.result).toMatchObject({ added: ['tern-tide-mark'], gone: ['tern-tide-gauge'] })
    expect((await ines(`/api/libraries/${slug}`)).body.revision.note).toMatch(
      /^from http:\/\/127\.0\.0\.1:\d+\/tern\.git, [0-9a-f]{8}$/,
    )
  }, 60_000)
  test('a private one asks for a name and a token, which are used once and kept nowhere', async () => {
    const slug = await library()
    host.commit('private', {
      'packages/tern/src/a.ts': "class A extends HTMLElement {}\ncustomElements.define('tern-a', A)",
      'other/b.ts': "class B extends HTMLElement {}\ncustomElements.define('tern-b', B)",
    })
    const private_ = { is: 'git', address: `${host.url}/private.git`, folder: 'packages/tern' }
    expect(codesOf(await fetched(slug, private_))).toEqual(['git-credentials'])
    expect(codesOf(await fetched(slug, { ...private_, user: 'reader', password: 'wrong' }))).toEqual([
      'git-credentials',
    ])
    const job = await fetched(slug, { ...private_, user: 'reader', password: 'let-me-in' })
    expect(job.body.result).toMatchObject({ added: ['tern-a'], problems: [] })
    const kept = JSON.stringify([
      await at.sql('select * from jobs'),
      await at.sql('select * from libraries'),
      await at.sql('select * from audit'),
    ])
    expect(kept).not.toContain('let-me-in')
    expect(await at.sql("select id from jobs where input ? 'secret'")).toEqual([])
  }, 60_000)
  test.each([
    ['no repository', () => ({ address: `${host.url}/nothing.git` }), 'git-none'],
    [
      'an empty one',
      () => {
        host.commit('empty', {})
        return { address: `${host.url}/empty.git` }
      },
      'git-empty',
    ],
    ['a branch it does not have', () => ({ address: `${host.url}/tern.git`, ref: 'not-there' }), 'git-ref'],
    [
      'a folder it does not have',
      () => ({ address: `${host.url}/tern.git`, folder: 'not/there' }),
      'git-folder',
    ],
    ['an address inside that is not named', () => ({ address: 'https://10.0.0.8/x.git' }), 'git-host'],
    ['another scheme', () => ({ address: 'file:///etc' }), 'git-scheme'],
  ])(
    '%s is a sentence',
    async (_what, given, code) => {
      host.commit('tern', tern())
      const answer = await fetched(await library(), { is: 'git', ...given() })
      expect(codesOf(answer)).toEqual([code])
      expect(JSON.stringify(answer.body)).not.toMatch(/fatal:|\/tmp\//)
    },
    60_000,
  )
  test('what would be an option or a way out is refused as such', async () => {
    const slug = await library()
    for (const bad of [{ ref: '--upload-pack=x' }, { folder: '../..' }, { folder: '/etc' }])
      expect(
        (
          await ines(`/api/libraries/${slug}/fetch`, {
            body: { is: 'git', address: 'https://git.example.com/x.git', ...bad },
          })
        ).status,
      ).toBe(422)
  })
})

describe('a package', () => {
  test('is fetched by name with the ordinary client', async () => {
    const job = await fetched(await library(), { is: 'package', name: '@marram/tern', range: '^1.0.0' })
    expect(job.body.state).toBe('done')
    expect(job.body.result.added).toContain('tern-notice-strip')
    expect(
      (await at.sql<{ note: string }>("select note from revisions where note like '%the package%'"))[0]!.note,
    ).toBe('from the package @marram/tern ^1.0.0, 1.1.0')
  }, 60_000)
  test.each([[{ name: '@marram/not-there', range: 'latest' }], [{ name: '@marram/tern', range: '99.0.0' }]])(
    '%j is not there',
    async (given) => {
      expect(codesOf(await fetched(await library(), { is: 'package', ...given }))).toEqual(['no-package'])
    },
    60_000,
  )
})

test('packages a library needs that are not there cost only what needs them', async () => {
  const slug = await library()
  const job = await archive(
    slug,
    await tgz({
      'package.json': '{"dependencies":{"lost-ferry":"1.0.0"}}',
      'src/a.ts': "class A extends HTMLElement {}\ncustomElements.define('tern-a', A)",
      'src/b.ts': "import 'lost-ferry'\nclass B extends HTMLElement {}\ncustomElements.define('tern-b', B)",
    }),
  )
  expect(job.body.result).toMatchObject({ added: ['tern-a', 'tern-b'] })
  expect([codesOf(job), job.body.result.problems[0]]).toEqual([
    ['dependency-not-found', 'does-not-compile'],
    expect.objectContaining({ what: expect.stringContaining('lost-ferry') }),
  ])
}, 60_000)

test(
  'two at once for one library: the second is refused with a sentence; a cancelled one ' +
    'leaves the shelf as it was',
  async () => {
    const slug = await library()
    host.commit('tern', tern())
    const [first, second] = await Promise.all([
      ines(`/api/libraries/${slug}/fetch`, { body: { is: 'git', address: `${host.url}/tern.git` } }),
      ines(`/api/libraries/${slug}/fetch`, { body: { is: 'git', address: `${host.url}/tern.git` } }),
    ])
    expect([first.status, second.status].sort()).toEqual([200, 409])
    const begun = first.status === 200 ? first : second
    expect((await ines(`/api/libraries/${slug}/jobs/${begun.body.job}/cancel`, { body: {} })).status).toBe(
      200,
    )
    expect((await ended(ines, slug, begun)).body.state).toBe('cancelled')
    expect((await ines(`/api/libraries/${slug}/shelf`)).body).toEqual([])
  },
  60_000,
)

describe('the companion command', () => {
  // it is fetched from the shelf, as a team's pipeline does
  let command = ''
  const run = (args: string[], token?: string) =>
    spawnSync(process.execPath, [command, ...args], {
      encoding: 'utf8',
      env: { PATH: process.env.PATH ?? '', ...(token ? { KEPT_SHELF_TOKEN: token } : {}) },
    })
  const tokenFor = async (scopes: string[]) =>
    (await ines('/api/registry-tokens', { body: { name: 'a pipeline', scopes, library: null } })).body
      .text as string
  beforeAll(async () => {
    command = join(mkdtempSync(join(tmpdir(), 'kept-shelf-cli-')), 'kept-shelf.mjs')
    writeFileSync(command, await (await fetch(`${at.url}/cli/kept-shelf.mjs`)).text())
  })
  test('pushes a folder, waits, and says what came of it', async () => {
    const slug = await library()
    const done = run(
      ['push', 'demo/tern', '--to', `${at.url}/${slug}`, '--note', 'from a pipeline', '--strict'],
      await tokenFor(['publish']),
    )
    expect([done.stderr, done.status]).toEqual(['', 0])
    expect(done.stdout).toContain('Revision 1: 16 new, 0 changed, 0 gone, 0 the same.')
    expect(done.stdout).toMatch(new RegExp(`${at.url}/${slug}/bring-in/[0-9a-f-]{36}`))
    expect((await ines(`/api/libraries/${slug}`)).body.revision.note).toBe('from a pipeline')
  }, 60_000)
  test.each([
    ['no token', [], undefined, 2, 'There is no token.'],
    ['a token that is not known', [], 'ks_nonsense', 1, 'This token is not known, or was revoked.'],
    ['a folder that is not there', ['not/there'], 'x', 2, 'There is no folder not/there.'],
  ] as [string, string[], string | undefined, number, string][])(
    '%s: a sentence and an exit code',
    async (_what, folder, token, code, text) => {
      const done = run(
        ['push', ...(folder.length ? folder : ['demo/tern/src']), '--to', `${at.url}/copy-1`],
        token,
      )
      expect([done.status, done.stderr]).toEqual([code, expect.stringContaining(text)])
    },
  )
  test('a token that may only read, a library that is not there, source that does not parse', async () => {
    expect(
      run(['push', 'demo/tern/src', '--to', `${at.url}/copy-1`], await tokenFor(['read'])).stderr,
    ).toContain('takes the scope “publish”')
    expect(
      run(['push', 'demo/tern/src', '--to', `${at.url}/nowhere`], await tokenFor(['publish'])).stderr,
    ).toContain('There is no library “nowhere”')
    const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-push-'))
    writeFileSync(join(folder, 'a.ts'), 'class A extends {{')
    const done = run(
      ['push', folder, '--to', `${at.url}/${await library()}`, '--strict'],
      await tokenFor(['publish']),
    )
    expect(done.status).toBe(1)
    expect(done.stdout).toMatch(/a\.ts:1 {2}This file does not parse/)
  }, 60_000)
})
