import { execFile } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { build, type Plugin } from 'esbuild'
import { compile as compileSvelte } from 'svelte/compiler'
import { consumerActs } from '~~/core/release/consumer/consumer'
import { installWith } from '../../core/release/install'
import type { ReleasesView } from '../../core/wire'
import { jsxLibrary, svelteLibrary, vueLibrary } from '../fixtures/kinds'
import { bringIn, someone, world, type World } from '../world'

// What a consuming team does with a library that is no custom elements: install it with the ordinary client,
// compile against it, run it.

const run = promisify(execFile)
const licence = 'Copyright the Marram Line. May be used by anybody for anything.\n'
let at: World
let folder: string
beforeAll(async () => {
  // each is used as a consumer does before it goes out
  at = await world({ TRY_PACKAGES: 'true' })
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-consumer-'))
}, 60_000)
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

/** Brings a library in, publishes it, and installs it into a project of its own beside what it runs on. */
async function installed(slug: string, files: Record<string, string>, beside: string[]): Promise<string> {
  const ines = await someone(at, 'ines')
  const { name } = JSON.parse(files['package.json']!) as { name: string }
  expect(
    (
      await ines('/api/libraries', {
        body: { slug, title: slug, package: name, prefix: `${slug}-`, visibility: 'open' },
      })
    ).status,
  ).toBe(200)
  expect((await bringIn(ines, { ...files, LICENSE: licence }, slug)).body).toMatchObject({ state: 'done' })
  expect(
    (
      await ines(`/api/libraries/${slug}/releases`, {
        body: { version: '1.0.0', channel: 'latest', notes: 'The first.' },
      })
    ).body,
  ).toMatchObject({ version: '1.0.0' })
  const { releases } = (await ines(`/api/libraries/${slug}/releases`)).body as ReleasesView
  const acts: readonly string[] = consumerActs
  const tried = releases[0]!.record.gates!.filter(({ name }) => acts.includes(name))
  expect(tried.map(({ name, says }) => [name, says])).toEqual(acts.map((act) => [act, undefined]))
  const project = mkdtempSync(join(folder, `${slug}-`))
  writeFileSync(
    join(project, 'package.json'),
    JSON.stringify({ name: 'consumer', version: '1.0.0', type: 'module' }),
  )
  // as the registry page says it: this registry for the scope, the usual one for everything else
  const commands = installWith('npm', {
    package: name,
    version: '1.0.0',
    registry: `${at.url}/registry/`,
    isOpen: true,
  }).split('\n')
  const env = {
    ...process.env,
    npm_config_cache: join(folder, 'cache'),
    npm_config_audit: 'false',
    npm_config_fund: 'false',
  }
  for (const command of [...commands, `npm install ${beside.join(' ')}`]) {
    const [program, ...given] = command.split(' ')
    await run(program!, given, { cwd: project, env })
  }
  return project
}
/** What the compiler says of a file, a line an error. */
async function compile(
  project: string,
  file: string,
  text: string,
  skip = ['--skipLibCheck'],
): Promise<string[]> {
  writeFileSync(join(project, file), text)
  const tsc = join(process.cwd(), 'node_modules/typescript/bin/tsc')
  const { stdout } = await run(
    process.execPath,
    [
      tsc,
      '--noEmit',
      '--strict',
      '--target',
      'es2022',
      '--module',
      'esnext',
      '--moduleResolution',
      'bundler',
      '--jsx',
      'react-jsx',
      ...skip,
      '--lib',
      'es2022,dom,dom.iterable',
      file,
    ],
    { cwd: project },
  ).catch((error: { stdout: string }) => error)
  return stdout
    .split('\n')
    .filter((line) => /error/.test(line))
    .map((line) => line.replace(/^.*?\((\d+),.*?(TS\d+).*$/, '$1 $2'))
}
async function node(project: string, file: string, text: string): Promise<string> {
  writeFileSync(join(project, file), text)
  return (await run(process.execPath, [file], { cwd: project })).stdout
}

test('a library of Vue components: types hold, and it renders on a server', async () => {
  const project = await installed('skua', vueLibrary, ['vue@3'])
  expect(
    await compile(
      project,
      'use.ts',
      [
        "import { h } from 'vue'",
        "import { StopList, type StopListProps } from '@marram/skua'",
        "import { StopMark } from '@marram/skua/StopMark'",
        "const props: StopListProps = { stops: [{ island: 'Holm', at: '10.05' }], tone: " +
          "'storm', onAsk: (island) => island }",
        'export const shown = [h(StopList, props), h(StopMark, { first: true })]',
        "export const loud: StopListProps = { stops: [], tone: 'loud' }",
        'export const none: StopListProps = {}',
      ].join('\n'),
    ),
  ).toEqual(['6 TS2322', '7 TS2741'])
  expect(
    await node(
      project,
      'run.js',
      "import { createSSRApp, h } from 'vue'\nimport { renderToString } from " +
        "'vue/server-renderer'\nimport { StopList } from '@marram/skua'\nconsole.log(await " +
        "renderToString(createSSRApp({ render: () => h(StopList, { stops: [{ island: 'Holm', " +
        "at: '10.05' }] }) })))",
    ),
  ).toMatch(/<ol[^>]*data-tone="calm"[^>]*>[\s\S]*◉[\s\S]*Holm 10\.05/)
}, 180_000)

test('a library of function components: types hold, and it renders on a server', async () => {
  const project = await installed('gannet', jsxLibrary, ['react@19', 'react-dom@19', '@types/react@19'])
  expect(
    await compile(
      project,
      'use.tsx',
      [
        "import { BerthCard } from '@marram/gannet'",
        'export const shown = <BerthCard berth="Four" tone="storm" head={<b>Berth</b>} ' +
          'onBoard={(berth) => String(berth)} id="four">Boards now</BerthCard>',
        'export const loud = <BerthCard berth="Four" tone="loud" />',
        'export const none = <BerthCard />',
      ].join('\n'),
    ),
  ).toEqual(['3 TS2322', '4 TS2741'])
  expect(
    await node(
      project,
      'run.js',
      "import { createElement as h } from 'react'\nimport { renderToString } from " +
        "'react-dom/server'\nimport { BerthCard } from " +
        "'@marram/gannet/BerthCard'\nconsole.log(renderToString(h(BerthCard, { berth: 'Four', " +
        "id: 'four' }, 'Boards now')))",
    ),
  ).toMatch(/<section id="four" class="berth-card" data-tone="calm">[\s\S]*Boards now/)
}, 180_000)

test(
  'a library in plain JavaScript: declarations are there and hold by themselves, and what ' +
    'registers its elements goes with them',
  async () => {
    const project = await installed(
      'dunlin',
      {
        'package.json': JSON.stringify({ name: '@marram/dunlin', license: 'MIT', type: 'module' }),
        'src/mark.js':
          '/** A mark. */\nexport class DunlinMark extends HTMLElement {\n  static ' +
          "observedAttributes = ['tone']\n  /** How grave. @returns {'calm' | 'storm'} */\n  " +
          "get tone() { return this.getAttribute('tone') === 'storm' ? 'storm' : 'calm' }\n  " +
          "/** @param {'calm' | 'storm'} tone */\n  set tone(tone) { this.setAttribute('tone', tone) }\n}",
        'src/define.js':
          "import { DunlinMark } from './mark.js'\ncustomElements.define('dunlin-mark', DunlinMark)",
        'src/plain.js':
          'export default class DunlinPlain extends HTMLElement {\n  open = ' +
          "false\n}\ncustomElements.define('dunlin-plain', DunlinPlain)",
        'src/written.js':
          'export class DunlinWritten extends HTMLElement ' +
          "{}\ncustomElements.define('dunlin-written', DunlinWritten)",
        'src/written.d.ts':
          'export declare class DunlinWritten extends HTMLElement {\n  /** As its author says. ' +
          '*/\n  said: 1 | 2\n}',
      },
      [],
    )
    expect(
      await compile(
        project,
        'use.ts',
        [
          "import { DunlinMark, DunlinWritten } from '@marram/dunlin'",
          "import DunlinPlain from '@marram/dunlin/plain'",
          "const mark: DunlinMark = document.createElement('dunlin-mark')",
          "mark.tone = 'storm'",
          "mark.tone = 'loud'",
          "export const plain: DunlinPlain = document.createElement('dunlin-plain')",
          'export const said: 1 | 2 = new DunlinWritten().said',
        ].join('\n'),
        [],
      ),
    ).toEqual(['5 TS2322'])
    const dist = join(project, 'node_modules/@marram/dunlin/dist')
    const mark = readFileSync(join(dist, 'mark.js'), 'utf8')
    const shared = [...mark.matchAll(/from "(\.\/shared\/[^"]+)"|import "(\.\/shared\/[^"]+)"/g)].map(
      ([, value, other]) => readFileSync(join(dist, (value ?? other)!), 'utf8'),
    )
    expect([mark, ...shared].join('\n')).toContain('customElements.define("dunlin-mark"')
  },
  60_000,
)

test('a library of Svelte components: types hold, it is bundled compiled, and compiled by its consumer from source', async () => {
  const project = await installed('plover', svelteLibrary, ['svelte@5'])
  const lines = [
    "import { mount } from 'svelte'",
    "import { PierBoard, type PierBoardProps } from '@marram/plover'",
    "import { PierMark } from '@marram/plover/PierMark'",
    "const props: PierBoardProps = { piers: [{ island: 'Holm', berth: 2 }], tone: 'storm', onask: (island) => island }",
    'export const shown = [mount(PierBoard, { target: document.body, props }), mount(PierMark, { target: document.body })]',
    "export const loud: PierBoardProps = { piers: [], tone: 'loud' }",
    'export const none: PierBoardProps = {}',
  ]
  expect(await compile(project, 'use.ts', lines.join('\n'))).toEqual(['6 TS2322', '7 TS2741'])

  const plain = await build({
    entryPoints: ['use.ts'],
    absWorkingDir: project,
    bundle: true,
    format: 'esm',
    write: false,
  })
  expect(plain.outputFiles[0]!.text).toContain('data-tone')

  writeFileSync(join(project, 'page.js'), PAGE)
  const fromSource = await build({
    entryPoints: ['page.js'],
    absWorkingDir: project,
    bundle: true,
    format: 'esm',
    platform: 'node',
    conditions: ['svelte'],
    outfile: 'page.out.mjs',
    plugins: [compiledForServers],
  })
  expect(fromSource.errors).toEqual([])
  const { stdout } = await run(process.execPath, ['page.out.mjs'], { cwd: project })
  expect(stdout).toMatch(/<ol[^>]* data-tone="storm".*Holm 2.*<\/ol>/s)
}, 120_000)

const PAGE =
  "import { render } from 'svelte/server'\nimport { PierBoard } from '@marram/plover'\n" +
  "console.log(render(PierBoard, { props: { tone: 'storm', piers: [{ island: 'Holm', berth: 2 }] } }).body)\n"

/** What a consumer's own build does with files of components. */
const compiledForServers: Plugin = {
  name: 'components',
  setup({ onLoad }) {
    onLoad({ filter: /\.svelte$/ }, ({ path }) => ({
      contents: compileSvelte(readFileSync(path, 'utf8'), { generate: 'server', filename: path }).js.code,
      loader: 'js',
    }))
  },
}
