import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { bringIn, newLibrary, newToken, someone, wait, world, type Ask, type World } from '../world'

let at: World
let [ines, tobias]: [Ask, Ask] = [undefined as never, undefined as never]
beforeAll(async () => {
  at = await world({ BEHIND_PROXY: 'true', SIGN_IN_TRIES: '6' })
  ines = await someone(at, 'ines')
  tobias = await someone(at, 'tobias')
}, 60_000)
afterAll(() => at.end())

describe('what a token and an address tell', () => {
  const get = (path: string, text?: string, method = 'GET', body?: string) =>
    fetch(`${at.url}/registry/${path}`, {
      method,
      ...(text ? { headers: { authorization: `Bearer ${text}`, 'content-type': 'application/json' } } : {}),
      ...(body ? { body } : {}),
    })
  const told = async (answer: Response) => [
    answer.status,
    (await answer.text()).replaceAll(/private-one|no-such-one/g, 'NAME'),
  ]
  beforeAll(async () => {
    await newLibrary(ines, 'private-one')
    await newLibrary(ines, 'private-two')
    for (const slug of ['private-one', 'private-two']) {
      await bringIn(
        ines,
        {
          'package.json': JSON.stringify({ name: `@marram/${slug}`, license: 'MIT' }),
          LICENSE: 'MIT',
          'src/a.ts':
            'export class A extends HTMLElement ' +
            `{}\ncustomElements.define('${slug.replace('-', '')}-a', A)`,
        },
        slug,
      )
      expect(
        (
          await ines(`/api/libraries/${slug}/releases`, {
            body: { version: '1.0.0', channel: 'latest', notes: '' },
          })
        ).status,
      ).toBe(200)
    }
  }, 60_000)

  test('a private package is told from one that is not there by nobody, whatever they ask and send', async () => {
    const strangers = [
      undefined,
      (await newToken(tobias, ['read', 'publish'])).text,
      (await newToken(tobias, ['publish'])).text,
      (await newToken(ines, ['read', 'publish'], 'tern')).text,
    ]
    for (const token of strangers) {
      for (const [path, method, body] of [
        ['@marram%2fNAME', 'GET'],
        ['@marram/NAME/latest', 'GET'],
        ['@marram/NAME/-/NAME-1.0.0.tgz', 'GET'],
        ['-/package/@marram%2fNAME/dist-tags', 'GET'],
        ['-/package/@marram%2fNAME/dist-tags/next', 'PUT', '"1.0.0"'],
        ['-/package/@marram%2fNAME/dist-tags/next', 'DELETE'],
        ['@marram%2fNAME', 'PUT', '{}'],
        ['@marram%2fNAME/-rev/1', 'DELETE'],
      ] as const) {
        const [there, nowhere] = await Promise.all(
          ['private-one', 'no-such-one'].map(async (name) =>
            told(await get(path.replaceAll('NAME', name), token, method, body)),
          ),
        )
        expect([path, method, there]).toEqual([path, method, nowhere])
      }
    }
    const own = (await newToken(tobias, ['publish'])).text
    const [there, nowhere] = await Promise.all(
      ['private-one', 'no-such-one'].map(async (slug) =>
        told(
          await fetch(`${at.url}/api/libraries/${slug}/source`, {
            method: 'POST',
            headers: { authorization: `Bearer ${own}` },
          }),
        ),
      ),
    )
    expect(there).toEqual(nowhere)
  })
  test('search and listing by a token for one library show that one only', async () => {
    const names = async (text?: string) =>
      (
        (await (await get('-/v1/search?text=marram&size=50', text)).json()) as {
          objects: { package: { name: string } }[]
        }
      ).objects
        .map((found) => found.package.name)
        .sort()
    expect(await names()).toEqual(['@marram/tern'])
    expect(await names((await newToken(ines, ['read'])).text)).toEqual([
      '@marram/private-one',
      '@marram/private-two',
      '@marram/tern',
    ])
    expect(await names((await newToken(ines, ['read'], 'private-one')).text)).toEqual(['@marram/private-one'])
  })
  test('another library’s source maps are not answered', async () => {
    const [row] = await at.sql<{ module: string }>(
      "select build || '/' || entry as module from component_builds join components on " +
        "components.id = component_id where tag = 'privateone-a' and build is not null limit 1",
    )
    const text = await (
      await fetch(`${at.preview.replace('x.localhost', '127.0.0.1')}/m/${row!.module}`)
    ).text()
    const line = text.split('\n').findIndex((text) => text.includes('HTMLElement')) + 1
    const ask = (slug: string) =>
      ines(`/api/libraries/${slug}/trace?module=${row!.module}&line=${line}&column=8`)
    expect((await ask('private-two')).status).toBe(404)
    expect((await ask('private-one')).body).toMatchObject({ file: 'src/a.ts' })
  })
  test('the registry’s own address is for clients; versions and channels are names like any other', async () => {
    for (const path of [
      '',
      'constructor',
      '__proto__',
      '@marram/tern/constructor',
      '@marram/tern/__proto__',
      '@marram/tern/toString',
    ]) {
      const answer = await get(path)
      expect([path, answer.headers.get('content-type')?.includes('json'), answer.status < 500]).toEqual([
        path,
        true,
        true,
      ])
    }
    expect((await (await get('')).json()).registry).toBe('Kept Shelf')
    expect((await get('@marram/tern/constructor')).status).toBe(404)
  })
  test('entity tags are honoured weak, in lists and as any; tarballs too', async () => {
    for (const path of ['@marram%2ftern', '@marram/tern/-/tern-1.1.0.tgz']) {
      const tag = (await get(path)).headers.get('etag')!
      for (const header of [tag, `W/${tag}`, `"other", W/${tag} , "third"`, '*']) {
        const again = await fetch(`${at.url}/registry/${path}`, { headers: { 'if-none-match': header } })
        expect([path, header, again.status, (await again.arrayBuffer()).byteLength]).toEqual([
          path,
          header,
          304,
          0,
        ])
      }
      expect(
        (await fetch(`${at.url}/registry/${path}`, { headers: { 'if-none-match': '"other"' } })).status,
      ).toBe(200)
    }
  })
  test('the preview host answers whatever it is asked', async () => {
    const port = Number(new URL(at.preview).port)
    for (const path of ['//', '//x', '///', 'http://', '/%zz', '*', '/frame?%', '/m/../x']) {
      const status = await new Promise((resolve, reject) => {
        request({ host: '127.0.0.1', port, path, timeout: 3000 }, (answer) =>
          resolve(answer.resume().statusCode),
        )
          .on('error', reject)
          .on('timeout', () => reject(new Error(`${path} never ends`)))
          .end()
      })
      expect([path, status]).toEqual([path, path.startsWith('/frame') ? 200 : 404])
    }
  })
})

describe('an ordinary client', () => {
  const run = promisify(execFile)
  let folder: string
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'kept-shelf-client-'))
  })
  afterAll(() => rmSync(folder, { recursive: true, force: true }))
  async function npm(args: string[], token: string): Promise<{ ok: boolean; text: string }> {
    const config = join(folder, 'npmrc')
    writeFileSync(config, `${at.url.replace('http:', '')}/registry/:_authToken=${token}\n`)
    const env = { PATH: process.env.PATH, HOME: folder } as unknown as NodeJS.ProcessEnv
    return run(
      'npm',
      [
        ...args,
        '--registry',
        `${at.url}/registry/`,
        '--userconfig',
        config,
        '--cache',
        join(folder, 'cache'),
      ],
      { cwd: folder, env },
    ).then(
      ({ stdout, stderr }) => ({ ok: true, text: stdout + stderr }),
      (error: { stdout: string; stderr: string }) => ({ ok: false, text: error.stdout + error.stderr }),
    )
  }
  test('deprecates a version, and takes that back', async () => {
    const { text } = await newToken(ines, ['read', 'publish'], 'tern')
    expect(
      await npm(['deprecate', '@marram/tern@1.0.0', 'Use 1.1.0: berths were named wrongly.'], text),
    ).toMatchObject({ ok: true })
    const document = async () => (await fetch(`${at.url}/registry/@marram%2ftern`)).json()
    expect((await document()).versions['1.0.0'].deprecated).toBe('Use 1.1.0: berths were named wrongly.')
    expect((await document()).versions['1.1.0'].deprecated).toBeUndefined()
    expect(await npm(['deprecate', '@marram/tern@1.0.0', ''], text)).toMatchObject({ ok: true })
    expect((await document()).versions['1.0.0'].deprecated).toBeUndefined()
    expect(
      (
        await npm(
          ['deprecate', '@marram/tern@1.0.0', 'no'],
          (await newToken(tobias, ['read', 'publish'])).text,
        )
      ).ok,
    ).toBe(false)
  }, 60_000)
  test('is told why nothing is unpublished, and nothing is', async () => {
    const { text } = await newToken(ines, ['read', 'publish'], 'tern')
    const gone = await npm(['unpublish', '@marram/tern@1.0.0', '--force'], text)
    expect(gone).toMatchObject({ ok: false, text: expect.stringContaining('never taken away') })
    expect((await fetch(`${at.url}/registry/@marram/tern/-/tern-1.0.0.tgz`)).status).toBe(200)
  }, 60_000)
  test('logs out, and the token is worth nothing any more', async () => {
    const { text } = await newToken(ines, ['read'])
    expect((await npm(['whoami'], text)).ok).toBe(true)
    expect(await npm(['logout'], text)).toMatchObject({ ok: true })
    expect(await npm(['whoami'], text)).toMatchObject({ ok: false })
  }, 60_000)
  test('a token revoked while a client publishes stops it', async () => {
    const { id, text } = await newToken(ines, ['read', 'publish'], 'tern')
    const { packTarball } = await import('~~/server/build/package')
    const tarball = await packTarball([
      { path: 'package.json', content: JSON.stringify({ name: '@marram/tern', version: '8.0.0' }) },
    ])
    const body = JSON.stringify({
      name: '@marram/tern',
      'dist-tags': { latest: '8.0.0' },
      versions: { '8.0.0': { name: '@marram/tern', version: '8.0.0' } },
      _attachments: { 'x.tgz': { data: Buffer.from(tarball).toString('base64') } },
    })
    const status = await new Promise<number>((resolve, reject) => {
      const sending = request(
        `${at.url}/registry/@marram%2ftern`,
        {
          method: 'PUT',
          headers: {
            authorization: `Bearer ${text}`,
            'content-type': 'application/json',
            'content-length': Buffer.byteLength(body),
          },
        },
        (answer) => resolve(answer.resume().statusCode!),
      )
      sending.on('error', reject)
      sending.write(body.slice(0, 100))
      void wait(400)
        .then(() => ines(`/api/registry-tokens/${id}`, { method: 'DELETE' }))
        .then(() => sending.end(body.slice(100)))
    })
    expect(status).toBe(401)
    expect(await at.sql("select 1 from releases where version = '8.0.0'")).toEqual([])
  }, 30_000)
})
