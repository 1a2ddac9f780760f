import { describeMember, memberKey, memberTitle, sameContract, type Contract, type Member } from './contract'
import { describeCustomProperty, joinCustomProperties, lastFallback } from './custom-property'
import { joinEvents, mergeDetail } from './event'
import { label, packageOf, type Claim } from './member'
import { joinParts } from './part'
import { joinSlots } from './slot'
import { joinStates } from './state'
import type { TypeModel } from './type'

const place = { file: 'a.ts', line: 3 }
const base = { place, known: 'declared' as const, disagreements: [] }
const claim = (name: string, text = '', more: Partial<Claim> = {}): Claim => ({
  name,
  text,
  place: { file: 'a.ts', line: 1 },
  ...more,
})
const part = (name: string, comment?: string) => ({
  kind: 'part' as const,
  name,
  ...base,
  ...(comment ? { comment } : {}),
})

describe('what code shows joined with what comments claim', () => {
  test('words come from the comment, facts and place from the code', () => {
    expect(joinParts([part('strip')], [claim('strip', 'The band.')])).toEqual([
      { ...part('strip'), comment: 'The band.' },
    ])
  })
  test('words on the member itself are nearer than those on the class', () => {
    expect(joinParts([part('strip', 'Nearer.')], [claim('strip', 'Farther.')])[0]!.comment).toBe('Nearer.')
  })
  test('what only the comment has stays, marked, with the line of the comment', () => {
    expect(joinParts([], [claim('icon', 'A sign.')])).toEqual([
      {
        kind: 'part',
        name: 'icon',
        place: { file: 'a.ts', line: 1 },
        known: 'comment',
        comment: 'A sign.',
        disagreements: [
          {
            about: 'part',
            comment: 'part icon',
            code: 'no element carries it',
            place: { file: 'a.ts', line: 1 },
          },
        ],
      },
    ])
  })
  test('what the code has and no comment names stays without words', () => {
    const [found] = joinParts([part('strip')], [])
    expect(found).toEqual(part('strip'))
    expect(found!.comment).toBeUndefined()
  })
  test('the default slot is the one without a name, however the comment writes it', () => {
    const slot = { kind: 'slot' as const, name: '', ...base, fallback: '', feeds: [] }
    expect(joinSlots([slot], [claim('default', 'The news.')])).toHaveLength(1)
    expect(joinSlots([slot], [claim('', 'The news.')])[0]!.comment).toBe('The news.')
    expect(joinSlots([slot], [claim('gone')])[1]).toMatchObject({ name: 'gone', known: 'comment' })
  })
  test('a documented state that is neither set nor styled is told', () => {
    expect(joinStates([], [claim('late')])[0]!.disagreements[0]!.code).toBe('never set and never styled')
  })
})

describe('events', () => {
  const detail: TypeModel = { is: 'object', fields: [{ name: 'n', type: { is: 'number' }, optional: false }] }
  const event = {
    kind: 'event' as const,
    name: 'pick',
    ...base,
    detail,
    bubbles: true,
    composed: true,
    cancelable: false,
  }
  test.each([
    ['CustomEvent<{ n: number }>', 0],
    ['CustomEvent<{n:number}>', 0],
    ['CustomEvent<{ n: number; }>', 0],
    ['CustomEvent<{ n: string }>', 1],
    ['CustomEvent<number>', 1],
    ['CustomEvent', 0],
    [undefined, 0],
  ])('documented as %s: %d disagreements', (type, count) => {
    expect(joinEvents([event], [claim('pick', 'x', type ? { type } : {})])[0]!.disagreements).toHaveLength(
      count,
    )
  })
  test('one event from two places: what is not always there is optional', () => {
    const other: TypeModel = {
      is: 'object',
      fields: [
        { name: 'n', type: { is: 'number' }, optional: false },
        { name: 'by', type: { is: 'string' }, optional: false },
      ],
    }
    expect(mergeDetail(detail, other)).toEqual({
      is: 'object',
      fields: [
        { name: 'n', type: { is: 'number' }, optional: false },
        { name: 'by', type: { is: 'string' }, optional: true },
      ],
    })
    expect(mergeDetail(other, detail)).toMatchObject({
      fields: [
        { name: 'n', optional: false },
        { name: 'by', optional: true },
      ],
    })
    expect(mergeDetail(undefined, detail)).toBe(detail)
    expect(mergeDetail({ is: 'string' }, detail)).toEqual({ is: 'string' })
  })
})

describe('custom properties', () => {
  const property = (more: object = {}) => ({
    kind: 'custom-property' as const,
    name: '--edge',
    ...base,
    fallbacks: ['var(--line, red)'],
    usedBy: ['border-color'],
    ...more,
  })
  test('where a chain of fallbacks ends', () => {
    expect(
      [
        'red',
        'var(--a, red)',
        'var(--a, var(--b, 1px solid red))',
        'var(--a)',
        'calc(var(--a, 1px) * 2)',
      ].map(lastFallback),
    ).toEqual(['red', 'red', '1px solid red', 'var(--a)', 'calc(var(--a, 1px) * 2)'])
  })
  test('a documented default is held against the end of the chain, or against what the host sets', () => {
    const told = (found: ReturnType<typeof property>, written: string) =>
      joinCustomProperties([found], [claim('--edge', '', { default: written })])[0]!.disagreements.length
    expect([
      told(property(), 'red'),
      told(property(), 'blue'),
      told(property({ hostValue: 'blue' }), 'blue'),
      told(property({ hostValue: 'blue' }), 'red'),
      told(property({ fallbacks: [] }), 'red'),
    ]).toEqual([0, 1, 0, 1, 1])
  })
  test('its line of facts', () => {
    expect(describeCustomProperty(property())).toBe('var(--line, red), in border-color')
    expect(describeCustomProperty(property({ fallbacks: [], usedBy: [] }))).toBe('no fallback')
  })
})

describe('lines of facts', () => {
  const cases: [Member, string, string, string][] = [
    [
      {
        kind: 'prop',
        name: 'tone',
        ...base,
        type: { is: 'string' },
        required: true,
        readonly: false,
        reflects: false,
      },
      'prop:tone',
      'tone',
      'string, required',
    ],
    [
      {
        kind: 'prop',
        name: 'size',
        ...base,
        type: { is: 'number' },
        required: false,
        readonly: true,
        reflects: false,
      },
      'prop:size',
      'size',
      'number, read only',
    ],
    [
      {
        kind: 'prop',
        name: 'n',
        ...base,
        type: { is: 'number' },
        default: '2',
        required: false,
        readonly: false,
        reflects: true,
      },
      'prop:n',
      'n',
      'number, default 2',
    ],
    [{ kind: 'slot', name: '', ...base, fallback: 'x', feeds: [] }, 'slot:', 'default', 'with fallback'],
    [
      { kind: 'event', name: 'go', ...base, bubbles: true, composed: false, cancelable: true },
      'event:go',
      'go',
      'no detail, bubbles, cancelable',
    ],
    [
      { kind: 'part', name: 'tip', ...base, from: { tag: 'x-tip', part: 'body' } },
      'part:tip',
      'tip',
      'body of x-tip',
    ],
    [{ kind: 'part', name: 'strip', ...base, element: 'div' }, 'part:strip', 'strip', '<div>'],
    [
      { kind: 'state', name: 'busy', ...base, by: 'custom', selector: ':state(busy)' },
      'state:busy',
      'busy',
      ':state(busy)',
    ],
    [
      {
        kind: 'method',
        name: 'open',
        ...base,
        takes: [{ name: 'at', type: { is: 'number' }, optional: true }],
        returns: { is: 'void' },
      },
      'method:open',
      'open',
      '(at?: number) → void',
    ],
    [{ kind: 'part', name: 'icon', ...base, known: 'comment' }, 'part:icon', 'icon', 'in comment only'],
  ]
  test.each(cases)('%j', (member, key, title, facts) =>
    expect([memberKey(member), memberTitle(member), describeMember(member)]).toEqual([key, title, facts]),
  )
  test('empty pieces leave no commas', () => expect(label('a', undefined, false, '', 'b')).toBe('a, b'))
})

test('two contracts are the same whatever order a store kept their fields in', () => {
  const contract: Contract = {
    tag: 'x-a',
    language: 'custom-element',
    className: 'A',
    exported: true,
    place,
    summary: '',
    members: [
      part('strip'),
      {
        kind: 'prop',
        name: 'calls',
        ...base,
        type: { is: 'list', of: { is: 'object', fields: [] } },
        required: false,
        reflects: false,
        readonly: false,
        defaultValue: [{ quay: 'Ardle', at: '07:40' }],
      },
    ],
    uses: [],
    files: ['a.ts'],
  }
  const shuffled = JSON.parse(JSON.stringify(contract), (_key, value) =>
    value && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).reverse())
      : value,
  )
  expect(sameContract(contract, shuffled)).toBe(true)
  expect(sameContract(contract, { ...contract, members: [part('band')] })).toBe(false)
})

test.each([
  ['src/a.ts', undefined],
  ['node_modules/kit/base.js', 'kit'],
  ['node_modules/@a/kit/base.js', '@a/kit'],
  ['node_modules/a/node_modules/b/x.js', 'b'],
])('%s is in %s', (file, name) => {
  expect(packageOf({ file, line: 1 })).toBe(name)
})
