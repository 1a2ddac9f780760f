import { isOtherDefault } from './stated-default'

test.each([
  ["'start'", 'start', false],
  ['start', 'start', false],
  ['`start`', 'start', false],
  ["'start'", 'end', true],
  ['4000', 5000, true],
  ['4000', 4000, false],
  ['false', true, true],
  ['[]', [], false],
  ["['a']", ['a'], false],
  ['{}', [], true],
  ['undefined', undefined, false],
  ['5', undefined, true],
  ['5', '5', false],
  ['the width of its place', 'auto', false],
  ['4000 (milliseconds)', 5000, false],
] as const)('a comment that says %s beside %j', (stated, value, isOther) => {
  expect(isOtherDefault(stated, value as never)).toBe(isOther)
})
