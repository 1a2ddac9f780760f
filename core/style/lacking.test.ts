import {
  abilitiesAskedIn,
  abilitiesOfCondition,
  conditionWithout,
  declarationLacked,
  lackOf,
  sheetWithout,
} from './lacking'

const squeezed = (css: string) =>
  css
    .replace(/\s+/g, ' ')
    .replace(/(?<=\{|;) ;/g, '')
    .trim()

test.each([
  ['height: 1dvh', { pseudos: [], tells: { is: 'unit', name: 'dvh' } }],
  ['(display: grid)', { pseudos: [], property: 'display', tells: { is: 'word', name: 'grid' } }],
  ['backdrop-filter: blur(1px)', { pseudos: [], property: 'backdrop-filter' }],
  ['color: oklch(0 0 0)', { pseudos: [], tells: { is: 'function', name: 'oklch' } }],
  ['gap: 1px', { pseudos: [], property: 'gap' }],
  ['selector(:has(a))', { pseudos: ['has'] }],
  ['selector(a > b)', undefined],
  ['--x: 1', undefined],
  ['not a condition', undefined],
])('what %s asks for', (condition, lack) => expect(lackOf(condition)).toEqual(lack))

test('declarations that are passed over are gone, those before them stay, and lines too', () => {
  const css =
    '.a {\n  height: 100vh;\n  height: 100dvh;\n  min-height: calc(50dvh -\n 1px)\n}\n.b { color: red }'
  const without = sheetWithout(css, ['height: 1dvh'])
  expect(squeezed(without)).toBe('.a { height: 100vh; } .b { color: red }')
  expect(without.split('\n')).toHaveLength(css.split('\n').length)
  expect(sheetWithout(css, [])).toBe(css)
})
test('a word is lacked in its property only, a property with all its values', () => {
  expect(squeezed(sheetWithout('a { display: grid; grid-area: grid }', ['display: grid']))).toBe(
    'a { grid-area: grid }',
  )
  expect(
    squeezed(
      sheetWithout('a { backdrop-filter: saturate(2); filter: blur(1px) }', ['backdrop-filter: blur(1px)']),
    ),
  ).toBe('a { filter: blur(1px) }')
  expect(declarationLacked('background', 'linear-gradient(oklch(1 0 0), red)', ['color: oklch(0 0 0)'])).toBe(
    true,
  )
  expect(declarationLacked('--x', 'oklch(1 0 0)', ['color: oklch(0 0 0)'])).toBe(false)
})
test('conditions that ask for it do not hold, whatever else they ask for', () => {
  expect(conditionWithout('(display: grid) and (not (gap: 1px))', ['gap: 2px'])).toBe(
    '(display: grid) and (not (-kept-lacked: 1))',
  )
  expect(conditionWithout('((height:1dvh) or selector(:has(b)))', ['selector(:has(a))'])).toBe(
    '((height:1dvh) or (-kept-lacked: 1))',
  )
  expect(
    squeezed(
      sheetWithout(
        '@supports (display: grid) { a { color: red } } @media (min-width: 1px) { b { color: red } }',
        ['display: grid'],
      ),
    ),
  ).toBe('@supports (-kept-lacked: 1) { a { color: red } } @media (min-width: 1px) { b { color: red } }')
})
test('a rule whose selector is not known is none, nested or not', () => {
  expect(
    squeezed(
      sheetWithout('a:has(b), c { color: red } d { &:has(e) { color: blue } color: green }', [
        'selector(:has(a))',
      ]),
    ),
  ).toBe(':not(*) { color: red } d { :not(*) { color: blue } color: green }')
})
test('what a sheet asks for, with its place', () => {
  const css = '@supports (Height : 1dvh) and (not selector(:has( a ))) {}\na { @supports (gap:1px) { b: c } }'
  expect(abilitiesAskedIn(css).map((ability) => ability.name)).toEqual([
    'height: 1dvh',
    'selector(:has( a ))',
    'gap: 1px',
  ])
  expect(css.slice(abilitiesAskedIn(css)[2]!.at)).toMatch(/^gap/)
  expect(abilitiesOfCondition('(gap: 1px) or (display: grid)')).toEqual(['gap: 1px', 'display: grid'])
  expect(abilitiesOfCondition('gap:1px')).toEqual(['gap: 1px'])
})
