import { holdSelector, marksFor, preferMedia } from './held'

const hold = (selector: string, ...states: string[]) => holdSelector(selector, new Set(states))

test.each([
  ['a:hover', ['hover'], 'a:is(:hover, [data-kept-held~="hover"])'],
  [
    ':host(:hover:not([disabled])) .x',
    ['hover'],
    ':host(:is(:hover, [data-kept-held~="hover"]):not([disabled])) .x',
  ],
  [
    'a:not(:focus-visible), b:focus',
    ['focus-visible'],
    'a:not(:is(:focus-visible, [data-kept-held~="focus-visible"])), b:focus',
  ],
  [':host(:state(full)) b', ['full'], ':host(:is(:state(full), [data-kept-held~="full"])) b'],
  ['a:link', ['visited'], 'a:link:where(:not([data-kept-held~="visited"]))'],
  ['input:enabled:hover', ['disabled'], 'input:enabled:where(:not([data-kept-held~="disabled"])):hover'],
  [
    'x-a::part(close):hover',
    ['hover'],
    'x-a::part(close):hover, x-a::part(close kept-held-hover):is(:hover, :not(:hover))',
  ],
  ['a:hover::before', ['hover'], 'a:is(:hover, [data-kept-held~="hover"])::before'],
])('%s held in %s', (selector, states, written) => expect(hold(selector, ...states)).toBe(written))

test('what asks for no held state stays as it is', () => {
  for (const selector of [
    'a',
    'a:hover',
    '.hover',
    '[title=":hover"]',
    'a::before',
    ':state(hover)',
    'a:hover-card',
  ])
    expect(hold(selector, 'focus')).toBeUndefined()
  expect(hold(':state(hover)', 'hover')).toBe(':is(:state(hover), [data-kept-held~="hover"])')
  expect(hold('[title=":hover"]', 'hover')).toBeUndefined()
})
test('a state reaches as far outwards as it does when it is really reached', () => {
  expect(marksFor(['hover'])).toEqual({ own: ['hover'], around: ['hover'] })
  expect(marksFor(['active'])).toEqual({ own: ['active', 'hover'], around: ['hover', 'active'] })
  expect(marksFor(['focus-visible'])).toEqual({
    own: ['focus-visible', 'focus', 'focus-within'],
    around: ['focus-within'],
  })
  expect(marksFor(['checked', 'full'])).toEqual({ own: ['checked', 'full'], around: [] })
})
test.each([
  ['(prefers-reduced-motion: reduce)', '(min-width: 0)'],
  ['(prefers-reduced-motion)', '(min-width: 0)'],
  [
    'screen and (prefers-reduced-motion: no-preference) and (width > 3px)',
    'screen and (max-width: -1px) and (width > 3px)',
  ],
  ['not (prefers-reduced-motion:reduce)', 'not (min-width: 0)'],
  ['print', undefined],
  ['(prefers-color-scheme: dark)', undefined],
])('with less motion %s reads %s', (query, written) =>
  expect(preferMedia(query, { 'prefers-reduced-motion': 'reduce' })).toBe(written),
)
