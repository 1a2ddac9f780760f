import { told } from '../../../tests/told'
import { readLibrary } from '../read'

// Classes as compilers and bundlers leave them.

test('a class kept under several names, registered by a decorator after it', () => {
  expect(
    told({
      'bell.js': `
let XBell = XBell_1 = class XBell extends HTMLElement { get tone() { return this.getAttribute('tone') } }
XBell = XBell_1 = __decorate([customElement('x-bell')], XBell)
var XBell_1
export { XBell }`,
    }),
  ).toEqual({ 'x-bell': ['prop tone string | null @tone'] })
})

test('of several decorators with a hyphen the one that registers gives the tag', () => {
  expect(
    told({
      'pad.js': `
let XPad = class XPad extends Base {}
XPad = __decorate([event('close-pad'), customElement('x-pad')], XPad)`,
    }),
  ).toEqual({ 'x-pad': [] })
  expect(
    told(
      {
        'pad.js': `
import { named, told } from 'kit'
let Card = class Card extends HTMLElement {}
Card = d([told('went-away'), named('q-pad')], Card)`,
      },
      {
        'kit/package.json': '{"name":"kit","module":"./k.js"}',
        'kit/k.js': `
export const told = (name) => (of) => {
  of.events = name
}
export function named(tag) {
  return (of) => customElements.define(tag, of)
}`,
      },
    ),
  ).toEqual({ 'q-pad': [] })
})

test('decorators of the standard, as two compilers leave them', () => {
  expect(
    told({
      'a.js': `
let A = (() => {
  let _classDecorators = [customElement('x-a')]
  let _classThis
  let _classSuper = Base
  let _open_decorators
  var A = class extends _classSuper {
    static {
      _classThis = this
    }
    static {
      _open_decorators = [property({ type: Boolean })]
      __esDecorate(
        this,
        null,
        _open_decorators,
        { kind: 'accessor', name: 'open', static: false },
        init,
        extra,
      )
      __esDecorate(
        null,
        (_classDescriptor = { value: _classThis }),
        _classDecorators,
        { kind: 'class', name: _classThis.name },
        null,
        extra,
      )
    }
    #open_storage = __runInitializers(this, init, false)
    get open() {
      return this.#open_storage
    }
    set open(value) {
      this.#open_storage = value
    }
  }
  return (A = _classThis)
})()
export { A }`,
      'b.js': `
var _B_decorators = [customElement('x-b')], _size_dec = [property({ type: Number })]
var B = class extends Base { constructor() { super(...arguments); this.size = 3 } }
__decorateElement(_init, 5, 'size', _size_dec, B)
B = __decorateElement(_init, 0, 'B', _B_decorators, B)
export { B }`,
    }),
  ).toEqual({ 'x-a': ['prop open boolean @open = false'], 'x-b': ['prop size number @size = 3'] })
})

test('private methods that a compiler keeps outside the class, with what they are given', () => {
  expect(
    told({
      'a.js': `
var _A_parts, _A_strike, _A_tell
class A extends HTMLElement {
  constructor() {
    super()
    _A_parts.add(this)
  }
  go() {
    __classPrivateFieldGet(this, _A_parts, 'm', _A_strike).call(this)
    __classPrivateFieldGet(this, _A_parts, 'm', _A_tell).call(this, 'told')
  }
}
;((_A_parts = new WeakSet()),
  (_A_strike = function _A_strike() {
    this.dispatchEvent(new Event('struck'))
  }),
  (_A_tell = function _A_tell(name) {
    this.dispatchEvent(new Event(name))
  }))
customElements.define('x-a', A)`,
    }),
  ).toEqual({ 'x-a': ['event struck', 'event told', 'method go'] })
})

test('what is set on a class after it: styles, props, attributes', () => {
  expect(
    told({
      'a.js': `
class A extends Base {}
A.styles = css\`:host { color: var(--x) }\`
A.properties = { size: { type: Number } }
customElements.define('x-a', A)`,
      'b.js': `
class B extends HTMLElement {}
__publicField(B, "observedAttributes", ["open"])
customElements.define('x-b', B)`,
    }),
  ).toEqual({ 'x-a': ['prop size number @size', 'custom-property --x'], 'x-b': ['prop open string @open'] })
})

test('registered by a helper of a package, by a static name, by itself, by a list a compiler makes', () => {
  expect(
    told(
      {
        'a.js': `
import { define } from 'kit/define.js'
class A extends HTMLElement {
  static get is() {
    return 'x-a'
  }
}
define(A)`,
        'b.js': `import { register } from 'kit/define.js'\nclass B extends HTMLElement {}\nregister('x-b', B)`,
        'c.js': `
export class C extends HTMLElement {
  static define(tag = 'x-c', registry = customElements) {
    registry.define(tag, this)
  }
}`,
        'c-define.js': `import { C } from './c.js'\nC.define()`,
        'd.js': `
const D = proxy(
  class extends HTMLElement {
    render() {
      return h('slot', { name: 'end' })
    }
  },
  [1, 'x-d', { color: [513] }],
)
export { D }`,
        'e.js': `
class E extends Kit {}
E.compose({ name: 'x-e', template: '<slot name="top"></slot>', styles: ':host { gap: var(--e) }' })`,
      },
      {
        'kit/package.json': '{"name":"kit"}',
        'kit/define.js': `
export function define(Element) {
  customElements.define(Element.is, Element)
}
export const register = (name, of) => customElements.define(name, of)`,
      },
    ),
  ).toEqual({
    'x-a': [],
    'x-b': [],
    'x-c': [],
    'x-d': ['slot end', 'method render'],
    'x-e': ['slot top', 'custom-property --e'],
  })
})

test('what declarations call private is not offered, though a decorator gives it an attribute', () => {
  expect(
    told({
      'a.js': `
class A extends Base {}
d([property()], A.prototype, 'shown', 2)
d([r()], A.prototype, 'left', 2)
A = d([customElement('x-a')], A)
export { A }`,
      'a.d.ts': `export declare class A { shown: 1 | 2; private left }`,
    }),
  ).toEqual({ 'x-a': ['prop shown 1 | 2 @shown'] })
})

test('declarations beside compiled code give types and words, and say what is private', () => {
  expect(
    told({
      'a.js': `
export class A extends HTMLElement {
  constructor() {
    super()
    this.size = 3
    this.inner = 4
    this.helper = 5
  }
  strike() {}
}
customElements.define('x-a', A)`,
      'a.d.ts': `
export declare class A extends HTMLElement {
  size: 1 | 2 | 3
  private inner
  tone?: 'low'
  private strike(): void
}`,
    }),
  ).toEqual({ 'x-a': ['prop size 1 | 2 | 3 = 3', "prop tone 'low'"] })
  expect(
    told({
      'package.json': '{"name":"q","types":"./types/index.d.ts","module":"./dist/chunk.js"}',
      'dist/chunk.js': `
var _A = class _A extends HTMLElement {
  constructor() {
    super()
    this.size = 3
  }
}
var A = _A
customElements.define('x-a', A)
export { A }`,
      'types/index.d.ts': `export { A } from './a'`,
      'types/a.d.ts': `export declare class A extends HTMLElement { size: 1 | 2 | 3 }`,
    }),
  ).toEqual({ 'x-a': ['prop size 1 | 2 | 3 = 3'] })
  expect(
    told({
      'a.js': `
const e = class extends HTMLElement {
  constructor() {
    super()
    this.size = 3
  }
}
customElements.define('x-a', e)`,
      'all.d.ts': `
interface XA extends HTMLElement {
  size: 1 | 2 | 3
}
declare global {
  interface HTMLElementTagNameMap {
    'x-a': XA
  }
}
export {}`,
    }),
  ).toEqual({ 'x-a': ['prop size 1 | 2 | 3 = 3'] })
})

test('events of an emitter that a helper makes, out of an event that another helper makes', () => {
  const files = {
    'dist/core.js': `
const k = { ce: (t, n) => new CustomEvent(t, n) },
  pt = (t, n, e) => {
    const o = k.ce(n, e)
    return (t.dispatchEvent(o), o)
  },
  $t = (t, n, e) => {
    const o = t
    return {
      emit: (t) =>
        pt(o, n, { bubbles: !!(4 & e), composed: !!(2 & e), cancelable: !!(1 & e), detail: t }),
    }
  }
export { $t as e }`,
    'dist/pager.js': `
import { e as o } from './core.js'
const x = class extends HTMLElement {
  constructor() {
    ;(super(), (this.turned = o(this, 'turned', 7)), (this.closed = o(this, 'closed', 4)))
  }
  turned
  closed
  turn(r) {
    this.turned.emit(r)
  }
}
customElements.define('x-pager', x)
export { x as Pager }`,
  }
  const { contracts } = readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
  const events = contracts[0]!.members.flatMap((member) =>
    member.kind === 'event' ? [[member.name, member.bubbles, member.composed, member.cancelable]] : [],
  )
  expect(events).toEqual([
    ['turned', true, true, true],
    ['closed', true, false, false],
  ])
})

test('a table beside the tag says which attribute feeds which prop', () => {
  const files = {
    'dist/pager.js': `
const define = (c, [flags, tag]) => customElements.define(tag, c)
export const Pager = define(
  class extends HTMLElement {
    open = !1
    itemCount = 15
    items = []
    label = ''
    wide = !1
  },
  [
    513,
    'x-pager',
    { open: [4], itemCount: [2, 'item-count'], items: [16], label: [1025], wide: [516, 'is-wide'] },
  ],
)
customElements.define('x-pager', Pager)`,
    'dist/tab.js': `
class Tab extends HTMLElement {
  labelText = ''
}
customElements.define('x-tab', Tab)
export const meta = [1, 'x-tab', { labelText: [1, 'label-text'] }]`,
  }
  expect(told(files)).toMatchObject({
    'x-pager': [
      'prop open boolean @open = false',
      'prop itemCount number @item-count = 15',
      'prop items unknown[] = []',
      "prop label string @label = ''",
      'prop wide boolean @is-wide = false',
    ],
    'x-tab': ["prop labelText string @label-text = ''"],
  })
})

test('events that declarations name for an element, with what they carry', () => {
  const files = {
    'package.json': '{"name":"q","types":"dist/pager.d.ts"}',
    'dist/pager.js': `class Pager extends HTMLElement{};customElements.define("x-pager",Pager);export{Pager};`,
    'dist/pager.d.ts': `
interface PagerEvent<T> extends CustomEvent<T> {
  target: Pager
}
interface PagerEventMap {
  /** Another page is shown. */
  turned: number
  shut: void
}
export declare class Pager extends HTMLElement {
  addEventListener<K extends keyof PagerEventMap>(
    type: K,
    listener: (this: Pager, ev: PagerEvent<PagerEventMap[K]>) => any,
  ): void
  addEventListener<K extends keyof HTMLElementEventMap>(
    type: K,
    listener: (ev: HTMLElementEventMap[K]) => any,
  ): void
}`,
  }
  const { contracts } = readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
  const events = contracts[0]!.members.filter(({ kind }) => kind === 'event')
  expect(events).toMatchObject([
    { name: 'turned', detail: { is: 'number' }, comment: 'Another page is shown.', known: 'declared' },
    { name: 'shut' },
  ])
  expect(events).toHaveLength(2)
})

test('events of classes that hand their name on, one class to the next', () => {
  expect(
    told({
      'dist/events.js': `
class n extends Event {
  constructor(n, e) {
    super(n, { bubbles: !0, ...e })
  }
}
class r extends n {}
class o extends n {
  constructor(t = 'shut') {
    super(t)
  }
}
export { n as N, r as R, o as O }`,
      'dist/field.js': `
import { N as n, R as r, O as o } from './events.js'
class F extends HTMLElement {
  go() {
    this.dispatchEvent(new n('input'))
    this.dispatchEvent(new r('typed'))
    this.dispatchEvent(new o())
  }
}
customElements.define('x-field', F)`,
    }),
  ).toEqual({ 'x-field': ['event input', 'event typed', 'event shut', 'method go'] })
})

test('a table of props as a compiler leaves it: numbers, and lists of one with options', () => {
  expect(
    told({
      'chip.js': `
class Chip extends HTMLElement {
  static {
    this.properties = {
      open: [7, {}, { reflect: true, type: Boolean }],
      note: 1,
      rows: [0, {}, { attribute: false }],
      busy: [16, {}, { state: true }],
    }
  }
  static sizes = { small: 1, large: 2 }
}
customElements.define('x-chip', Chip)`,
    }),
  ).toEqual({ 'x-chip': ['prop open boolean @open', 'prop note unknown @note', 'prop rows unknown'] })
})

test('a field that a function of events is called for is an event, as it is declared', () => {
  const [contract] = readLibrary(
    [
      {
        path: 'chip.js',
        text: `
import { createEvent } from 'kit'
class Chip extends HTMLElement {
  constructor() {
    super()
    this.chosen = createEvent({ cancelable: false })
    this.inner = createEvent()
    this.tone = 'calm'
  }
  pick() {
    this.chosen.emit(3)
  }
}
customElements.define('x-chip', Chip)
export { Chip }`,
      },
      {
        path: 'chip.d.ts',
        text: `
interface Told<T> { detail: T }
export declare class Chip extends HTMLElement {
  /** It was chosen. */
  readonly chosen: Told<number>
  /** @internal */
  readonly inner: Told<void>
  tone: 'calm' | 'storm'
}`,
      },
    ],
    (path) =>
      ({
        'node_modules/kit/package.json': '{"name":"kit","module":"./k.js"}',
        'node_modules/kit/k.js':
          'const make = (name, options) => ({ emit: (detail) => host.dispatchEvent(new CustomEvent(name, ' +
          "{ detail, bubbles: true, cancelable: true, ...options })) })\nexport const createEvent = make.bind(null, '')",
      })[path],
  ).contracts
  expect(contract!.members.map(({ kind, name }) => `${kind} ${name}`)).toEqual(['prop tone', 'event chosen'])
  expect(contract!.members[1]).toMatchObject({
    detail: { is: 'number' },
    bubbles: true,
    cancelable: false,
    composed: false,
    comment: 'It was chosen.',
  })
})

test('events that a library adds to the map of all elements are told of those alone that fire them', () => {
  expect(
    told(
      {
        'bell.js': `
export class Bell extends HTMLElement {
  ring() {
    this.dispatchEvent(new Event('rung'))
  }
}
customElements.define('x-bell', Bell)`,
        'bell.d.ts': `
export declare class Bell extends HTMLElement { ring(): void }
declare global { interface HTMLElementEventMap { rung: CustomEvent<number> } }`,
        'pad.js': `export class Pad extends HTMLElement {}\ncustomElements.define('x-pad', Pad)`,
        'pad.d.ts': 'export declare class Pad extends HTMLElement {}',
      },
      {
        'typescript/lib/lib.dom.d.ts': `
interface Event {}
interface CustomEvent<T> extends Event {
  detail: T
}
interface HTMLElementEventMap {
  click: Event
}
interface HTMLElement {
  addEventListener<K extends keyof HTMLElementEventMap>(
    type: K,
    listener: (event: HTMLElementEventMap[K]) => void,
  ): void
}
declare var HTMLElement: { new (): HTMLElement }`,
      },
    ),
  ).toEqual({ 'x-bell': ['event rung', 'method ring'], 'x-pad': [] })
})
