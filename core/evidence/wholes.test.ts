import { readLibrary } from '../read/read'
import type { Case } from './observation'
import { contractOf, runTrial as run } from '../../tests/trial'

const two = contractOf("  tone: 'calm' | 'loud' = 'calm'\n  open = false")

test('a part is tried in its whole, which knows it by the same name', () => {
  const [part, whole] = readLibrary([
    {
      path: 'a.js',
      text: "class A extends HTMLElement { name = '' }; customElements.define('x-a', A)",
    },
    {
      path: 'b.js',
      text:
        'class B extends HTMLElement { constructor() { super(); ' +
        "this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot>' } get picked() { return " +
        "this.getAttribute('picked') ?? '' } set picked(to) { for (const part of this.children) " +
        "if (part.tagName === 'X-A') part.hidden = part.name !== to } }; customElements.define('x-b', B)",
    },
  ]).contracts
  const within = ({ usage }: Case) => usage.within?.[0]
  const { marks, evidence } = run(
    part!,
    (trialCase) => ({
      tree: String(trialCase.usage.props.name === within(trialCase)?.usage.props.picked),
      failed: within(trialCase) ? undefined : 'no x-b around it',
    }),
    { others: [part!, whole!] },
  )
  expect(marks).toEqual({ 'prop:name': 'seen' })
  expect(evidence[0]!.between?.[1].within?.[0]?.tag).toBe('x-b')
})

test('what looks otherwise each time is looked at anew with chance held', () => {
  let made = 0
  const { marks } = run(two, ({ steady, usage }) => ({
    tree: `${steady ? 0 : ++made} ${String(usage.props.tone ?? 'calm')}`,
  }))
  expect(marks).toEqual({
    'prop:tone': 'seen',
    'prop:open': 'no effect',
    'variant:tone=calm': 'seen',
    'variant:tone=loud': 'seen',
  })
  const { evidence } = run(two, () => ({ tree: String(++made) }))
  expect(evidence.map(({ mark }) => mark)).toEqual(['not tried', 'not tried', 'not tried', 'not tried'])
})

test('a prop that is looked at only once the component stands there is seen, set then', () => {
  const { evidence } = run(two, ({ id, usage }) => ({
    tree: id.includes('later') && usage.props.open ? 'open' : '',
  }))
  expect(evidence.find(({ member }) => member === 'prop:open')).toMatchObject({
    mark: 'seen',
    says: 'It changed what is shown, set once it stands there.',
  })
})

test('a prop whose type does not say what it takes is not accused', () => {
  const loose = contractOf('  rows: unknown[] = []\n  anything: any\n  plain = 1')
  expect(run(loose, () => ({})).marks).toEqual({
    'prop:rows': 'not tried',
    'prop:anything': 'not tried',
    'prop:plain': 'no effect',
  })
})
