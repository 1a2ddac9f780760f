import { describeMember, memberKey, type Contract } from '../../contract/contract'
import { begin } from '../../begin/begin'
import { placeOfElement, placeOfRule } from '../../read/places'
import { LibraryReader, readLibrary } from '../../read/read'
import { writtenIn } from '../../read/written'
import { packageJson } from '../../release/package'
import { declareSvelte } from './declare'
import { scriptCompiler } from '../files'
import { svelteFile } from './file'

function readOne(text: string, more: Record<string, string> = {}): Contract {
  const files = Object.entries({ 'src/FerryCard.svelte': text, ...more }).map(([path, text]) => ({
    path,
    text,
  }))
  const { contracts, problems } = readLibrary(files, (path) =>
    path === 'node_modules/svelte/index.d.ts'
      ? `
export interface Snippet<P extends unknown[] = []> {
  (this: void, ...args: P): { '{@render ...}': 'yes' }
}
export interface Component<
  Props extends Record<string, any> = {},
  Exports = {},
  Bindings = string,
> {
  (this: void, internals: unknown, props: Props): Exports
}`
      : path === 'node_modules/svelte/package.json'
        ? '{ "name": "svelte", "types": "./index.d.ts" }'
        : undefined,
  )
  expect(problems).toEqual([])
  return contracts.find((contract) => contract.tag === 'FerryCard')!
}
const linesOf = (contract: Contract): string[] =>
  contract.members.map((member) => `${memberKey(member)} ${member.place.line} ${describeMember(member)}`)

test('a component with runes: props by their type, snippets, handlers, what is handed on, what it exports', () => {
  const contract = readOne(
    `<!-- @component Says when a ferry leaves. -->
<script lang="ts" module>
  export interface Sailing { at: string; ship: string }
</script>
<script lang="ts">
  import type { Snippet } from 'svelte'
  import Mark from './Mark.svelte'
  interface Props {
    /** How it speaks. */
    tone?: 'calm' | 'storm'
    sailings: Sailing[]
    open?: boolean
    children?: Snippet
    /** One sailing. */
    row?: Snippet<[Sailing, number]>
    onpick?: (sailing: Sailing) => void
  }
  let { tone = 'calm', sailings, open = $bindable(false), children, row, onpick, ...rest }: Props = $props()
  let list: HTMLElement
  /** Puts the focus into the list. */
  export function focus(): void { list.focus() }
  const hear = (event: KeyboardEvent) => { if (event.key === 'Escape') open = false }
</script>
<section class={tone} onkeydown={hear} {...rest}>
  <Mark />
  {@render children?.()}
  {#each sailings as sailing, i}<button onclick={() => onpick?.(sailing)}>{@render row?.(sailing, i)}</button>{/each}
</section>
<style>
  section { color: var(--card-ink, black); }
  button:hover { color: red; }
</style>
`,
    { 'src/Mark.svelte': '<i>!</i>' },
  )
  expect(contract).toMatchObject({
    summary: 'Says when a ferry leaves.',
    language: 'svelte',
    uses: [{ tag: 'Mark', place: { file: 'src/FerryCard.svelte', line: 25 } }],
  })
  expect(linesOf(contract)).toEqual([
    "prop:tone 10 'calm' | 'storm', default 'calm'",
    'prop:sailings 11 Sailing[], required',
    'prop:open 12 boolean, default false, bindable',
    'variant:tone=calm 10 default',
    'variant:tone=storm 10 ',
    'slot: 13 fallback: empty',
    'slot:row 15 fallback: empty, slot props sailing, i',
    'event:onpick 16 { at: string; ship: string }',
    'custom-property:--card-ink 30 black, in color',
    'state:hover 31 :hover',
    'method:focus 21 () → void',
    'key:Escape 22 ',
    'pass-through:attributes 24 to <section>',
  ])
})

test('a component without runes: exported variables, slots, dispatched and passed on events, restProps', () => {
  const contract = readOne(`<script>
  import { createEventDispatcher } from 'svelte'
  /** How it speaks. @type {'calm' | 'storm'} */
  export let tone = 'calm'
  export let count = 3
  let klass = ''
  export { klass as class }
  export const size = () => count
  const dispatch = createEventDispatcher()
</script>
<div class={klass} {...$$restProps} on:click>
  <slot>Nothing yet</slot><slot name="after" item={count} />
  <button on:click={() => dispatch('pick', tone)}>Pick</button>
</div>
`)
  expect(linesOf(contract)).toEqual([
    "prop:tone 4 'calm' | 'storm', default 'calm'",
    'prop:count 5 number, default 3',
    "prop:class 6 string, default ''",
    'variant:tone=calm 4 default',
    'variant:tone=storm 4 ',
    'slot: 12 with fallback',
    'slot:after 12 fallback: empty, slot props item',
    'event:pick 13 no detail',
    'event:click 11 no detail',
    'method:size 8 () → number',
    'pass-through:attributes 11 to <div>',
  ])
})

test('props that a component writes to itself may be bound: in its script, its template, and by its own bindings', () => {
  const contract = readOne(
    `<script>
  import Mark from './Mark.svelte'
  export let at = 0
  export let pages = []
  export let text = ''
  export let open = false
  export let inner = 1
  export let still = 2
  let taken = ''
  export { taken as chosen }
  const turn = () => { at += 1; [taken] = pages; still === 3 }
</script>
<button on:click={() => (open = !open)} on:focus={turn}>{at}{still}</button>
<input bind:value={text}><Mark bind:count={inner} on:x={() => pages[0]++} />
`,
    { 'src/Mark.svelte': '<i>!</i>' },
  )
  const bindable = contract.members.filter((member) => member.kind === 'prop' && member.bindable)
  expect(bindable.map(({ name }) => name).toSorted()).toEqual([
    'at',
    'chosen',
    'inner',
    'open',
    'pages',
    'text',
  ])
  expect(declareSvelte(contract)).toContain("'open'")
})

test('a package that was compiled: scripts without types, with declarations beside them', () => {
  const contract = readOne(
    '<script>\n  let { tone = "calm", sailings, children, ...rest } = $props()\n</script>\n<b {...rest}>{tone}{@render children?.()}</b>',
    {
      'src/FerryCard.svelte.d.ts':
        "import type { Snippet } from 'svelte'\n" +
        "export interface Props {\n/** How it speaks. */\ntone?: 'calm' | 'storm'; sailings: string[]; children?: Snippet }\n" +
        "declare const FerryCard: import('svelte').Component<Props, {}, ''>\nexport default FerryCard\n",
    },
  )
  expect(linesOf(contract)).toEqual([
    "prop:tone 2 'calm' | 'storm', default 'calm'",
    'prop:sailings 2 string[], required',
    'variant:tone=calm 2 default',
    'variant:tone=storm 2 ',
    'slot: 2 fallback: empty',
    'pass-through:attributes 4 to <b>',
  ])
  expect(contract.members[0]).toMatchObject({ comment: 'How it speaks.' })
})

test('one that does not parse is told by its line, and the others are read', () => {
  const { contracts, problems } = readLibrary([
    { path: 'src/Broken.svelte', text: '<script>let a = 1</script>\n{#if a}\n<p>' },
    { path: 'src/Good.svelte', text: '<p>Good</p>' },
  ])
  expect(contracts.map((contract) => contract.tag)).toEqual(['Good'])
  expect(problems).toEqual([
    expect.objectContaining({
      code: 'source-does-not-parse',
      where: { file: 'src/Broken.svelte', line: expect.any(Number) },
    }),
  ])
})

test('one that is begun is written as the library writes, with runes or without, and compiles', async () => {
  const begun = (texts: string[]) => {
    const files = texts.map((text, i) => ({ path: `src/Sign${i}.svelte`, text }))
    const wish = {
      name: 'Tide line',
      summary: 'saying how high it stands',
      group: '',
      language: 'svelte' as const,
    }
    const made = begin(new LibraryReader(), files, 'plover-', wish)
    if (!made.ok) throw new Error(made.problems[0]!.what)
    return made.begun
  }
  const [withRunes, plain] = [begun([]), begun(['<script>\n\texport let a = "b";\n</script>\n<p>{a}</p>'])]
  for (const { contract, files } of [withRunes, plain]) {
    expect(contract).toMatchObject({ tag: 'TideLine', summary: 'For saying how high it stands.' })
    expect(contract.members.map(memberKey)).toEqual(['prop:quiet', 'variant:quiet=true', 'slot:'])
    expect(files.map((file) => file.path)).toEqual(['src/TideLine.svelte'])
    const compiled = await svelteFile.compile(files[0]!.path, files[0]!.text, {
      read: () => undefined,
      style: async (css: string) => css,
      contract,
    })
    expect(compiled.code).toContain('svelte/internal/client')
  }
  expect(withRunes.files[0]!.text).toContain('$props()')
  expect(plain.files[0]!.text).toContain('\texport let quiet = false;\n')
})

test('a package hands on the source under the condition of its compiler, and says its types', () => {
  const contract = readOne(
    '<script lang="ts">\n  interface Props { at: number }\n  let { at }: Props = $props()\n</script>\n<b>{at}</b>',
  )
  expect(declareSvelte(contract)).toContain(
    "export declare const FerryCard: Component<FerryCardProps, FerryCardExports, ''>",
  )
  const library = { name: '@marram/plover', license: 'MIT' }
  const { exports } = packageJson({ library, version: '1.0.0', contracts: [contract], prefix: '' }) as {
    exports: Record<string, object>
  }
  expect(exports['./FerryCard']).toEqual({
    types: './dist/FerryCard.d.ts',
    svelte: './dist/source/FerryCard.js',
    default: './dist/FerryCard.js',
  })
})

test('what does not compile says at which line', async () => {
  const text = '<script>\n  let { a } = $props()\n  $state = 1\n</script>'
  await expect(
    svelteFile.compile('src/A.svelte', text, {
      read: () => undefined,
      contract: undefined,
      style: async (css: string) => css,
    }),
  ).rejects.toMatchObject({
    line: 3,
  })
})

test('elements, rules and keys are found again where they are written', () => {
  const text =
    '<p class="a">x</p>\n{#if true}<button type="button">y</button>{/if}\n<style>\n  p.a { color: red }\n</style>\n'
  const written = writtenIn([{ path: 'src/A.svelte', text }])
  expect(placeOfElement(written, 'button', { type: 'button' })).toEqual({ file: 'src/A.svelte', line: 2 })
  // as the browser has it, with the compiler's own class
  expect(placeOfRule(written, 'p.a.svelte-1a2b3c')).toEqual({ file: 'src/A.svelte', line: 4 })
})

test('a script that Svelte’s compiler has a say in is compiled by it, its types taken out', async () => {
  const compile = scriptCompiler('src/tide.svelte.ts')
  const text = 'export const tide = $state<{ height: number }>({ height: 4 })\n'
  const { code } = await compile!('src/tide.svelte.ts', text, {
    read: () => undefined,
    contract: undefined,
    style: async (css: string) => css,
  })
  expect(code).toContain('svelte/internal/client')
  expect(code).not.toMatch(/\$state|: number/)
  expect(scriptCompiler('src/tide.ts')).toBeUndefined()
})
