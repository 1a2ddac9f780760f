import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { memberKey, membersOf, contractSchema, type Contract } from '../../contract/contract'
import { printType } from '../../contract/type'
import { readLibrary } from '../read'

const read = (files: Record<string, string>) =>
  readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
const contractOf = (text: string, more: Record<string, string> = {}): Contract => {
  const { contracts, problems } = read({ 'x-one.ts': text, ...more })
  expect(problems).toEqual([])
  expect(contracts).toHaveLength(1)
  return contracts[0]!
}
const element = (body: string, head = '') =>
  `${head}\nclass XOne extends HTMLElement {\n${body}\n}\ncustomElements.define('x-one', XOne)`
const prop = (body: string, name: string, head = '') =>
  membersOf(contractOf(element(body, head)), 'prop').find((member) => member.name === name)!

describe('registration', () => {
  test('a tag through constants, joined and imported', () => {
    const { contracts } = read({
      'a.ts':
        "import { tag } from './tags'\nexport class A extends HTMLElement " +
        "{}\ncustomElements.define(tag('x'), A)",
      'tags.ts': "export const prefix = 'x'\nexport const tag = (n) => n",
      'b.ts':
        "import { TAGS } from './names.js'\nclass B extends HTMLElement {}\ncustomElements.define(TAGS.b, B)",
      'names.ts': "const P = 'x-'\nexport const TAGS = { b: P + 'bee' } as const",
      'c.ts': 'const T = `${"x"}-sea`\nwindow.customElements.define(T, class extends HTMLElement {})',
    })
    expect(contracts.map((contract) => contract.tag)).toEqual(['x-bee', 'x-sea'])
  })
  test('through a helper of the library, and in a file of its own', () => {
    const { contracts } = read({
      'base.ts':
        'export function register(tag: string, element: CustomElementConstructor) { if ' +
        '(!customElements.get(tag)) customElements.define(tag, element) }',
      'all.ts': "import { register } from './base'\nimport { A } from './index'\nregister('x-a', A)",
      'index.ts': "export * from './a'",
      'a.ts': 'export class A extends HTMLElement {}',
    })
    expect(contracts).toEqual([
      expect.objectContaining({
        tag: 'x-a',
        className: 'A',
        exported: true,
        files: expect.arrayContaining(['a.ts', 'all.ts']),
      }),
    ])
  })
  test('a class never registered is a problem by name; an abstract one or one that is extended is none', () => {
    const { problems } = read({
      'g.ts':
        'export abstract class Base extends HTMLElement {}\nclass Mid extends Base {}\nclass ' +
        "Ghost extends Base {}\nclass Fine extends Mid {}\ncustomElements.define('x-fine', Fine)",
    })
    expect(problems).toEqual([
      expect.objectContaining({ code: 'never-registered', where: { file: 'g.ts', line: 3 } }),
    ])
  })
  test('a name no element can have, and a tag registered twice', () => {
    const { problems } = read({
      'g.ts':
        'class A extends HTMLElement {}\nclass B extends HTMLElement {}\nclass C extends ' +
        "HTMLElement {}\ncustomElements.define('Bad', A)\ncustomElements.define('x-a', " +
        "B)\ncustomElements.define('x-a', C)",
    })
    expect(problems.map((problem) => problem.code)).toEqual(
      expect.arrayContaining(['bad-tag', 'registered-twice']),
    )
  })
  test('a file that does not parse costs only itself', () => {
    const { contracts, problems } = read({
      'bad.ts': 'class {{{',
      'good.ts': "class A extends HTMLElement {}\ncustomElements.define('x-a', A)",
    })
    expect(contracts).toHaveLength(1)
    expect(problems).toEqual([
      expect.objectContaining({ code: 'source-does-not-parse', where: { file: 'bad.ts', line: 1 } }),
    ])
  })
})

describe('props', () => {
  test('an accessor over an attribute: type, default, attribute, reflection', () => {
    expect(
      prop(
        "/** Words. */ get tone(): Tone { return (this.getAttribute('tone') as Tone) ?? 'calm' " +
          "}\n set tone(v: Tone) { this.setAttribute('tone', v) }",
        'tone',
        "type Tone = 'calm' | 'warn'",
      ),
    ).toMatchObject({
      default: "'calm'",
      defaultValue: 'calm',
      attribute: 'tone',
      reflects: true,
      required: false,
      readonly: false,
      comment: 'Words.',
      known: 'declared',
      place: { file: 'x-one.ts', line: 3 },
    })
  })
  test('a boolean attribute is false when it is missing', () => {
    expect(
      prop(
        "get on() { return this.hasAttribute('on') }\n set on(v: boolean) { this.toggleAttribute('on', v) }",
        'on',
      ),
    ).toMatchObject({ type: { is: 'boolean' }, default: 'false', defaultValue: false, reflects: true })
  })
  test('a default inside Number(), in a condition, and behind a private field', () => {
    expect(
      prop("get n(): number { return Number(this.getAttribute('n') ?? 3) } set n(v: number) {}", 'n'),
    ).toMatchObject({ defaultValue: 3, attribute: 'n', reflects: false })
    expect(
      prop(
        "get unit(): 'm' | 'ft' { return this.getAttribute('unit') === 'ft' ? 'ft' : 'm' } set unit(v) {}",
        'unit',
      ),
    ).toMatchObject({ defaultValue: 'm' })
    expect(
      prop('#rows: string[] = []\n get rows() { return this.#rows } set rows(v) { this.#rows = v }', 'rows'),
    ).toMatchObject({ defaultValue: [], type: { is: 'list', of: { is: 'string' } } })
  })
  test('an attribute that feeds a field without being written back', () => {
    const body =
      "static observedAttributes = ['share-of']\n share = 0.5\n attributeChangedCallback(name, " +
      "old, now) { if (name === 'share-of') this.share = Number(now) }"
    expect(prop(body, 'share')).toMatchObject({
      attribute: 'share-of',
      reflects: false,
      defaultValue: 0.5,
      type: { is: 'number' },
      known: 'inferred',
    })
    expect(
      prop(
        body.replace(
          "if (name === 'share-of') this.share = Number(now)",
          "switch (name) { case 'share-of': this.share = Number(now) }",
        ),
        'share',
      ),
    ).toMatchObject({ attribute: 'share-of' })
  })
  test('required: no default and no way to be left out, or said so', () => {
    expect(prop('deck!: string', 'deck').required).toBe(true)
    expect(prop('deck?: string', 'deck').required).toBe(false)
    expect(
      prop("/** @required */ get b(): string | null { return this.getAttribute('b') } set b(v) {}", 'b')
        .required,
    ).toBe(true)
  })
  test('private, protected, underscored, static and @internal members are inner', () => {
    const { members } = contractOf(
      element(
        '#a = 1\n private b = 1\n protected c = 1\n _d = 1\n static e = 1\n /** @internal */ f ' +
          '= 1\n g = 1\n connectedCallback() {}\n go() {}',
      ),
    )
    expect(members.map(memberKey)).toEqual(['prop:g', 'method:go'])
  })
  test('a getter alone is read only; a superclass of the library gives its members, overridden ones once', () => {
    const contract = contractOf(
      "import { Base } from './base'\nclass XOne extends Base { label = 'mine' " +
        "}\ncustomElements.define('x-one', XOne)",
      {
        'base.ts':
          "export class Base extends HTMLElement { label = 'base'\n get size(): number { return 1 } }",
      },
    )
    expect(
      membersOf(contract, 'prop').map((member) => [member.name, member.default, member.readonly]),
    ).toEqual([
      ['label', "'mine'", false],
      ['size', undefined, true],
    ])
  })
  test('comment and code disagree on a default: both are kept', () => {
    expect(prop('/** @default 0.6 */ share = 0.75', 'share').disagreements).toEqual([
      { about: 'default', comment: '0.6', code: '0.75', place: { file: 'x-one.ts', line: 3 } },
    ])
    expect(prop('/** @default "a" */ word = \'a\'', 'word').disagreements).toEqual([])
  })
  test.each([
    ['string | undefined', 'string'],
    ["'a' | 'b'", "'a' | 'b'"],
    ['Level', '1 | 2'],
    ['Row[]', '{ id: string; n?: number }[]'],
    ['ReadonlyArray<boolean>', 'boolean[]'],
    ['Date', 'Date'],
    ['(typeof names)[number]', "'x' | 'y'"],
    ['Emphasis', "'main' | 'quiet'"],
    ['Map<string, number>', 'Map<string, number>'],
    ['Self', '{ next: Self }'],
  ])('%s is printed back as %s', (written, printed) => {
    const head =
      "type Level = 1 | 2\ninterface Row { id: string; n?: number }\nconst names = ['x', 'y'] " +
      "as const\nenum Emphasis { Main = 'main', Quiet = 'quiet' }\ninterface Self { next: Self }"
    expect(printType(prop(`p: ${written}`, 'p', head).type, true)).toBe(printed)
  })
})

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

describe('Tern', () => {
  const folder = 'demo/tern/src'
  const files = readdirSync(folder).map((name) => ({
    path: `src/${name}`,
    text: readFileSync(`${folder}/${name}`, 'utf8'),
  }))
  const reading = readLibrary(files)
  const find = (tag: string) => reading.contracts.find((contract) => contract.tag === tag)!
  test('eleven components, nothing unread, and every contract fits its schema', () => {
    expect(reading.problems).toEqual([])
    expect(reading.contracts).toHaveLength(11)
    for (const contract of reading.contracts)
      expect(contractSchema.parse(JSON.parse(JSON.stringify(contract)))).toEqual(contract)
  })
  test('every place that is named is a line that speaks of the member', () => {
    const lines = new Map(files.map((file) => [file.path, file.text.split('\n')]))
    for (const contract of reading.contracts) {
      for (const member of contract.members) {
        const line = lines.get(member.place.file)?.[member.place.line - 1] ?? ''
        const spoken =
          member.kind === 'slot' && member.name === ''
            ? 'slot'
            : member.kind === 'event'
              ? 'emit'
              : member.name.split('=')[0]!
        expect(`${contract.tag} ${memberKey(member)}: ${line}`).toContain(spoken)
      }
    }
  })
  test('flaws a reading can see are seen', () => {
    expect(
      membersOf(find('tern-notice-strip'), 'part').find((member) => member.name === 'icon'),
    ).toMatchObject({
      known: 'comment',
    })
    expect(
      membersOf(find('tern-queue-meter'), 'prop').find((member) => member.name === 'busyAt')!
        .disagreements[0],
    ).toMatchObject({ comment: '0.6', code: '0.75' })
    expect(
      membersOf(find('tern-ticket'), 'slot').find((member) => member.name === 'stub')!.comment,
    ).toBeUndefined()
    expect(
      find('tern-weather-chip').members.some((member) => member.name === '--tern-feedback-clam-ground'),
    ).toBe(true)
  })
  test('the ticket is made of two others', () =>
    expect(find('tern-ticket').uses.map((use) => use.tag)).toEqual(['tern-berth-mark', 'tern-action']))
  test('a damaged file never crashes the reader, and costs only components that need it', () => {
    const target = files.find((file) => file.path === 'src/notice-strip.ts')!
    fc.assert(
      fc.property(
        fc.nat(target.text.length - 1),
        fc.nat(60),
        fc.string({ maxLength: 12 }),
        (at, length, put) => {
          const text = target.text.slice(0, at) + put + target.text.slice(at + length)
          const again = readLibrary(files.map((file) => (file === target ? { ...file, text } : file)))
          return reading.contracts.every(
            (contract) =>
              contract.tag === 'tern-notice-strip' ||
              again.contracts.some((other) => other.tag === contract.tag),
          )
        },
      ),
      { numRuns: 40 },
    )
  })
})
