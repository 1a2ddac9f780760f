import fc from 'fast-check'
import type { ToldNode } from '../accessible/told'
import type { Act } from '../acts/act'
import { sayAct } from '../acts/sentence'
import type { Node } from '../style/found'
import { actsToTry } from './acts-to-try'
import { contractSchema } from '../contract/contract'
import { chartSchema, noChart, sayFocus, sayStep, type Chart } from './chart'
import { explore, type Answer, type Ask } from './explore'
import { signatureOf, type Look } from './look'
import { focusAfter } from './focus'
import { reachedIn } from './reached'
import { describeState } from './title'

const node = (role: string, name: string, states: Record<string, string> = {}): ToldNode => ({
  depth: 0,
  role,
  element: `<${role}>`,
  name,
  from: 'contents',
  description: '',
  states,
  children: [],
})
const element = (name: string, attributes: [string, string][] = []): Node => ({
  id: 1,
  depth: 0,
  is: 'element',
  name,
  attributes,
  of: '',
  slot: null,
  pseudo: [],
})
const lookAt = (told: ToldNode[], markup: Node[] = [], custom: string[] = []): Look => ({
  told,
  markup,
  custom,
})

/** A component made of a table: which button leads from which state to which, and which states pass. */
interface Machine {
  leads: number[][]
  passes: (number | undefined)[]
}
const letters = 'abcdefgh'
const lookOf = (machine: Machine, state: number): Look =>
  lookAt([
    ...machine.leads[state]!.map((_to, button) => node('button', letters[button]!)),
    node('status', `state ${letters[state]}`),
  ])
/** Where a state ends up by itself, with all it comes by. */
function settle({ passes }: Machine, from: number): number[] {
  const seen = [from]
  for (let at = passes[from]; at !== undefined && !seen.includes(at); at = passes[at]) seen.push(at)
  return seen
}
function run(machine: Machine, needs: { late?: number; mostStates?: number } = {}): Chart {
  let [here, acts] = [0, 0]
  const go = (to: number): Answer => {
    const seen = settle(machine, to)
    here = seen.at(-1)!
    return { looks: seen.map((state) => lookOf(machine, state)) }
  }
  const answer = (ask: Ask): Answer => {
    if (ask.do === 'begin') return go(0)
    if (ask.do === 'stay') return { looks: [] }
    acts++
    // several acts are done without a pause: nothing passes between them
    let to = here
    for (const act of ask.acts) {
      if (act.do === 'wait' || act.do === 'gone') to = settle(machine, to).at(-1)!
      if (act.do === 'press' && 'role' in act.on) to = machine.leads[to]![letters.indexOf(act.on.name!)]!
    }
    return to === here ? { looks: [lookOf(machine, here)] } : go(to)
  }
  const isLate = () => acts >= (needs.late ?? 10_000)
  const steps = explore({
    tag: 'x-a',
    keys: [],
    isLate,
    isOver: () => false,
    mostStates: needs.mostStates ?? 12,
  })
  for (let step = steps.next({ looks: [] }); ; step = steps.next(answer(step.value)))
    if (step.done) return chartSchema.parse(step.value)
}
/** The state of the table that a state of the chart is, by what it shows. */
const stateOf = (chart: Chart, machine: Machine, id: number): number => {
  let here = settle(machine, 0).at(-1)!
  for (const act of chart.states[id]!.way) {
    if (act.do === 'press') here = machine.leads[here]![letters.indexOf((act.on as { name: string }).name)]!
    else if (act.do !== 'point') here = settle(machine, here).at(-1)!
  }
  return here
}

const machines = fc.integer({ min: 2, max: 6 }).chain((count) =>
  fc.record({
    leads: fc.array(fc.array(fc.integer({ min: 0, max: count - 1 }), { minLength: 3, maxLength: 3 }), {
      minLength: count,
      maxLength: count,
    }),
    passes: fc.constant(Array.from({ length: count }, () => undefined)),
  }),
)

test('of any table of states all that can be come to are found, with every step, and each way leads there', () => {
  fc.assert(
    fc.property(machines, (machine) => {
      const far = [0]
      const distance = new Map([[0, 0]])
      for (const at of far)
        for (const to of machine.leads[at]!)
          if (!distance.has(to)) {
            distance.set(to, distance.get(at)! + 1)
            far.push(to)
          }
      const near = far.filter((state) => distance.get(state)! <= 4)
      const chart = run(machine)
      const found = chart.states.map(({ id }) => stateOf(chart, machine, id))
      expect(new Set(found)).toEqual(new Set(near))
      expect(new Set(found).size).toBe(found.length)
      expect(chart.states.every(({ sure }) => sure === 'yes')).toBe(true)
      const edges = new Set(chart.steps.map(({ from, to }) => `${found[from]} ${found[to]}`))
      const due = near
        .filter((state) => distance.get(state)! < 4)
        .flatMap((state) => machine.leads[state]!.filter((to) => to !== state).map((to) => `${state} ${to}`))
      for (const edge of due) expect(edges).toContain(edge)
      expect(chart.left).toBe(0)
    }),
    { numRuns: 300 },
  )
})

test('where some states pass by themselves, what can be done in them at once is found too', () => {
  const passing = fc.integer({ min: 3, max: 6 }).chain((count) =>
    fc.record({
      leads: fc.array(fc.array(fc.integer({ min: 0, max: count - 1 }), { minLength: 2, maxLength: 2 }), {
        minLength: count,
        maxLength: count,
      }),
      // the last one passes to some other that does not
      to: fc.integer({ min: 0, max: count - 2 }),
    }),
  )
  fc.assert(
    fc.property(passing, ({ leads, to }) => {
      const machine = { leads, passes: leads.map((_state, i) => (i === leads.length - 1 ? to : undefined)) }
      const distance = new Map([[0, 0]])
      for (const [at, far] of distance)
        for (const next of leads[at]!) if (!distance.has(next)) distance.set(next, far + 1)
      const near = [...distance].filter(([, far]) => far <= 3).map(([state]) => state)
      const chart = run(machine)
      const found = chart.states.map(({ title, id }) =>
        title === 'at rest' ? 0 : stateOf(chart, machine, id),
      )
      for (const state of near) expect(found).toContain(state)
      expect(chart.states.every(({ sure }) => sure === 'yes')).toBe(true)
      expect(chart.undone).toEqual([])
      for (const { from, to: next, acts } of chart.steps)
        if (acts.length) expect(leads[found[from]!]).toContain(found[next])
        else expect([found[from], found[next]]).toEqual([leads.length - 1, to])
    }),
    { numRuns: 300 },
  )
})

test('a state that passes by itself is met, and so is what comes after it, which its way waits for', () => {
  const machine = { leads: [[1], [1], [0]], passes: [undefined, 2, undefined] }
  const chart = run(machine)
  expect(chart.states.map(({ title, passes }) => [title, passes])).toEqual([
    ['at rest', false],
    ['“state b”', true],
    ['“state c”', false],
  ])
  expect(chart.steps).toEqual([
    { from: 0, to: 1, acts: [{ do: 'press', on: { role: 'button', name: 'a' } }] },
    { from: 1, to: 2, acts: [] },
    { from: 2, to: 0, acts: [{ do: 'press', on: { role: 'button', name: 'a' } }] },
  ])
  expect(chart.states[2]!.way).toEqual([
    { do: 'press', on: { role: 'button', name: 'a' } },
    { do: 'wait', for: { role: 'status', name: 'state c' } },
  ])
})

test('what answers late is led to by what was done; what was there before does not pass', () => {
  const [shut, open] = [
    lookAt([node('button', 'Open')]),
    lookAt([node('button', 'Open'), node('listbox', 'Piers')]),
  ]
  let isOpen = false
  const answer = (ask: Ask): Answer => {
    if (ask.do === 'begin') isOpen = false
    if (ask.do !== 'acts') return { looks: ask.do === 'stay' ? [] : [shut] }
    const before = isOpen
    isOpen ||= ask.acts[0]!.do === 'press'
    return { looks: !before && isOpen ? [shut, open] : [isOpen ? open : shut] }
  }
  const steps = explore({ tag: 'x-a', keys: [], isLate: () => false, isOver: () => false })
  let step = steps.next({ looks: [] })
  while (!step.done) step = steps.next(answer(step.value))
  expect(step.value.states.map(({ title, passes }) => [title, passes])).toEqual([
    ['at rest', false],
    ['listbox “Piers” there', false],
  ])
  expect(step.value.steps.map(sayStep)).toEqual(['press the button “Open”'])
})

test('too many states, and too little time, are said', () => {
  const machine = { leads: [[1], [2], [3], [0]], passes: [] }
  const few = run(machine, { mostStates: 2 })
  expect(few).toMatchObject({ stopped: 'states' })
  expect(few.states).toHaveLength(2)
  const short = run(
    {
      leads: [
        [0, 0, 1],
        [0, 0, 0],
      ],
      passes: [],
    },
    { late: 1 },
  )
  expect(short).toMatchObject({ stopped: 'time', tried: 1, left: 5 })
})

test('what differs by numbers, by how many entries are alike, or by where the focus is, is one state', () => {
  const base = lookAt([node('listitem', 'Deck 3')], [element('li', [['class', 'row']])])
  const same = lookAt(
    [node('listitem', 'Deck 12'), node('listitem', 'Deck 4', { focused: 'true' })],
    [
      element('li', [['class', 'row']]),
      element('li', [
        ['class', 'row'],
        ['id', 'r7'],
        ['style', 'top:1px'],
      ]),
    ],
  )
  expect(signatureOf(same)).not.toBe(signatureOf(lookAt([])))
  expect(signatureOf({ ...same, told: same.told.slice(0, 1) })).toBe(signatureOf(base))
  expect(signatureOf(lookAt([node('listitem', 'Deck', { focused: 'true' })]))).toBe(
    signatureOf(lookAt([node('listitem', 'Deck')])),
  )
  const open = lookAt(base.told as ToldNode[], [element('li', [['class', 'row open']])])
  expect(signatureOf(open)).not.toBe(signatureOf(base))
  expect(signatureOf({ ...base, custom: ['open'] })).not.toBe(signatureOf(base))
})

test('a state is called by its own element, by what is told, or by a class; never twice alike', () => {
  const rest = lookAt([node('button', 'Open', { expanded: 'false' })], [element('x-a')])
  const open = lookAt(
    [node('button', 'Open', { expanded: 'true' })],
    [element('x-a', [['open', '']])],
    ['busy'],
  )
  expect(describeState(rest, open, 'x-a', { taken: [], from: rest })).toEqual({
    title: 'busy',
    differs: ['button “Open”: expanded false → true'],
    came: [':state(busy)', 'x-a[open]'],
    went: [],
  })
  expect(describeState(rest, open, 'x-a', { taken: ['busy'], from: rest }).title).toBe('busy, open')
  const told = lookAt([node('button', 'Open', { expanded: 'true' })], [element('x-a')])
  expect(describeState(rest, told, 'x-a', { taken: [], from: rest }).title).toBe('expanded')
  expect(describeState(rest, told, 'x-a', { taken: ['expanded'], from: rest }).title).toBe('expanded (2)')
  const further = lookAt(
    [node('button', 'Open', { expanded: 'true' }), node('dialog', 'Sure?')],
    [element('x-a')],
  )
  expect(describeState(rest, further, 'x-a', { taken: [], from: rest }).title).toBe('expanded')
  expect(describeState(rest, further, 'x-a', { taken: [], from: told }).title).toBe('dialog “Sure?” there')
  const painted = lookAt(rest.told as ToldNode[], [element('x-a'), element('b', [['class', 'glow']])])
  expect(describeState(rest, painted, 'x-a', { taken: [], from: rest }).title).toBe('glow')
})

test('what can be done is read off what is told: entries by the first of them, nothing of what is disabled', () => {
  const acts = actsToTry(
    [
      node('combobox', 'Island', { focused: 'true', editable: 'plaintext', value: 'Ork' }),
      node('button', 'Off', { disabled: 'true' }),
      node('button', 'Clear'),
      node('option', 'Fetlar'),
      node('option', 'Unst'),
      node('option', 'Yell'),
      node('spinbutton', 'Fares'),
      node('Odd Role', 'what'),
    ],
    ['F2'],
  )
  expect(acts.map((of) => of.map(sayAct).join(', '))).toEqual([
    'press the combobox “Island”',
    'press the button “Clear”',
    'press the option “Fetlar”',
    'press the option “Unst”',
    'empty the combobox “Island”',
    'press Escape',
    'press ArrowDown',
    'press ArrowUp',
    'press F2',
    'press the spinbutton “Fares”, press Escape',
    'press the spinbutton “Fares”, press ArrowUp',
    'press the spinbutton “Fares”, press ArrowDown',
    'press the spinbutton “Fares”, press F2',
    'point at the combobox “Island”',
    'point at the button “Clear”',
    'point at the option “Fetlar”',
  ])
})

test('a state of the source is reached where its mark stands, at rest too; else nowhere', () => {
  const contract = contractSchema.parse({
    tag: 'x-a',
    className: 'A',
    exported: true,
    place: { file: 'a.ts', line: 1 },
    summary: '',
    uses: [],
    files: [],
    members: [
      ['open', 'custom', ':state(open)'],
      ['lost', 'custom', ':state(lost)'],
      ['tone=warn', 'attribute', ':host([tone="warn"])'],
      ['level', 'attribute', ':host([level])'],
    ].map(([name, by, selector]) => ({
      kind: 'state',
      name,
      by,
      selector,
      place: { file: 'a.ts', line: 1 },
      known: 'declared',
      disagreements: [],
    })),
  })
  const found = (id: number, came: string[], went: string[] = []) => ({
    id,
    title: '',
    way: [],
    differs: [],
    came,
    went,
    sure: 'yes' as const,
    passes: false,
  })
  const states = [
    found(0, ['x-a[tone="warn"]']),
    found(1, [':state(open)', 'x-a[level="#"]']),
    found(2, [], ['x-a[tone="warn"]']),
  ]
  const reached = reachedIn(contract, { ...noChart(''), states })
  expect(reached.map(({ state, in: seen }) => [state.name, seen])).toEqual([
    ['open', [1]],
    ['lost', []],
    ['tone=warn', [0, 1]],
    ['level', [1]],
  ])
})

test('where the focus goes is told; it is lost where a key, or what was pressed and is gone, leaves it with nobody', () => {
  const held = (role: string, name: string) => node(role, name, { focused: 'true' })
  const key: Act[] = [{ do: 'key', key: 'Escape' }]
  const press = (role: string, name: string): Act[] => [{ do: 'press', on: { role, name } }]
  const [dialog, bare] = [lookAt([held('button', 'Close')]), lookAt([node('button', 'Open')])]
  expect(focusAfter(dialog, key, bare)).toBe('')
  expect(focusAfter(dialog, key, lookAt([held('button', 'Open')]))).toBe('button “Open”')
  expect(focusAfter(dialog, key, dialog)).toBeUndefined()
  expect(focusAfter(bare, key, bare)).toBeUndefined()
  expect(focusAfter(dialog, press('button', 'Close'), bare)).toBe('')
  expect(focusAfter(bare, press('button', 'Close'), lookAt([node('button', 'Close')]))).toBeUndefined()
  expect(focusAfter(lookAt([held('combobox', 'To')]), press('option', 'Ardle'), bare)).toBeUndefined()
  expect(sayFocus({ from: 0, to: 1, acts: key, focus: '' })).toBe('the focus is lost')
  expect(sayFocus({ from: 0, to: 1, acts: key })).toBe('')
})
