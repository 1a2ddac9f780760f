import { holdScope, holdSelector, marksFor, preferMedia, preferScheme } from './held'

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
  const focused = { own: ['focus', 'focus-within'], around: ['focus-within'], hosts: ['focus'] }
  expect(marksFor(['hover'])).toEqual({ own: ['hover'], around: ['hover'], hosts: [] })
  // what is pressed has the focus, where it can have it
  expect(marksFor(['active'])).toEqual({
    own: ['active', 'hover', ...focused.own],
    around: ['hover', 'active', 'focus-within'],
    hosts: ['focus'],
  })
  expect(marksFor(['active'], false)).toEqual({
    own: ['active', 'hover'],
    around: ['hover', 'active'],
    hosts: [],
  })
  expect(marksFor(['focus-visible'])).toEqual({ ...focused, own: ['focus-visible', ...focused.own] })
  expect(marksFor(['checked', 'full'])).toEqual({ own: ['checked', 'full'], around: [], hosts: [] })
})
test('attributes of HTML that say a state are held with it, other attributes are not', () => {
  expect(hold('button[disabled] i', 'disabled')).toBe('button:is([disabled], [data-kept-held~="disabled"]) i')
  expect(hold(':host(:not([open]))', 'open')).toBe(':host(:not(:is([open], [data-kept-held~="open"])))')
  expect(hold('input[READONLY]', 'read-only')).toBe('input:is([READONLY], [data-kept-held~="read-only"])')
  for (const selector of ['[disabled="x"]', '[constructor]', '[disabled]'])
    expect(hold(selector, 'checked')).toBeUndefined()
})
test('a scope is held at both its ends', () => {
  const held = (start: string | null, end: string | null) => holdScope({ start, end }, new Set(['hover']))
  expect(held('a:hover', null)).toBe('@scope (a:is(:hover, [data-kept-held~="hover"]))')
  expect(held('a', 'b:hover')).toBe('@scope (a) to (b:is(:hover, [data-kept-held~="hover"]))')
  expect(held(null, 'b:hover')).toBe('@scope to (b:is(:hover, [data-kept-held~="hover"]))')
  expect(held('a', 'b')).toBeUndefined()
})
test.each([
  ['light dark', 'dark', 'dark'],
  ['only light dark', 'light', 'only light'],
  ['dark', 'light', undefined],
  ['', 'dark', undefined],
] as const)('color-scheme %s for who prefers %s', (value, preferred, written) =>
  expect(preferScheme(value, preferred)).toBe(written),
)
test('a feature without a value asks whether anything is preferred', () => {
  const prefer = (query: string, preferences: Parameters<typeof preferMedia>[1]) =>
    preferMedia(query, preferences)
  expect(prefer('(prefers-contrast)', { 'prefers-contrast': 'less' })).toBe('(min-width: 0)')
  expect(prefer('(prefers-contrast)', { 'prefers-contrast': 'no-preference' })).toBe('(max-width: -1px)')
  expect(prefer('(prefers-color-scheme: light)', { 'prefers-color-scheme': 'dark' })).toBe(
    '(max-width: -1px)',
  )
  expect(prefer('(forced-colors)', { 'forced-colors': 'none' })).toBe('(max-width: -1px)')
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
