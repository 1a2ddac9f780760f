import ts from 'typescript'
import { outside } from '../../tests/outside'
import { readLibrary } from '../read/read'
import { SourceSet } from '../read/source/source-set'
import { CheckedTypes } from '../read/source/checked-types'
import { sourceLanguage } from '../languages/sources'
import type { Contract } from '../contract/contract'

const declarationOf = (contract: Contract): string => sourceLanguage(contract.language).declare!(contract)

const { contracts } = readLibrary(
  [
    {
      path: 'Card.vue',
      text:
        "<script setup lang=\"ts\">defineProps<{ tone?: 'calm' | 'storm'; rows: { id: " +
        'string }[] }>()\ndefineEmits<{ turn: [deck: number] }>()</script><template><b><slot ' +
        'name="row" :row="1"/></b></template>',
    },
    {
      path: 'chip.tsx',
      text:
        "import type { ReactNode } from 'react'\nexport const Chip = (props: { wind?: " +
        'number; onTurn?: (to: string) => void; children?: ReactNode }) => <i>{props.children}</i>',
    },
  ],
  outside,
)

const made = readLibrary(
  [
    {
      path: 'Many.vue',
      text:
        '<script setup lang="ts">defineProps<{ act?: ((to: number) => void) | string; ' +
        "'aria-label'?: string }>()\ndefineEmits<{ move: [from: number, to: string]; turn: " +
        '[deck: number] }>()</script><template><b/></template>',
    },
  ],
  outside,
).contracts[0]!

test('functions in unions stand in parentheses, and an event of several values is given all of them', () => {
  const text = declarationOf(made)
  expect(text).toMatch(
    /act\?: (string \| \(\(\.\.\.values: any\[\]\) => any\)|\(\(\.\.\.values: any\[\]\) => any\) \| string)\n/,
  )
  expect(text).toContain('onMove?: (value1: number, value2: string) => void')
  expect(text).toContain('onTurn?: (value: number) => void')
  expect(text).toContain('"aria-label"?: string')
})

test.each([
  ['Card', "h(Card, { rows: [{ id: 'a' }], tone: 'calm', onTurn: (deck: number) => deck })", 0],
  ['Card', "const given: InstanceType<typeof Card>['$props'] = { rows: [{ id: 1 }] }", 1],
  ['Chip', "Chip({ wind: 3, onTurn: (to) => to.length, children: 'x', title: 'more' })", 0],
  ['Chip', "Chip({ wind: 'west' })", 1],
])('the compiler takes the declarations of %s: %s', (tag, use, wrong) => {
  const sources = new SourceSet(
    [
      {
        path: 'index.ts',
        text: `import { h } from 'vue'\nimport { ${tag} } from './made'\nvoid [h, ${tag}]\n${use}\n`,
      },
    ],
    (path) =>
      path === 'made.d.ts'
        ? declarationOf(contracts.find((contract) => contract.tag === tag)!)
        : outside(path),
  )
  const types = new CheckedTypes(sources)
  const errors = types.errors('index.ts')
  expect(
    errors.map((error) => ts.flattenDiagnosticMessageText(error.messageText, '\n')).slice(wrong),
  ).toEqual([])
  expect(errors).toHaveLength(wrong)
})

const never = [
  {
    rule: 'never' as const,
    settings: [
      { axis: 'tone', value: 'storm' },
      { axis: 'wide', value: true },
    ],
  },
  {
    rule: 'never' as const,
    settings: [
      { axis: 'tone', value: 'calm' },
      { axis: 'size', value: 'large' },
    ],
  },
]
const inThree = readLibrary(
  [
    {
      path: 'Strip.vue',
      text:
        "<script setup lang=\"ts\">withDefaults(defineProps<{ tone?: 'calm' | 'storm'; wide?: boolean; " +
        "size?: 'small' | 'large' }>(), { tone: 'calm' })</script><template><b/></template>",
    },
    {
      path: 'Band.svelte',
      text:
        "<script lang=\"ts\">let { tone = 'calm', wide = false, size }: { tone?: 'calm' | 'storm'; " +
        "wide?: boolean; size?: 'small' | 'large' } = $props()</script><b class={tone}>{wide}{size}</b>",
    },
    {
      path: 'line.tsx',
      text:
        "export const Line = ({ tone = 'calm', wide, size }: { tone?: 'calm' | 'storm'; wide?: boolean; " +
        "size?: 'small' | 'large' }) => <i className={tone}>{wide}{size}</i>",
    },
  ],
  outside,
).contracts

test.each(['Strip', 'Band', 'Line'])('what must not be given together the props of %s refuse', (tag) => {
  const contract = inThree.find((contract) => contract.tag === tag)!
  const declared = sourceLanguage(contract.language).declare!(contract, never)
  const givenTo = {
    Strip: (props: string) => `ofStrip(${props})`,
    Band: (props: string) => `mount(Band, { target, props: ${props} })`,
    Line: (props: string) => `Line(${props})`,
  }[tag]!
  const uses: [string, boolean][] = [
    ['{ tone: "storm" }', true],
    ['{ wide: true }', true],
    ['{ tone: "storm", wide: false }', true],
    ['{ tone: "storm", wide: true }', false],
    ['{ tone: "storm", size: "large" }', true],
    ['{ tone: "calm", size: "large" }', false],
    // calm by itself
    ['{ size: "large" }', false],
    ['{}', true],
  ]
  const text =
    `import { h } from 'vue'\nimport { mount } from 'svelte'\nimport { ${tag} } from './made'\n` +
    (tag === 'Strip' ? `declare function ofStrip(props: InstanceType<typeof Strip>['$props']): void\n` : '') +
    `declare const target: Element\nvoid [h, mount, target]\n`
  const sources = new SourceSet(
    [{ path: 'index.ts', text: `${text}${uses.map(([props]) => givenTo(props)).join('\n')}\n` }],
    (path) => (path === 'made.d.ts' ? declared : outside(path)),
  )
  const head = text.split('\n').length - 1
  const refused = new CheckedTypes(sources)
    .errors('index.ts')
    .map(({ start, file }) => file!.getLineAndCharacterOfPosition(start!).line - head)
  expect(refused).toEqual(uses.flatMap(([, isFine], line) => (isFine ? [] : [line])))
})
