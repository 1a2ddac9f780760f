import { told } from '../../../tests/told'

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
