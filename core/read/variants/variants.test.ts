import { variantsTold } from '../../../tests/told'

const element = (body: string, css: string) => ({
  'src/card.ts': `
export class XCard extends HTMLElement {
  ${body}
  connectedCallback() {
    this.attachShadow({ mode: 'open' }).innerHTML = \`<style>${css}</style><b><slot></slot></b>\`
  }
}
customElements.define('x-card', XCard)`,
})
const accessor = (name: string, type: string, first: string) =>
  `get ${name}(): ${type} { return (this.getAttribute('${name}') ?? ${first}) as never }
  set ${name}(value) { this.setAttribute('${name}', value) }`

test('an element: values of the type with the rules that make them, and what only a sheet names', () => {
  expect(
    variantsTold(
      element(
        accessor('tone', "'calm' | 'warn'", "'calm'"),
        `
:host { color: black }
:host([tone="warn"]) b { color: var(--x-warn, red) }
:host([tone='loud']) { font-weight: bold }
:host([mood=low]) { opacity: 0.5 }
:host([mood=high]) { opacity: 1 }
:host(:not([tone=calm])) { margin: 0 }
:host([aria-busy=true]), :host([dir=rtl]) { color: grey }`,
      ),
    ),
  ).toEqual({
    'x-card': [
      'tone=calm usual',
      'tone=warn card.ts:8',
      'tone=loud only sheet card.ts:9',
      'mood=low by attribute only sheet card.ts:10',
      'mood=high by attribute only sheet card.ts:11',
    ],
  })
})

test('an attribute that code declares and keeps to itself is no axis of sheets alone', () => {
  const css =
    ':host([mood=low]) b { top: 0 } :host([deep-mood=low]) b { top: 0 } :host([size=low]) b { top: 0 }'
  const body = `/** @ignore */ mood = ''
  static properties = { /** @ignore */ deepMood: { type: String } }`
  expect(variantsTold(element(body, css))).toEqual({
    'x-card': ['size=low by attribute only sheet card.ts:6'],
  })
})

test('a value that is filled into a sheet is no value by its blank', () => {
  const css =
    ':host([mood="${unsafe(moods.low)}"]) b { margin: 0 } :host([mood="is-${mood}"]) { top: 0 } :host([mood=high]) { top: 1px }'
  expect(variantsTold(element('', css))).toEqual({
    'x-card': ['mood=high by attribute only sheet card.ts:5'],
  })
})

test('what code sets by itself is a state; a switch that only the page turns is a variant', () => {
  const body = `
  static observedAttributes = ['wide', 'open', 'disabled']
  get wide() { return this.hasAttribute('wide') }
  set wide(on: boolean) { this.toggleAttribute('wide', on) }
  get open() { return this.hasAttribute('open') }
  set open(on: boolean) { this.toggleAttribute('open', on) }
  get disabled() { return this.hasAttribute('disabled') }
  set disabled(on: boolean) { this.toggleAttribute('disabled', on) }
  flip() { this.open = !this.open }
  settle() { this.setAttribute('phase', 'done') }`
  const css =
    ':host([wide]) { width: 100% } :host([open]) b { color: red } :host([disabled]) { opacity: 0.5 } ' +
    ':host([phase=done]) { color: green }'
  expect(variantsTold(element(body, css))).toEqual({ 'x-card': ['wide=true card.ts:14'] })
})

test('classes: patterns, tables, comparisons and lists, in each way code is written', () => {
  const button = (classes: string) => ({
    'src/Button.tsx': `
import './button.css'
const sizes = { small: 'is-small', 'extra large': 'is-huge' }
export function Button({ tone = 'calm', size, wide = false, children }: {
  tone?: 'calm' | 'warn'
  size?: 'small' | 'extra large'
  wide?: boolean
  children?: unknown
}) {
  return <button className={${classes}}>{children}</button>
}`,
    'src/button.css': `
.btn--calm { color: black }
.btn--warn { color: red }
.is-small { font-size: 1px }
.is-huge { font-size: 9px }
.is-wide { width: 100% }
.unrelated { color: blue }`,
  })
  const all = [
    'tone=calm usual button.css:2',
    'tone=warn button.css:3',
    'size=small Button.tsx:3 button.css:4',
    'size=extra large Button.tsx:3 button.css:5',
    'wide=true Button.tsx:10 button.css:6',
  ]
  for (const classes of [
    "`btn btn--${tone} ${sizes[size]} ${wide ? 'is-wide' : ''}`",
    "['btn', 'btn--' + tone, sizes[size], wide && 'is-wide'].join(' ')",
    "clsx('btn', 'btn--'.concat(tone), sizes[size], { 'is-wide': wide })",
  ])
    expect(variantsTold(button(classes))).toEqual({ Button: all })
})

test('an axis that nothing asks for is only in the type, unless props are handed on', () => {
  const mark = (body: string) => ({
    'src/Mark.tsx': `
interface MarkProps { tone?: 'calm' | 'warn'; text: string }
export function Mark(props: MarkProps) { ${body} }`,
  })
  expect(variantsTold(mark('return <b>{props.text}</b>'))).toEqual({
    Mark: ['tone=calm only type', 'tone=warn only type'],
  })
  expect(variantsTold(mark('return <Inner {...props} />'))).toEqual({ Mark: ['tone=calm', 'tone=warn'] })
  expect(variantsTold(mark('return <b title={props.tone}>{props.text}</b>'))).toEqual({
    Mark: ['tone=calm', 'tone=warn'],
  })
})

test('Vue and Svelte: what stands in the markup and the styles of one file; nested modifiers', () => {
  expect(
    variantsTold({
      'src/Tag.vue': `<script setup lang="ts">
defineProps<{ tone?: 'calm' | 'warn'; round?: boolean; open?: boolean }>()
defineEmits<{ 'update:open': [open: boolean] }>()
</script>
<template><b :class="['tag', \`tag--\${tone}\`, { round, 'is-open': open }]" :data-tone="tone"><slot /></b></template>
<style lang="scss">
.tag { &--calm { color: black } &--warn { color: red } &--loud { color: blue } }
.round { border-radius: 9px }
.is-open { color: green }
[data-tone='warn'] { font-weight: bold }
</style>`,
      'src/Dot.svelte': `<script lang="ts">
  let { tone = 'calm', big = false }: { tone?: 'calm' | 'warn'; big?: boolean } = $props()
</script>
<b class="dot {tone}" class:big></b>
<style>
  .warn { color: red }
  .big { width: 9px }
</style>`,
    }),
  ).toEqual({
    Tag: [
      'tone=calm Tag.vue:7',
      'tone=warn Tag.vue:10 Tag.vue:7',
      'tone=loud only sheet Tag.vue:7',
      'round=true Tag.vue:8',
    ],
    Dot: ['tone=calm usual', 'tone=warn Dot.svelte:6', 'big=true Dot.svelte:7'],
  })
})

test('names that differ in case, numbers, spaces and a hundred values stay what they are', () => {
  const values = Array.from({ length: 100 }, (_none, i) => `'v${i}'`).join(' | ')
  const told = variantsTold({
    'src/Odd.tsx': `
export const Odd = ({ of, step, many }: { of: 'a' | 'A' | 'a b'; step: 1 | 2; many: ${values} }) =>
  <b data-of={of} data-step={step}>{many}</b>`,
  }).Odd!
  expect(told.slice(0, 5)).toEqual(['of=a', 'of=A', 'of=a b', 'step=1', 'step=2'])
  expect(told).toHaveLength(105)
})
