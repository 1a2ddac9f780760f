import { told } from '../../../tests/told'

// What reaches a component by way of others: bases, helpers, packages, its module.

const element = (body: string) => `class A extends HTMLElement { ${body} }\ncustomElements.define('x-a', A)`

test('a mixin met twice does not end the line', () => {
  expect(
    told({
      'a.js': `
const Labelled = (s) => class extends s { set label(value) {} get label() { return '' } }
const Focused = (s) => class extends s { set lit(value) {} get lit() { return '' } }
const Touched = (s) => class extends Labelled(s) { set touched(value) {} get touched() { return '' } }
class F extends Labelled(Touched(Focused(HTMLElement))) {}
customElements.define('x-f', F)`,
    }),
  ).toEqual({
    'x-f': [
      expect.stringContaining('prop label'),
      expect.stringContaining('prop touched'),
      expect.stringContaining('prop lit'),
    ],
  })
})

test('a template and a sheet that the module sets up, sheets that are imported, styles in place', () => {
  expect(
    told({
      'a.js': `
const t = document.createElement('template')
t.innerHTML = '<slot name="q"></slot><b part="p"></b>'
const sheet = new CSSStyleSheet()
sheet.replaceSync(':host { color: var(--z) }')
${element("connectedCallback() { const r = this.attachShadow({ mode: 'open' }); r.adoptedStyleSheets = [sheet]; r.append(t.content.cloneNode(true)) }")}`,
    }),
  ).toEqual({ 'x-a': ['slot q', 'part p', 'custom-property --z'] })
  expect(
    told({
      'a.js': `import sheet from './a.css' with { type: 'css' }\n${element('connectedCallback() { this.shadowRoot.adoptedStyleSheets = [sheet] }')}`,
      'a.css': ':host { color: var(--q) }',
    }),
  ).toEqual({ 'x-a': ['custom-property --q'] })
  expect(
    told({
      'a.js': element(
        'connectedCallback() { this.shadowRoot.innerHTML = `<b style="color: var(--inl, red)" part="base ${this.x}"></b>` }',
      ),
    }),
  ).toEqual({ 'x-a': ['part base', 'custom-property --inl'] })
})

test('markup and styles handed to a base constructor, made in a loop', () => {
  expect(
    told({
      'a.js': `
class Base extends HTMLElement {
  constructor(html, css) {
    super()
    this.attachShadow({ mode: 'open' }).innerHTML = '<style>' + css + '</style>' + html
  }
}
/** @csspart w - the bell */
class A extends Base {
  constructor() {
    super('<b part="w"></b><slot name="s"></slot>', ':host { color: var(--y) }')
  }
}
customElements.define('x-a', A)`,
    }),
  ).toEqual({ 'x-a': ['slot s', 'part w', 'custom-property --y'] })
  expect(
    told({
      'a.js': element(
        'connectedCallback() { this.root.innerHTML = this.items.map((i) => `<li part="row">${i}</li>`).join(\'\') }',
      ),
    }),
  ).toEqual({ 'x-a': ['part row'] })
})

test('custom properties that a script asks for, or that a rule sets in one state only, are read', () => {
  expect(
    told({
      'a.js': `/** @cssprop --x - the gap */\n${element("connectedCallback() { this.gap = getComputedStyle(this).getPropertyValue('--x') }")}`,
    }),
  ).toEqual({ 'x-a': ['custom-property --x'] })
  expect(
    told({
      'a.js': element(
        'connectedCallback() { this.root.innerHTML = `<style>.body { background: var(--g, blue) } .body.alert { --g: red } .in { --only: 1px } .in b { width: var(--only) } :host([tone=alert]) { --g: red }</style>` }',
      ),
    }),
  ).toEqual({ 'x-a': ['custom-property --g'] })
})

test('events that are dispatched again have the name that was listened for; those of its own objects are none', () => {
  expect(
    told({
      'a.js': `
const again = (el, event) => el.dispatchEvent(new event.constructor(event.type, event))
${element(`
hooks = new EventTarget()
connectedCallback() {
  this.input.addEventListener('change', (event) => again(this, event))
  this.input.addEventListener('blur', this.onBlur)
  this.hooks.dispatchEvent(new Event('before'))
}
onBlur(event) { again(this, event) }`)}`,
    }),
  ).toEqual({
    'x-a': ['prop hooks EventTarget = new EventTarget()', 'event change', 'event blur', 'method onBlur'],
  })
})

test('events that a helper object dispatches on the component it was given', () => {
  expect(
    told({
      'helper.js': `
export class Helper {
  constructor(options, host) {
    ;(this.host = host).addController(this)
    this.other = options
    this.own = new EventTarget()
  }
  check() {
    this.host.dispatchEvent(new CustomEvent('went-wrong'))
    this.own.dispatchEvent(new Event('inside'))
  }
}`,
      'a.js': `import { Helper } from './helper.js'\n${element('helper = new Helper({}, this)')}`,
    }),
  ).toEqual({ 'x-a': [expect.stringContaining('prop helper'), 'event went-wrong'] })
})

test('a claim is denied only where all of the code that could make it true was read', () => {
  const claims =
    '/**\n * @csspart bell - rings\n * @slot end - after it\n * @cssprop --glow - around it\n * @fires rung - by whoever rings\n */\n'
  expect(
    told({ 'a.js': claims + element("connectedCallback() { this.root.innerHTML = '<b></b>' }") }),
  ).toEqual({
    'x-a': ['slot end denied', 'event rung denied', 'part bell denied', 'custom-property --glow denied'],
  })
  expect(
    told({ 'a.js': claims + element('connectedCallback() { this.root.innerHTML = madeElsewhere(this) }') }),
  ).toEqual({
    'x-a': ['slot end', 'event rung denied', 'part bell', 'custom-property --glow'],
  })
  expect(
    told({ 'a.js': claims + element('connectedCallback() { this.dispatchEvent(new Event(name())) }') }),
  ).toEqual({ 'x-a': ['slot end denied', 'event rung', 'part bell denied', 'custom-property --glow denied'] })
})

test('a base and a mixin of a package: what they say to HTML, and what is between the classes', () => {
  expect(
    told(
      {
        'a.js': `
import { Base, Emits } from 'outer'
class A extends Emits(Base) { render() { return html\`<slot></slot>\` } extra() {} }
customElements.define('x-a', A)`,
      },
      {
        'outer/package.json': '{"name":"outer","main":"./index.js"}',
        'outer/index.js': "export * from './base.js'\nexport { Emits } from './emits.js'",
        'outer/base.js': `export class Base extends HTMLElement {
  static get observedAttributes() { return ['open'] }
  get open() { return this.hasAttribute('open') }
  set open(value) { this.toggleAttribute('open', value) }
  requestUpdate() {}
  inside = 3
  render() {}
}`,
        'outer/emits.js':
          "export const Emits = (B) => class extends B { go() { this.dispatchEvent(new Event('went')) } }",
      },
    ),
  ).toEqual({ 'x-a': ['prop open boolean @open = false', 'slot ', 'event went', 'method extra'] })
})

test('attribute names follow the framework’s own source', () => {
  const files = (base: string) => ({
    'a.js': `
import { Base } from 'kit'
class A extends Base {
  static properties = { iconName: { type: String } }
}
customElements.define('x-a', A)`,
    base,
  })
  const outside = (body: string) => ({
    'kit/package.json': '{"name":"kit","main":"./k.js"}',
    'kit/k.js': `const capitals = /([A-Z])/g\nconst dashed = (name) => name.replace(capitals, '-$1').toLowerCase()\nexport class Base extends HTMLElement { ${body} }`,
  })
  expect(told(files(''), outside('static attributeOf(name) { return dashed(name) }'))).toEqual({
    'x-a': ['prop iconName string @icon-name'],
  })
  expect(told(files(''), outside('static attributeOf(name) { return name.toLowerCase() }'))).toEqual({
    'x-a': ['prop iconName string @iconname'],
  })
})

test('a template in JSX that a decorator is given: its slots and parts are the element’s, and it is no component', () => {
  expect(
    told({
      'A.js': `
import ATemplate from './ATemplate.js'
let A = class A extends HTMLElement {}
A = __decorate([customElement({ tag: 'x-a', template: ATemplate, styles: ':host { color: var(--a) }' })], A)
export default A`,
      'ATemplate.js': `
import { jsx as _jsx, jsxs as _jsxs } from 'kit/jsx-runtime'
export default function ATemplate() {
  return _jsxs('div', {
    part: 'root',
    children: [this.icon && _jsx('slot', { name: 'icon' }), _jsx('slot', {})],
  })
}`,
    }),
  ).toEqual({ 'x-a': ['slot ', 'slot icon', 'part root', 'custom-property --a'] })
})
