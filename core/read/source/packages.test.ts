import { entryOf, packageIn, Packages, typeEntries } from './packages'

test.each([
  ['lit', 'lit', '.'],
  ['@a/b', '@a/b', '.'],
  ['@a/b/c/d.js', '@a/b', './c/d.js'],
  ['a/b', 'a', './b'],
])('%s names a package and an entry', (specifier, name, entry) => {
  expect(packageIn(specifier)).toEqual({ name, entry })
})
test.each(['./a', '../a', '/a', '.'])('%s names none', (specifier) => {
  expect(packageIn(specifier)).toBeUndefined()
})
test('entries by exports, module, main, or the path itself', () => {
  expect(entryOf({ name: 'q', exports: { './x': { import: './d/x.js' } } }, './x')).toBe('./d/x.js')
  expect(entryOf({ name: 'q', exports: { './x': './x.js' } }, './y.js')).toBe('./y.js')
  expect(entryOf({ name: 'q', module: './m.js', main: './c.js' }, '.')).toBe('./m.js')
  expect(entryOf({ name: 'q' }, './deep/x.js')).toBe('./deep/x.js')
  expect(typeEntries({ name: 'q', types: './a.d.ts', exports: { '.': { types: './b.d.ts' } } })).toEqual([
    './a.d.ts',
    './b.d.ts',
  ])
})
test('packages inside packages come first; what is not there is not', () => {
  const files: Record<string, string> = {
    'node_modules/a/package.json': '{"name":"a","main":"i.js"}',
    'node_modules/a/i.js': '',
    'node_modules/b/package.json': '{"name":"b","main":"far.js"}',
    'node_modules/b/far.js': '',
    'node_modules/a/node_modules/b/package.json': '{"name":"b","main":"near.js"}',
    'node_modules/a/node_modules/b/near.js': '',
  }
  const packages = new Packages((path) => files[path])
  expect(packages.resolve('src/x.ts', 'b')).toBe('node_modules/b/far.js')
  expect(packages.resolve('node_modules/a/i.js', 'b')).toBe('node_modules/a/node_modules/b/near.js')
  expect(packages.resolve('node_modules/a/i.js', './i')).toBe('node_modules/a/i.js')
  expect(packages.resolve('src/x.ts', 'nowhere')).toBeUndefined()
  expect(packages.script('node_modules/a/none.js')).toBeUndefined()
})
