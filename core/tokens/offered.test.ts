import fc from 'fast-check'
import { theme } from '../../tests/themes'
import { declaredIn } from '../check/declared'
import { propertiesIn, resolveTheme, tokenTable, tokensByProperty, type Theme } from './themes'
import { offeredTokens, withOffers, type Around } from './offered'
import type { TokenDocument } from './document'
import { sheetPlaces } from './offered-places'

const day = (document: TokenDocument) => theme('day', null, document)
const none: Around = { prefix: 't', byProperty: new Map() }
const offered = (css: string, around = none) =>
  offeredTokens(
    declaredIn([{ path: 'src/base.css', text: css }]).filter(({ property }) => property.startsWith('--')),
    around,
  )
const tokensIn = (themes: Theme[]): Around['byProperty'] => propertiesIn(themes, 'day', 't')
const cssOf = (document: TokenDocument) =>
  Object.fromEntries([...resolveTheme([day(document)], 'day').tokens].map(([path, { css }]) => [path, css]))

test('what a sheet sets for whole documents is offered as tokens, by what its values are', () => {
  const { offers, left } = offered(`
    :root {
      --t-ink-100: #d5e0e6; --t-ink-900: rgb(17 52 74);
      --t-space-1: 4px; --t-space-2: 0.5rem;
      --t-quick: 120ms; --t-leading: 1.4; --t-weight-strong: 600;
      --t-settle: cubic-bezier(0.2, 0, 0, 1);
      --t-face: 'Quay Text', sans-serif;
      --t-raised: 0 1px 3px rgb(0 0 0 / 20%), #00000033 0 2px inset;
      --t-text: var(--t-ink-900);
    }`)
  expect(left).toEqual([])
  expect(offers.map(({ path, type }) => [path, type])).toEqual([
    ['ink.100', 'color'],
    ['ink.900', 'color'],
    ['space.1', 'dimension'],
    ['space.2', 'dimension'],
    ['quick', 'duration'],
    ['leading', 'number'],
    ['weight-strong', 'fontWeight'],
    ['settle', 'cubicBezier'],
    ['face', 'fontFamily'],
    ['raised', 'shadow'],
    ['text', 'color'],
  ])
  expect(offers[1]).toMatchObject({ property: '--t-ink-900', file: 'src/base.css', line: 3 })
  expect(offers.at(-1)!.value).toBe('{ink.900}')
  expect(cssOf(withOffers({}, offers))).toMatchObject({
    'ink.100': '#D5E0E6',
    text: '#11344A',
    'space.1': '4px',
  })
})
test('what holds for a part of a page or under a condition is told beside it, and taken for no value', () => {
  const { offers } = offered(`
    :root, .day { --t-ground: white }
    .night { --t-ground: #0c1822; --t-only-night: 1px }
    @media (prefers-contrast: more) { :root { --t-ground: #ffffff; --t-only-more: 1px } }
    @layer base { html { --t-edge: 1px } }
    :host { --t-own: 2px }`)
  expect(offers.map(({ path, text, elsewhere }) => ({ path, text, elsewhere }))).toEqual([
    {
      path: 'ground',
      text: 'white',
      elsewhere: [
        { where: '.night', text: '#0c1822' },
        { where: '@media (prefers-contrast: more) :root', text: '#ffffff' },
      ],
    },
    { path: 'edge', text: '1px', elsewhere: [] },
  ])
})
test('a place in the sheets is taken into a theme on another: values of tokens that there are', () => {
  const css = `
    :root:not([data-theme=night]), .day { --t-ground: #fff; --t-ink: #111; --t-edge: 1px }
    :is(.night, [data-theme=night]) { --t-ground: #111; --t-ink: var(--t-ground); --t-edge: none; --t-glow: 2px }
    @media (prefers-color-scheme: dark) { .auto { --t-ground: #111; --t-ink: #fff; --t-edge: 2px } }
    .card { --t-ground: #eee }
    :host { --t-a: 1px; --t-b: 1px; --t-c: 1px }`
  const declared = declaredIn([{ path: 'a.css', text: css }])
  expect(sheetPlaces(declared, 't')).toEqual([
    { where: '.night', count: 4 },
    { where: '[data-theme=night]', count: 4 },
    { where: '.day', count: 3 },
    { where: '@media (prefers-color-scheme: dark) .auto', count: 3 },
  ])
  const document = withOffers({}, offered(css).offers)
  const around = { prefix: 't', byProperty: tokensIn([day(document)]), place: '.night', isOver: true }
  const { offers, left } = offered(css, around)
  expect(left.map(({ property, why }) => [property, why])).toEqual([
    ['--t-edge', 'A token holds one value, written out, or another token.'],
  ])
  const night = withOffers({}, offers)
  expect(night).toEqual({
    ground: { $value: expect.objectContaining({ hex: '#111111' }) },
    ink: { $value: '{ground}' },
  })
  const themes = [day(document), theme('night', 'day', night)]
  expect(tokenTable(themes, 't').problems).toEqual([])
  expect(resolveTheme(themes, 'night').tokens.get('ink')?.css).toBe('#111111')
})
test('of several declarations the last one counts, as in a browser', () => {
  expect(offered(':root { --t-a: 1px } html { --t-a: 2px }').offers.map(({ text }) => text)).toEqual(['2px'])
})
test('a chain that is longer than anybody would write is told, and takes nobody down', () => {
  const chain = Array.from({ length: 10_000 }, (_, i) => `--t-c${i}: var(--t-c${i + 1})`)
  const { offers, left } = offered(`:root { ${chain.join('; ')}; --t-c10000: 1px }`)
  expect(offers.length + left.length).toBe(10_001)
  expect(left[0]!.why).toMatch(/^It reads --t-c1,/)
})
test('what can be no token stays in its sheet, each with a reason', () => {
  const { offers, left } = offered(`
    :root { --u-ink: red; --t-calc: calc(1px + 2px); --t-half: 50%; --t-cut: rgb(1 2); --t-inkDeep: red; --t-lost: var(--t-none);
      --t-round: var(--t-circle); --t-circle: var(--t-round); --t-two: var(--t-ink) solid; --t-ink: red }`)
  expect(left.map(({ property, why }) => [property, why])).toEqual([
    ['--u-ink', 'Names of tokens begin with --t-.'],
    ['--t-calc', 'A token holds one value, written out, or another token.'],
    ['--t-half', 'Values of tokens are in px, rem, ms or s, and not in %.'],
    ['--t-cut', 'A token holds one value, written out, or another token.'],
    ['--t-inkDeep', 'A token would print --t-inkdeep.'],
    ['--t-lost', 'It reads --t-none, which is no token and none that is offered.'],
    ['--t-round', 'It reads itself in the end.'],
    ['--t-circle', 'It reads itself in the end.'],
    ['--t-two', 'A token holds one value, written out, or another token.'],
  ])
  expect(offers.map(({ path }) => path)).toEqual(['ink'])
})
test('what is put together from what can be no token is worked out, and said to be', () => {
  const { offers, left } = offered(`
    :root { --t-hue: 221deg; --t-ink: hsl(var(--t-hue), 50%, var(--t-light, 50%)); --t-copy: var(--t-ink);
      --t-channels: 1, 2, 3; --t-veil: rgba(var(--t-channels), 0.5); --t-odd: var(--t-hue) }`)
  expect(offers.map(({ path, worked, value }) => [path, worked ?? value])).toEqual([
    ['ink', 'hsl(221deg, 50%, 50%)'],
    ['copy', '{ink}'],
    ['veil', 'rgba(1, 2, 3, 0.5)'],
  ])
  expect(left.map(({ property }) => property)).toEqual(['--t-hue', '--t-channels', '--t-odd'])
})
test('texts that grow without end, when they are filled in, are left', () => {
  const grow = Array.from({ length: 40 }, (_, i) => `--t-g${i}: var(--t-g${i + 1}) var(--t-g${i + 1})`)
  const { offers } = offered(
    `:root { ${grow.join('; ')}; --t-g40: 0 1px; --t-none: rgb(var(--t-none2)); --t-none2: }`,
  )
  expect(offers.map(({ property }) => property)).toEqual([])
})
test('names with dashes side by side keep them', () => {
  const { offers } = offered(':root { --t--ink--100: red; --t--ink--200: blue; --t-edge--thin: 1px }')
  expect(offers.map(({ path }) => path)).toEqual(['-ink.-100', '-ink.-200', 'edge--thin'])
})
test('tokens that are there are not offered again; neighbours join their groups', () => {
  const document: TokenDocument = {
    notice: { edge: { warn: { $type: 'color', $value: '#e2a03f' } } },
    white: { $type: 'color', $value: '#ffffff' },
  }
  const byProperty = tokensIn([day(document)])
  const { offers } = offered(
    ':root { --t-notice-edge-warn: red; --t-notice-edge-calm: blue; --t-notice-text: var(--t-white); --t-white-warm: #fffaf0 }',
    { prefix: 't', byProperty },
  )
  expect(offers.map(({ path, value }) => [path, typeof value === 'string' ? value : 'literal'])).toEqual([
    ['notice.edge.calm', 'literal'],
    ['notice.text', '{white}'],
    // nothing can stand under a token
    ['white-warm', 'literal'],
  ])
  expect(tokenTable([day(withOffers(document, offers))], 't').problems).toEqual([])
})
test('whatever names are taken, each token prints the property that it was', () => {
  const piece = fc.stringMatching(/^[a-z0-9]{1,3}$/)
  const name = fc.array(piece, { minLength: 1, maxLength: 4 }).map((pieces) => pieces.join('-'))
  fc.assert(
    fc.property(fc.uniqueArray(name, { minLength: 1, maxLength: 12 }), fc.nat(12), (names, already) => {
      const css = (some: string[]) =>
        `:root { ${some.map((text, i) => `--t-${text}: ${i + 1}px`).join('; ')} }`
      const before = withOffers({}, offered(css(names.slice(0, already))).offers)
      const byProperty = tokensIn([day(before)])
      const { offers, left } = offered(css(names), { prefix: 't', byProperty })
      const after = [day(withOffers(before, offers))]
      expect(left).toEqual([])
      expect(tokenTable(after, 't').problems).toEqual([])
      expect([...tokensByProperty(after, 't').keys()].toSorted()).toEqual(
        names.map((text) => `--t-${text}`).toSorted(),
      )
    }),
  )
})
