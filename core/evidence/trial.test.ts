import type { Case } from './observation'
import { withSecondLook } from './trial'
import { samplesOf } from './samples'
import type { NeverTogether } from '../variants/combination'
import { contractOf, runTrial as run } from '../../tests/trial'

const two = contractOf("  tone: 'calm' | 'loud' = 'calm'\n  open = false")
const variantsOfTwo = (mark: string) => ({ 'variant:tone=calm': mark, 'variant:tone=loud': mark })

test(
  'a prop that changes what is shown is seen; one that changes nothing is said to have no ' +
    'effect only after every condition, at rest and in use',
  () => {
    const { marks, rounds, evidence } = run(two, ({ usage }) => ({
      tree: String(usage.props.tone ?? 'calm'),
    }))
    expect(marks).toEqual({ 'prop:tone': 'seen', 'prop:open': 'no effect', ...variantsOfTwo('seen') })
    const cases = rounds.flat().filter((round) => round.id.startsWith('prop|open'))
    expect(cases.some((trialCase) => trialCase.usage.props.tone === 'loud')).toBe(true)
    expect(cases.some((trialCase) => trialCase.acts.length > 0)).toBe(true)
    expect(
      evidence
        .find((seenMember) => seenMember.member === 'prop:tone')!
        .between!.map((usage) => usage.props.tone),
    ).toEqual([undefined, 'loud'])
  },
)
test('what is shown in place of entries is seen: lists are tried with nothing in them too', () => {
  const roster = contractOf(
    `  crew: { name: string }[] = [{ name: 'M. Aird' }]
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot name="none"></slot>' }`,
  )
  const { marks } = run(roster, ({ usage }) => ({
    tree: JSON.stringify(
      (usage.props.crew as unknown[] | undefined)?.length === 0 ? usage : (usage.props.crew ?? ''),
    ),
  }))
  expect(marks['slot:none']).toBe('seen')
})
test('a prop that matters only with another one set is seen, and in what condition', () => {
  const { evidence } = run(two, ({ usage }) => ({
    tree: usage.props.tone === 'loud' ? `loud ${String(usage.props.open ?? false)}` : 'calm',
  }))
  expect(evidence.find((seenMember) => seenMember.member === 'prop:open')).toMatchObject({
    mark: 'seen',
    says: 'It changed what is shown, with tone loud.',
  })
})
test('how what must not be used looks tells nothing of a value', () => {
  // the tones differ only while it is open
  const looks = ({ usage: { props } }: Case) => ({
    style: props.open === true ? String(props.tone ?? 'calm') : '',
    tree: String(props.open),
  })
  const never = ['calm', 'loud'].map((value): NeverTogether => ({
    rule: 'never',
    settings: [
      { axis: 'tone', value },
      { axis: 'open', value: true },
    ],
  }))
  expect(run(two, looks).marks).toMatchObject(variantsOfTwo('seen'))
  expect(run(two, looks, { never }).marks).toMatchObject(variantsOfTwo('no effect'))
})

test('members can be tried by themselves, values with those they are compared with; the rest is as before', () => {
  const looks = ({ usage: { props } }: Case) => ({ tree: String(props.tone ?? 'calm') })
  const only = new Set(['prop:open', 'variant:tone=loud'])
  const { marks, evidence } = run(two, looks, { only })
  expect(marks).toEqual({ 'prop:open': 'no effect', ...variantsOfTwo('seen') })
  const first = run(two, () => ({})).evidence
  const both = withSecondLook(first, evidence)
  expect(both.map(({ member, mark }) => [member, mark])).toEqual([
    ['prop:tone', 'no effect'],
    ['prop:open', 'no effect'],
    ['variant:tone=calm', 'seen'],
    ['variant:tone=loud', 'seen'],
  ])
  // what was seen once is not taken back
  expect(withSecondLook(both, first)).toEqual(both)
})

test('of very many custom properties those that may do something are found by trying them together', () => {
  const names = Array.from({ length: 120 }, (_, i) => `--a-${i}`)
  const sheet = names.map((name) => `b { color: var(${name}) }`).join(' ')
  const many = contractOf(
    `  open = false\n  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = ` +
      `'<style>${sheet}</style><b></b>' }`,
  )
  const { marks, rounds } = run(many, ({ usage, sets }) => ({
    style: usage.props.open === true ? (sets['--a-71'] ?? '') : (sets['--a-3'] ?? ''),
  }))
  const seen = Object.keys(marks).filter((key) => key.startsWith('custom') && marks[key] === 'seen')
  expect(seen).toEqual(['custom-property:--a-3', 'custom-property:--a-71'])
  expect(marks['custom-property:--a-90']).toBe('no effect')
  // one by one they would be more than ten thousand
  expect(rounds.flat().length).toBeLessThan(2000)
})
test('where time is over, what was seen stands, and of the rest nothing is said', () => {
  let looked = 0
  const { marks } = run(
    two,
    ({ usage }) => {
      looked += 1
      return { tree: String(usage.props.tone ?? 'calm') }
    },
    { isLate: () => looked > 60 },
  )
  expect(marks).toEqual({ 'prop:tone': 'seen', 'prop:open': 'not tried', ...variantsOfTwo('not tried') })
})
test('a prop that matters only in use is seen', () => {
  expect(
    run(two, ({ usage, acts }) =>
      acts.length
        ? { tree: String(usage.props.tone), fired: [`go ${String(usage.props.open ?? false)}`] }
        : { tree: String(usage.props.tone) },
    ).marks['prop:open'],
  ).toBe('seen')
})
test('what a prop says of itself is no effect; what another one says because of it is', () => {
  expect(
    run(two, ({ usage }) => ({ tree: String(usage.props.tone), values: { open: String(usage.props.open) } }))
      .marks['prop:open'],
  ).toBe('no effect')
  expect(
    run(two, ({ usage }) => ({ tree: String(usage.props.tone), values: { tone: String(usage.props.open) } }))
      .marks['prop:open'],
  ).toBe('seen')
})
test('a prop that matters only in use and with another one set, or while it is pointed at, is seen', () => {
  const both = run(two, ({ usage, acts }) => ({
    tree: String(usage.props.tone),
    fired: acts.length > 0 && usage.props.tone === 'loud' ? [`go ${String(usage.props.open ?? false)}`] : [],
  }))
  expect(both.marks['prop:open']).toBe('seen')
  const lingering = run(two, ({ usage, acts }) => ({
    tree: String(usage.props.tone),
    fired: acts.includes('linger') ? [`still ${String(usage.props.open ?? false)}`] : [],
  }))
  expect(lingering.evidence.find(({ member }) => member === 'prop:open')).toMatchObject({
    mark: 'seen',
    says: 'It changed what is shown, while it is pointed at.',
  })
})
test('what changed nothing is not reached while code that has to do with it never ran', () => {
  const { evidence, rounds } = run(two, ({ usage, code }) => ({
    tree: String(usage.props.tone ?? 'calm'),
    ...(code ? { left: ['open src/a.ts:7', 'open src/b.ts:3', 'tone src/a.ts:9'] } : {}),
  }))
  expect(evidence).toMatchObject([
    { member: 'prop:tone', mark: 'seen' },
    {
      member: 'prop:open',
      mark: 'not reached',
      says: expect.stringContaining(
        'code that has to do with it never ran: src/a.ts:7, src/b.ts:3.',
      ) as string,
    },
    { member: 'variant:tone=calm', mark: 'seen' },
    { member: 'variant:tone=loud', mark: 'seen' },
  ])
  const [asked] = rounds.flat().flatMap(({ code }) => code ?? [])
  expect(asked?.names).toEqual(['open'])
})
test('a value that is another each time it is asked for is no sign of anything', () => {
  let count = 0
  const noise = () => ({ values: { attributes: String(count++), tone: 'steady' } })
  expect(run(two, ({ usage }) => ({ tree: String(usage.props.tone), ...noise() })).marks).toEqual({
    'prop:tone': 'seen',
    'prop:open': 'no effect',
    ...variantsOfTwo('seen'),
  })
})
test('a default that is not what nothing set shows is remarked', () => {
  const { evidence } = run(two, ({ usage }) => ({
    tree: String(usage.props.tone ?? 'loud'),
    style: String(usage.props.open ?? false),
  }))
  expect(evidence.find((seenMember) => seenMember.member === 'prop:tone')!.remark).toBe(
    "Set to its default, 'calm', it looks otherwise than not set.",
  )
  expect(evidence.find((seenMember) => seenMember.member === 'prop:open')!.remark).toBeUndefined()
})
test('parts, slots, events and keys: found, provoked, or not', () => {
  const contract = contractOf(
    "  connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<p " +
      'part="body"><slot></slot><slot name="late"></slot></p>\'; ' +
      "this.addEventListener('keydown', (event) => { if (event.key === 'Escape') " +
      "this.dispatchEvent(new Event('shut')); if (event.key === 'Enter') this.dispatchEvent(new " +
      "Event('open')) }) }",
    '\n * @csspart icon - None.',
  )
  const { marks } = run(contract, ({ usage, acts }) => ({
    parts: ['body'],
    slots: [''],
    tree: usage.slots[''] ? 'filled' : '',
    ...(acts.some((act) => typeof act === 'object' && 'key' in act && act.key === 'Escape')
      ? { fired: ['shut x'], answered: ['Escape'] }
      : {}),
  }))
  expect(marks).toMatchObject({
    'part:body': 'seen',
    'part:icon': 'not found',
    'slot:': 'seen',
    'slot:late': 'not found',
    'event:shut': 'seen',
    'event:open': 'not tried',
    'key:Escape': 'seen',
    'key:Enter': 'not tried',
  })
})
test('what looks otherwise each time, or does not render, is not tried, and says why', () => {
  let n = 0
  expect(run(two, () => ({ tree: String(n++) })).evidence[0]).toMatchObject({
    mark: 'not tried',
    says: expect.stringContaining('otherwise each time'),
  })
  expect(run(two, () => ({ failed: 'Error: no' })).evidence[0]).toMatchObject({
    mark: 'not tried',
    says: 'It did not render as on the shelf: Error: no',
  })
})
test('samples fit their types, as deep as they go', () => {
  expect(
    samplesOf({
      is: 'list',
      of: {
        is: 'object',
        fields: [
          { name: 'id', type: { is: 'string' }, optional: false },
          { name: 'full', type: { is: 'boolean' }, optional: true },
        ],
      },
    }),
  ).toEqual([
    [{ id: 'Skerray', full: true }],
    [
      { id: 'Skerray', full: true },
      { id: '3', full: false },
      { id: 'Skerray', full: true },
    ],
    [],
  ])
  expect(samplesOf({ is: 'function' })).toEqual([])
  expect(
    samplesOf({ is: 'object', fields: [{ name: 'run', type: { is: 'function' }, optional: false }] }),
  ).toEqual([])
})

test(
  'methods are called, beside the same without a call: seen by what changes, and not held ' +
    'against one that does nothing',
  () => {
    const contract = contractOf(
      "  open() { this.textContent = 'open' }\n  total(): number { return 3 }\n  wait() { this.focus() }\n  " +
        "idle() {}\n  pick(node: Element) { node.remove() }\n  fail() { throw new Error('no') }",
    )
    const called = (acts: Case['acts']) =>
      acts.flatMap((act) => (typeof act === 'object' && 'call' in act ? [act.call] : []))[0]
    const { marks, evidence } = run(
      contract,
      ({ acts }) =>
        ({
          open: { tree: 'open' },
          total: { values: { ' answered total': '3' } },
          fail: { failed: 'Error: no' },
        })[called(acts) as 'open'] ?? {},
    )
    expect(marks).toEqual({
      'method:open': 'seen',
      'method:total': 'seen',
      'method:wait': 'not tried',
      'method:idle': 'no effect',
      'method:pick': 'not tried',
      'method:fail': 'not tried',
    })
    expect(
      Object.fromEntries(evidence.map((seenMember) => [seenMember.member, seenMember.says])),
    ).toMatchObject({
      'method:open': 'Called, it changed what is shown.',
      'method:total': 'Called, it answered.',
      'method:pick': 'It takes something that cannot be made up here.',
      'method:fail': 'Called, it failed: Error: no',
    })
  },
)
test('a method that matters only after use is called then', () => {
  const { evidence } = run(contractOf('  close() {}'), ({ acts }) => ({
    tree: acts.includes('use') && acts.length === 1 ? 'open' : 'shut',
  }))
  expect(evidence).toEqual([
    { member: 'method:close', mark: 'seen', says: 'Called, it changed what is shown, after use.' },
  ])
})
test('a method that matters only after another is called after it; what comes out otherwise once is nothing', () => {
  let waited = 0
  const { evidence } = run(contractOf('  open() {}\n  close() {}\n  wait() { this.focus() }'), ({ acts }) => {
    const calls = acts.map((act) => (typeof act === 'object' && 'call' in act ? act.call : ''))
    if (calls.join() === 'wait' && waited++ === 0) return { tree: 'once' }
    return { tree: calls.filter((name) => name !== 'wait').at(-1) === 'open' ? 'open' : 'shut' }
  })
  expect(evidence.map(({ mark, says }) => [mark, says])).toEqual([
    ['seen', 'Called, it changed what is shown.'],
    ['seen', 'Called, it changed what is shown, after open().'],
    ['not tried', expect.stringContaining('it changed nothing that can be told')],
  ])
})
test('where it goes otherwise each time it is used, nobody is accused of what would be seen only then', () => {
  let made = 0
  const contract = contractOf("  tone = ''\n  constructor() { super(); this.innerHTML = '<slot></slot>' }")
  const inUse = (isSteady: (testCase: Case) => boolean) => (testCase: Case) =>
    testCase.acts.length ? { moments: isSteady(testCase) ? '' : String(made++) } : {}
  expect(
    run(
      contract,
      inUse(() => false),
    ).marks,
  ).toMatchObject({ 'prop:tone': 'not tried' })
  // what is steady once chance is held can be told of
  expect(
    run(
      contract,
      inUse(({ steady }) => steady === true),
    ).marks,
  ).toMatchObject({
    'prop:tone': 'no effect',
  })
})
test('a prop that takes a function is given one: seen when something calls it, and not said to do nothing', () => {
  const contract = contractOf('  done: (() => void) | undefined\n  late: (() => void) | undefined')
  expect(
    run(contract, ({ usage, acts }) => (usage.props.done && acts.length ? { fired: ['done() x'] } : {}))
      .marks,
  ).toEqual({ 'prop:done': 'seen', 'prop:late': 'not tried' })
})

test('what is there only where a list has entries is looked for with some', () => {
  const contract = contractOf(
    '  stops: string[] = []\n  chosen = 0\n  connectedCallback() { this.attachShadow({ mode: ' +
      "'open' }).innerHTML = '<slot name=\"after\"></slot>' }",
  )
  const { evidence } = run(contract, ({ usage }) => {
    const stops = (usage.props.stops as string[] | undefined) ?? []
    return stops.length
      ? {
          tree: `${stops.join()} ${String(usage.props.chosen)} ${String('after' in usage.slots)}`,
          slots: ['after'],
        }
      : {}
  })
  expect(
    Object.fromEntries(evidence.map((seenMember) => [seenMember.member, seenMember.says])),
  ).toMatchObject({
    'prop:chosen': 'It changed what is shown, with entries in stops.',
    'slot:after': 'What fills it is shown, with entries in stops.',
  })
})
