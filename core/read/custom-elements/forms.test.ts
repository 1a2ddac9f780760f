import { membersOf, type Contract } from '../../contract/contract'
import { printType } from '../../contract/type'
import { readLibrary } from '../read'

const read = (files: Record<string, string>) =>
  readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
const contractOf = (files: Record<string, string>, tag = 'x-card'): Contract => {
  const { contracts, problems } = read(files)
  expect(problems).toEqual([])
  return contracts.find((contract) => contract.tag === tag)!
}
const props = (contract: Contract) =>
  Object.fromEntries(
    membersOf(contract, 'prop').map((member) => [
      member.name,
      `${printType(member.type)}${member.attribute ? ` @${member.attribute}` : ''}${member.reflects ? ' reflected' : ''}${member.default === undefined ? '' : ` = ${member.default}`}`,
    ]),
  )
const names = (contract: Contract, kind: 'slot' | 'part' | 'event' | 'custom-property' | 'method') =>
  membersOf(contract, kind).map((member) => member.name)

describe('props declared to the library a class is written with', () => {
  test('by decorators, whatever they are called: options, inner ones, ones that find something inside', () => {
    expect(
      props(
        contractOf({
          'card.ts': `
import { El, anything as prop, state, query } from 'some-package'
@(tag('x-card'))
export class Card extends El {
  @prop({ type: Boolean, reflect: true }) open = false
  @prop({ attribute: 'deck-count' }) deckCount = 3
  @prop({ attribute: false }) rows: string[] = []
  @prop() tone: 'calm' | 'storm' = 'calm'
  @state() busy = false
  @query('#x') box!: HTMLElement
  plain = 'yes'
}`,
        }),
      ),
    ).toEqual({
      open: 'boolean @open reflected = false',
      deckCount: 'number @deck-count = 3',
      rows: 'string[] = []',
      tone: "'calm' | 'storm' @tone = 'calm'",
      plain: "string = 'yes'",
    })
  })
  test('by decorators as compilers leave them', () => {
    expect(
      props(
        contractOf({
          'card.js': `
import { El, property, customElement } from 'some-package'
let Card = class Card extends El {
  constructor() {
    super(...arguments)
    this.open = false
    this.label = 'Ferry'
  }
}
__decorate([property({ type: Boolean })], Card.prototype, 'open', void 0)
__decorate([property()], Card.prototype, 'label', void 0)
Card = __decorate([customElement('x-card')], Card)
export { Card }`,
        }),
      ),
    ).toEqual({ open: 'boolean @open = false', label: "string @label = 'Ferry'" })
  })
  test(`in a static map, spread from elsewhere, with types from comments and values from the constructor`, () => {
    expect(
      props(
        contractOf({
          'card.js': `
import { El } from 'some-package'
import { shared } from './shared.js'
class Card extends El {
  static properties = {
    ...shared,
    /**
     * How it speaks.
     * @type {'calm' | 'storm'}
     */
    tone: { type: String, reflect: true },
    deck: { type: Number, attribute: 'deck-no' },
    _own: { state: true },
    hidden: { state: true },
    rows: Array,
  }
  constructor() { super(); this.tone = 'calm'; this.deck = 2; this.other = 1 }
}
customElements.define('x-card', Card)`,
          'shared.js': 'export const shared = { busy: { type: Boolean } }',
        }),
      ),
    ).toEqual({
      busy: 'boolean @busy',
      tone: "'calm' | 'storm' @tone reflected = 'calm'",
      deck: 'number @deck-no = 2',
      rows: 'unknown[] @rows',
    })
  })
})

describe('what a class builds on', () => {
  const mixins = `
export const Labelled = (Base) =>
  class extends Base {
    static get properties() {
      return { label: { type: String } }
    }
    constructor() {
      super()
      this.label = 'none'
    }
  }
export const Busy = once((Base) => {
  class BusyElement extends Labelled(Base) {
    get busy() {
      return this.hasAttribute('busy')
    }
    set busy(on) {
      this.toggleAttribute('busy', on)
    }
    shout() {}
  }
  return BusyElement
})`
  test('mixins across files, one upon the other, also in a wrapper', () => {
    const contract = contractOf({
      'mixins.js': mixins,
      'card.js':
        "import { Busy } from './mixins.js'\nclass Card extends Busy(HTMLElement) { " +
        "constructor() { super(); this.label = 'Ferry' } }\ncustomElements.define('x-card', Card)",
    })
    expect(props(contract)).toEqual({
      label: "string @label = 'Ferry'",
      busy: 'boolean @busy reflected = false',
    })
    expect(names(contract, 'method')).toEqual(['shout'])
    expect(membersOf(contract, 'prop').find((member) => member.name === 'busy')!.place.file).toBe('mixins.js')
  })
  test('a method that is written anew hides what the old one showed, unless it calls it', () => {
    const base =
      'class Base extends HTMLElement { markup() { return \'<slot name="old"></slot>\' } ' +
      "constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = this.markup() } }"
    const card = (markup: string) =>
      contractOf({
        'card.js':
          `${base}\nclass Card extends Base { markup() { return ${markup} } ` +
          `}\ncustomElements.define('x-card', Card)`,
      })
    expect(names(card('\'<slot name="new"></slot>\''), 'slot')).toEqual(['new'])
    expect(names(card('super.markup() + \'<slot name="new"></slot>\''), 'slot').sort()).toEqual([
      'new',
      'old',
    ])
  })
})

describe('markup and styles', () => {
  test('tagged templates by what stands in them; both arms of a condition; nested ones; sheets in lists', () => {
    const contract = contractOf({
      'card.ts': `
import { El, html, css } from 'some-package'
import { shared } from './shared'
class Card extends El {
  static styles = [
    shared,
    css\`
      :host {
        color: var(--card-ink, black);
      }
      [part='b']:hover {
        color: red;
      }
    \`,
  ]
  private head() {
    return html\`<h3 part="head"><slot name="head">None</slot></h3>\`
  }
  override render() {
    return html\`<div part="body">
      \${this.open ? html\`<slot name="open"></slot>\` : html\`<slot></slot>\`}\${this.rows.map((row) => html\`<x-row part="row">\${row}</x-row>\`)}\${this.head()}
    </div>\`
  }
}
customElements.define('x-card', Card)
class Row extends HTMLElement {}
customElements.define('x-row', Row)`,
      'shared.ts':
        "import { css } from 'some-package'\nexport const shared = css`:host { padding: var(--card-pad) }`",
    })
    expect(names(contract, 'slot').sort()).toEqual(['', 'head', 'open'])
    expect(names(contract, 'part').sort()).toEqual(['body', 'head', 'row'])
    expect(names(contract, 'custom-property').sort()).toEqual(['--card-ink', '--card-pad'])
    expect(contract.uses.map((use) => use.tag)).toEqual(['x-row'])
    expect(names(contract, 'method')).toEqual([])
  })
  test('templates kept as static members and put together by functions of the class', () => {
    expect(
      names(
        contractOf({
          'card.js': `
function template() {
  return \`<style>:host { color: var(--ink) }</style>\${this.inner()}<slot name="foot"></slot>\`
}
function inner() {
  return '<slot name="inner"></slot>'
}
class Card extends HTMLElement {
  static template = template
  static inner = inner
  constructor() {
    super()
    this.attachShadow({ mode: 'open' })
    this.shadowRoot.innerHTML = this.constructor.template()
  }
}
globalThis.customElements.define('x-card', Card)`,
        }),
        'slot',
      ),
    ).toEqual(['inner', 'foot'])
  })
})

test('markup put together from many pieces is read to its end', () => {
  const pieces = Array.from({ length: 60 }, (_, i) => `'<slot name="s${i}"></slot>'`).join(' + ')
  expect(
    names(
      contractOf({
        'card.js':
          'class Card extends HTMLElement { constructor() { super(); ' +
          `this.attachShadow({ mode: 'open' }).innerHTML = ${pieces} } ` +
          `}\ncustomElements.define('x-card', Card)`,
      }),
      'slot',
    ),
  ).toHaveLength(60)
})

describe('names that are worked out', () => {
  test('tables of names made by code, watched attributes added to, helpers that are given the element', () => {
    expect(
      props(
        contractOf({
          'names.js':
            "const Props = { PAUSED: 'mediaPaused', RATE: 'mediaRate' }\nexport const " +
            'Attributes = Object.entries(Props).reduce((all, [key, name]) => { all[key] = ' +
            'name.toLowerCase(); return all }, {})\nexport const flag = (el, name) => ' +
            'el.hasAttribute(name)\nexport const text = (el, name, otherwise) => ' +
            'el.getAttribute(name) ?? otherwise',
          'card.js': `
import { Attributes, flag, text } from './names.js'
class Base extends HTMLElement { static get observedAttributes() { return ['wide'] } }
class Card extends Base {
  static get observedAttributes() { return [...super.observedAttributes, ...Object.values(Attributes)] }
  get paused() { return flag(this, Attributes.PAUSED) }
  get rate() { return text(this, Attributes.RATE, 'slow') }
  set rate(value) { this.setAttribute(Attributes.RATE, value) }
}
customElements.define('x-card', Card)`,
        }),
      ),
    ).toEqual({
      paused: 'boolean @mediapaused = false',
      rate: "string @mediarate reflected = 'slow'",
      wide: 'string @wide',
    })
  })
  test.each([
    ["class Card extends HTMLElement { static is = 'x-card' }\ncustomElements.define(Card.is, Card)"],
    [
      "class Card extends HTMLElement { static get tag() { return 'x-card' } " +
        '}\ncustomElements.define(Card.tag, Card)',
    ],
    [
      "const prefix = 'x'\nclass Card extends HTMLElement " +
        '{}\nwindow.customElements.define(`${prefix}-card`, Card)',
    ],
    ["import { El } from 'some-package'\nclass Card extends El {}\nCard.define('x-card')"],
    ["import { El, element } from 'some-package'\n@element({ name: 'x-card' })\nclass Card extends El {}"],
    [
      'const register = (tag, one) => { if (!customElements.get(tag)) ' +
        "customElements.define(tag, one) }\nregister('x-card', class extends HTMLElement {})",
    ],
  ])('a tag is found in %j', (text) =>
    expect(read({ 'card.ts': text }).contracts.map((contract) => contract.tag)).toEqual(['x-card']),
  )
})

test(
  'a sheet with conditions inside rules, and with a selector that is written wrong, is read ' +
    'all the same',
  () => {
    const css = `:host { --x-own: 1px; color: var(--x-ink, black);
    @media (prefers-contrast: more) { --x-own: 2px; border-color: var(--x-edge) }
  }
  p:: { color: var(--x-lost) } a:hover { color: red }`
    const { contracts, problems } = readLibrary([
      {
        path: 'a.ts',
        text:
          'class A extends HTMLElement { constructor() { super(); const s = new ' +
          `CSSStyleSheet(); s.replaceSync(\`${css}\`); this.attachShadow({ mode: 'open' ` +
          `}).innerHTML = '<slot></slot>' } }\ncustomElements.define('x-a', A)`,
      },
    ])
    expect(problems).toEqual([])
    expect(
      contracts[0]!.members
        .filter((member) => member.kind === 'custom-property')
        .map((member) => member.name),
    ).toEqual(expect.arrayContaining(['--x-ink', '--x-edge']))
    expect(contracts[0]!.members.some((member) => member.kind === 'state' && member.name === 'hover')).toBe(
      true,
    )
  },
)

describe('what a class does by way of something else', () => {
  const card = (body: string, before = '') =>
    contractOf({
      'card.js': `${before}
class Card extends HTMLElement { ${body} }
customElements.define('x-card', Card)`,
    })

  test.each([
    ['either of two names', "turn(up) { this.dispatchEvent(new Event(up ? 'raised' : 'shut')) }", ''],
    ['a name or another', "turn(name) { this.dispatchEvent(new Event(name || 'raised')) }", ''],
    [
      'a static member of its class',
      "static raised = 'raised'; turn() { this.dispatchEvent(new Event(this.constructor.raised)) }",
      '',
    ],
    [
      'a static member taken out of its class',
      "static up = 'raised'; turn() { const { up } = this.constructor; this.dispatchEvent(new Event(up)) }",
      '',
    ],
    [
      'a static member taken out under another name',
      "static up = 'raised'; turn() { const { up: e } = this.constructor; this.dispatchEvent(new Event(e)) }",
      '',
    ],
    [
      'words put together from a choice',
      'turn(up) { this.dispatchEvent(new Event(`${up ? "rais" : "clos"}${end}`)) }',
      "const end = 'ed'",
    ],
  ])('an event by %s', (_way, body, before) => expect(names(card(body, before), 'event')).toContain('raised'))

  test('an event of the window, of the document or of an object of its own is none of the component', () =>
    expect(
      names(
        card(
          `turn() { window.dispatchEvent(new Event('w')); document.dispatchEvent(new Event('d'))
            hooks.dispatchEvent(new Event('h')); this.dispatchEvent(new Event('own')) }`,
          'const hooks = new EventTarget()',
        ),
        'event',
      ),
    ).toEqual(['own']))

  test('a default is what an accessor gives while no attribute is set', () =>
    expect(
      props(
        card(`get on() { return this.getAttribute('on') !== 'false' }
          set on(value) { this.setAttribute('on', String(value)) }
          get wide() { return this.hasAttribute('wide') }
          set wide(value) { this.toggleAttribute('wide', value) }
          get deck() { return Number(this.getAttribute('deck') ?? 3) }
          set deck(value) { this.setAttribute('deck', value) }`),
      ),
    ).toEqual({
      on: 'boolean @on reflected = true',
      wide: 'boolean @wide reflected = false',
      deck: 'number @deck reflected = 3',
    }))

  test('an accessor that gives something is not required', () =>
    expect(
      membersOf(
        card("get ship() { return this.getAttribute('ship') } set ship(v) { this.setAttribute('ship', v) }"),
        'prop',
      ).map((member) => member.required),
    ).toEqual([false]))
})
