import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { sheetWithout } from '../../core/style/lacking'

/**
 * What a browser makes of a sheet that is written as if it lacked an ability has to be what it makes of the
 * sheet itself where it really lacks it: with the ability's word replaced by one that no browser knows.
 */
const abilities = [
  {
    name: 'width: 1dvw',
    word: 'dvw',
    values: [
      ['width', '40dvw'],
      ['min-width', 'calc(2dvw + 1px)'],
      ['padding-left', '1dvw'],
    ],
  },
  {
    name: 'color: oklch(0 0 0)',
    word: 'oklch',
    values: [
      ['color', 'oklch(0.6 0.2 20)'],
      ['background', 'linear-gradient(oklch(0.6 0.2 20), red)'],
    ],
  },
  { name: 'display: grid', word: 'grid', values: [['display', 'grid']] },
  { name: 'text-wrap: balance', word: 'balance', values: [['text-wrap', 'balance']] },
] as const
const selectors = ['.a', 'p', '#b', 'div > .a', '.a:hover, p']
const plain = [
  'width: 100px',
  'width: 30%',
  'color: rgb(1, 2, 3)',
  'background: blue',
  'display: block',
  'display: inline',
  'padding-left: 3px',
  'text-wrap: nowrap',
  '--x: 1oklch(',
]
const pseudo = { name: 'selector(:is(a))', word: ':is' }

const declaration = (ability: (typeof abilities)[number]) =>
  fc.oneof(
    fc.constantFrom(...plain.filter((text) => !text.includes('(') || text.endsWith(')'))),
    fc.constantFrom(...ability.values.map(([property, value]) => `${property}: ${value}`)),
  )
const rule = (ability: (typeof abilities)[number]) =>
  fc
    .tuple(
      fc.constantFrom(...selectors, ':is(.a, p)'),
      fc.array(declaration(ability), { minLength: 1, maxLength: 4 }),
    )
    .map(([selector, all]) => `${selector} { ${all.join('; ')} }`)
const sheet = (ability: (typeof abilities)[number]) => {
  const condition = `(${ability.values[0][0]}: ${ability.values[0][1]})`
  const asked = fc.constantFrom(
    condition,
    `not ${condition}`,
    `(not ${condition}) and (color: red)`,
    `(color: red) or ${condition}`,
    '(color: red)',
  )
  return fc.array(
    fc.oneof(
      rule(ability),
      fc.tuple(asked, rule(ability)).map(([question, inner]) => `@supports ${question} { ${inner} }`),
      rule(ability).map((inner) => `@media (min-width: 1px) { ${inner} }`),
      fc
        .tuple(rule(ability), rule(ability))
        .map(([outer, inner]) => `${outer.slice(0, -1)}; ${inner.replace(/^/, '& ')} }`),
    ),
    { minLength: 1, maxLength: 6 },
  )
}

test('a sheet without an ability is what a browser makes of it that has never heard of it', async ({
  page,
}) => {
  await page.setContent('<div><p class="a">one</p><p id="b">two</p><span class="a">three</span></div>')
  const drawn = (css: string) =>
    page.evaluate((text) => {
      const made = new CSSStyleSheet()
      made.replaceSync(text)
      document.adoptedStyleSheets = [made]
      return [...document.querySelectorAll('body *')].map((element) => {
        const { width, color, backgroundImage, backgroundColor, display, paddingLeft, minWidth } =
          getComputedStyle(element)
        return {
          width,
          color,
          backgroundImage,
          backgroundColor,
          display,
          paddingLeft,
          minWidth,
          wrap: getComputedStyle(element).getPropertyValue('text-wrap'),
        }
      })
    }, css)
  for (const ability of abilities) {
    await fc.assert(
      fc.asyncProperty(sheet(ability), async (rules) => {
        const css = rules.join('\n')
        expect(await drawn(sheetWithout(css, [ability.name])), css).toEqual(
          await drawn(
            css.replaceAll(
              new RegExp(`\\b${ability.word}\\b|(?<=\\d)${ability.word}\\b`, 'g'),
              'nobodyknows',
            ),
          ),
        )
      }),
      { numRuns: 40 },
    )
  }
  await fc.assert(
    fc.asyncProperty(sheet(abilities[0]), async (rules) => {
      const css =
        `${rules.join('\n')}\n@supports selector(:is(b)) { p { color: lime } ` +
        `}\n@supports not selector(:is(b)) { p { padding-left: 9px } }`
      expect(await drawn(sheetWithout(css, [pseudo.name])), css).toEqual(
        await drawn(css.replaceAll(':is(', ':nobodyknows(')),
      )
    }),
    { numRuns: 40 },
  )
})
