import fc from 'fast-check'
import { sights } from './contrast/vision'
import {
  bareSurround,
  groundFrom,
  plainSurround,
  surroundFromQuery,
  surroundSchema,
  surroundToQuery,
  type Surround,
} from './surround'

const themes = ['daywatch', 'nightwatch']
const any: fc.Arbitrary<Surround> = fc.record({
  theme: fc.constantFrom(...themes),
  beside: fc.dictionary(fc.constantFrom('density', 'sea-state'), fc.constantFrom('close', 'a-1')),
  width: fc.option(fc.integer({ min: 1, max: 10_000 })),
  window: fc.option(
    fc.record({ width: fc.integer({ min: 100, max: 5000 }), height: fc.integer({ min: 100, max: 5000 }) }),
  ),
  ground: fc.constantFrom('Canvas', '#FFF', '#12345678'),
  align: fc.constantFrom('start', 'middle', 'end', 'stretch'),
  padding: fc.integer({ min: 0, max: 500 }),
  direction: fc.constantFrom('ltr', 'rtl'),
  language: fc.constantFrom('en', 'de-CH', 'ar'),
  text: fc.integer({ min: 50, max: 400 }),
  motion: fc.constantFrom('on', 'reduced'),
  colours: fc.constantFrom('own', 'forced'),
  scheme: fc.constantFrom('own', 'light', 'dark'),
  contrast: fc.constantFrom('own', 'more', 'less'),
  transparency: fc.constantFrom('own', 'reduced'),
  sight: fc.constantFrom(...sights),
  held: fc.uniqueArray(fc.constantFrom('hover', 'focus', 'focus-visible', 'full', 'checked'), {
    maxLength: 5,
  }),
  on: fc.constantFrom('', 'close'),
  without: fc.uniqueArray(
    fc.constantFrom('navigator.share', 'height: 1dvh', 'selector(:has(a, b))', '<dialog>.showModal'),
    { maxLength: 3 },
  ),
  regions: fc.array(fc.constantFrom(...themes), { maxLength: 3 }),
  dressed: fc.boolean(),
  fit: fc.constant(false),
})

test('a surround goes into an address and comes out the same', () => {
  fc.assert(
    fc.property(any, (surround) => {
      const query = JSON.parse(JSON.stringify(surroundToQuery(surround, 'daywatch'))) as Record<
        string,
        string
      >
      expect(surroundFromQuery(query, themes, 'daywatch')).toEqual(surround)
      expect(surroundSchema.parse(surround)).toEqual(surround)
    }),
  )
})
test('the usual leaves nothing in the address', () =>
  expect(
    Object.values(surroundToQuery(plainSurround('daywatch'), 'daywatch')).every((text) => text === undefined),
  ).toBe(true))
test('what cannot be is the usual', () => {
  const bad = {
    theme: 'none',
    width: '-3',
    window: '9x9',
    ground: 'url(http://evil.example)',
    align: 'up',
    padding: '1e9',
    dir: 'down',
    lang: 'javascript:x',
    text: '5000',
    motion: '',
    colours: 'grey',
    held: 'hover <b> hover',
    on: ['x'],
  }
  expect(surroundFromQuery(bad, themes, 'daywatch')).toEqual(plainSurround('daywatch', { held: ['hover'] }))
  expect(surroundFromQuery({ window: '9999x9999' }, themes, 'daywatch').window).toEqual({
    width: 5000,
    height: 5000,
  })
})
test('a ground from an address is a plain colour or the theme’s own', () => {
  expect([groundFrom('#FFF'), groundFrom('#ffffff80')]).toEqual(['#FFF', '#ffffff80'])
  for (const bad of ['url(http://evil.example)', 'red;position:fixed', undefined, 12])
    expect(groundFrom(bad)).toBe('Canvas')
})
test('as on the shelf there is nothing around it', () =>
  expect(bareSurround('nightwatch')).toMatchObject({
    theme: 'nightwatch',
    ground: 'transparent',
    fit: true,
    held: [],
  }))
