import { outside } from '../../../tests/outside'
import { membersOf, type Contract } from '../../contract/contract'
import { printType } from '../../contract/type'
import { readLibrary } from '../read'

const read = (files: Record<string, string>) =>
  readLibrary(
    Object.entries(files).map(([path, text]) => ({ path, text })),
    outside,
  )
const contractOf = (text: string, more: Record<string, string> = {}): Contract => {
  const { contracts, problems } = read({ 'src/FerryCard.vue': text, ...more })
  expect(problems).toEqual([])
  return contracts.find((contract) => contract.files[0] === 'src/FerryCard.vue')!
}
const props = (contract: Contract) =>
  Object.fromEntries(
    membersOf(contract, 'prop').map((member) => [
      member.name,
      `${printType(member.type)}${member.required ? ' required' : ''}${member.default === undefined ? '' : ` = ${member.default}`}`,
    ]),
  )

test('an event that is declared and that nothing fires; where the way to fire is handed on, nothing is said', () => {
  const unfired = (body: string, template: string) =>
    membersOf(
      contractOf(
        `<script setup lang="ts">const emit = defineEmits<{ open: []; shut: []; moved: [] }>()\n${body}</script>` +
          `<template>${template}</template>`,
      ),
      'event',
    )
      .filter((event) => event.unfired)
      .map(({ name }) => name)
  const click = "<b @click=\"$emit('open')\" @focus=\"emit(on ? 'moved' : 'open')\" />"
  expect(unfired('const on = true', click)).toEqual(['shut'])
  expect(unfired("function go() { emit('shut') }", click)).toEqual([])
  expect(unfired('useThings(emit)', click)).toEqual([])
  expect(unfired('function go(name) { emit(name) }', click)).toEqual([])
  expect(unfired('', '<i :go="emit" />')).toEqual([])
})

describe('props', () => {
  test('by type, through imports, intersections and utility types, with defaults by a helper', () => {
    const contract = contractOf(
      `<script setup lang="ts">
import type { Sailing } from './types'
interface Own {
  /** How it speaks. */
  tone?: 'calm' | 'storm'; crowded?: boolean; rows: string[] }
const props = withDefaults(defineProps<Own & Pick<Sailing, 'from' | 'to'>>(), { tone: 'calm', from: () => 'Skerray' })
</script><template><b>{{ tone }}</b></template>`,
      { 'src/types.ts': 'export interface Sailing { from?: string; to: string; ship: string }' },
    )
    expect(props(contract)).toEqual({
      tone: "'calm' | 'storm' = 'calm'",
      crowded: 'boolean = false',
      rows: 'string[] required',
      from: "string = 'Skerray'",
      to: 'string required',
    })
    expect(membersOf(contract, 'prop')[0]).toMatchObject({
      comment: 'How it speaks.',
      place: { file: 'src/FerryCard.vue', line: 5 },
    })
    expect(membersOf(contract, 'prop')[3]!.place).toEqual({ file: 'src/types.ts', line: 1 })
  })
  test('by type, with defaults by taking apart', () => {
    expect(
      props(
        contractOf(
          '<script setup lang="ts">\nconst { count = 2, label } = defineProps<{ count?: number; ' +
            'label: string }>()\n</script><template><b/></template>',
        ),
      ),
    ).toEqual({ count: 'number = 2', label: 'string required' })
  })
  test(
    'by runtime options: constructors, lists of them, PropType, required, default, a ' +
      'validator over a list',
    () => {
      expect(
        props(
          contractOf(
            `<script>
import { shared } from './shared'
export default { name: 'ferry-card', props: { ...shared, size: { type: String, default: 'm', validator: (value) => ['s', 'm', 'l'].includes(value) }, rows: { type: Array, required: true }, either: [String, Number], open: Boolean } }
</script><template><b/></template>`,
            { 'src/shared.js': 'export const shared = { tone: { type: String } }' },
          ),
        ),
      ).toEqual({
        tone: 'string',
        size: "'s' | 'm' | 'l' = 'm'",
        rows: 'any[] required',
        either: 'string | number',
        open: 'boolean = false',
      })
    },
  )
  test('the options form: extends and mixins, nearer ones winning', () => {
    const contract = contractOf(
      `<script>
import Base from './Base.vue'
import mixin from './mixin'
export default { name: 'FerryCard', extends: Base, mixins: [mixin], props: { tone: { type: String, default: 'storm' } }, emits: ['board'] }
</script><template><b/></template>`,
      {
        'src/Base.vue':
          "<script>export default { props: { tone: String, deck: Number }, emits: ['leave'] " +
          '}</script><template><b/></template>',
        'src/mixin.js': 'export default { props: { busy: Boolean } }',
      },
    )
    expect(props(contract)).toEqual({ tone: "string = 'storm'", deck: 'number', busy: 'boolean = false' })
    expect(membersOf(contract, 'event').map((member) => member.name)).toEqual(['board', 'leave'])
  })
  test('models are a prop and an event; a generic component knows what its parameters extend', () => {
    const contract = contractOf(
      '<script setup lang="ts" generic="T extends string | number">\nconst value = ' +
        'defineModel<T>({ required: true })\nconst open = ' +
        "defineModel<boolean>('open')\n</script><template><b/></template>",
    )
    expect(props(contract)).toEqual({ modelValue: 'string | number required', open: 'boolean = false' })
    expect(membersOf(contract, 'event').map((member) => member.name)).toEqual([
      'update:modelValue',
      'update:open',
    ])
  })
})

test('events: by type in both forms, by list, and fired from the template without being declared', () => {
  const names = (script: string, template = '<b/>') =>
    membersOf(
      contractOf(`<script setup lang="ts">\n${script}\n</script><template>${template}</template>`),
      'event',
    ).map((member) => [member.name, member.detail && printType(member.detail), member.known])
  expect(names('defineEmits<{ board: [deck: number]; leave: [] }>()')).toEqual([
    ['board', 'number', 'declared'],
    ['leave', undefined, 'declared'],
  ])
  expect(names("defineEmits<{ (e: 'board', deck: string): void; (e: 'leave' | 'stay'): void }>()")).toEqual([
    ['board', 'string', 'declared'],
    ['leave', undefined, 'declared'],
    ['stay', undefined, 'declared'],
  ])
  expect(names("defineEmits(['board'])", '<b @click="$emit(\'turn\', 1)"/>')).toEqual([
    ['board', undefined, 'declared'],
    ['turn', undefined, 'inferred'],
  ])
})

test('slots: fallback, nested ones, what they hand over, and what defineSlots says of them', () => {
  const contract = contractOf(`<script setup lang="ts">
defineSlots<{ default(): unknown;
  /** One row. */
  row(props: { index: number; row: string }): unknown }>()
</script>
<template>
  <div><slot>Nothing</slot><slot name="row" :row="row" :index="1" /><template v-if="true"><slot name="foot"><slot name="inner" /></slot></template></div>
</template>`)
  expect(
    membersOf(contract, 'slot').map((member) => [
      member.name,
      member.fallback,
      member.passes?.map((pass) => `${pass.name}${pass.type ? `: ${printType(pass.type)}` : ''}`),
    ]),
  ).toEqual([
    ['', 'Nothing', undefined],
    ['row', '', ['index: number', 'row: string']],
    ['foot', '<slot name="inner" />', undefined],
    ['inner', '', undefined],
  ])
  expect(membersOf(contract, 'slot')[1]!.comment).toBe('One row.')
})

test('what is exposed, where other attributes land, which components are used', () => {
  const { contracts } = read({
    'src/FerryCard.vue':
      "<script setup>\nimport Chip from './WeatherChip.vue'\ndefineOptions({ inheritAttrs: " +
      'false })\nconst close = () => 1\ndefineExpose({ close })\n</script><template><div><input ' +
      'v-bind="$attrs"><Chip/><weather-chip /></div></template>',
    'src/WeatherChip.vue':
      '<script setup>defineProps({ wind: Number })</script><template><span/></template><style ' +
      'scoped>span { color: var(--chip-ink, red) } span:hover { color: blue }</style>',
  })
  const [card, chip] = contracts as [Contract, Contract]
  expect(membersOf(card, 'method').map((member) => member.name)).toEqual(['close'])
  expect(membersOf(card, 'pass-through')[0]).toMatchObject({ to: 'input' })
  expect(card.uses.map((use) => use.tag)).toEqual(['WeatherChip'])
  expect(membersOf(chip, 'pass-through')[0]).toMatchObject({ to: 'span' })
  expect(membersOf(chip, 'custom-property').map((member) => [member.name, member.fallbacks])).toEqual([
    ['--chip-ink', ['red']],
  ])
  expect(membersOf(chip, 'state').map((member) => member.name)).toEqual(['hover'])
})

test('one that does not parse costs only itself, and is told with its line', () => {
  const { contracts, problems } = read({
    'src/Good.vue': '<template><b/></template>',
    'src/Bad.vue': '<script setup>\nconst = 1\n</script><template><b></template>',
  })
  expect(contracts.map((contract) => contract.tag)).toEqual(['Good'])
  expect(problems[0]).toMatchObject({ code: 'source-does-not-parse', where: { file: 'src/Bad.vue' } })
})

test('blocks that are not read are said, with their line, and the rest of the component is read', () => {
  const { contracts, problems } = read({
    'src/A.vue':
      '<script setup>\ndefineProps({ tone: String })\n</script>\n<template ' +
      'lang="pug">\nb\n</template>\n<style lang="scss">\n$a: red;\n</style>\n<style src="./a.css" />',
  })
  expect(contracts[0]!.members.map((member) => member.name)).toEqual(['tone'])
  expect(problems.map((problem) => [problem.code, problem.where!.line, problem.what])).toEqual([
    ['block-not-read', 4, expect.stringContaining('pug')],
    ['block-not-read', 7, expect.stringContaining('scss')],
    ['block-not-read', 10, expect.stringContaining('./a.css')],
  ])
})
