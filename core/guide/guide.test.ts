import { readLibrary } from '../read/read'
import { ternSource } from '../../tests/tern'
import { firstUsage } from '../code/showing'
import type { ExampleView } from '../wire'
import { guideOf, type GuideComponent } from './guide'

const { contracts } = readLibrary(ternSource)
const example = (
  name: string,
  props: Record<string, unknown>,
  more: Partial<ExampleView> = {},
): ExampleView => ({
  id: name,
  name,
  usage: { props, slots: {} },
  surround: null,
  acts: [],
  notes: '',
  face: false,
  starter: false,
  ...more,
})
const known = (tag: string, more: Partial<GuideComponent> = {}): GuideComponent => {
  const contract = contracts.find((read) => read.tag === tag)!
  return {
    contract,
    face: firstUsage(contract, tag),
    examples: [],
    isBuilt: true,
    words: {},
    combinations: [],
    accessible: [],
    ...more,
  }
}
const guideWith = (components: GuideComponent[]) =>
  guideOf({
    title: 'Tern',
    package: '@marram/tern',
    version: '1.1.0',
    description: '',
    install: 'npm install @marram/tern',
    themes: [{ name: 'daywatch', title: 'Daywatch' }],
    prefix: 'tern-',
    tokens: [],
    components,
  })

test('what people wrote comes before what the source says, for a component and for its members', () => {
  const words = {
    'component:': 'For news.',
    'guide:when': 'At the top.',
    'guide:when-not': 'For praise.',
    'prop:tone': 'How grave.',
  }
  const [page] = guideWith([known('tern-notice-strip', { words })]).pages
  expect(page).toMatchObject({
    file: 'notice-strip',
    title: 'Notice strip',
    words: 'For news.',
    when: 'At the top.',
    whenNot: 'For praise.',
  })
  const rows = page!.sections.find(({ heading }) => heading === 'Props')!.rows
  expect(rows.find(({ title }) => title === 'tone')!.words).toBe('How grave.')
  expect(rows.find(({ title }) => title === 'dismissible')).toMatchObject({
    described: expect.stringContaining('attribute dismissible'),
  })
})

test('kept examples stand after the face; what is of another version or ruled out stands nowhere', () => {
  const examples = [
    example('face', {}, { face: true }),
    example('Calm', { tone: 'calm' }, { notes: 'Most of them.' }),
    example('Gone', { shade: 'pale' }),
    example('Never', { tone: 'good', dismissible: true }),
  ]
  const settings = [
    { axis: 'tone', value: 'good' },
    { axis: 'dismissible', value: true },
  ]
  const never = { id: 'n', rule: 'never', name: '', reason: 'It says nothing.', settings }
  const [page] = guideWith([known('tern-notice-strip', { examples, combinations: [never as never] })]).pages
  expect(page!.examples.map(({ name }) => name)).toEqual(['Notice strip', 'Calm'])
  expect(page!.together).toHaveLength(1)
  const calm = page!.examples.find(({ name }) => name === 'Calm')!
  expect(calm).toMatchObject({ file: 'notice-strip.1', notes: 'Most of them.', needs: ['tern-notice-strip'] })
  expect(calm.code[0]!.text).toContain('tone="calm"')
})

test('where nobody kept any, the contract suggests some; what was never built has no file', () => {
  const [page] = guideWith([known('tern-action')]).pages
  expect(page!.examples.length).toBeGreaterThan(2)
  const [unbuilt] = guideWith([known('tern-action', { isBuilt: false })]).pages
  expect(unbuilt!.examples.map(({ file }) => file)).toEqual(unbuilt!.examples.map(() => undefined))
})

test('no page takes the place of another, on no disk, nor that of all', () => {
  const called = (tag: string) => {
    const about = known('tern-action')
    return { ...about, contract: { ...about.contract, tag } }
  }
  const { pages } = guideWith([called('tern-index'), called('Tab'), called('tab'), called('tern-tab')])
  expect(pages.map(({ file }) => file)).toEqual(['index-2', 'Tab', 'tab-2', 'tab-3'])
})

test('components lead to those that they are made of, and are found by their words', () => {
  const guide = guideWith(contracts.map(({ tag }) => known(tag)))
  const row = guide.pages.find((page) => page.tag === 'tern-sailing-row')!
  for (const used of row.uses)
    expect(guide.pages.find((page) => page.tag === used)?.usedBy).toContain('tern-sailing-row')
  expect(guide.search.some(({ id }) => id === 'tern-notice-strip prop:tone')).toBe(true)
})
