import { readLibrary } from '../read/read'
import type { Usage } from '../code/usage'
import { axesOf, cellOf } from './axes'
import { coveringSet } from './covering'
import { disagreeing } from './disagreeing'
import { plainSurround } from '../surround'

const { contracts } = readLibrary([
  {
    path: 'card.ts',
    text: `class Card extends HTMLElement {
  get tone(): 'calm' | 'storm' { return 'calm' } set tone(value) { this.setAttribute('tone', value) }
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot><slot name="foot"></slot>' }
}
customElements.define('x-card', Card)`,
  },
])
const face: Usage = { props: {}, slots: { '': { is: 'text', text: 'Late again' } } }
const axes = axesOf({ contract: contracts[0]!, face, themes: [], examples: [] }).filter(
  ({ id }) => id.startsWith('slot:') || id === 'content' || id === 'prop:tone',
)
const said = disagreeing(axes, face).map((pairs) =>
  pairs.map(([axis, value]) => `${axes[axis]!.title} ${axes[axis]!.values[value]!.title}`).join(' + '),
)

test('a slot that is filled has content, and one that is empty has none of any length', () => {
  expect(said).toEqual([
    'slot default empty + length of content short',
    'slot default empty + length of content long',
    'slot default empty + length of content unbreakable',
    'slot default filled + length of content none',
  ])
})
test('each row of a covering set shows what it says', () => {
  const { rows } = coveringSet(
    axes.map(({ values }) => values.length),
    { forbidden: disagreeing(axes, face).map((pairs) => new Map(pairs)) },
  )
  const cells = rows.map((values) => cellOf(axes, values, face, plainSurround('')))
  expect(cells.length).toBeGreaterThan(3)
  for (const { titles, usage } of cells) {
    const [, slot, , content] = titles
    expect([titles, '' in usage.slots]).toEqual([titles, slot === 'filled'])
    if (slot === 'filled') expect([titles, content]).not.toEqual([titles, 'none'])
  }
})
test('an example is what the other axes change, and contradicts none', () => {
  const examples = [
    { name: 'A', usage: { props: { tone: 'storm' }, slots: {} } },
    { name: 'B', usage: face },
  ]
  const withExamples = axesOf({ contract: contracts[0]!, face, themes: [], examples })
  const example = withExamples.findIndex(({ id }) => id === 'example')
  expect(
    disagreeing(withExamples, face)
      .flat()
      .some(([axis]) => axis === example),
  ).toBe(false)
})
