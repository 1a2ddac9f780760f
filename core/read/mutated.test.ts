import fc from 'fast-check'
import { jsxLibrary, svelteLibrary, vueLibrary } from '../../tests/fixtures/kinds'
import { contractSchema } from '../contract/contract'
import { dependenciesOf } from './dependencies'
import { readLibrary } from './read'

/** A text after damage: pieces cut out, doubled, moved or replaced by what breaks parsers. */
const noise = [
  '<',
  '>',
  '{',
  '}',
  '`',
  "'",
  '"',
  '</script>',
  '<template>',
  '${',
  '=>',
  'import ',
  'export default ',
  'defineProps<',
  '/*',
  '\0',
  '\uFEFF',
  '…',
  '(',
  '[',
  '\n\n',
  'extends ',
  '...',
]
const damaged = (text: string) =>
  fc
    .array(
      fc.record({
        at: fc.nat(text.length),
        length: fc.nat(40),
        act: fc.constantFrom('cut', 'double', 'noise', 'end'),
        with: fc.constantFrom(...noise),
      }),
      { minLength: 1, maxLength: 4 },
    )
    .map((edits) =>
      edits.reduce((now, edit) => {
        const at = Math.min(edit.at, now.length)
        const piece = now.slice(at, at + edit.length)
        return edit.act === 'cut'
          ? now.slice(0, at) + now.slice(at + edit.length)
          : edit.act === 'double'
            ? now.slice(0, at) + piece + now.slice(at)
            : edit.act === 'noise'
              ? now.slice(0, at) + edit.with + now.slice(at)
              : now.slice(0, at)
      }, text),
    )

const libraries: [string, Record<string, string>, string][] = [
  ['a Vue component', vueLibrary, 'src/StopList.vue'],
  ['the types it takes', vueLibrary, 'src/types.ts'],
  ['a Vue component of the options form', vueLibrary, 'src/StopMark.vue'],
  ['a Svelte component', svelteLibrary, 'src/PierPager.svelte'],
  ['a function component', jsxLibrary, 'src/berth-card.tsx'],
  ['a package file', jsxLibrary, 'package.json'],
]

test.each(libraries)(
  'damage to %s never ends reading, and costs only what it holds',
  (_what, files, damagedFile) => {
    fc.assert(
      fc.property(damaged(files[damagedFile]!), (text) => {
        const all = Object.entries({ ...files, [damagedFile]: text }).map(([path, own]) => ({
          path,
          text: own,
        }))
        const began = performance.now()
        const { contracts, problems } = readLibrary(all)
        dependenciesOf(all)
        expect(performance.now() - began).toBeLessThan(10_000)
        for (const contract of contracts) contractSchema.parse(contract)
        for (const problem of problems) expect(problem.what && problem.todo).toBeTruthy()
        // the other files of the library are read as ever
        if (files === vueLibrary && damagedFile !== 'src/StopMark.vue')
          expect(contracts.some((contract) => contract.files[0] === 'src/StopMark.vue')).toBe(true)
      }),
      { numRuns: 200 },
    )
  },
  300_000,
)

test('source over which a compiler of its language fails itself costs only its file', () => {
  const files: Record<string, string> = {
    ...vueLibrary,
    'src/StopList.vue': '<template>\n<li v-...if="!stops.length">No stops.</li>\n</template>\n',
  }
  const all = Object.entries(files).map(([path, text]) => ({ path, text }))
  const { contracts, problems } = readLibrary(all)
  expect(contracts.map((contract) => contract.files[0])).toContain('src/StopMark.vue')
  expect(problems).toContainEqual(
    expect.objectContaining({ code: 'source-does-not-parse', where: { file: 'src/StopList.vue', line: 1 } }),
  )
})

test('types that turn back on themselves end', () => {
  const { contracts } = readLibrary([
    {
      path: 'a.tsx',
      text:
        'type Tree = { kids: Tree[]; up: Tree }\ntype Deep<T> = { in: Deep<Deep<T>> ' +
        '}\nexport const A = (props: { tree: Tree; deep: Deep<string>; self: typeof A }) => ' +
        '<b>{String(props)}</b>',
    },
    {
      path: 'B.vue',
      text:
        '<script setup lang="ts">\ninterface Node { next?: Node; all: Record<string, Node> ' +
        '}\ndefineProps<Node & Partial<Pick<Node, "next">>>()\n</script><template><b/></template>',
    },
    {
      path: 'c.ts',
      text:
        'type Self = Self | Self[]\nclass C extends HTMLElement { self!: Self; a = this.b; ' +
        "b = this.a }\ncustomElements.define('x-c', C)\nclass D extends D2 {}\nclass D2 extends " +
        'D {}\nconst X = Y, Y = X\nconst M = (B) => class extends M(B) ' +
        "{}\ncustomElements.define('x-m', class extends M(HTMLElement) {})",
    },
  ])
  expect(contracts.map((contract) => contract.tag)).toEqual(['A', 'B', 'x-c', 'x-m'])
})

test('source that is nested beyond reason costs only its file', () => {
  const deep = `const x = ${'('.repeat(60_000)}1${')'.repeat(60_000)}`
  const { contracts, problems } = readLibrary([
    { path: 'deep.ts', text: deep },
    { path: 'Deep.vue', text: `<script setup>\n${deep}\n</script><template><b/></template>` },
    { path: 'good.ts', text: "class G extends HTMLElement {}\ncustomElements.define('x-g', G)" },
  ])
  expect(contracts.some((contract) => contract.tag === 'x-g')).toBe(true)
  const long = readLibrary([
    {
      path: 'long.ts',
      text:
        `const t = ${'"<i>" + '.repeat(1500)}'<slot name="end"></slot>'\nclass L extends ` +
        `HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = ` +
        `t } }\ncustomElements.define('x-l', L)`,
    },
  ])
  expect(long.contracts.map((contract) => contract.tag)).toEqual(['x-l'])
  expect(problems.map((problem) => [problem.code, problem.where?.file])).toContainEqual([
    'source-does-not-parse',
    'deep.ts',
  ])
})
