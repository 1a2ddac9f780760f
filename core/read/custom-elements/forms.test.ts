import { membersOf, type Contract } from '../../contract/contract'
import { contractIn, propsTold as props } from '../../../tests/element'

const contractOf = (files: Record<string, string>, tag = 'x-card') => contractIn(files, tag)
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
