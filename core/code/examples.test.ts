import { readLibrary } from '../read/read'
import { firstExamples, mainProp } from './examples'

const { contracts } = readLibrary([
  {
    path: 'a.ts',
    text: `class A extends HTMLElement {
  size: 's' | 'm' | 'l' | 'xl' = 'm'
  tone: 'calm' | 'storm' = 'calm'
  open = false
  closable = true
  label!: string
  readonly state = 'x'
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot><slot name="foot">none</slot>' }
}
customElements.define('x-a', A)`,
  },
])
const contract = contracts[0]!

test('the main prop is the one named for it, else the one with most choices', () => {
  expect(mainProp(contract)!.name).toBe('tone')
  expect(
    mainProp({ ...contract, members: contract.members.filter((member) => member.name !== 'tone') })!.name,
  ).toBe('size')
})
test('each choice, each boolean turned round, each slot filled and empty, long words, nothing', () => {
  const made = firstExamples(contract, 'Aa')
  expect(made.map((madeExample) => madeExample.name)).toEqual([
    'tone: calm',
    'tone: storm',
    'open',
    'not closable',
    'default empty',
    'foot filled',
    'long words',
    'nothing set',
  ])
  expect(made[1]!.usage).toEqual({
    props: { label: 'label', tone: 'storm' },
    slots: { '': { is: 'text', text: 'Aa' } },
  })
  expect(made[3]!.usage.props.closable).toBe(false)
  expect(made[6]!.usage.props.label).toMatch(/^The 18:05 from Skerray/)
})
test('two that would look the same are one', () => {
  const {
    contracts: [bare],
  } = readLibrary([{ path: 'b.ts', text: "class B extends HTMLElement {}\ncustomElements.define('x-b', B)" }])
  expect(firstExamples(bare!, 'B').map((example) => example.name)).toEqual(['nothing set'])
})
test('what somebody keeps is not made again, known by its name or by what it shows', () => {
  const [calm, storm, open] = firstExamples(contract, 'Aa')
  const left = firstExamples(contract, 'Aa', undefined, [
    { name: 'tone: calm', usage: { props: {}, slots: { '': { is: 'text', text: 'other' } } } },
    { name: 'In a gale', usage: storm!.usage },
  ])
  expect(
    [calm!.name, storm!.name].some((name) => left.some((madeExample) => madeExample.name === name)),
  ).toBe(false)
  expect(left[0]).toEqual(open)
})
