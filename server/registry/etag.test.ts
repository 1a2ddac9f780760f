import { matchesTag } from './etag'

test.each([
  ['"a"', true],
  ['W/"a"', true],
  ['"b", W/"a" , "c"', true],
  ['*', true],
  ['"b"', false],
  ['a', false],
  ['', false],
  [undefined, false],
  ['"b,a"', false],
] as const)('%s', (header, matches) =>
  expect([matchesTag(header, '"a"'), matchesTag(header, 'W/"a"')]).toEqual([matches, matches]),
)
