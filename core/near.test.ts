import fc from 'fast-check'
import { distance, nearestName } from './near'

test('distance is a metric', () => {
  const word = fc.string({ maxLength: 8 })
  fc.assert(
    fc.property(
      word,
      word,
      word,
      (a, b, c) =>
        distance(a, a) === 0 &&
        distance(a, b) === distance(b, a) &&
        distance(a, c) <= distance(a, b) + distance(b, c),
    ),
  )
  expect(nearestName('feedback.clam.ground', ['feedback.calm.ground', 'text.soft'])).toBe(
    'feedback.calm.ground',
  )
  expect(nearestName('zzz', ['feedback.calm.ground'])).toBeUndefined()
})
