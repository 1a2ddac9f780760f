import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping'
import { readLibrary } from '~~/core/read/read'
import { buildModules } from './modules'
import { ternSource as files } from '~~/tests/tern'

const { contracts } = readLibrary(files)
const changed = (path: string, change: (text: string) => string) =>
  files.map((file) => (file.path === path ? { ...file, text: change(file.text) } : file))
const entryOf = (built: Awaited<ReturnType<typeof buildModules>>, tag: string) =>
  built.components.find((component) => component.tag === tag)!
const text = (built: Awaited<ReturnType<typeof buildModules>>, name: string) =>
  Buffer.from(built.modules.find((module) => module.name === name)!.content).toString()

test('a module for each component, what they share split out, the same every time', async () => {
  const [first, second] = [await buildModules(files, contracts), await buildModules(files, contracts)]
  expect(first.components.every((component) => component.entry && component.problems.length === 0)).toBe(true)
  expect(first.hash).toBe(second.hash)
  expect(first.hash).toMatch(/^[0-9a-f]{64}$/)
  expect(first.modules.some((module) => module.name.startsWith('shared-'))).toBe(true)
  // the base class is in what is shared, and in no component's own module
  expect(text(first, entryOf(first, 'tern-action').entry!)).not.toContain('attachShadow')
})

test('another byte of source, another address', async () => {
  const before = await buildModules(files, contracts)
  const after = await buildModules(
    changed('src/action.css', (css) => css.replace('0.45', '0.5')),
    contracts,
  )
  expect(after.hash).not.toBe(before.hash)
  expect(entryOf(after, 'tern-action').entry).not.toBe(entryOf(before, 'tern-action').entry)
  expect(entryOf(after, 'tern-tide-gauge').entry).toBe(entryOf(before, 'tern-tide-gauge').entry)
})

test('what is wrong with a package is told without where it lies on this server', async () => {
  const built = await buildModules(
    changed(
      'src/berth-mark.ts',
      (source) => `import { nothing } from 'zod'\nconsole.log(nothing)\n${source}`,
    ),
    contracts,
    process.cwd(),
  )
  const [problem] = entryOf(built, 'tern-berth-mark').problems
  expect(problem!.what).toMatch(/No matching export in "node_modules\/zod\//)
})

test('one that does not compile is told by file and line, and costs only those that need it', async () => {
  const built = await buildModules(
    changed('src/berth-mark.ts', (source) => source.replace("'./base.ts'", "'./bass.ts'")),
    contracts,
  )
  for (const tag of ['tern-berth-mark', 'tern-ticket']) {
    expect(entryOf(built, tag)).toMatchObject({
      entry: undefined,
      problems: [
        expect.objectContaining({
          code: 'does-not-compile',
          what: expect.stringContaining('./bass.ts'),
          where: { file: 'src/berth-mark.ts', line: 1 },
        }),
      ],
    })
  }
  expect(built.components.filter((component) => component.entry)).toHaveLength(14)
})

test('nothing outside the library is read: not a file beside it, not a package', async () => {
  for (const wanted of ['../../../package.json', '/etc/passwd', 'node:fs', 'vue']) {
    const built = await buildModules(
      [
        {
          path: 'a.ts',
          text:
            `import x from '${wanted}'\nclass A extends HTMLElement { x = x ` +
            `}\ncustomElements.define('x-a', A)`,
        },
      ],
      readLibrary([{ path: 'a.ts', text: "class A extends HTMLElement {}\ncustomElements.define('x-a', A)" }])
        .contracts,
    )
    expect([wanted, built.components[0]!.entry, built.components[0]!.problems[0]!.where]).toEqual([
      wanted,
      undefined,
      { file: 'a.ts', line: 1 },
    ])
  }
})

test('every line of a module leads back to its source', async () => {
  const built = await buildModules(files, contracts)
  const { entry } = entryOf(built, 'tern-ticket')
  const lines = text(built, entry!).split('\n')
  const map = new TraceMap(text(built, `${entry}.map`))
  const line = lines.findIndex((line) => line.includes('event.stopPropagation()')) + 1
  const found = originalPositionFor(map, { line, column: lines[line - 1]!.indexOf('event.stop') })
  const source = files.find((file) => file.path === 'src/ticket.ts')!.text.split('\n')
  expect(found.source).toContain('src/ticket.ts')
  expect(source[found.line! - 1]).toContain('event.stopPropagation()')
})

test('a library without components builds to nothing', async () => {
  expect(await buildModules([{ path: 'a.css', text: '' }], [])).toEqual({
    hash: undefined,
    modules: [],
    components: [],
  })
})

describe('components that are no custom elements', () => {
  const vue = {
    path: 'src/FerryCard.vue',
    text: `<script setup lang="ts">
import type { Tone } from './types'
import { ternSource as files } from '~~/tests/tern'
import './page.css'
defineProps<{ tone?: Tone; label: string }>()
</script><template><b :class="$style.card" class="plain">{{ label }}<slot>none</slot></b></template>
<style scoped>.plain { color: red }</style><style module>.card { color: blue }</style>`,
  }
  const more = [
    { path: 'src/types.ts', text: "export type Tone = 'calm' | 'storm'" },
    { path: 'src/page.css', text: 'body { margin: 7px }' },
  ]
  const jsx = [
    {
      path: 'src/chip.tsx',
      text:
        "import looks from './chip.module.css'\nimport './page.css'\nexport const Chip = ({ " +
        'wind }: { wind?: number }) => <i className={looks.chip}>{wind}</i>',
    },
    { path: 'src/chip.module.css', text: '.chip { color: green }' },
  ]
  const broken = {
    path: 'src/Broken.vue',
    text: '<script setup>\nimport x from "./gone"\n</script><template><b>{{ x }}</b></template>',
  }
  const all = [vue, ...more, ...jsx, broken]

  test(
    'each is built with the adapter of its language and its looks; a broken one is told and ' +
      'the others are not',
    async () => {
      const built = await buildModules(all, readLibrary(all).contracts, process.cwd())
      const whole = built.modules.map((module) => Buffer.from(module.content).toString()).join('\n')
      expect(entryOf(built, 'Broken')).toMatchObject({
        entry: undefined,
        problems: [
          {
            code: 'does-not-compile',
            what: expect.stringContaining('./gone'),
            where: { file: 'src/Broken.vue', line: 2 },
          },
        ],
      })
      for (const tag of ['FerryCard', 'Chip']) {
        expect(entryOf(built, tag).problems).toEqual([])
        expect(text(built, entryOf(built, tag).entry!)).toMatch(/export\s*\{[^}]*adapter[^}]*component/s)
      }
      expect(whole).toContain('margin: 7px')
      expect(whole).toMatch(/\.plain\[data-v-[0-9a-f]{8}\]/)
      expect(whole).toMatch(/_card_[\w]+/)
      expect(whole).toMatch(/_chip_[\w]+/)
    },
  )
  test('without installed packages they are told by the package that is missing', async () => {
    const built = await buildModules([vue, ...more], readLibrary([vue, ...more]).contracts)
    expect(entryOf(built, 'FerryCard').problems[0]!.what).toContain('The package “vue”')
  })
  test('a type the compiler cannot follow: the props are those that were read', async () => {
    const odd = {
      path: 'src/Odd.vue',
      text:
        '<script setup lang="ts">\nimport type { All } from ' +
        "'./types'\ndefineProps<All>()\n</script><template><b>{{ open }}</b></template>",
    }
    const types = {
      path: 'src/types.ts',
      text:
        "type Table = { open: 'boolean' }\nexport type All = { [K in keyof Table]?: " +
        "Table[K] extends 'boolean' ? boolean : string }",
    }
    const built = await buildModules(
      [odd, types],
      readLibrary([odd, types], undefined).contracts,
      process.cwd(),
    )
    expect(entryOf(built, 'Odd').problems).toEqual([])
  })
})
