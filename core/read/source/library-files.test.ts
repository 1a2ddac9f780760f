import { told } from '../../../tests/told'
import { libraryFiles } from './library-files'

const kept = (paths: string[], manifest: object = {}) => {
  const { files, problems } = libraryFiles([
    { path: 'package.json', text: JSON.stringify({ name: 'q', ...manifest }) },
    ...paths.map((path) => ({ path, text: '' })),
  ])
  return {
    kept: files.map(({ path }) => path).filter((path) => path !== 'package.json'),
    told: problems.map(({ code }) => code),
  }
}

test('of several builds the one that is handed out is read; declarations stay', () => {
  expect(
    kept(['es/a.js', 'cjs/a.js', 'types/a.d.ts', 'dist-cdn/a.js'], {
      module: './es/a.js',
      main: './cjs/a.js',
    }),
  ).toEqual({ kept: ['es/a.js', 'types/a.d.ts'], told: ['left-aside-build'] })
  expect(
    kept(['es/a.js', 'es/a.d.ts', 'dist/all.d.ts'], { module: './es/a.js', types: './es/a.d.ts' }),
  ).toEqual({ kept: ['es/a.d.ts', 'es/a.js'], told: ['left-aside-build'] })
  expect(kept(['lib/a.js', 'dist/a.js'])).toEqual({ kept: ['dist/a.js', 'lib/a.js'], told: [] })
})
test('where what a package hands on has no entry, its older fields name the build that is read', () => {
  const exports = { './es/*': './es/*', './es-other/*': './es-other/*' }
  expect(kept(['es/a.js', 'es-other/a.js'], { module: 'es/a.js', exports })).toEqual({
    kept: ['es/a.js'],
    told: ['left-aside-build'],
  })
})
test('files are read in one order, whatever order they come in: the build that is handed out first', () => {
  const paths = ['b.js', 'es/z.js', 'a.js', 'es/b.js']
  const inOrder = { kept: ['es/b.js', 'es/z.js', 'a.js', 'b.js'], told: [] }
  expect(kept(paths, { module: './es/z.js' })).toEqual(inOrder)
  expect(kept(paths.toReversed(), { module: './es/z.js' })).toEqual(inOrder)
})
test('a bundle that holds once more what the entry hands on is left aside, minified or not', () => {
  const line = `const a = 1\n`
  const script = (path: string, text: string) => ({ path, text })
  const parts = Array.from({ length: 9 }, (_, i) => script(`es/part-${i}.js`, line.repeat(20)))
  const files = [
    script('package.json', '{"name":"q","module":"es/index.js"}'),
    script('es/index.js', parts.map(({ path }) => `export * from './${path.slice(3)}'\n`).join('')),
    ...parts,
    script('es/q.esm.js', line.repeat(200)),
    script('es/q.min.esm.js', 'a'.repeat(900)),
    script('es/named.js', 'b'.repeat(900)),
    script('es/uses.js', `import './named.js'\n`),
    script('es/large.js', `import './uses.js'\n${line.repeat(200)}`),
  ]
  const { files: read } = libraryFiles(files)
  const left = files.filter((file) => !read.includes(file)).map(({ path }) => path)
  expect(left).toEqual(['es/q.esm.js', 'es/q.min.esm.js'])
})
test('several builds in one folder: by what builds are called, or by the same scripts at the same paths', () => {
  const built = (folder: string) =>
    ['main', 'src/a', 'src/b', 'src/c'].map((name) => `dist/${folder}/${name}.js`)
  const paths = [
    ...built('es'),
    ...built('esm-node'),
    ...built('elements'),
    'dist/iife/main.js',
    'dist/types/a.d.ts',
  ]
  const manifest = { exports: { '.': { types: './dist/types/a.d.ts', import: './dist/es/main.js' } } }
  expect(kept(paths, manifest)).toEqual({
    kept: [...built('es'), 'dist/types/a.d.ts'],
    told: ['left-aside-build'],
  })
  // folders of one build that do not hold the same
  const parts = ['dist/button/index.js', 'dist/card/index.js', 'dist/hooks/index.js']
  expect(kept(parts, { module: './dist/button/index.js' })).toEqual({ kept: parts, told: [] })
})
test('other forms of a script beside it are left aside', () => {
  expect(kept(['a.js', 'a.min.js', 'a.dev.js', 'b.min.js'])).toEqual({
    kept: ['a.js', 'b.min.js'],
    told: ['left-aside-build'],
  })
})
test('one stray script in src does not put all of dist aside, and it is told what was taken', () => {
  const element = (tag: string) => `customElements.define('${tag}', class extends HTMLElement {})`
  const dist = Object.fromEntries(
    ['x-a', 'x-b', 'x-c', 'x-d', 'x-e'].map((tag) => [`dist/${tag}.js`, element(tag)]),
  )
  expect(told({ 'src/stray.js': 'export const version = 1', ...dist })).toEqual({
    'x-a': [],
    'x-b': [],
    'x-c': [],
    'x-d': [],
    'x-e': [],
    problems: ['left-aside-source'],
  })
  expect(told({ 'src/a.js': element('x-a'), 'dist/all.js': element('x-a') + element('x-b') })).toEqual({
    'x-a': [],
    problems: ['left-aside-built'],
  })
})
test('nothing found is told', () => {
  expect(told({ 'a.js': 'export const x = 1' })).toEqual({ problems: ['nothing-found'] })
  expect(told({ 'a.css': 'b { color: red }' })).toEqual({})
})
