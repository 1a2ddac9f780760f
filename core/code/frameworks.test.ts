import { compile } from '@vue/compiler-dom'
import ts from 'typescript'
import { readLibrary } from '../read/read'
import { codeFor, stylesOf, type CodeInput } from './frameworks'
import type { Usage } from './usage'

const { contracts } = readLibrary([
  {
    path: 'strip.ts',
    text: `class Strip extends HTMLElement {
  static observedAttributes = ['tone', 'label']
  get tone(): 'calm' | 'storm' { return 'calm' } set tone(value) { this.setAttribute('tone', value) }
  get label(): string { return this.getAttribute('label') ?? '' } set label(value: string) { this.setAttribute('label', value) }
  get open(): boolean { return this.hasAttribute('open') } set open(on: boolean) { this.toggleAttribute('open', on) }
  rows: { id: string }[] = []
  until: Date | undefined
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot><slot name="foot"></slot>' }
}
customElements.define('x-strip', Strip)`,
  },
  {
    path: 'Card.vue',
    text:
      '<script setup>defineProps({ tone: String, rowCount: Number, open: Boolean ' +
      '})</script><template><b><slot/><slot name="foot"/></b></template>',
  },
  {
    path: 'chip.jsx',
    text: 'export const Chip = ({ wind, children, foot }) => <i title={wind}>{children}{foot}</i>',
  },
])
const contractOf = (tag: string) => contracts.find((contract) => contract.tag === tag)
const code = (style: Parameters<typeof codeFor>[0], tag: string, usage: Usage) =>
  codeFor(style, {
    contract: contractOf(tag)!,
    usage,
    contractOf,
    importFrom: (text: string) => `@x/lib/${text}`,
  } satisfies CodeInput)
const text = (value: string) => ({ is: 'text' as const, text: value })
const usage: Usage = {
  props: { tone: 'storm', label: 'a "b" & {c}', open: true, rows: [{ id: "it's" }] },
  slots: {
    '': text('Hold <on>'),
    foot: { is: 'markup', markup: '<b class="x" style="color: red; --y: 1">foot<br></b>' },
  },
}

test('each component has the ways it can be used from', () => {
  expect(contracts.map((contract) => [contract.tag, stylesOf(contract)])).toEqual([
    ['Card', ['vue']],
    ['Chip', ['react']],
    ['x-strip', ['html', 'vue', 'react', 'angular']],
  ])
})

test('Vue compiles it, and finds the same attributes and slots', () => {
  const written = code('vue', 'x-strip', usage)
  expect(written).toContain("import '@x/lib/x-strip'")
  const template = /<template>([\s\S]*)<\/template>/.exec(written)![1]!
  const errors: unknown[] = []
  const { ast } = compile(template, {
    isCustomElement: (tag) => tag.includes('-'),
    onError: (error) => errors.push(error),
  })
  expect(errors).toEqual([])
  expect(
    JSON.stringify(ast, (key, value: unknown) =>
      ['loc', 'codegenNode', 'helpers'].includes(key) ? undefined : value,
    ),
  ).toContain('"name":"tone"')
  expect(template).toContain(":rows.prop=\"[{ id: 'it\\'s' }]\"")
  expect(
    code('vue', 'Card', {
      props: { tone: 'calm', rowCount: 3, open: true },
      slots: { foot: { is: 'component', tag: 'Card', usage: { props: {}, slots: {} } } },
    }),
  ).toBe(`<script setup>
import { Card } from '@x/lib/Card'
</script>

<template>
  <Card tone="calm" :row-count="3" open>
    <template #foot><Card /></template>
  </Card>
</template>`)
})

test.each([
  ['x-strip', usage],
  ['Chip', { props: { wind: 'west {1}' }, slots: { '': text('{x}'), foot: text('plain') } }],
] as [string, Usage][])('React style parses as TSX: %s', (tag, shown) => {
  const written = code('react', tag, shown)
  const file = ts.createSourceFile(
    'a.tsx',
    written,
    ts.ScriptTarget.Latest,
    true,
    ts.ScriptKind.TSX,
  ) as ts.SourceFile & { parseDiagnostics: unknown[] }
  expect([written, file.parseDiagnostics]).toEqual([written, []])
})
test('React style: markup as JSX, named slots as props', () => {
  expect(code('react', 'x-strip', usage)).toContain(
    "<b slot=\"foot\" className=\"x\" style={{ color: 'red', '--y': '1' }}>foot<br /></b>",
  )
  expect(code('react', 'Chip', { props: {}, slots: { '': text('in'), foot: text('plain') } })).toContain(
    '<Chip foot="plain">in</Chip>',
  )
})
test('Angular style: values that are no text are bound, braces are kept from meaning anything', () => {
  const written = code('angular', 'x-strip', usage)
  expect(written).toContain('CUSTOM_ELEMENTS_SCHEMA')
  expect(written).toContain('[rows]=')
  expect(written).toContain(`[label]="'a &quot;b&quot; &amp; \\\\u007bc\\\\u007d'"`)
})
test('Angular style: a template makes no dates, so they are fields of the class, each by its own name', () => {
  const until = (day: string): Usage => ({ props: { until: day }, slots: {} })
  const written = code('angular', 'x-strip', {
    ...until('2026-11-25'),
    slots: { foot: { is: 'component', tag: 'x-strip', usage: until('2026-12-24') } },
  })
  expect(written).toContain("until = new Date('2026-11-25T00:00:00.000Z')")
  expect(written).toContain("until1 = new Date('2026-12-24T00:00:00.000Z')")
  expect(written).toMatch(/\[until\]="until"[\s\S]*\[until\]="until1"/)
  const { parseDiagnostics } = ts.createSourceFile(
    'a.ts',
    written,
    ts.ScriptTarget.Latest,
    true,
  ) as ts.SourceFile & { parseDiagnostics: unknown[] }
  expect(parseDiagnostics).toEqual([])
})

test(
  'an attribute set apart is an attribute in every framework, and the property beside it is ' +
    'bound as one',
  () => {
    const usage: Usage = { props: {}, slots: {}, attributes: { until: 'soon' } }
    expect(code('vue', 'x-strip', usage)).toContain(`:until.attr="'soon'"`)
    expect(code('react', 'x-strip', usage)).toContain(`element.setAttribute('until', 'soon')`)
    expect(code('angular', 'x-strip', usage)).toContain('until="soon"')
  },
)
