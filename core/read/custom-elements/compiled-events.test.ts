import { told } from '../../../tests/told'
import { readLibrary } from '../read'

// Events as compilers, bundlers and declarations leave them.

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
  expect(contract!.members.map(({ kind, name }) => `${kind} ${name}`)).toEqual([
    'prop tone',
    'variant tone=calm',
    'variant tone=storm',
    'event chosen',
  ])
  expect(contract!.members[3]).toMatchObject({
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
