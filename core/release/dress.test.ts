import fc from 'fast-check'
import { differenceBetween, side } from '../../tests/sides'
import { theme } from '../../tests/themes'
import type { TokenDocument } from '../tokens/document'
import { resolveTheme, type Theme } from '../tokens/themes'

const colour = (value: string, more: object = {}) => ({ $type: 'color', $value: value, ...more })
const document = (given: object) => given as TokenDocument
const day = (given: object) => theme('day', null, document(given))
const told = (before: Theme[], now: Theme[]) =>
  differenceBetween(side([], { themes: before }), side([], { themes: now })).map(
    ({ rule, weight, says }) => `${rule}, ${weight}: ${says}`,
  )

test('tokens that came, went, are of another type or value, or are deprecated, each by its rule', () => {
  const before = day({
    ink: colour('#111111'),
    text: { $type: 'color', $value: '{ink}' },
    edge: { $type: 'border', $value: { color: '{ink}', width: '1px', style: 'solid' } },
    gap: { $type: 'dimension', $value: '4px' },
    old: colour('#aaaaaa'),
    worn: colour('#222222'),
  })
  const now = day({
    ink: colour('#121212'),
    text: { $type: 'color', $value: '{ink}' },
    edge: colour('#111111'),
    gap: { $type: 'dimension', $value: '4px' },
    fresh: colour('#aaaaaa'),
    worn: colour('#222222', { $deprecated: 'Take ink.' }),
  })
  expect(told([before], [now])).toEqual([
    'token-gone, breaking: old is gone, and --q-old with it; fresh, which is new, has its value.',
    'field-gone, breaking: --q-edge-color is gone; edge has no such part any more.',
    'field-gone, breaking: --q-edge-width is gone; edge has no such part any more.',
    'field-gone, breaking: --q-edge-style is gone; edge has no such part any more.',
    'token-type, breaking: edge is a color, and was a border.',
    'token-new, additive: fresh is new: #AAAAAA.',
    'token-deprecated, additive: worn is deprecated: Take ink.',
    // what refers to it follows, and is not told again
    'token-value, mend: ink was #111111 in day, and is #121212.',
  ])
})

test('themes that came, went, or are worn or come in otherwise', () => {
  const base = day({ ink: colour('#111111') })
  const night = theme('night', 'day', document({ ink: colour('#eeeeee') }))
  const other = theme('night', 'day', document({ ink: colour('#dddddd') }))
  expect(told([base], [base, night])).toEqual([
    'theme-new, additive: The theme night is new, worn by data-theme="night".',
  ])
  expect(told([base, night], [base])).toEqual([
    'theme-gone, breaking: The theme night is gone: data-theme="night" does nothing.',
  ])
  expect(told([base, night], [base, { ...other, axis: 'weather' }])).toEqual([
    'theme-worn, breaking: The theme night is worn by data-weather="night", and was by data-theme="night".',
    'token-value, mend: ink was #EEEEEE in night, and is #DDDDDD.',
  ])
  const brought = { ...night, when: { scheme: 'dark' as const } }
  expect(told([base, night], [base, brought as Theme])).toEqual([
    'theme-condition, mend: The theme night comes in by itself under another condition.',
  ])
})

test('nothing is told where every value is the same in every theme, and something where one is not', () => {
  const values = fc.dictionary(
    fc.constantFrom('a', 'b', 'c'),
    fc.constantFrom('#111111', '#222222', 'currentColor', '{a}', '{b}'),
    { maxKeys: 3 },
  )
  const themesOf = ([base, night]: Record<string, string>[]): Theme[] => {
    const tokens = (given: Record<string, string>) =>
      document(Object.fromEntries(Object.entries(given).map(([name, value]) => [name, colour(value)])))
    return [theme('day', null, tokens(base!)), theme('night', 'day', tokens(night!))]
  }
  fc.assert(
    fc.property(fc.array(values, { minLength: 4, maxLength: 4 }), (all) => {
      const [before, now] = [themesOf(all.slice(0, 2)), themesOf(all.slice(2))]
      const valuesOf = (themes: Theme[]) =>
        themes.map(({ name }) =>
          [...resolveTheme(themes, name).tokens].map(([path, { css }]) => `${path} ${css}`).toSorted(),
        )
      const isSame = JSON.stringify(valuesOf(before)) === JSON.stringify(valuesOf(now))
      expect(told(before, now).length === 0).toBe(isSame)
    }),
    { numRuns: 1000 },
  )
})
