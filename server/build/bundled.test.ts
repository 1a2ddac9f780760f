import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { readLibrary } from '~~/core/read/read'
import { buildModules } from './modules'

// What libraries import besides scripts, in the ways that bundlers take.

const pixel = 'data:image/png;base64,iVBORw0KGgo='
const element = (head: string, body = '') =>
  `${head}\nexport class XBell extends HTMLElement { connectedCallback() { ${body} } }\ncustomElements.define('x-bell', XBell)`

/** All that is built of a library, or what is wrong with its first component. */
async function built(files: Record<string, string>, dependencies = folderWith({})): Promise<string> {
  const sources = Object.entries(files).map(([path, text]) => ({ path, text }))
  const { modules, components } = await buildModules(sources, readLibrary(sources).contracts, dependencies)
  const problem = components.flatMap(({ problems }) => problems)[0]
  if (problem) return `${problem.where?.file}:${problem.where?.line} ${problem.what}`
  return modules
    .filter(({ name }) => name.endsWith('.js'))
    .map(({ content }) => Buffer.from(content).toString())
    .join('\n')
}

function folderWith(installed: Record<string, string>): string {
  const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-'))
  for (const [path, text] of Object.entries(installed)) {
    const file = join(folder, 'node_modules', path)
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, text)
  }
  return folder
}

test.each([
  ['a sheet that is constructed', `import looks from './b.css' with { type: 'css' }`, 'new CSSStyleSheet()'],
  ['the text of a sheet', `import looks from './b.css'`, 'var b_default = ":host{color:red}"'],
  ['the text of a sheet by a query', `import looks from './b.css?inline'`, '":host{color:red}"'],
  ['looks alone', `import './b.css'; const looks = 1`, 'document.head.append(sheet)'],
  ['names of classes', `import { row } from './c.module.css'; const looks = row`, /row = "_?row_\w+"/],
  ['looks in SCSS', `import looks from './d.scss'`, '.e .f{margin:3px}'],
  ['looks in Less', `import looks from './e.less'`, '.g .h{padding:4px}'],
  ['a picture', `import looks from './t.png'`, '"data:image/png;base64,iVBORw0KGgo="'],
  ['a drawing as text', `import looks from './u.svg'`, '"<svg/>"'],
  ['a drawing by its address', `import looks from './u.svg?url'`, 'data:image/svg+xml'],
  ['data', `import looks from './v.json' with { type: 'json' }`, /tide: ?3/],
  [
    'a glob of texts',
    `const looks = import.meta.glob('./*.svg', { eager: true, query: '?raw' })`,
    '"./u.svg"',
  ],
  [
    'a glob that is loaded later',
    `const looks = import.meta.glob(['./*.json', '!./w*'])`,
    /"\.\/v\.json": ?\(\) =>/,
  ],
  ['an address beside the script', `const looks = new URL('./t.png', import.meta.url)`, 'data:image/png'],
])('%s', async (_what, head, expected) => {
  const text = await built({
    'src/bell.js': element(head, 'this.looks = looks'),
    'src/b.css': ':host{color:red}',
    'src/c.module.css': '.row{color:red}',
    'src/_sizes.scss': '$size: 3px;',
    'src/d.scss': `@use 'sizes'; .e { .f { margin: sizes.$size } }`,
    'src/sizes.less': '@size: 4px;',
    'src/e.less': `@import 'sizes'; .g { .h { padding: @size } }`,
    'src/t.png': pixel,
    'src/u.svg': '<svg/>',
    'src/v.json': '{"tide":3}',
    'src/w.json': '{"tide":4}',
  })
  expect(
    text
      .replace(/\\n/g, '')
      .replace(/\s*([{};:])\s*(?=[^"]*")/g, '$1')
      .replaceAll(';}', '}'),
  ).toEqual(
    typeof expected === 'string' ? expect.stringContaining(expected) : expect.stringMatching(expected),
  )
})

test('a drawing that is used as an address is given as one', async () => {
  const files = { 'src/u.svg': '<svg/>' }
  const used = await built({
    ...files,
    'src/bell.js': element(`import tide from './u.svg'`, 'this.innerHTML = `<img src="${tide}">`'),
  })
  expect(used).toContain('data:image/svg+xml')
})

test('a sheet holds what it imports, and its pictures; one that is not there stays named', async () => {
  const text = await built(
    {
      'src/bell.js': element(`import looks from './b.css'`, 'this.looks = looks'),
      'src/b.css': `@import './ink.css'; @import 'kit/base.css'; b { background: url(t.png), url(gone.png) }`,
      'src/ink.css': 'i { color: navy }',
      'src/t.png': pixel,
    },
    folderWith({
      'kit/package.json': '{"name":"kit","version":"1.0.0"}',
      'kit/base.css': 'u { color: teal }',
    }),
  )
  for (const part of ['color: navy', 'color: teal', 'data:image/png', 'gone.png'])
    expect(text).toContain(part)
  expect(text).not.toContain('@import')
})

test('a package’s own looks and pictures come with it', async () => {
  const text = await built(
    { 'src/bell.js': element(`import 'kit'`) },
    folderWith({
      'kit/package.json': '{"name":"kit","version":"1.0.0","main":"k.js"}',
      'kit/k.js': `
import './k.css'
import at from './k.png'
import names from './n.module.css'
globalThis.at = [at, names]`,
      'kit/k.css': 'body { color: teal }',
      'kit/k.png': 'bytes',
      'kit/n.module.css': '.leaf { color: olive }',
    }),
  )
  for (const part of ['color: teal', 'data:image/png', 'color: olive', 'leaf']) expect(text).toContain(part)
})

test('what a package holds in a language of its own is compiled with the library', async () => {
  const installed = {
    'tide/package.json':
      '{"name":"tide","version":"1.0.0","exports":{".":{"svelte":"./t.svelte.js","default":"./gone.js"}}}',
    'tide/t.svelte.js': 'export const tide = (n) => { let high = $derived(n > 3); return () => high }',
  }
  const folder = folderWith(installed)
  const text = await built(
    { 'src/bell.js': element(`import { tide } from 'tide'`, 'this.tide = tide(4)') },
    folder,
  )
  // its compiler puts what runs it in place of the rune; that is not installed here, and is told by name
  expect(text).toMatch(/svelte\/internal/)
})

test('styles of a component in SCSS; what is wrong in them is told with its line', async () => {
  const bell = (style: string) =>
    `<template><b class="x">hi</b></template>\n<style lang="scss" scoped>\n${style}\n</style>`
  const told = await built({ 'src/Bell.vue': bell('.x {\n  color: $none;\n}') }, process.cwd())
  expect(told).toBe('src/Bell.vue:4 Undefined variable.')
  expect(
    await built({ 'src/Bell.vue': bell('$ink: navy; .x { &:hover { color: $ink } }') }, process.cwd()),
  ).toMatch(/\.x\[data-v-\w+\]:hover/)
})

test.each([
  [`@use '../../../etc/passwd'`, 'scss'],
  [`@import '/etc/passwd';`, 'less'],
  [`@plugin 'run';`, 'less'],
  ['b { c: `1 + 1` }', 'less'],
  [`b { c: data-uri('/etc/passwd') }`, 'less'],
])('a sheet reaches nothing outside the library, and runs nothing: %s in %s', async (sheet, ending) => {
  const text = await built({ 'src/bell.js': element(`import './b.${ending}'`), [`src/b.${ending}`]: sheet })
  expect(text).toMatch(/^src\/b\.\w+:1 /)
})

test('a package that only stands above those installed is not there: what asks for it if it is goes on', async () => {
  const above = folderWith({ '@far/tools/index.js': 'export const secret = 42' })
  const dependencies = join(above, 'installed')
  const kit = join(dependencies, 'node_modules/kit')
  mkdirSync(kit, { recursive: true })
  writeFileSync(
    join(kit, 'index.js'),
    `export async function ask() { try { return await import('@far/tools') } catch { return undefined } }`,
  )
  const text = await built(
    { 'src/bell.js': element(`import { ask } from 'kit'`, 'void ask()') },
    dependencies,
  )
  // nor is it told where on this server packages are installed
  expect(text).not.toContain(dependencies.slice(1))
  expect(text).toContain('// node_modules/kit/index.js')
  expect(text).toContain('@far/tools\\u201D is not among what was installed for the library.')
  expect(text).not.toContain('secret = 42')
})

test('variables of a build that nobody set are not set, and cost nothing', async () => {
  const text = await built({
    'src/bell.js': element(
      '',
      `this.logs = typeof process.env.LOGS !== 'undefined'; this.mode = process.env.NODE_ENV`,
    ),
  })
  expect(text).not.toContain('process.env.')
  expect(text).toContain('"production"')
})
