import { readFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { readLibrary } from '~~/core/read/read'
import { buildPackage, packTarball } from './package'
import { ternSource as files } from '~~/tests/tern'
import { unpack } from '~~/tests/unpacked'

const { contracts } = readLibrary(files)
const theme = {
  name: 'daywatch',
  title: 'Daywatch',
  on: null,
  document: JSON.parse(readFileSync('demo/tern/tokens/daywatch.json', 'utf8')),
}
const input = (version: string) => ({
  library: { name: '@marram/tern', license: 'MIT' },
  prefix: 'tern-',
  version,
  contracts,
  words: () => undefined,
  themes: [theme],
  licence: 'MIT',
  registry: 'http://registry.test/',
  combinations: {},
  accessible: {},
  changelog: [{ version, date: '2026-11-25', notes: 'All.' }],
})
describe('a package', () => {
  let packed: Awaited<ReturnType<typeof buildPackage>>
  let content: Map<string, string>
  beforeAll(async () => {
    packed = await buildPackage(files, input('1.0.0'))
    content = await unpack(packed.tarball)
  }, 30_000)

  test('every exported path is there, and every import inside leads somewhere', () => {
    const { exports } = JSON.parse(content.get('package/package.json')!) as {
      exports: Record<string, string | Record<string, string>>
    }
    for (const target of Object.values(exports).flatMap((entry) =>
      typeof entry === 'string' ? [entry] : Object.values(entry),
    )) {
      if (!target.includes('*'))
        expect([target, content.has(`package/${target.slice(2)}`)]).toEqual([target, true])
    }
    for (const [name, text] of content) {
      if (!/\.(js|d\.ts)$/.test(name)) continue
      for (const [, specifier] of text.matchAll(/(?:from|import)\s*\(?["'](\.{1,2}\/[^"']+)["']/g)) {
        const target = new URL(specifier!, `http://x/${name}`).pathname.slice(1)
        const declared = target.replace(/\.js$/, '.d.ts')
        // styles are in the modules; their imports stay in no declaration
        expect([name, specifier, content.has(name.endsWith('.d.ts') ? declared : target)]).toEqual([
          name,
          specifier,
          true,
        ])
      }
    }
  })
  test('checksums are of the bytes', () => {
    expect(packed.integrity).toBe(`sha512-${createHash('sha512').update(packed.tarball).digest('base64')}`)
    expect(packed.shasum).toBe(createHash('sha1').update(packed.tarball).digest('hex'))
    expect(packed.files).toHaveLength(content.size)
    expect(packed.unpackedSize).toBe(
      [...content.values()].reduce((sum, text) => sum + Buffer.byteLength(text), 0),
    )
  })
  test('the same source packs to the same bytes', async () => {
    expect((await buildPackage(files, input('1.0.0'))).integrity).toBe(packed.integrity)
    expect((await buildPackage(files, input('1.0.1'))).integrity).not.toBe(packed.integrity)
  }, 30_000)
  test('declarations keep the words of the source, and inner members inside', () => {
    const declaration = content.get('package/dist/types/src/notice-strip.d.ts')!
    expect(declaration).toContain('How grave the news is.')
    expect(declaration).toContain('get tone(): Tone')
    expect(declaration).not.toContain('#leave')
    expect(declaration).toContain("from './base.js'")
  })
  test('no problem is told of source that is sound', () => expect(packed.problems).toEqual([]))
})

test('a type the compiler cannot write down is a problem with its place', async () => {
  const broken = [
    {
      path: 'src/a.ts',
      text:
        'const hidden = Symbol()\nexport class XA extends HTMLElement { [hidden] = 1\n  ' +
        "make() { return class { private x = 1 } } }\ncustomElements.define('x-a', XA)",
    },
  ]
  const packed = await buildPackage(broken, {
    ...input('1.0.0'),
    prefix: 'x-',
    contracts: readLibrary(broken).contracts,
  })
  expect(packed.problems[0]).toMatchObject({ code: 'declarations', where: { file: 'src/a.ts' } })
}, 30_000)

test('a tarball has everything under package/, with fixed times', async () => {
  const bytes = await packTarball([
    { path: 'a/b.txt', content: 'text' },
    { path: 'c.bin', content: new Uint8Array([1, 2, 3]) },
  ])
  expect([...(await unpack(bytes)).keys()]).toEqual(['package/a/b.txt', 'package/c.bin'])
  expect(
    Buffer.from(
      await packTarball([
        { path: 'a/b.txt', content: 'text' },
        { path: 'c.bin', content: new Uint8Array([1, 2, 3]) },
      ]),
    ),
  ).toEqual(Buffer.from(bytes))
})
