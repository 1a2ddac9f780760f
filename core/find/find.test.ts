import { readLibrary } from '../read/read'
import { entriesOf } from './entries'
import { Finder } from './find'
import { ternSource } from '../../tests/tern'

const { contracts } = readLibrary(ternSource)
const finder = new Finder(
  entriesOf(
    contracts,
    'tern-',
    new Map([
      ['tern-tide-gauge', new Map([['prop:unit', 'Metres, or fathoms on old charts; brasses à la carte.']])],
    ]),
  ),
)
const found = (text: string) => finder.find(text).map((hit) => hit.id)

test('a component is found by its name, its tag, a part of either, and whatever way it is written', () => {
  for (const text of [
    'Notice strip',
    'tern-notice-strip',
    'NoticeStrip',
    'notice str',
    'strip notice',
    '<tern-notice-strip>',
  ])
    expect(found(text)[0]).toBe('tern-notice-strip')
  expect(found('noticestrip').slice(0, 1)).toEqual(['tern-notice-strip'])
  // a slip in a longer word
  expect(found('gangwey')[0]).toBe('tern-gangway-switch')
  expect(found('zzzz')).toEqual([])
  expect(found('  ')).toEqual([])
})

test(
  'a member is found by its name, by what a comment says and by what people wrote, and the ' +
    'hit shows where',
  () => {
    expect(found('dismissible')).toContain('tern-notice-strip prop:dismissible')
    const [hit] = finder.find('fathoms')
    expect(hit).toMatchObject({
      id: 'tern-tide-gauge prop:unit',
      tag: 'tern-tide-gauge',
      member: 'prop:unit',
      title: ['unit'],
      under: ['prop of Tide gauge'],
    })
    expect(hit!.excerpt!.filter((_one, i) => i % 2)).toEqual(['fathoms'])
    expect(hit!.excerpt!.join('')).toMatch(/^Metres, or fathoms on old charts/)
    // with and without its accent
    expect(found('a la carte')).toContain('tern-tide-gauge prop:unit')
    expect(found('event dismiss')[0]).toBe('tern-notice-strip event:dismiss')
  },
)

test('all words count, and each component is told once, by its best hit', () => {
  const awayOf = new Set(finder.find('put away').map((hit) => hit.tag))
  expect([...awayOf].sort()).toEqual(['tern-dialog-sheet', 'tern-notice-strip'])
  const components = finder.components('disabled')
  expect(components.size).toBeGreaterThan(1)
  for (const [tag, hit] of components) expect(hit.tag).toBe(tag)
  expect(finder.find('tern', 5)).toHaveLength(5)
})

test('a long text is cut about what was found in it', () => {
  const summary = `${'Long before it. '.repeat(30)}Here the ferryman stands.${' Long after it.'.repeat(30)}`
  const long = new Finder(entriesOf([{ ...contracts[0]!, summary }], 'tern-'))
  const [hit] = long.find('ferryman')
  expect(hit!.excerpt!.join('')).toMatch(/^… .*ferryman.* …$/)
  expect(hit!.excerpt!.join('').length).toBeLessThan(130)
})
