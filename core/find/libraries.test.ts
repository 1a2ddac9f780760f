import { findLibraries } from './libraries'

const tern = {
  slug: 'tern',
  title: 'Tern',
  package: '@marram/tern',
  prefix: 'tern-',
  components: ['tern-notice-strip', 'tern-sailing-row', 'tern-action'],
}
const skua = {
  slug: 'skua',
  title: 'Skua for counters',
  package: '@marram/skua',
  prefix: '',
  components: ['StopList', 'NoticeBoard'],
}
const found = (text: string) =>
  findLibraries([tern, skua], text).map(({ library, components }) => [library.slug, ...components])

test('nothing looked for leads to all, and to none of their components more than to others', () => {
  expect(found('')).toEqual([['tern'], ['skua']])
  expect(found('  ')).toEqual([['tern'], ['skua']])
})

test('a library is found by its names, and by those of its components, which are told', () => {
  expect(found('counters')).toEqual([['skua']])
  expect(found('@marram')).toEqual([['tern'], ['skua']])
  expect(found('NOTICE')).toEqual([
    ['tern', 'tern-notice-strip'],
    ['skua', 'NoticeBoard'],
  ])
  expect(found('stop list')).toEqual([['skua', 'StopList']])
  expect(found('gangway')).toEqual([])
})

test('words may stand apart, in the library and in its component', () => {
  expect(found('tern notice')).toEqual([['tern', 'tern-notice-strip']])
  expect(found('skua sailing')).toEqual([])
})
