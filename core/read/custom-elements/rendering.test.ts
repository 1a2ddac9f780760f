import { membersOf } from '../../contract/contract'
import { printType } from '../../contract/type'
import { contractOf, element, read } from '../../../tests/element'

describe('template', () => {
  const make = (html: string, rest = '') =>
    element(`constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = \`${html}\` }\n${rest}`)
  test('slots with fallback, parts, used components, each with its line', () => {
    const contract = contractOf(
      make(
        '\n<div part="band edge">\n<slot name="action"><b>Go</b></slot><slot></slot>\n<x-inner ' +
          'exportparts="tip, knob: inner-knob"></x-inner></div>',
      ),
    )
    expect(
      membersOf(contract, 'slot').map((member) => [member.name, member.fallback, member.place.line]),
    ).toEqual([
      ['', '', 5],
      ['action', '<b>Go</b>', 5],
    ])
    expect(
      membersOf(contract, 'part').map((member) => [member.name, member.from?.part, member.place.line]),
    ).toEqual([
      ['band', undefined, 4],
      ['edge', undefined, 4],
      ['tip', 'tip', 6],
      ['inner-knob', 'knob', 6],
    ])
  })
  test('markup through helpers, constants and imported files keeps its own place', () => {
    const contract = contractOf(
      "import { markup } from './base'\nimport html from './x.html' with { type: 'text' " +
        '}\nconst t = markup(`<p>${html}</p>`)\nclass XOne extends HTMLElement { constructor() ' +
        "{ super(); this.append(t) } }\ncustomElements.define('x-one', XOne)",
      {
        'base.ts':
          "export function markup(h: string) { const t = document.createElement('template'); " +
          't.innerHTML = h; return t }',
        'x.html': '\n\n<slot name="far"></slot>',
      },
    )
    expect(membersOf(contract, 'slot')).toEqual([
      expect.objectContaining({ name: 'far', place: { file: 'x.html', line: 3 } }),
    ])
  })
  test('a slot or part that only looks like one in a comment or a string is none', () => {
    const contract = contractOf(make('<!-- <slot name="no"></slot> --><p title="<slot name=no>">x</p>'))
    expect(membersOf(contract, 'slot')).toEqual([])
  })
  test('a prop that feeds only a slot’s fallback is named', () => {
    const contract = contractOf(
      make(
        '<slot><span id="label"></span></slot>',
        "label = 'x'\n show() { this.shadowRoot.querySelector('#label').textContent = this.label }",
      ),
    )
    expect(membersOf(contract, 'slot')[0]!.feeds).toEqual(['label'])
  })
  test('parts and components made by script', () => {
    const contract = read({
      'a.ts':
        element(
          "make() { const d = document.createElement('div'); d.setAttribute('part', 'deck'); " +
            "this.append(d, document.createElement('x-two')) }",
        ) + "\nclass Two extends HTMLElement {}\ncustomElements.define('x-two', Two)",
    }).contracts[0]!
    expect(membersOf(contract, 'part')).toEqual([expect.objectContaining({ name: 'deck', element: 'div' })])
    expect(contract.uses.map((use) => use.tag)).toEqual(['x-two'])
  })
})

describe('events', () => {
  const fires = (body: string, head = '') => membersOf(contractOf(element(body, head)), 'event')
  test('name through constants, detail from its type or its shape, options', () => {
    expect(
      fires(
        'a() { this.dispatchEvent(new CustomEvent<{ n: number }>(NAME, { detail: { n: 1 }, ' +
          'bubbles: true, composed: true })) }',
        "const NAME = 'pick'",
      ),
    ).toEqual([
      expect.objectContaining({
        name: 'pick',
        bubbles: true,
        composed: true,
        cancelable: false,
        known: 'declared',
        detail: { is: 'object', fields: [{ name: 'n', type: { is: 'number' }, optional: false }] },
      }),
    ])
    const [inferred] = fires(
      "a(deck: string) { const e = new CustomEvent('go', { detail: { deck, now: true } }); " +
        'this.dispatchEvent(e) }',
    )
    expect(printType(inferred!.detail!, true)).toBe('{ deck: string; now: boolean }')
  })
  test('through a helper of the class, and an event class of the library', () => {
    expect(
      fires(
        "go() { this.#emit('moved', { by: 2 }) }\n #emit(name: string, detail: unknown) { " +
          'this.dispatchEvent(new CustomEvent(name, { detail })) }',
      ).map((fire) => [fire.name, printType(fire.detail!, true)]),
    ).toEqual([['moved', '{ by: number }']])
    expect(
      fires(
        'go() { this.dispatchEvent(new Gone()) }',
        "class Gone extends Event { constructor() { super('gone', { bubbles: true }) } }",
      ),
    ).toEqual([expect.objectContaining({ name: 'gone', bubbles: true })])
  })
  test('a constructed event that is never dispatched is none; a documented one is told', () => {
    const contract = contractOf(
      '/** @fires lost - Never. */\nclass XOne extends HTMLElement { a() { return new ' +
        "CustomEvent('idle') } }\ncustomElements.define('x-one', XOne)",
    )
    expect(membersOf(contract, 'event')).toEqual([
      expect.objectContaining({
        name: 'lost',
        known: 'comment',
        disagreements: [expect.objectContaining({ code: 'never dispatched' })],
      }),
    ])
  })
})

describe('styles', () => {
  const style = (css: string, body = '') =>
    contractOf(
      element(`constructor() { super(); const s = new CSSStyleSheet(); s.replaceSync(\`${css}\`) }\n${body}`),
    )
  test('custom properties with fallback and use; those set inside or by script are not the page’s', () => {
    const contract = style(
      ':host { --host: 1px; }\n.a { --inner: red; color: var(--ink, black); border: 1px solid ' +
        'var(--inner); width: var(--host); rotate: var(--turn) }',
      "t() { this.style.setProperty('--turn', '1deg') }",
    )
    expect(
      membersOf(contract, 'custom-property').map((member) => [
        member.name,
        member.fallbacks,
        member.usedBy,
        member.hostValue,
        member.place.line,
      ]),
    ).toEqual([
      ['--host', [], ['width'], '1px', 3],
      ['--ink', ['black'], ['color'], undefined, 4],
    ])
  })
  test('states: custom ones set or styled, host attributes that are no prop, the browser’s own', () => {
    const contract = style(
      ':host(:state(busy)) { color: red } :host([loud]) { top: 0 } :host([hidden]) { display: ' +
        'none } a:hover { color: red }',
      "i = this.attachInternals()\n b() { this.i.states.add('late') }",
    )
    expect(membersOf(contract, 'state').map((member) => [member.name, member.by])).toEqual([
      ['late', 'custom'],
      ['busy', 'custom'],
      ['loud', 'attribute'],
      ['hidden', 'browser'],
      ['hover', 'browser'],
    ])
  })
  test('a documented fallback that is another one is told', () => {
    const contract = contractOf(
      '/** @cssprop [--edge=blue] - Its edge. */\nclass XOne extends HTMLElement { ' +
        "constructor() { super(); const s = document.createElement('style'); s.textContent = 'b " +
        "{ color: var(--edge, var(--line, red)) }' } }\ncustomElements.define('x-one', XOne)",
    )
    expect(
      membersOf(contract, 'custom-property').find((member) => member.name === '--edge')!.disagreements,
    ).toEqual([expect.objectContaining({ comment: 'blue', code: 'red' })])
  })
})
