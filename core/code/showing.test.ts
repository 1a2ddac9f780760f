import { readLibrary } from '../read/read'
import { withFunctions } from './functions'
import { firstUsage, forFrame, modulesFor } from './showing'

const source = `
class Row extends HTMLElement {
  name!: string
  tone!: 'calm' | 'warn'
  count!: number
  rows!: string[]
  note = ''
  day: Date = new Date()
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot>' }
}
customElements.define('x-row', Row)
class Tip extends HTMLElement { when: Date | undefined
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot>some</slot>' } }
customElements.define('x-tip', Tip)
class Grid extends HTMLElement { columns: { title: string; render?: () => string }[] = []
  done: (() => void) | undefined }
customElements.define('x-grid', Grid)`
const { contracts } = readLibrary([{ path: 'a.ts', text: source }])
const of = (tag: string) => contracts.find((contract) => contract.tag === tag)

describe('a first way to show what nobody has shown', () => {
  test('what is required gets a value that fits; a slot without fallback gets words', () => {
    expect(firstUsage(of('x-row')!, 'Row')).toEqual({
      props: { name: 'name', tone: 'calm', count: 1, rows: [] },
      slots: { '': { is: 'text', text: 'Row' } },
    })
  })
  test('what has a fallback is left to it', () =>
    expect(firstUsage(of('x-tip')!, 'Tip')).toEqual({ props: {}, slots: {} }))
})

describe('the modules a usage needs', () => {
  const built: Record<string, string> = { 'x-row': '/m/row', 'x-tip': '/m/tip' }
  const nested = {
    props: {},
    slots: {
      '': {
        is: 'component' as const,
        tag: 'x-tip',
        usage: {
          props: {},
          slots: { '': { is: 'component' as const, tag: 'x-row', usage: { props: {}, slots: {} } } },
        },
      },
    },
  }
  test('its own and those of all components inside, each once', () =>
    expect(modulesFor('x-row', nested, (tag) => built[tag])).toEqual([
      { tag: 'x-row', module: '/m/row' },
      { tag: 'x-tip', module: '/m/tip' },
    ]))
  test('none while one of them was never built', () =>
    expect(modulesFor('x-row', nested, (tag) => (tag === 'x-tip' ? undefined : built[tag]))).toBeUndefined())
})

test('dates travel as dates, at any depth, and what is not set does not travel', () => {
  const usage = {
    props: { day: '2026-11-25T00:00:00.000Z', name: 'x', note: undefined },
    slots: {
      '': {
        is: 'component' as const,
        tag: 'x-tip',
        usage: { props: { when: '2026-11-26T00:00:00.000Z' }, slots: {} },
      },
    },
  }
  const sent = forFrame(usage, of, 'x-row')
  expect(sent.props).toEqual({ day: new Date('2026-11-25T00:00:00.000Z'), name: 'x' })
  expect(Object.keys(sent.props)).not.toContain('note')
  expect(sent.slots['']).toMatchObject({ usage: { props: { when: new Date('2026-11-26T00:00:00.000Z') } } })
})

test('attributes set apart go as they are, beside those that are nothing but attributes', () => {
  expect(
    forFrame({ props: { name: 'x' }, slots: {}, attributes: { day: 'soon' } }, of, 'x-day'),
  ).toMatchObject({ props: { name: 'x' }, attributes: { day: 'soon' } })
})

test('functions do not travel: their paths do, and the frame puts functions there, at any depth', () => {
  const sent = forFrame(
    { props: { done: true, columns: [{ title: 'a' }, { title: 'b', render: true }] }, slots: {} },
    of,
    'x-grid',
  )
  expect(sent).toEqual({
    props: { done: null, columns: [{ title: 'a' }, { title: 'b', render: null }] },
    slots: {},
    functions: ['done', 'columns.1.render'],
  })
  const made = withFunctions(sent.props, sent.functions!, (path) => () => path) as {
    done: () => string
    columns: { render?: () => string }[]
  }
  expect([made.done(), made.columns[1]!.render!(), made.columns[0]!.render]).toEqual([
    'done',
    'columns.1.render',
    undefined,
  ])
})
