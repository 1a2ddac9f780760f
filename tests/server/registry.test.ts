import { execFile } from 'node:child_process'
import { createHash, generateKeyPairSync } from 'node:crypto'
import { mkdtempSync, readFileSync, realpathSync, rmSync, writeFileSync, mkdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { someone, world, type Ask, type World } from '../world'

const run = promisify(execFile)
let at: World
let ines: Ask
let folder: string
const registry = () => `${at.url}/registry/`
beforeAll(async () => {
  at = await world({ PACKAGE_LIMIT: '200000' })
  ines = await someone(at, 'ines')
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-test-'))
}, 60_000)
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

const token = async (ask: Ask, scopes: string[], library: string | null = null) =>
  (await ask('/api/registry-tokens', { body: { name: 'test', scopes, library } })).body as {
    id: string
    text: string
  }
const get = (path: string, headers: Record<string, string> = {}) => fetch(`${registry()}${path}`, { headers })
/** The ordinary client, with a configuration of its own. */
async function npm(args: string[], cwd: string, auth?: string) {
  const config = join(folder, `npmrc-${Math.random()}`)
  writeFileSync(config, auth ? `${registry().replace('http:', '')}:_authToken=${auth}\n` : '')
  try {
    const { stdout, stderr } = await run(
      'npm',
      [
        ...args,
        '--registry',
        registry(),
        '--userconfig',
        config,
        '--cache',
        join(folder, 'cache'),
        '--no-audit',
        '--no-fund',
      ],
      { cwd, env: { PATH: process.env.PATH, HOME: folder } as unknown as NodeJS.ProcessEnv },
    )
    return { ok: true, text: stdout + stderr }
  } catch (error) {
    const { stdout = '', stderr = '' } = error as { stdout?: string; stderr?: string }
    return { ok: false, text: stdout + stderr }
  }
}
function project(name: string, json: object, files: Record<string, string> = {}): string {
  const path = join(folder, name)
  mkdirSync(path, { recursive: true })
  writeFileSync(join(path, 'package.json'), JSON.stringify(json))
  for (const [file, text] of Object.entries(files)) writeFileSync(join(path, file), text)
  return path
}

/** A package that the ordinary client brings along. */
async function ofClient<T>(name: string): Promise<T> {
  const { stdout } = await run('which', ['npm'])
  const from = createRequire(realpathSync(stdout.trim()))
  return from(from.resolve(name)) as T
}

/** What the ordinary client fetches and verifies packages with. */
async function pacote() {
  return ofClient<{
    manifest(spec: string, options: object): Promise<{ _signatures?: { keyid: string }[] }>
    tarball(spec: string, options: object): Promise<Buffer>
  }>('pacote')
}

describe('signatures', () => {
  test('the ordinary client verifies what was published, and refuses what is not what was signed', async () => {
    const { keys } = await (await get('-/npm/v1/keys')).json()
    expect(keys).toEqual([
      {
        expires: null,
        keyid: expect.stringMatching(/^SHA256:[\w+/]{43}$/),
        keytype: 'ecdsa-sha2-nistp256',
        scheme: 'ecdsa-sha2-nistp256',
        key: expect.any(String),
      },
    ])
    const client = await pacote()
    const options = (key: string) => ({
      registry: registry(),
      cache: join(folder, `cache-${Math.random()}`),
      verifySignatures: true,
      [`//${new URL(registry()).host}/registry/:_keys`]: [
        { ...keys[0], pemkey: `-----BEGIN PUBLIC KEY-----\n${key}\n-----END PUBLIC KEY-----` },
      ],
    })
    for (const version of ['0.9.0', '1.1.0'])
      expect(await client.manifest(`@marram/tern@${version}`, options(keys[0].key))).toMatchObject({
        _signatures: [{ keyid: keys[0].keyid }],
      })
    const { publicKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' })
    const foreign = publicKey.export({ type: 'spki', format: 'der' }).toString('base64')
    await expect(client.manifest('@marram/tern@1.1.0', options(foreign))).rejects.toMatchObject({
      code: 'EINTEGRITYSIGNATURE',
    })
  })

  test('a signature stays what it is, and versions from before there were any are signed when they are asked for', async () => {
    const signatures = async () =>
      (await (await get('@marram%2ftern')).json()).versions['1.0.0'].dist.signatures as unknown[]
    const before = await signatures()
    expect(before).toHaveLength(1)
    await expect(at.sql("update release_signatures set signature = 'x'")).rejects.toThrow()
    expect(await (await get('@marram%2ftern/1.0.0')).json()).toMatchObject({ dist: { signatures: before } })
    expect(await signatures()).toEqual(before)
  })
})

describe('attestations', () => {
  const attested = (version: string, text?: string) =>
    get(`@marram%2ftern/-/tern-${version}.intoto.jsonl`, text ? { authorization: `Bearer ${text}` } : {})
  type Envelopes = { payloadType: string; payload: string; signatures: { keyid: string; sig: string }[] }[]
  const envelopesOf = (text: string): Envelopes =>
    text
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line))
  test('where a version comes from is signed: an implementation of the envelope, and openssl, say so', async () => {
    const answer = await attested('1.1.0')
    expect(answer.headers.get('content-type')).toBe('application/jsonl; charset=utf-8')
    const [envelope] = envelopesOf(await answer.text())
    const stated = JSON.parse(Buffer.from(envelope!.payload, 'base64').toString())
    const { dist } = await (await get('@marram%2ftern/1.1.0')).json()
    expect(stated).toMatchObject({
      _type: 'https://in-toto.io/Statement/v1',
      subject: [
        {
          name: 'pkg:npm/%40marram/tern@1.1.0',
          digest: { sha512: Buffer.from(dist.integrity.slice(7), 'base64').toString('hex') },
        },
      ],
      predicateType: 'https://slsa.dev/provenance/v1',
      predicate: {
        buildDefinition: {
          externalParameters: { package: '@marram/tern', version: '1.1.0', channel: 'latest' },
        },
        runDetails: { builder: { id: `${at.url}/` } },
      },
    })
    const { dsse } = await ofClient<{ dsse: { preAuthEncoding(type: string, payload: Buffer): Buffer } }>(
      '@sigstore/core',
    )
    const { keys } = await (await get('-/npm/v1/keys')).json()
    writeFileSync(
      join(folder, 'key.pem'),
      `-----BEGIN PUBLIC KEY-----\n${keys[0].key}\n-----END PUBLIC KEY-----\n`,
    )
    const { keyid, sig } = envelope!.signatures[0]!
    expect(keyid).toBe(keys[0].keyid)
    writeFileSync(join(folder, 'sig'), Buffer.from(sig, 'base64'))
    const verify = async (payload: string) => {
      const text = dsse.preAuthEncoding(envelope!.payloadType, Buffer.from(payload, 'base64'))
      writeFileSync(join(folder, 'signed'), text)
      return run('openssl', ['dgst', '-sha256', '-verify', 'key.pem', '-signature', 'sig', 'signed'], {
        cwd: folder,
      }).then(
        ({ stdout }) => stdout.trim(),
        () => 'not verified',
      )
    }
    expect(await verify(envelope!.payload)).toBe('Verified OK')
    expect(await verify(Buffer.from('{}').toString('base64'))).toBe('not verified')
  })
  test('the revision it was packed from, and what was asked of it', async () => {
    const body = { version: '1.1.1-trial.1', channel: 'trial', notes: 'for a test' }
    expect((await ines('/api/libraries/tern/releases', { body })).status).toBe(200)
    const { text } = await token(ines, ['read'])
    const statements = envelopesOf(await (await attested('1.1.1-trial.1', text)).text()).map(({ payload }) =>
      JSON.parse(Buffer.from(payload, 'base64').toString()),
    )
    expect(statements.map(({ predicateType }) => predicateType)).toEqual([
      'https://slsa.dev/provenance/v1',
      'https://in-toto.io/attestation/test-result/v0.1',
    ])
    // nobody without an account is told who published it, and what was asked of it
    const [stranger, ...more] = envelopesOf(await (await attested('1.1.1-trial.1')).text())
    expect(more).toEqual([])
    expect(
      JSON.parse(Buffer.from(stranger!.payload, 'base64').toString()).predicate.buildDefinition,
    ).toMatchObject({
      internalParameters: {},
      resolvedDependencies: [{ name: expect.stringMatching(/^revision \d+$/) }],
    })
    const page = `${at.url}/api/libraries/tern/releases/1.1.1-trial.1/attestations`
    expect((await fetch(page)).status).toBe(401)
    const [made, result] = statements.map(({ predicate }) => predicate)
    const files = await at.sql<{ path: string; hash: string }>(
      `select path, hash from revision_files join releases on releases.revision_id = revision_files.revision_id
         where version = '1.1.1-trial.1' order by path collate "C"`,
    )
    const lines = files.map(({ path, hash }) => `${hash}  ${path}\n`).join('')
    expect(made.buildDefinition).toMatchObject({
      internalParameters: { publishedBy: 'Ines Fairlie' },
      resolvedDependencies: [{ digest: { sha256: createHash('sha256').update(lines).digest('hex') } }],
    })
    expect(result).toMatchObject({ result: 'WARNED', failedTests: [] })
    expect(result.passedTests).toContain('promises')
    expect(result.warnedTests).toContain('evidence')
  }, 60_000)
  test('there is none of what is not there', async () => {
    for (const wanted of ['9.9.9', 'x', '..%2f1.1.0', '%00'])
      expect((await attested(wanted)).status).not.toBe(200)
    expect((await attested('9.9.9')).status).toBe(404)
  })
})

describe('reading', () => {
  test('a full and an abbreviated document, each with an ETag that is honoured', async () => {
    const full = await get('@marram%2ftern')
    const document = await full.json()
    expect(document).toMatchObject({
      name: '@marram/tern',
      'dist-tags': { latest: '1.1.0' },
      time: { '1.0.0': expect.any(String) },
    })
    expect(document.versions['1.1.0'].dist).toMatchObject({
      integrity: expect.stringMatching(/^sha512-/),
      tarball: `${registry()}@marram/tern/-/tern-1.1.0.tgz`,
    })
    const short = await get('@marram/tern', {
      accept: 'application/vnd.npm.install-v1+json; q=1.0, application/json; q=0.8',
    })
    expect(short.headers.get('content-type')).toContain('application/vnd.npm.install-v1+json')
    const abbreviated = await short.json()
    expect(Object.keys(abbreviated).sort()).toEqual(['dist-tags', 'modified', 'name', 'versions'])
    expect(abbreviated.versions['1.1.0'].description).toBeUndefined()
    const again = await get('@marram%2Ftern', { 'if-none-match': full.headers.get('etag')! })
    expect([again.status, await again.text()]).toEqual([304, ''])
  })
  test('one version by number or channel, and what is not there', async () => {
    expect((await (await get('@marram/tern/latest')).json()).version).toBe('1.1.0')
    for (const path of [
      '@marram/tern/9.9.9',
      '@marram/tern/-/tern-9.9.9.tgz',
      '@marram/tern/-/other-1.1.0.tgz',
      '-/nowhere/at/all',
    ]) {
      const answer = await get(path)
      expect(answer.status).toBe(404)
      expect((await answer.json()).error.length).toBeGreaterThan(20)
    }
  })
  test('a name nobody has is told apart from a private one by nobody', async () => {
    const answer = await get('@marram/nothing')
    expect([answer.status, (await answer.json()).error]).toEqual([
      401,
      expect.stringContaining('what is not open needs a token'),
    ])
  })
  test('a package that is none of ours is answered so that a client says what is wrong', async () => {
    for (const name of ['left-of-here', '@elsewhere/thing']) {
      const answer = await get(name.replace('/', '%2f'))
      expect([answer.status, (await answer.json()).error]).toEqual([
        404,
        expect.stringContaining('npm config set @scope:registry'),
      ])
    }
    const consumer = join(folder, 'asks-us-for-all')
    mkdirSync(consumer, { recursive: true })
    writeFileSync(join(consumer, 'package.json'), '{"name":"consumer","version":"1.0.0"}')
    const { ok, text } = await npm(['install', 'left-of-here'], consumer)
    expect([ok, text]).toEqual([false, expect.stringContaining('is no package of this registry')])
  })
  test('ping, search, whoami', async () => {
    expect(await (await get('-/ping')).json()).toEqual({})
    expect((await (await get('-/v1/search?text=ferries')).json()).objects[0].package.name).toBe(
      '@marram/tern',
    )
    expect((await (await get('-/v1/search?text=bicycles')).json()).total).toBe(0)
    expect((await get('-/whoami')).status).toBe(401)
    const { text } = await token(ines, ['read'])
    expect((await npm(['whoami'], folder, text)).text).toContain('ines@marram.example')
    expect((await npm(['ping'], folder)).ok).toBe(true)
  })
  test('who somebody is, their tokens, their packages, and who works on a package', async () => {
    const { text } = await token(ines, ['read'])
    const told = async (args: string[]) => (await npm(args, folder, text)).text
    expect(await told(['profile', 'get', '--json'])).toContain('"fullname": "Ines Fairlie"')
    expect(await told(['token', 'list', '--json'])).toContain('"readonly": true')
    expect(await told(['access', 'list', 'packages', '--json'])).toContain('"@marram/tern": "read-write"')
    expect(await told(['access', 'get', 'status', '@marram/tern'])).toContain('public')
    const staff = await told(['access', 'list', 'collaborators', '@marram/tern', '--json'])
    expect(staff).toContain('"ines@marram.example": "read-write"')
    expect(staff).toContain('"tobias@marram.example": "read-only"')
    for (const path of ['-/npm/v1/user', '-/npm/v1/tokens', '-/package/@marram%2ftern/collaborators'])
      expect((await get(path)).status).toBe(401)
    const others = { authorization: `Bearer ${text}` }
    expect((await get('-/user/tobias@marram.example/package', others)).status).toBe(403)
  })
  test('the ordinary client revokes a token by what its list calls it', async () => {
    const [mine, spare] = [await token(ines, ['read']), await token(ines, ['read'])]
    expect((await npm(['token', 'revoke', spare.id], folder, mine.text)).ok).toBe(true)
    expect((await get('-/whoami', { authorization: `Bearer ${spare.text}` })).status).toBe(401)
    expect((await get('-/whoami', { authorization: `Bearer ${mine.text}` })).status).toBe(200)
  })
  test('a token works for as long as was said', async () => {
    const body = { name: 'for a day', scopes: ['read'], library: null, days: 1 }
    const { id, text } = (await ines('/api/registry-tokens', { body })).body as { id: string; text: string }
    const whoami = () => get('-/whoami', { authorization: `Bearer ${text}` })
    expect((await whoami()).status).toBe(200)
    await at.sql("update registry_tokens set expires_at = now() - interval '1 second' where id = $1", [id])
    const refused = await whoami()
    expect([refused.status, (await refused.json()).problems[0].code]).toEqual([401, 'expired-token'])
    expect((await npm(['whoami'], folder, text)).text).toContain('This token has expired.')
    for (const days of [0, -1, 4000, 1.5])
      expect((await ines('/api/registry-tokens', { body: { ...body, days } })).status).toBe(422)
  })
  test('a tarball says how long it stays the same: for ever', async () => {
    const answer = await get('@marram/tern/-/tern-1.1.0.tgz')
    expect(answer.headers.get('cache-control')).toContain('immutable')
    expect(Number(answer.headers.get('content-length'))).toBe((await answer.arrayBuffer()).byteLength)
  })
})

test('npm install brings a package whose types a compiler accepts', async () => {
  const path = project(
    'consumer',
    { name: 'consumer', version: '1.0.0', type: 'module' },
    {
      'use.ts':
        "import { TernNoticeStrip, type Tone } from '@marram/tern'\nimport " +
        "'@marram/tern/action'\nconst strip = " +
        "document.createElement('tern-notice-strip')\nstrip.tone = 'warn' satisfies Tone\nconst " +
        "same: TernNoticeStrip = strip\n// @ts-expect-error there is no such tone\nsame.tone = 'loud'\n",
    },
  )
  const installed = await npm(['install', '@marram/tern@1.1.0'], path)
  expect(installed).toMatchObject({ ok: true })
  const lock = JSON.parse(readFileSync(join(path, 'package-lock.json'), 'utf8'))
  expect(lock.packages['node_modules/@marram/tern'].integrity).toMatch(/^sha512-/)
  await run(
    process.execPath,
    [
      join(process.cwd(), 'node_modules/typescript/bin/tsc'),
      '--noEmit',
      '--strict',
      '--target',
      'es2022',
      '--module',
      'esnext',
      '--moduleResolution',
      'bundler',
      '--lib',
      'es2022,dom,dom.iterable',
      'use.ts',
    ],
    { cwd: path },
  )
}, 60_000)

describe('publishing from outside', () => {
  const tern = (version: string, more: object = {}) =>
    project(
      `outside-${version}`,
      { name: '@marram/tern', version, license: 'MIT', ...more },
      { 'index.js': 'export const outside = true\n' },
    )
  test('npm publish, dist-tag and install of what was published', async () => {
    const { text } = await token(ines, ['read', 'publish'], 'tern')
    expect(await npm(['publish', '--tag', 'next'], tern('1.2.0-next.1'), text)).toMatchObject({ ok: true })
    expect((await npm(['dist-tag', 'ls', '@marram/tern'], folder, text)).text).toMatch(
      /latest: 1\.1\.0[\s\S]*next: 1\.2\.0-next\.1/,
    )
    expect((await npm(['dist-tag', 'add', '@marram/tern@1.0.0', 'support'], folder, text)).ok).toBe(true)
    expect((await npm(['dist-tag', 'rm', '@marram/tern', 'support'], folder, text)).ok).toBe(true)
    const path = project('consumer-next', { name: 'c', version: '1.0.0' })
    expect((await npm(['install', '@marram/tern@next'], path)).ok).toBe(true)
    expect(readFileSync(join(path, 'node_modules/@marram/tern/index.js'), 'utf8')).toContain('outside = true')
    const [row] = await at.sql(
      "select act, detail from audit where act = 'published' order by id desc limit 1",
    )
    expect(row).toMatchObject({ detail: { via: 'client', version: '1.2.0-next.1' } })
  }, 60_000)
  test('a version again, backwards, without a token, with one that may not, with a revoked one', async () => {
    const { text } = await token(ines, ['publish'], 'tern')
    const again = await npm(['publish'], tern('1.1.0'), text)
    expect(again).toMatchObject({
      ok: false,
      text: expect.stringMatching(/already|previously published|E409|cannot publish over/i),
    })
    expect(await npm(['publish'], tern('1.0.9'), text)).toMatchObject({
      ok: false,
      text: expect.stringMatching(/goes backwards|higher version|latest/),
    })
    expect((await npm(['publish'], tern('1.3.0'))).ok).toBe(false)
    expect((await npm(['publish'], tern('1.3.1'), (await token(ines, ['read'])).text)).text).toContain(
      'may read, not publish',
    )
    const odile = await someone(at, 'odile')
    expect((await npm(['publish'], tern('1.3.2'), (await token(odile, ['publish'])).text)).text).toContain(
      'role of maintainer',
    )
    const gone = await token(ines, ['publish'])
    expect((await ines(`/api/registry-tokens/${gone.id}`, { method: 'DELETE' })).status).toBe(200)
    expect((await npm(['publish'], tern('1.3.3'), gone.text)).text).toContain('revoked')
    expect(await at.sql("select version from releases where version like '1.3%'")).toEqual([])
  }, 120_000)
  test('a tarball of another name or version, a checksum that is not its own, and one too large', async () => {
    const { text } = await token(ines, ['publish'], 'tern')
    const other = project('other', { name: '@marram/other', version: '5.0.0' }, { 'index.js': '' })
    const packed = JSON.parse(
      (await npm(['pack', '--json'], other)).text.replace(/^[^[]*/, '').replace(/\n[^\]]*$/, ''),
    )[0]
    const data = readFileSync(join(other, packed.filename)).toString('base64')
    const put = (body: object) =>
      fetch(`${registry()}@marram%2ftern`, {
        method: 'PUT',
        headers: { authorization: `Bearer ${text}`, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    const body = (name: string, version: string, dist = {}) => ({
      name,
      'dist-tags': { latest: version },
      versions: { [version]: { name, version, dist } },
      _attachments: { 'x.tgz': { data } },
    })
    const codes = async (answer: Response) => [answer.status, (await answer.json()).problems[0].code]
    expect(await codes(await put(body('@marram/tern', '5.0.0')))).toEqual([400, 'other-name'])
    expect(await codes(await put(body('@marram/other', '5.0.0')))).toEqual([400, 'other-name'])
    expect(await codes(await put(body('@marram/tern', '5.0.0', { shasum: 'f'.repeat(40) })))).toEqual([
      400,
      'integrity',
    ])
    expect(
      await codes(
        await put({
          ...body('@marram/tern', '5.0.0'),
          _attachments: { 'x.tgz': { data: Buffer.from('no tar').toString('base64') } },
        }),
      ),
    ).toEqual([400, 'tarball'])
    expect(await codes(await put({}))).toEqual([400, 'publish-body'])
    expect(await codes(await put({ ...body('@marram/tern', '5.0.0'), filler: 'x'.repeat(400_000) }))).toEqual(
      [413, 'too-large'],
    )
    // one that does not say how long it is, and goes on
    const endless = new ReadableStream({
      pull: (controller) => controller.enqueue(new Uint8Array(65_536).fill(32)),
    })
    const stopped = await fetch(`${registry()}@marram%2ftern`, {
      method: 'PUT',
      headers: { authorization: `Bearer ${text}` },
      body: endless,
      duplex: 'half',
    } as RequestInit).then(
      (response) => response.status,
      () => 'closed',
    )
    expect([413, 'closed']).toContain(stopped)
    expect((await get('-/ping')).status).toBe(200)
    expect(await at.sql("select 1 from releases where version = '5.0.0'")).toEqual([])
  }, 60_000)
})

describe('a private library', () => {
  beforeAll(() => at.sql("update libraries set visibility = 'private'"))
  afterAll(() => at.sql("update libraries set visibility = 'open'"))
  test('is not there for those without a token of its staff, and is for those with one', async () => {
    await new Promise((resolve) => setTimeout(resolve, 2100))
    for (const path of ['@marram%2ftern', '@marram/tern/-/tern-1.1.0.tgz'])
      expect((await get(path)).status).toBe(401)
    expect((await get('@marram%2ftern', { authorization: 'Bearer ks_wrong' })).status).toBe(401)
    expect((await (await get('-/v1/search?text=tern')).json()).total).toBe(0)
    const odile = await someone(at, 'odile')
    const { text } = await token(odile, ['read'])
    expect((await get('@marram%2ftern', { authorization: `Bearer ${text}` })).status).toBe(200)
    await at.sql("delete from roles where person_id = (select id from people where email like 'odile%')")
    expect((await get('@marram%2ftern', { authorization: `Bearer ${text}` })).status).toBe(404)
  })
})

test('tokens are kept hashed, and shown once', async () => {
  const { text } = await token(ines, ['read'])
  expect(JSON.stringify(await at.sql('select * from registry_tokens'))).not.toContain(text)
  expect(JSON.stringify((await ines('/api/registry-tokens')).body)).not.toContain(text)
})
