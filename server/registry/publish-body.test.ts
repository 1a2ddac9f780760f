import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { pack, type Header } from 'tar-stream'
import { Failure } from '../auth/failure'
import { packTarball } from '../build/package'
import { readPublishBody, type ClientRelease } from './publish-body'

const packageJson = (name = '@x/y', version = '1.0.0', more = {}) => ({
  path: 'package.json',
  content: JSON.stringify({ name, version, ...more }),
})
const body = (
  tarball: Uint8Array,
  { name = '@x/y', version = '1.0.0', tag = 'latest', dist = {}, more = {} } = {},
) => ({
  name,
  'dist-tags': { [tag]: version },
  versions: { [version]: { name, version, dist, ...more } },
  _attachments: { 'y.tgz': { data: Buffer.from(tarball).toString('base64') } },
})
const read = (what: unknown, name = '@x/y') =>
  readPublishBody(Buffer.from(JSON.stringify(what)), name, 200_000_000)
async function refusal(what: unknown, name = '@x/y'): Promise<{ code: string; what: string; todo: string }> {
  try {
    await read(what, name)
  } catch (error) {
    if (error instanceof Failure) return error.problems[0]!
    throw error
  }
  throw new Error('It was taken.')
}
/** A tarball by hand, with entries an ordinary client would never write. */
async function strange(
  ...entries: (Partial<Header> & { name: string; text?: string })[]
): Promise<Uint8Array> {
  const tar = pack()
  const chunks: Buffer[] = []
  tar.on('data', (chunk) => chunks.push(chunk as Buffer))
  for (const { text, ...header } of entries) tar.entry(header as Header, text ?? '')
  tar.finalize()
  await new Promise<void>((resolve) => tar.on('end', resolve))
  return gzipSync(Buffer.concat(chunks))
}

test('what an ordinary client sends is taken, with checksums made anew', async () => {
  const tarball = await packTarball([packageJson(), { path: 'index.js', content: 'export {}' }])
  const taken = ((await read(body(tarball, { tag: 'next' }))) as { release: ClientRelease }).release
  expect(taken).toMatchObject({
    version: '1.0.0',
    channel: 'next',
    integrity: `sha512-${createHash('sha512').update(tarball).digest('base64')}`,
  })
  expect(taken.files.map((file) => file.path).sort()).toEqual(['index.js', 'package.json'])
})

test.each([
  [
    'the address names another package',
    async () => refusal(body(await packTarball([packageJson()])), '@x/z'),
    'other-name',
  ],
  [
    'the tarball names another package',
    async () => refusal(body(await packTarball([packageJson('@x/z')]))),
    'other-name',
  ],
  [
    'the tarball names another version',
    async () => refusal(body(await packTarball([packageJson('@x/y', '1.0.1')]))),
    'other-version',
  ],
  [
    'the checksum is of something else',
    async () =>
      refusal(
        body(await packTarball([packageJson()]), { dist: { integrity: `sha512-${'A'.repeat(86)}==` } }),
      ),
    'integrity',
  ],
  ['it is no gzip', async () => refusal(body(Buffer.from('plain'))), 'tarball'],
  ['it is a gzip of no tar', async () => refusal(body(gzipSync(Buffer.from('x'.repeat(2000))))), 'tarball'],
  [
    'it ends too soon',
    async () => refusal(body((await packTarball([packageJson()])).slice(0, 40))),
    'tarball',
  ],
  [
    'there is no package.json',
    async () => refusal(body(await packTarball([{ path: 'a.js', content: '' }]))),
    'tarball',
  ],
  [
    'its package.json is no JSON',
    async () => refusal(body(await packTarball([{ path: 'package.json', content: '{' }]))),
    'tarball',
  ],
  [
    'a path climbs out',
    async () => refusal(body(await strange({ name: 'package/../../etc/x', text: 'x' }))),
    'tarball',
  ],
  ['a path is absolute', async () => refusal(body(await strange({ name: '/etc/x', text: 'x' }))), 'tarball'],
  [
    'it holds a link',
    async () => refusal(body(await strange({ name: 'package/a', type: 'symlink', linkname: '/etc/passwd' }))),
    'tarball',
  ],
  [
    'a path has a backslash',
    async () => refusal(body(await strange({ name: 'package/..\\x', text: 'x' }))),
    'tarball',
  ],
  [
    'a path names a drive',
    async () => refusal(body(await strange({ name: 'package/c:/x', text: 'x' }))),
    'tarball',
  ],
  [
    'a file stands outside the folder',
    async () => refusal(body(await strange({ name: 'x', text: 'x' }))),
    'tarball',
  ],
  [
    'a path stands there twice',
    async () =>
      refusal(body(await strange({ name: 'package/a', text: 'x' }, { name: 'package/a', text: 'y' }))),
    'tarball',
  ],
  [
    'two folders hold one path',
    async () =>
      refusal(body(await strange({ name: 'package/a', text: 'x' }, { name: 'other/a', text: 'y' }))),
    'tarball',
  ],
  [
    'two names differ in case',
    async () =>
      refusal(
        body(await strange({ name: 'package/Read.js', text: 'x' }, { name: 'package/read.js', text: 'y' })),
      ),
    'tarball',
  ],
  [
    'there are two package.json',
    async () =>
      refusal(
        body(
          await strange({ name: 'package/package.json', text: '{}' }, { name: 'x/package.json', text: '{}' }),
        ),
      ),
    'tarball',
  ],
  [
    'a name holds a line break',
    async () => refusal(body(await strange({ name: 'package/a\nb', text: 'x' }))),
    'tarball',
  ],
  [
    'it is told to depend on what it does not name',
    async () =>
      refusal(body(await packTarball([packageJson()]), { more: { dependencies: { other: '1.0.0' } } })),
    'other-manifest',
  ],
  [
    'it depends on what is not told',
    async () =>
      refusal(body(await packTarball([packageJson('@x/y', '1.0.0', { dependencies: { other: '1.0.0' } })]))),
    'other-manifest',
  ],
  [
    'it runs a script that is not told',
    async () =>
      refusal(body(await packTarball([packageJson('@x/y', '1.0.0', { scripts: { postinstall: 'x' } })]))),
    'other-manifest',
  ],
  [
    'it has a command that is not told',
    async () =>
      refusal(
        body(await packTarball([packageJson('@x/y', '1.0.0', { bin: 'a.js' })]), {
          more: { bin: { y: 'b.js' } },
        }),
      ),
    'other-manifest',
  ],
  [
    'its package.json is no object',
    async () => refusal(body(await packTarball([{ path: 'package.json', content: '[]' }]))),
    'tarball',
  ],
  [
    'there is no tarball',
    async () => refusal({ ...body(new Uint8Array()), versions: undefined, _attachments: {} }),
    'publish-body',
  ],
  [
    'there are two versions',
    async () =>
      refusal({
        ...body(new Uint8Array()),
        versions: {
          '1.0.0': { name: '@x/y', version: '1.0.0' },
          '1.0.1': { name: '@x/y', version: '1.0.1' },
        },
      }),
    'publish-body',
  ],
  ['it is not even an object', async () => refusal('text'), 'publish-body'],
])('refused: %s', async (_what, attempt, code) => {
  const problem = await attempt()
  expect(problem.code).toBe(code)
  expect(problem.what.length).toBeGreaterThan(15)
  expect(problem.todo.length).toBeGreaterThan(10)
})

test('what is told in another form is the same', async () => {
  const tarball = await packTarball([
    packageJson('@x/y', '1.0.0', {
      bin: './a.js',
      dependencies: { a: '1' },
      optionalDependencies: { b: '2' },
      scripts: { test: 'x' },
    }),
  ])
  const more = {
    bin: { y: 'a.js' },
    dependencies: { a: '1', b: '2' },
    optionalDependencies: { b: '2' },
    peerDependencies: {},
  }
  expect(await read(body(tarball, { more }))).toMatchObject({ is: 'publish' })
})
test('a document without a tarball deprecates versions, an empty message takes it back', async () => {
  const versions = {
    '1.0.0': { name: '@x/y', version: '1.0.0', deprecated: 'Use 2.' },
    '1.1.0': { name: '@x/y', version: '1.1.0', deprecated: '' },
    '2.0.0': { name: '@x/y', version: '2.0.0' },
  }
  expect(await read({ name: '@x/y', versions })).toEqual({
    is: 'deprecate',
    versions: { '1.0.0': 'Use 2.', '1.1.0': '', '2.0.0': '' },
  })
  expect(await refusal({ name: '@x/z', versions })).toMatchObject({ code: 'other-name' })
})
test('a tarball that unpacks without end is stopped', async () => {
  const zeros = '0'.repeat(1_000_000)
  const tarball = await strange(
    ...Array.from({ length: 220 }, (_, i) => ({ name: `package/${i}`, text: zeros })),
  )
  expect(tarball.length).toBeLessThan(2_000_000)
  expect(await refusal(body(tarball))).toMatchObject({
    code: 'tarball',
    what: expect.stringContaining('more than may be'),
  })
}, 30_000)
