import { conditionSchema, conditionText, ruleWhere } from './condition'
import { themesCss, type Theme } from './themes'

const theme = (name: string, on: string | null, value: number, when?: Theme['when']): Theme => ({
  name,
  title: name,
  on,
  document: { a: { $type: 'number', $value: value } },
  ...(when === undefined ? {} : { when }),
})

test('a condition is said as part of a sentence, and stands as at-rules', () => {
  const all = conditionSchema.parse({
    scheme: 'dark',
    contrast: 'more',
    motion: 'reduce',
    width: { min: 600 },
    container: { min: 300, max: 500 },
  })
  expect(conditionText(all)).toBe(
    'the reader prefers a dark scheme and more contrast and less motion, and the page is at least 600 px wide, ' +
      'and its container is from 300 to 500 px wide',
  )
  expect(ruleWhere(all, 'p {}\n')).toBe(
    '@media (prefers-color-scheme: dark) and (prefers-contrast: more) and (prefers-reduced-motion: reduce) and ' +
      '(min-width: 600px) {\n@container (min-width: 300px) and (max-width: 500px) {\np {}\n}\n}\n',
  )
  expect(conditionText({ container: { max: 480 } })).toBe('its container is at most 480 px wide')
})

test('what says nothing, or nothing that can be, is no condition', () => {
  for (const bad of [{}, { scheme: 'sepia' }, { width: {} }, { width: { min: 0 } }, { width: { max: 1.5 } }])
    expect(conditionSchema.safeParse(bad).success).toBe(false)
})

test('themes that come in by themselves are told after all regions; without one nothing is otherwise', () => {
  const plain = [theme('day', null, 1), theme('night', 'day', 2)]
  const { css } = themesCss(plain, 'k')
  expect(css).not.toContain('auto')
  const coming = themesCss([plain[0]!, theme('night', 'day', 2, { scheme: 'dark' })], 'k').css
  expect(coming).toBe(
    css.replace(':root, [data-theme="day"]', ':root, [data-theme="day"], [data-theme="auto"]') +
      '\n@media (prefers-color-scheme: dark) {\n:root:not([data-theme]), [data-theme="auto"] {\n  --k-a: 2;\n}\n}\n',
  )
  // the base is there by itself
  expect(themesCss([theme('day', null, 1, { scheme: 'dark' })], 'k').css).not.toContain('@media')
})
