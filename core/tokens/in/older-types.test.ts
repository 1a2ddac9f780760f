import { base } from '../../../tests/themes'
import type { TokenDocument } from '../document'
import { resolveTokens } from '../resolve'
import { upgraded } from './upgrade'

/** What tokens of a file come to, whichever spelling it is in. */
const cssOf = (document: unknown) => {
  const { tokens, problems } = resolveTokens(base(upgraded(document as TokenDocument).document))
  expect(problems).toEqual([])
  return Object.fromEntries([...tokens].map(([path, { type, css }]) => [path, `${type} ${css}`]))
}

test.each([
  ['fontSizes', '10', 'dimension 10px'],
  ['fontSizes', '1.5rem', 'dimension 1.5rem'],
  ['spacing', 8, 'dimension 8px'],
  ['borderRadius', '4px 8px', 'css 4px 8px'],
  ['letterSpacing', '2%', 'css 2%'],
  ['fontWeights', '700', 'fontWeight 700'],
  ['fontWeights', 'Semi Bold', 'fontWeight 600'],
  ['fontWeights', 'ExtraBold', 'fontWeight 800'],
  ['fontWeights', 'Ultra', 'css Ultra'],
  ['fontFamilies', "'Own Face', Arial, sans-serif", 'fontFamily "Own Face", "Arial", sans-serif'],
  ['lineHeights', '125%', 'css 125%'],
  ['lineHeights', '1.25', 'number 1.25'],
  ['lineHeights', '20px', 'dimension 20px'],
  ['lineHeights', 'AUTO', 'css normal'],
  ['opacity', '40%', 'number 0.4'],
  ['textDecoration', 'underline', 'css underline'],
  [
    'boxShadow',
    { x: 0, y: '8', blur: 16, spread: 0, color: '#123456', type: 'dropShadow' },
    'shadow 0px 8px 16px 0px #123456',
  ],
  [
    'boxShadow',
    [{ x: 1, y: 2, blur: 3, spread: 4, color: '#123456', type: 'innerShadow' }],
    'shadow inset 1px 2px 3px 4px #123456',
  ],
])('%s %j is %s, in either spelling', (type, value, css) => {
  expect(cssOf({ a: { $type: type, $value: value } })).toEqual({ a: css })
  expect(cssOf({ a: { type, value } })).toEqual({ a: css })
})

test('how type is set has numbers and names as it had them, and per cent of a size as a number', () => {
  const value = {
    fontFamily: 'Own Face',
    fontSize: '16',
    fontWeight: 'Semi Bold',
    lineHeight: '150%',
    letterSpacing: '0',
    textCase: 'none',
  }
  expect(cssOf({ a: { $type: 'typography', $value: value } }).a).toMatch(
    /^typography 600 16px\/1\.5 "?Own Face"?/,
  )
})

test('an alias has the type of what it refers to, whatever its own was called', () => {
  const { document, says } = upgraded({
    a: { $type: 'fontSizes', $value: '{b}' },
    b: { $type: 'sizing', $value: '4' },
    c: { $type: 'dimension', $value: '4px' },
  })
  expect(document).toEqual({
    a: { $value: '{b}' },
    b: { $type: 'dimension', $value: '4px' },
    c: { $type: 'dimension', $value: '4px' },
  })
  expect(says).toEqual(['2 tokens were of older types'])
})

test('what says no type is told by the property it is called by, then by its value', () => {
  expect(
    cssOf({
      'black-font-weight': { value: 'black' },
      black: { value: 'black' },
      heading: { 'font-family': { value: 'A, serif' }, opacity: { value: '0.5' } },
      'font-weight': { heavy: { value: '900' } },
      shade: { value: [{ offsetX: '0px', offsetY: '1px', blur: '2px', spread: '0px', color: '#000' }] },
    }),
  ).toEqual({
    'black-font-weight': 'fontWeight 900',
    black: 'color #000000',
    'heading.font-family': 'fontFamily "A", serif',
    'heading.opacity': 'number 0.5',
    'font-weight.heavy': 'fontWeight 900',
    shade: 'shadow 0px 1px 2px 0px #000000',
  })
})
