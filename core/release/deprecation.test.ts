import { readDeprecation } from './deprecation'

test.each([
  ['Use tone instead; gone in 3.0.', '3.0.0'],
  ['Will be removed in version 2.', '2.0.0'],
  ['since 1.2.0, dropped with v4.1', '4.1.0'],
  ['Use tone instead.', undefined],
  ['Since 1.2.', undefined],
  ['Gone in a while, 3 at most.', undefined],
  ['', undefined],
])('a promise of when it goes is read out of “%s”', (text, version) => {
  expect(readDeprecation(text).goneIn).toBe(version)
})
