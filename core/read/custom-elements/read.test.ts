import { memberKey, membersOf } from '../../contract/contract'
import { printType } from '../../contract/type'
import { contractOf, element, prop, read } from '../../../tests/element'

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
