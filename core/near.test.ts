import fc from 'fast-check'
import { nearestName } from './near'

/** Levenshtein distance, by the two-row method (Wagner and Fischer 1974). */
function lettersBetween(a: string, b: string): number {
  let above = Array.from({ length: b.length + 1 }, (_, i) => i)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++)
      row.push(Math.min(above[j]! + 1, row[j - 1]! + 1, above[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1)))
    above = row
  }
  return above[b.length]!
}

test('what is offered is no farther than any other, and near enough to be meant', () => {
  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', '-'), maxLength: 8 })
  fc.assert(
    fc.property(word, fc.array(word, { maxLength: 6 }), (name, names) => {
      const nearest = nearestName(name, names)
      const distances = names.map((other) => lettersBetween(name, other))
      const least = Math.min(Infinity, ...distances)
      if (nearest === undefined) expect(least).toBeGreaterThan(Math.max(2, Math.floor(name.length / 4)))
      else expect(lettersBetween(name, nearest)).toBe(least)
    }),
  )
  expect(nearestName('feedback.clam.ground', ['feedback.calm.ground', 'text.soft'])).toBe(
    'feedback.calm.ground',
  )
  expect(nearestName('zzz', ['feedback.calm.ground'])).toBeUndefined()
})
