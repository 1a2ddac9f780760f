import { limitsOf } from './limits'

test.each([
  ['How full, 0 to 100.', { least: 0, most: 100 }],
  ['Between 1 and 5 of them.', { least: 1, most: 5 }],
  ['From -1.5 to 1.5', { least: -1.5, most: 1.5 }],
  ['0–10', { least: 0, most: 10 }],
  ['At least 1.', { least: 1 }],
  ['Up to 99 people, at least 2', { least: 2, most: 99 }],
  ['How many.', {}],
  ['Leaves 07:40 to 08:10', {}],
  ['From 5 to 1', {}],
  [undefined, {}],
] as const)('%s', (comment, limits) => {
  const { says, ...found } = limitsOf(comment)
  expect(found).toEqual(limits)
  expect(says === '').toBe(Object.keys(limits).length === 0)
})
