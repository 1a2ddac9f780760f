import type { Member } from '../../contract/contract'
import { told } from '../../../tests/told'
import { readLibrary } from '../read'

test('a component in a plain script: props by type, slots that are asked for, events that are fired', () => {
  expect(
    told({
      'a.ts': `
import { defineComponent, h, type PropType } from 'vue'
export const XTag = defineComponent({
  name: 'XTag',
  props: { tone: String as PropType<'a' | 'b'>, size: { type: Number, default: 3 } },
  emits: ['close'],
  setup(props, { slots, emit }) {
    return () => h('b', { onClick: () => emit('tapped') }, [slots.default?.({ row: 1 }), slots.icon?.()])
  },
})`,
    }),
  ).toEqual({
    XTag: [
      "prop tone 'a' | 'b'",
      'prop size number = 3',
      'slot ',
      'slot icon',
      'event close',
      'event tapped',
      'pass-through attributes',
    ],
  })
})

test('a component as Vue’s compiler leaves it, with the declarations written for it', () => {
  expect(
    told({
      'package.json': '{"name":"q","peerDependencies":{"vue":"3"}}',
      'dist/a.mjs': `
import { defineComponent as _d, renderSlot as _renderSlot } from 'vue'
var _sfc_main = /*@__PURE__*/ _d({
  __name: 'XCard',
  props: /*@__PURE__*/ mergeModels(
    { tone: { type: String, default: 'calm' } },
    { modelValue: { type: Boolean } },
  ),
  emits: ['closed', 'update:modelValue'],
  setup(__props) {
    return (_ctx, _cache) => _renderSlot(_ctx.$slots, 'head', { open: true }, () => [])
  },
})
export { _sfc_main as default }`,
      'dist/a.d.ts': `
declare const _default: { new (): { $props: { tone?: 'calm' | 'storm' } } }
export default _default`,
    }),
  ).toEqual({
    XCard: [
      "prop tone 'calm' | 'storm' = 'calm'",
      'prop modelValue boolean = false',
      'slot head',
      'event closed',
      'event update:modelValue',
    ],
  })
})

test('options and a template that a build joins later, by names that a minifier shortened', () => {
  const { contracts } = readLibrary(
    Object.entries({
      'package.json': '{"name":"q","module":"dist/q.js","peerDependencies":{"vue":"3"}}',
      'dist/q.js': "export { default as QMark } from './mark.js'\nexport { QList } from './list.js'",
      'dist/mark.js': `
import { c as join } from './helper.js'
import m from './mark.main.js'
import { openBlock as o, createElementBlock as e, renderSlot as s, createTextVNode as t, toDisplayString as d } from 'vue'
const h = { class: 'mark' }
function r(c, n) {
  return o(), e('i', h, [s(c.$slots, 'sign', { first: c.first }, () => [n[0] || (n[0] = t('No ', -1)), e('b', null, d(c.first))])])
}
export default join(m, [['render', r], ['__scopeId', 'data-v-12']])`,
      'dist/mark.main.js': `export default { name: 'Mark', props: { first: Boolean } }`,
      'dist/helper.js': 'export const c = (main, pairs) => Object.assign(main, Object.fromEntries(pairs))',
      'dist/q.css': `.mark[data-v-12]:hover { color: var(--mark-ink, red) } .other[data-v-3]:focus { color: var(--other) }`,
      'dist/list.js': `
import { createBlock as b, mergeProps as p, Fragment as F, createElementVNode as v } from 'vue'
import QMark from './mark.js'
export const QList = {
  __name: 'List',
  inheritAttrs: false,
  setup(props, { expose: x }) {
    x({ first: () => {} })
    return (c) => b(F, null, [v('hr'), b(QMark, p(c.$attrs, { first: '' }))])
  },
}`,
    }).map(([path, text]) => ({ path, text })),
  )
  const all = contracts.map(({ tag, members }) => [tag, members.map((member) => describeMember(member))])
  expect(Object.fromEntries(all)).toEqual({
    QMark: [
      'prop first',
      'slot sign (No <b>{{ c.first }}</b>) first',
      'custom-property --mark-ink',
      'state hover',
      'pass-through attributes to i',
    ],
    QList: ['method first', 'pass-through attributes to Mark'],
  })
})

/** A member in a line, with what compiled code tells of it alone. */
function describeMember(member: Member): string {
  const more =
    member.kind === 'slot'
      ? ` (${member.fallback}) ${(member.passes ?? []).map(({ name }) => name).join()}`
      : member.kind === 'pass-through'
        ? ` to ${member.to}`
        : ''
  return `${member.kind} ${member.name}${more}`
}

test('props that functions of the library make, and defaults beside types', () => {
  expect(
    told({
      'p.ts': `
export const makeTone = factory({ tone: { type: String, default: 'calm' } }, 'tone')
export function makeSize() {
  return { size: Number }
}`,
      'a.ts': `
import { defineComponent, mergeDefaults } from 'vue'
import { makeTone, makeSize } from './p'
export const makeX = factory({ ...makeTone(), ...makeSize(), own: Boolean }, 'X')
export const X = generic()({
  name: 'X',
  props: makeX(),
  setup() {
    return () => null
  },
})
export const Y = defineComponent({
  name: 'Y',
  props: mergeDefaults({ deck: Number }, { deck: 2 }),
  setup() {
    return () => null
  },
})`,
    }),
  ).toEqual({
    X: [
      "prop tone string = 'calm'",
      'prop size number',
      'prop own boolean = false',
      'pass-through attributes',
    ],
    Y: ['prop deck number = 2', 'pass-through attributes'],
  })
})

test('props that are merged, made of what a function is given, and of a list that is kept', () => {
  expect(
    told({
      'utils.js': `
export const extend = Object.assign
export const numeric = [Number, String]
export const textProp = (given) => ({ type: String, default: given })`,
      'a.js': `
import { defineComponent, createVNode } from 'vue'
import { extend, numeric, textProp } from './utils'
const linkProps = { to: String, replace: Boolean }
const props = extend({}, linkProps, { tag: textProp('button'), size: numeric, replace: { type: Boolean, default: true } })
export const XLink = defineComponent({
  name: 'XLink',
  props,
  setup(given) {
    return () => {
      const { tag } = given
      return createVNode(tag, null, null)
    }
  },
})`,
    }),
  ).toEqual({
    XLink: [
      'prop to string',
      'prop replace boolean = true',
      "prop tag string = 'button'",
      'prop size number | string',
      'pass-through attributes',
    ],
  })
})

test('a component that a package hands on by two names is called by the one that is for others', () => {
  expect(
    Object.keys(
      told({
        'package.json': '{"name":"q","module":"es/index.js","peerDependencies":{"vue":"3"}}',
        'es/index.js': `
import Row from './row.js'
export * from './row.js'
export { Row }`,
        'es/row.js': `
import { defineComponent } from 'vue'
const made = defineComponent({ props: { gap: Number }, setup() { return () => null } })
export const _RowComponent = made
export default made`,
      }),
    ),
  ).toEqual(['Row'])
})

test('events of a bus are none of the component', () => {
  expect(
    told({
      'a.ts': `
import { defineComponent } from 'vue'
import { bus } from './bus'
export const A = defineComponent({
  name: 'A',
  setup(props, context) {
    bus.emit('elsewhere')
    context.emit('own')
  },
})`,
      'bus.ts': 'export const bus = { emit() {} }',
    }),
  ).toEqual({ A: ['event own', 'pass-through attributes'] })
})

test('what only looks like options is no component', () => {
  expect(
    told({
      'a.ts': `
import { ref } from 'vue'
export const settings = { name: 'x', props: { a: String } }
export const store = { setup() {}, version: 1 }`,
    }),
  ).toEqual({ problems: ['nothing-found'] })
})

test('slots handed on: to an inner component as a prop or one by one, by a condition, by <component :is>', () => {
  expect(
    told({
      'A.vue': `<script setup>import Inner from './Inner.vue'; defineProps({ wide: Boolean })</script>
<template><Inner :templates="$slots" /><component :is="$slots.foot" /><slot :name="wide ? 'broad' : 'thin'" /></template>`,
      'Inner.vue': `<script>export default { props: { templates: Object } }</script>
<template><component :is="templates.head" /><slot name="x" /></template>`,
      'Each.vue': `<script setup>import Inner from './Inner.vue'</script>
<template><Inner><template v-for="(_, name) in $slots" #[name]="given"><slot :name="name" v-bind="given" /></template></Inner></template>`,
    }),
  ).toMatchObject({
    A: ['prop wide boolean = false', 'slot foot', 'slot broad', 'slot thin', 'slot head'],
    Each: expect.arrayContaining(['slot x']),
  })
})

test('extends what is in an installed package, and what the library’s own name leads to', () => {
  expect(
    told(
      {
        'package.json': '{"name":"quay","exports":{"./date-picker":"./dist/DatePicker.js"}}',
        'src/DatePicker.vue': `<script>export default { name: 'DatePicker', props: { day: String } }</script><template><i/></template>`,
        'src/Cal.vue': `<script>import DatePicker from 'quay/date-picker'; export default { name: 'Cal', extends: DatePicker }</script><template><b/></template>`,
        'src/Own.vue': `<script>import Base from 'outer-kit/base'; export default { extends: Base, props: { own: String } }</script><template><b/></template>`,
      },
      {
        'outer-kit/package.json': '{"name":"outer-kit","exports":{"./base":"./dist/base.js"}}',
        'outer-kit/dist/base.js': `
export default { props: { fromBase: { type: Number, default: 4 } }, emits: ['base-went'] }`,
      },
    ),
  ).toEqual({
    Cal: ['prop day string', 'pass-through attributes'],
    DatePicker: ['prop day string', 'pass-through attributes'],
    Own: ['prop own string', 'prop fromBase number = 4', 'event base-went', 'pass-through attributes'],
  })
})

test('what helpers hand on from file to file on its way out of the package is one component', () => {
  const read = told({
    'package.json': '{"name":"q","peerDependencies":{"vue":"3"}}',
    'es/affix/affix.vue_type_script.mjs': `
import { defineComponent } from 'vue'
var affix_vue_type_script_default = defineComponent({
  name: 'XAffix',
  props: { offset: Number },
  setup() {
    return () => null
  },
})
export { affix_vue_type_script_default as default }`,
    'es/affix/affix2.mjs': `import affix_vue_type_script_default from './affix.vue_type_script.mjs'
import helper from './helper.mjs'
var affix_default = /* @__PURE__ */ helper(affix_vue_type_script_default, [['__file', 'affix.vue']])
export { affix_default as default }`,
    'es/affix/index.mjs': `import affix_default from './affix2.mjs'
const XAffix = withInstall(affix_default)
export { XAffix, XAffix as default }`,
    'es/index.mjs': `export { XAffix } from './affix/index.mjs'`,
    'es/affix/helper.mjs': `
export default (component, pairs) => Object.assign(component, Object.fromEntries(pairs))`,
  })
  expect(read).toEqual({ XAffix: ['prop offset number', 'pass-through attributes'] })
})

test('a table of props is no component, whatever its props are called', () => {
  expect(
    told({
      'package.json': '{"name":"q","peerDependencies":{"vue":"3"}}',
      'tree.mjs': `
export const treeProps = buildProps({
  data: { type: Array },
  props: { type: Object },
  render: { type: Function },
})
export const uploadProps = {
  name: { type: String },
  data: { type: Object },
  computed: { type: Boolean },
}
export const uploadDefaults = { name: 'file', data: () => ({}), headers: {}, limit: 3, action: '#' }`,
    }),
  ).toEqual({ problems: ['nothing-found'] })
})

test('a component is called what its package calls it; what the package keeps to itself is an inner part', () => {
  const { contracts } = readLibrary(
    Object.entries({
      'package.json': '{"name":"q","module":"es/index.mjs","peerDependencies":{"vue":"3"}}',
      'es/index.mjs': `export { default as QRow } from './row.mjs'`,
      'es/row.mjs': `import { defineComponent } from 'vue'
export default defineComponent({ name: 'Row', props: { gap: Number }, setup() { return () => null } })`,
      'es/cell.mjs': `import { defineComponent } from 'vue'
export default defineComponent({ name: 'Cell', props: { wide: Boolean }, setup() { return () => null } })`,
    }).map(([path, text]) => ({ path, text })),
  )
  expect(contracts.map(({ tag, inner }) => [tag, inner])).toEqual([
    ['Cell', true],
    ['QRow', undefined],
  ])
})

test('in code that was bundled the declarations are found by what the package calls a component', () => {
  const [contract] = readLibrary(
    Object.entries({
      'package.json':
        '{"name":"q","module":"dist/q.mjs","types":"dist/q.d.ts","peerDependencies":{"vue":"3"}}',
      'dist/q.mjs': "export { t as XFold } from './chunk.js'",
      'dist/chunk.js': `
import { defineComponent } from 'vue'
var fold_default = defineComponent({
  __name: 'Fold',
  props: mergeModels({ tone: { default: void 0 } }, { open: { type: Boolean }, openModifiers: {} }),
  emits: ['update:open'],
  setup(props) { return () => h('b') },
})
export { fold_default as t }`,
      'dist/q.d.ts': `
export declare const XFold: new () => {
  $props: { tone?: 'calm' | 'storm'; open?: boolean; 'onUpdate:open'?: (open: boolean) => void }
}`,
    }).map(([path, text]) => ({ path, text })),
  ).contracts
  expect(contract).toMatchObject({
    tag: 'XFold',
    members: [
      { name: 'tone', type: { is: 'union' } },
      { name: 'open', type: { is: 'boolean' } },
      { kind: 'variant', name: 'tone=calm' },
      { kind: 'variant', name: 'tone=storm' },
      { kind: 'event', name: 'update:open', detail: { is: 'boolean' } },
      { kind: 'pass-through' },
    ],
  })
})

test('what others mix into theirs is no component, unless it renders itself', () => {
  expect(
    Object.keys(
      told({
        'mixins.js': `
import { defineComponent } from 'vue'
export const Toned = defineComponent({
  props: { tone: String },
  data() {
    return { on: 1 }
  },
})
export const Card = defineComponent({
  mixins: [Toned],
  props: { title: String },
  render() {
    return h('b')
  },
})
export const Wide = defineComponent({
  mixins: [Card, Toned],
  props: { wide: Boolean },
  render() {
    return h('i')
  },
})`,
      }),
    ),
  ).toEqual(['Card', 'Wide'])
})
