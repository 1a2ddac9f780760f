import { count, plural } from './words'

test('numbers in sentences', () => {
  expect([count(0), count(12), count(13), plural(1, 'part'), plural(2, 'part')]).toEqual([
    'no',
    'twelve',
    '13',
    'one part',
    'two parts',
  ])
})
