import { parse as parseVue } from '@vue/compiler-sfc'
import ts from 'typescript'
import { readLibrary } from '../read/read'
import { nothingSet, setsNothing, withCalls, withEntry } from './edit'
import { codeFor, stylesOf } from './frameworks'
import { forFrame } from './showing'
import { usageSchema, type Usage } from './usage'

// Custom properties that are set and methods that are called, in the consumer's code and on their way to a
// frame.

const { contracts } = readLibrary([
  {
    path: 'gauge.ts',
    text: `class Gauge extends HTMLElement {
  turn(to: 'flood' | 'ebb', at?: Date): boolean { return to === 'ebb' }
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>p { color: var(--gauge-ink, teal) }</style><p></p>' }
}
customElements.define('x-tide-gauge', Gauge)`,
  },
  {
    path: 'Card.vue',
    text: '<template><b><slot/></b></template><style>b { color: var(--card-ink) }</style>',
  },
  { path: 'chip.jsx', text: 'export const Chip = ({ children }) => <i>{children}</i>' },
])
const contractOf = (tag: string) => contracts.find((contract) => contract.tag === tag)
const write = (style: Parameters<typeof codeFor>[0], tag: string, usage: Usage) =>
  codeFor(style, { contract: contractOf(tag)!, usage, contractOf, importFrom: (name) => `@x/lib/${name}` })

const turned: Usage = {
  props: {},
  slots: {},
  styles: { '--gauge-ink': 'rgb(1, 2, 3)' },
  calls: [
    { method: 'turn', given: ['ebb', '2026-05-01T00:00:00.000Z'] },
    { method: 'turn', given: ['flood', null] },
  ],
}

test('plain HTML sets them in a style attribute and calls by script, in order', () => {
  expect(write('html', 'x-tide-gauge', turned)).toBe(
    '<x-tide-gauge id="tide-gauge" style="--gauge-ink: rgb(1, 2, 3)"></x-tide-gauge>\n\n' +
      '<script type="module">\n' +
      `  document.getElementById('tide-gauge').turn("ebb", new Date("2026-05-01T00:00:00.000Z"))\n` +
      `  document.getElementById('tide-gauge').turn("flood")\n</script>`,
  )
})

test('every style of code parses with its own compiler, sets and calls', () => {
  for (const style of stylesOf(contractOf('x-tide-gauge')!)) {
    const code = write(style, 'x-tide-gauge', turned)
    expect(code).toContain('--gauge-ink')
    expect(code.match(/\.turn\(/g)).toHaveLength(2)
  }
  const vue = parseVue(write('vue', 'x-tide-gauge', turned))
  expect(vue.errors).toEqual([])
  expect(vue.descriptor.scriptSetup?.content).toContain(`useTemplateRef('tideGauge')`)
  for (const style of ['react', 'angular'] as const) {
    const { diagnostics } = ts.transpileModule(write(style, 'x-tide-gauge', turned), {
      fileName: style === 'react' ? 'a.jsx' : 'a.ts',
      reportDiagnostics: true,
      compilerOptions: { jsx: ts.JsxEmit.ReactJSX, experimentalDecorators: true },
    })
    expect(diagnostics).toEqual([])
  }
})

test('a component without an element of its own is dressed by its place', () => {
  const usage = { props: {}, slots: {}, styles: { '--card-ink': 'red' } }
  expect(write('vue', 'Card', usage)).toContain('<div style="--card-ink: red"><Card /></div>')
  expect(write('react', 'Chip', usage)).toContain(`<div style={{ '--card-ink': 'red' }}><Chip /></div>`)
})

test('on their way to a frame dates are dates again, and what cannot travel is not given', () => {
  const { styles, calls } = forFrame(turned, contractOf, 'x-tide-gauge')
  expect(styles).toEqual(turned.styles)
  expect(calls).toEqual([
    { method: 'turn', given: ['ebb', new Date('2026-05-01T00:00:00.000Z')] },
    { method: 'turn', given: ['flood', null] },
  ])
})

test('a name that is no custom property is refused', () => {
  const withStyle = (name: string) => usageSchema.safeParse({ props: {}, slots: {}, styles: { [name]: 'x' } })
  expect(withStyle('--tide').success).toBe(true)
  for (const name of ['color', '--', '--a:b', '--a;b', '--a b', '--a}'])
    expect([name, withStyle(name).success]).toEqual([name, false])
})

test('what is set and taken back leaves nothing behind', () => {
  const set = withCalls(withEntry(nothingSet, 'styles', '--a', 'x'), [{ method: 'turn', given: [] }])
  expect(setsNothing(set)).toBe(false)
  expect(withEntry(withCalls(set, []), 'styles', '--a', undefined)).toEqual(nothingSet)
  expect(withEntry(withEntry(nothingSet, 'props', 'a', 1), 'props', 'a', undefined)).toEqual(nothingSet)
  expect(setsNothing({ props: {}, slots: { '': { is: 'text', text: 'x' } } })).toBe(false)
})
