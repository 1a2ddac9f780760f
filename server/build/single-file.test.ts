import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { createContext, runInContext } from 'node:vm'
import { build } from 'esbuild'
import { rollup, type Plugin } from 'rollup'
import { readLibraryPackage } from '~~/core/release/library'
import { readLibrary } from '~~/core/read/read'
import { jsxLibrary, vueLibrary } from '~~/tests/fixtures/kinds'
import { unpack } from '~~/tests/unpacked'
import { buildPackage } from './package'

// What is packed is used as consumers do who have no build, and who have one that leaves out what is not used.

/** Texts in a folder of their own. */
function folderWith(texts: Record<string, string> | Map<string, string>, below = ''): string {
  const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-'))
  for (const [path, text] of texts instanceof Map ? texts : Object.entries(texts)) {
    const file = join(folder, below, path)
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, text)
  }
  return folder
}

/** A library's package, with what its own package.json says. */
async function packaged(files: Record<string, string>, prefix: string, dependencies?: string) {
  const library = readLibraryPackage(files['package.json'])
  if (!library.ok) throw new Error(JSON.stringify(library.problems))
  const source = Object.entries(files).map(([path, text]) => ({ path, text }))
  const theme = {
    name: 'day',
    title: 'Day',
    on: null,
    document: { ink: { $type: 'color' as const, $value: '#1c3a4b' } },
  }
  const { tarball, singleSays, manifest } = await buildPackage(
    source,
    {
      library: library.value,
      prefix,
      version: '1.0.0',
      contracts: readLibrary(source).contracts,
      words: () => undefined,
      themes: [theme as never],
      licence: 'MIT',
      registry: 'http://registry.test/',
      combinations: {},
      accessible: {},
      changelog: [],
    },
    { dependencies },
  )
  return { files: await unpack(tarball), singleSays, manifest: manifest as Record<string, unknown> }
}

const element = (tag: string, name: string, head = '', body = '') =>
  `${head}\nexport class ${name} extends HTMLElement {\n${body}\n}\ncustomElements.define('${tag}', ${name})`

/** Runs a classic script as a page without a document would; elements that it registers, and its globals. */
function run(script: string): { defined: Map<string, new () => object>; page: Record<string, unknown> } {
  const defined = new Map<string, new () => object>()
  const page = createContext({
    HTMLElement: class {},
    customElements: { define: (tag: string, of: new () => object) => defined.set(tag, of) },
  }) as Record<string, unknown>
  runInContext(script, page)
  return { defined, page }
}

test('elements are one classic script with what they depend on, compiled as tsconfig.json says', async () => {
  const dependencies = folderWith(
    {
      'tide-table/package.json': JSON.stringify({
        name: 'tide-table',
        version: '1.2.0',
        license: 'ISC',
        main: 'index.js',
      }),
      'tide-table/LICENSE': 'Whoever copies this keeps these lines.',
      // it is installed, and not put in
      'harbour-table/package.json': JSON.stringify({ name: 'harbour-table', version: '1.0.0' }),
      'tide-table/index.js': "exports.high = process.env.NODE_ENV === 'production' ? 4.2 : 0",
    },
    'node_modules',
  )
  const { files, singleSays, manifest } = await packaged(
    {
      'package.json': JSON.stringify({
        name: '@marram/sea-bell',
        license: 'MIT',
        dependencies: { 'tide-table': '^1.0.0' },
      }),
      'tsconfig.json': '{ "compilerOptions": { "experimentalDecorators": true } }',
      'src/bell.ts': element(
        'x-bell',
        'XBell',
        "import { high } from 'tide-table'\n" +
          'const told = (of: object, name: string): void => ' +
          'Object.defineProperty(of, name, { get: () => `${name} is told`, set() {} })',
        '  @told word!: string\n  high = high\n  isPlain = import.meta.env.DEV === false',
      ),
    },
    'x-',
    dependencies,
  )
  expect(singleSays).toBe('As one module, and as one classic script.')
  expect(manifest).toMatchObject({
    exports: { './single/*': './single/*' },
    files: expect.arrayContaining(['single']),
  })
  const script = files.get('package/single/sea-bell.classic.js')!
  const { defined, page } = run(script)
  const bell = new (defined.get('x-bell')!)()
  expect(bell).toMatchObject({ word: 'word is told', high: 4.2, isPlain: true })
  expect(Object.keys(page.SeaBell as object)).toEqual(['XBell'])
  // its looks are in it, and a map leads back to the source
  expect(script).toContain('--x-ink')
  expect(JSON.parse(files.get('package/single/sea-bell.classic.js.map')!)).toMatchObject({
    sources: expect.arrayContaining([expect.stringContaining('src/bell.ts')]),
  })
  expect(files.get('package/single/third-party-licences.txt')).toBe(
    'tide-table 1.2.0, ISC\n\nWhoever copies this keeps these lines.\n',
  )
  const all = [...files.values()].join('')
  expect(all).not.toContain(dependencies)
  expect(files.get('package/README.md')).toContain(
    '<script src="node_modules/@marram/sea-bell/single/sea-bell.classic.js"></script>',
  )
  // modules leave what is installed beside them to the consumer
  const modules = [...files].filter(([path]) => /dist\/.*\.js$/.test(path)).map(([, text]) => text)
  expect(modules.join('')).toContain('from "tide-table"')
}, 60_000)

test('what is not installed is told, and costs nothing but the single file', async () => {
  const { files, singleSays } = await packaged(
    {
      'package.json': JSON.stringify({ name: 'bell', license: 'MIT', dependencies: { 'tide-table': '1' } }),
      'src/bell.ts': element('x-bell', 'XBell', "import 'tide-table'"),
    },
    'x-',
  )
  expect(singleSays).toBe('In no single file: The package “tide-table” is not part of the library.')
  expect([...files.keys()].filter((path) => path.includes('single/'))).toEqual([])
}, 60_000)

test('what runs on a framework is a module that takes it from the page', async () => {
  for (const [library, prefix, peer] of [
    [vueLibrary, 'skua-', 'vue'],
    [jsxLibrary, 'gannet-', 'react'],
  ] as const) {
    const { files, singleSays } = await packaged(library, prefix)
    expect(singleSays).toMatch(/^As one module, which takes .*(react|vue).* by an import map/)
    const [path] = [...files.keys()].filter((name) => /single\/.*\.js$/.test(name))
    expect(files.get(path!)).toMatch(new RegExp(`from"${peer}`))
  }
}, 60_000)

const sheetLibrary = {
  'package.json': JSON.stringify({
    name: '@marram/knot',
    license: 'MIT',
    style: 'style.css',
    sideEffects: ['*.css'],
    peerDependencies: { vue: '^3.5.0' },
  }),
  'style.css': "@import './inks.css';\n.knot { background: url('./knot.svg') }",
  'inks.css': '.knot { color: navy }',
  'knot.svg': '<svg xmlns="http://www.w3.org/2000/svg"/>',
  'src/KnotOne.vue': '<template><p class="knot">first of all knots</p></template>',
  'src/KnotTwo.vue': '<template><p class="knot">second of all knots</p></template>',
}

test('a sheet that is loaded beside components goes out with them, whole', async () => {
  const { files, manifest } = await packaged(sheetLibrary, 'knot-')
  const sheet = files.get('package/style.css')!
  expect(sheet).toContain('color: navy')
  expect(sheet).toMatch(/url\(.data:image\/svg\+xml/)
  expect(manifest).toMatchObject({
    style: './style.css',
    exports: { './style.css': './style.css' },
    files: expect.arrayContaining(['style.css']),
  })
  expect(files.get('package/README.md')).toContain("import '@marram/knot/style.css'")
  // whoever takes the single file need not load it too
  expect(files.get('package/single/knot.js')).toContain('color: navy')
}, 60_000)

describe('bundlers take one component and leave out the others', () => {
  let folder: string
  const asked = 'console.log(KnotOne)'
  beforeAll(async () => {
    const { files } = await packaged(sheetLibrary, 'knot-')
    const placed = new Map([...files].map(([path, text]) => [path.replace(/^package/, '@marram/knot'), text]))
    folder = folderWith(placed, 'node_modules')
    writeFileSync(join(folder, 'use.js'), `import { KnotOne } from '@marram/knot'\n${asked}`)
  }, 60_000)

  test('esbuild', async () => {
    const { outputFiles } = await build({
      entryPoints: [join(folder, 'use.js')],
      bundle: true,
      format: 'esm',
      write: false,
      external: ['vue'],
      logLevel: 'silent',
    })
    expect(outputFiles[0]!.text).toContain('first of all knots')
    expect(outputFiles[0]!.text).not.toContain('second of all knots')
  })

  test('rollup', async () => {
    const bundle = await rollup({
      input: join(folder, 'use.js'),
      external: ['vue'],
      plugins: [findsPackage(join(folder, 'node_modules'))],
    })
    const { output } = await bundle.generate({ format: 'es' })
    expect(output[0].code).toContain('first of all knots')
    expect(output[0].code).not.toContain('second of all knots')
  })
})

/** Finds a package as its package.json says, and what of it does something by being loaded. */
const findsPackage = (modules: string): Plugin => ({
  name: 'finds-package',
  async resolveId(specifier, importer) {
    if (!specifier.startsWith('@marram/')) {
      const found = await this.resolve(specifier, importer, { skipSelf: true })
      return found && { ...found, moduleSideEffects: !found.id.startsWith(modules) }
    }
    return { id: join(modules, specifier, 'dist/index.js'), moduleSideEffects: false }
  },
})

test('modules that register elements are kept by every bundler', async () => {
  const { manifest, files } = await packaged(
    {
      'package.json': JSON.stringify({ name: 'bell', license: 'MIT', sideEffects: false }),
      'src/bell.ts': element('x-bell', 'XBell'),
      'src/horn.ts': element('x-horn', 'XHorn'),
    },
    'x-',
  )
  const placed = new Map([...files].map(([path, text]) => [path.replace(/^package/, 'bell'), text]))
  const folder = folderWith(placed, 'node_modules')
  expect(manifest.sideEffects).toEqual(expect.arrayContaining(['./dist/bell.js', './dist/horn.js']))
  writeFileSync(join(folder, 'use.js'), "import 'bell'")
  const { outputFiles } = await build({ entryPoints: [join(folder, 'use.js')], bundle: true, write: false })
  const { defined } = run(outputFiles[0]!.text)
  expect([...defined.keys()].sort()).toEqual(['x-bell', 'x-horn'])
}, 60_000)
