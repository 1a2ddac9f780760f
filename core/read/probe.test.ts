import { membersOf } from '../contract/contract'
import { readLibrary } from './read'
import { printType } from '../contract/type'
const read = (files: Record<string, string>, outside: Record<string, string> = {}) =>
  readLibrary(
    Object.entries(files).map(([path, text]) => ({ path, text })),
    (p) => outside[p],
  )
const show = (name: string, files: Record<string, string>, outside: Record<string, string> = {}) => {
  test(name, () => {
    const r = read(files, outside)
    const out = r.contracts.map(
      (c) =>
        `${c.tag}: ` +
        c.members
          .map((m) => {
            const a = m as any
            return `${m.kind}:${m.name}${a.type && m.kind === 'prop' ? '<' + printType(a.type) + '>' : ''}${a.attribute ? '@' + a.attribute : ''}${a.default !== undefined ? '=' + a.default : ''}${a.required ? '!' : ''}${a.usedBy ? '~' + a.usedBy.join('|') : ''}${m.disagreements.length ? ' DIS ' + JSON.stringify(m.disagreements) : ''}`
          })
          .join(', '),
    )
    process.stdout.write(
      `\n## ${name}\n${out.join('\n')}\n${r.problems.map((p) => `PROBLEM ${p.code} ${p.what}`).join('\n')}\n`,
    )
  })
}
const el = (body: string, tag = 'x-a') =>
  `class A extends HTMLElement { ${body} }\ncustomElements.define('${tag}', A)`
show('1 compiled X_1', {
  'a.js': `let XBell = XBell_1 = class XBell extends HTMLElement { get a(){return this.getAttribute('a')} set a(v){} static x(){ return XBell_1 } };\nXBell = XBell_1 = __decorate([customElement('x-bell')], XBell)\nvar XBell_1; export { XBell }`,
})
show('2 close-pad', {
  'a.js': `import {LitE} from 'p'; let XPad = class XPad extends LitE {}; XPad = __decorate([customElement('x-pad'), event('close-pad')], XPad)`,
})
show('3 mixins', {
  'a.js': `const Labelled = (s) => class extends s { set label(v){} get label(){return ''} }; const Focused = (s) => class extends s { set focusy(v){} get focusy(){return ''} }
const Touched = (s) => class extends Labelled(s) { set touched(v){} get touched(){return ''} }; class F extends Labelled(Touched(Focused(HTMLElement))) {}; customElements.define('x-f', F)`,
})
show('4 rec vue', {
  'a.vue': `<script setup lang="ts">type Nest = string | Nest[]; defineProps<{ wrap?: Nest }>()</script><template><b>{{wrap}}</b></template>`,
})
show('4b rec tsx', {
  'a.tsx': `type Nest = string | Nest[]; export function A({ wrap }: { wrap?: Nest }) { return <b>{wrap}</b> }`,
})
show('5 big', {
  'a.js':
    'let a0 = [1];' +
    Array.from({ length: 26 }, (_, i) => `let a${i + 1} = a${i}.concat(a${i});`).join('') +
    el(`static observedAttributes = a26`),
})
show('7 d.ts beside', {
  'Chime.jsx': `export function Chime({ note, volume = 3, ...rest }) { return <b {...rest}>{note}{volume}</b> }`,
  'Chime.d.ts': `export interface ChimeProps { /** how loud */ volume?: number; note: 'low' | 'high'; tone?: string }\nexport declare function Chime(props: ChimeProps): JSX.Element`,
})
show('7b js d.ts class', {
  'a.js': `export class A extends HTMLElement { constructor(){ super(); this.size = 3; this.inner = 4 } }\ncustomElements.define('x-a', A)`,
  'a.d.ts': `export declare class A extends HTMLElement { /** words */ size: 1 | 2 | 3; private inner }`,
})
show(
  '8 extends vue pkg',
  {
    'a.vue': `<script>import Base from 'outer-kit/base'; export default { extends: Base, props: { own: String } }</script><template><b/></template>`,
  },
  {
    'node_modules/outer-kit/package.json': '{"name":"outer-kit","exports":{"./base":"./dist/base.js"}}',
    'node_modules/outer-kit/dist/base.js': `export default { props: { fromBase: { type: Number, default: 4 } }, emits: ['base-went'] }`,
  },
)
show('9 own name', {
  'package.json': '{"name":"quay","exports":{"./date-picker":"./src/DatePicker.vue"}}',
  'src/DatePicker.vue': `<script>export default { name: 'DatePicker', props: { day: String } }</script><template><i/></template>`,
  'src/Cal.vue': `<script>import DatePicker from 'quay/date-picker'; export default { name:'Cal', extends: DatePicker }</script><template><b/></template>`,
})
show('10 styles after', {
  'a.js':
    "import {css} from 'p'; class X extends HTMLElement {}; X.styles = css`:host { color: var(--x) }`; X.properties = { size: { type: Number } }; customElements.define('x-a', X)",
})
show('11 private method', {
  'a.js': `var _X_inst, _X_strike; class X extends HTMLElement { go() { __classPrivateFieldGet(this, _X_inst, 'm', _X_strike).call(this) } }\n_X_inst = new WeakSet(), _X_strike = function _X_strike() { this.dispatchEvent(new Event('struck')) }; customElements.define('x-a', X)`,
})
show('12 events', {
  'a.js':
    `const fire = (el, name) => el.dispatchEvent(new CustomEvent(name)); const again = (el, ev) => el.dispatchEvent(new ev.constructor(ev.type, ev));` +
    el(
      `static eventTurn = 'turn'; hooks = new EventTarget(); go(up) { this.dispatchEvent(new Event(up ? 'shut' : 'raised')); const { eventTurn } = this.constructor; this.dispatchEvent(new Event(eventTurn)); fire(this, 'gone'); this.hooks.dispatchEvent(new Event('before')) } connectedCallback(){ this.shadowRoot.querySelector('input').addEventListener('change', (e) => again(this, e)) }`,
    ),
})
show('13 vue slots', {
  'a.vue': `<script setup>import Inner from './Inner.vue'; defineProps({wide:Boolean})</script><template><Inner :templates="$slots" /><component :is="$slots.foot" /><slot :name="wide ? 'broad' : 'thin'" /></template>`,
  'Inner.vue': `<script>export default { props: { templates: Object } }</script><template><component :is="templates.head" /><slot name="x" /></template>`,
})
show('13b defineSlots imported', {
  'a.vue': `<script setup lang="ts">import type { S } from './s'; defineSlots<S>()</script><template><b/></template>`,
  's.ts': `export interface S { head(props: { a: string }): any; default?: () => any }`,
})
show('14 quoted', {
  'a.jsx': `export const A = ({ 'aria-label': label, id }) => <b aria-label={label} id={id}/>`,
})
show('15 required', {
  'a.ts': el(
    `get valueAsNumber(): number { return Number(this.getAttribute('v')) } set valueAsNumber(v: number) { this.setAttribute('v', String(v)) }`,
  ),
})
show('16 default true', {
  'a.ts': el(
    `get on() { return this.getAttribute('on') !== 'false' } set on(v) { this.setAttribute('on', String(v)) }`,
  ),
})
show('17 cp', {
  'a.js':
    "const css='.body { background: var(--quay-ground, #e7eef5) } :host([tone=alert]) { --quay-ground: red }';" +
    el(
      "constructor(){super(); this.attachShadow({mode:'open'}).innerHTML = `<style>${css}</style><b class=body></b>`}",
    ),
})
show('18 super html', {
  'a.js': `class Base extends HTMLElement { constructor(html, css) { super(); const r = this.attachShadow({mode:'open'}); r.innerHTML = '<style>' + css + '</style>' + html } }\nclass A extends Base { constructor() { super('<b part="w"></b><slot name="s"></slot>', ':host{color:var(--y)}') } }\ncustomElements.define('x-a', A)`,
})
show('19 loop part', {
  'a.js': el(
    "items=[]; connectedCallback(){ this.attachShadow({mode:'open'}).innerHTML = this.items.map((i) => `<li part=\"row\">${i}</li>`).join('') }",
  ),
})
show('20 getPropertyValue', {
  'a.js':
    '/** @cssprop --x - gap */\n' +
    el("connectedCallback(){ this.gap = getComputedStyle(this).getPropertyValue('--x') }"),
})
show('21 mjs', {
  'a.mjs': `import { jsx as _jsx } from 'react/jsx-runtime'; import { forwardRef } from 'react'; const Bell = forwardRef(({ tone = 'low', ...rest }, ref) => _jsx('b', { ref, 'data-tone': tone, ...rest })); Bell.displayName='Bell'; export { Bell }; export function Plain({ a }) { return _jsx('i', { children: a }) }`,
})
show('21b createElement mjs', {
  'a.mjs': `import * as React from 'react'; var Bell = React.forwardRef(function Bell(props, ref) { const { tone = 'low', size } = props; return React.createElement('b', { ref, title: tone }, size) }); export { Bell as default, Bell }`,
})
show('22 nothing', { 'a.js': `export const x = 1` })
show('23 mod css in compiled', {
  'a.js': `import s from './a.css'; ` + el('connectedCallback(){}'),
  'a.css': ':host{color:var(--q)}',
})

show('24 template top', {
  'a.js':
    "const t = document.createElement('template'); t.innerHTML = '<slot name=q></slot><b part=p></b>';\nconst sheet = new CSSStyleSheet(); sheet.replaceSync(':host{color:var(--z)}');" +
    el(
      "connectedCallback(){ const r=this.attachShadow({mode:'open'}); r.adoptedStyleSheets=[sheet]; r.append(t.content.cloneNode(true)) }",
    ),
})
show('25 css module import', {
  'a.js':
    "import sheet from './a.css' with { type: 'css' };" +
    el('connectedCallback(){ this.shadowRoot.adoptedStyleSheets=[sheet] }'),
  'a.css': ':host{color:var(--q)} ',
})
show('26 inline style', {
  'a.js': el(
    'connectedCallback(){ this.shadowRoot.innerHTML = `<b style="color: var(--inl, red)" part="base ${this.x}"></b>` }',
  ),
})
show(
  '27 outer base',
  {
    'a.js':
      "import { Base, Emits } from 'outer';\nclass A extends Emits(Base) { render() { return html`<slot></slot>` } extra() {} }\ncustomElements.define('x-a', A)",
  },
  {
    'node_modules/outer/package.json': '{"name":"outer","main":"./index.js"}',
    'node_modules/outer/index.js': "export * from './base.js'; export { Emits } from './emits.js'",
    'node_modules/outer/base.js':
      "export class Base extends HTMLElement { static get observedAttributes(){ return ['open'] } get open(){ return this.hasAttribute('open') } set open(v){ this.toggleAttribute('open', v) } requestUpdate(){} internalThing = 3; render(){} }",
    'node_modules/outer/emits.js':
      "export const Emits = (B) => class extends B { go() { this.dispatchEvent(new Event('went')) } }",
  },
)
show('28 ts decorators standard', {
  'a.js': `let A = (() => { let _classDecorators = [customElement('x-a')]; let _classDescriptor; let _classExtraInitializers = []; let _classThis; let _classSuper = LitE; let _open_decorators; var A = class extends _classSuper { static { _classThis = this; } static { const _metadata = {}; _open_decorators = [property({ type: Boolean })]; __esDecorate(this, null, _open_decorators, { kind: "accessor", name: "open", static: false, private: false, access: { has: obj => "open" in obj, get: obj => obj.open, set: (obj, value) => { obj.open = value; } }, metadata: _metadata }, _open_initializers, _open_extraInitializers); __esDecorate(null, _classDescriptor = { value: _classThis }, _classDecorators, { kind: "class", name: _classThis.name, metadata: _metadata }, null, _classExtraInitializers); A = _classThis = _classDescriptor.value; } #open_accessor_storage = __runInitializers(this, _open_initializers, false); get open() { return this.#open_accessor_storage; } set open(value) { this.#open_accessor_storage = value; } }; return A = _classThis; })(); export { A }`,
})
show('29 esbuild decorators', {
  'a.js': `var A = class extends LitE { constructor() { super(...arguments); this.open = false } }; __decorateClass([property({ type: Boolean, reflect: true })], A.prototype, "open", 2); A = __decorateClass([customElement("x-a")], A); export { A }`,
})
show('30 conditional host', {
  'a.js':
    "const css='.body { background: var(--g, blue) } .body.alert { --g: red } .in { --only: 1 } .in b { width: var(--only) }';" +
    el(
      "constructor(){super(); this.attachShadow({mode:'open'}).innerHTML = `<style>${css}</style><b class=body></b>`}",
    ),
})

show('40 vue script', {
  'a.ts': `import { defineComponent, h, type PropType } from 'vue'; export const XTag = defineComponent({ name: 'XTag', props: { tone: String as PropType<'a'|'b'>, size: { type: Number, default: 3 } }, emits: ['close'], setup(props, { slots, emit }) { return () => h('b', { onClick: () => emit('tapped') }, [slots.default?.({ row: 1 }), slots.icon?.()]) } })`,
})
show('41 vue compiled', {
  'package.json': '{"name":"q","peerDependencies":{"vue":"3"}}',
  'dist/a.mjs': `import { defineComponent as _d, renderSlot as _renderSlot, openBlock } from 'vue'; const _hoisted = { class: 'x' }; var _sfc_main = /*@__PURE__*/ _d({ __name: 'XCard', props: /*@__PURE__*/ mergeModels({ tone: { type: String, default: 'calm' } }, { modelValue: { type: Boolean } }), emits: ['closed', 'update:modelValue'], setup(__props) { return (_ctx, _cache) => { return _renderSlot(_ctx.$slots, 'head', { open: true }, () => []) } } }); export { _sfc_main as default }`,
  'dist/a.d.ts': `import { DefineComponent } from 'vue'\ninterface P { tone?: 'calm' | 'storm' }\ndeclare const _default: { new (): { $props: P } };\nexport default _default`,
})
show('42 vue made props', {
  'p.ts': `export const makeTone = factory({ tone: { type: String, default: 'calm' } }, 'tone'); export function makeSize() { return { size: Number } }`,
  'a.ts': `import { defineComponent } from 'vue'; import { makeTone, makeSize } from './p'; export const makeX = factory({ ...makeTone(), ...makeSize(), own: Boolean }, 'X'); export const X = generic()({ name: 'X', props: makeX(), setup() { return () => null } })`,
})
