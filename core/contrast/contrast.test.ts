import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit, type Rgb } from 'culori/fn'
import fc from 'fast-check'
import type { TokenDocument } from '../tokens/document'
import { colourProperties, resolveTheme, type Theme } from '../tokens/themes'
import { gatherPairs, type LibraryPair } from './gather'
import { gridOf } from './grid'
import { effectOf, mendsFor, pairsNow, type ToMend } from './mends'
import { isUnreadable, type ColourPair } from './pair'
import { nearestPassing, passesOn } from './passing'
import { rampsOf, stepsBack } from './ramps'
import { sightMatrix } from './vision'
import { contrastOf, hexOf, rgbOf } from './wcag'

const day: TokenDocument = {
  grey: {
    $type: 'color',
    $extensions: { 'org.kept-shelf': { tier: 'primitive' } },
    100: { $value: '#eeeeee' },
    500: { $value: '#999999' },
    700: { $value: '#555555' },
    900: { $value: '#111111' },
  },
  text: { $type: 'color', soft: { $value: '{grey.500}' }, strong: { $value: '{grey.900}' } },
  surface: { $type: 'color', page: { $value: '#ffffff' }, sunken: { $value: '{grey.100}' } },
  card: {
    $type: 'color',
    $extensions: { 'org.kept-shelf': { tier: 'component' } },
    text: { $value: '{text.soft}' },
    ground: { $value: '{surface.page}' },
  },
}
const night: TokenDocument = { surface: { page: { $type: 'color', $value: '#000000' } } }
const themes: Theme[] = [
  { name: 'day', title: 'Day', on: null, document: day },
  { name: 'night', title: 'Night', on: 'day', document: night },
]
const tokensOf = new Map(themes.map(({ name }) => [name, resolveTheme(themes, name).tokens]))
const tokenOf = (property: string) => property.replace('--x-', '').replaceAll('-', '.')

const pairOf = (more: Partial<ColourPair> = {}): ColourPair => ({
  theme: 'day',
  situation: 'as on the shelf',
  role: 'text',
  at: 'x-card b',
  says: 'Hail',
  text: '#999999',
  ground: '#ffffff',
  ratio: 2.84,
  wants: 4.5,
  varies: false,
  through: false,
  by: '--x-card-text',
  groundBy: '--x-card-ground',
  ...more,
})
const gathered = (...pairs: ColourPair[]): LibraryPair[] => gatherPairs([{ tag: 'x-card', pairs }])
const given = (pairs: LibraryPair[]): ToMend => ({ themes, tokensOf, pairs, tokenOf })

test('the same pair in many places is one, what lacks most stands first, and no place is lost', () => {
  const worse = pairOf({ text: '#eeeeee', ratio: 1.16 })
  const fine = pairOf({ text: '#111111', ratio: 18.88 })
  const pairs = gatherPairs([
    { tag: 'x-card', pairs: [fine, pairOf(), pairOf({ at: 'x-card i' })] },
    { tag: 'x-row', pairs: [worse, pairOf()] },
  ])
  expect(pairs.map(({ text, count }) => [text, count])).toEqual([
    ['#eeeeee', 1],
    ['#999999', 3],
    ['#111111', 1],
  ])
  expect(pairs[1]!.places.map(({ tag, at }) => `${tag} ${at}`)).toEqual([
    'x-card x-card b',
    'x-card x-card i',
    'x-row x-card b',
  ])
  expect(pairs.map(isUnreadable)).toEqual([true, true, false])
})

test('a mend is offered where the value belongs: the semantic token takes another step, or a colour of its own', () => {
  const [pair] = gathered(pairOf())
  const mends = mendsFor(pair!, given([pair!]))
  const ofText = mends.filter(({ token }) => token === 'text.soft')
  expect(ofText.map(({ value }) => value)).toEqual(['{grey.700}', '{grey.900}', '#757575'])
  expect(mends.some(({ token }) => token === 'grey.500')).toBe(false)
  // of the component's own token those of the tier above it are offered
  expect(mends.find(({ token }) => token === 'card.text')?.value).toBe('{text.strong}')
  for (const { token, value } of ofText) {
    const { mended, broken } = effectOf({ theme: 'day', token, value }, given([pair!]))
    expect(mended).toHaveLength(1)
    expect(broken).toEqual([])
  }
})

test('what a token is seen with elsewhere has to read too, and what would no longer is told', () => {
  const onDark = pairOf({ theme: 'night', ground: '#000000', ratio: 7.36, by: '--x-text-soft' })
  const pairs = gathered(pairOf(), onDark)
  const pair = pairs.find(({ theme }) => theme === 'day')!
  const effect = effectOf({ theme: 'day', token: 'text.soft', value: '{grey.900}' }, given(pairs))
  expect(effect.broken.map(({ theme, text }) => [theme, text])).toEqual([['night', '#111111']])
  expect(effect.themes).toEqual(['night'])
  expect(effect.tokens).toEqual(['card.text'])
  // on white and on black at once nothing of that hue has seven to one, and nothing is offered
  const both = [pairOf({ wants: 7 }), pairOf({ ground: '#000000', ratio: 7.36, wants: 7, groundBy: '' })]
  expect(
    mendsFor(gathered(...both)[0]!, given(gathered(...both))).filter(({ token }) => token === 'text.soft'),
  ).toEqual([])
  expect(pair.ratio).toBe(2.84)
})

test('pairs read by what tokens are now; a colour that lets something through has to be seen anew', () => {
  const after: Theme[] = [
    { ...themes[0]!, document: { ...day, text: { $type: 'color', soft: { $value: '{grey.900}' } } } },
  ]
  const now = new Map([['day', resolveTheme(after, 'day').tokens]])
  const pairs = gathered(pairOf(), pairOf({ at: 'i', text: '#9a9a9a', through: true }))
  const read = pairsNow(pairs, now, tokenOf)
  expect(read.map(({ text, ratio }) => [text, ratio])).toEqual([
    ['#111111', contrastOf(rgbOf('#111')!, rgbOf('#fff')!)],
    ['#9a9a9a', 2.84],
  ])
})

test('a token that nothing is known of is mended by nobody', () => {
  const [pair] = gathered(pairOf({ by: '--x-gone', groundBy: undefined }))
  expect(mendsFor(pair!, given([pair!]))).toEqual([])
})

const channel = fc.integer({ min: 0, max: 255 })
const colour = fc.tuple(channel, channel, channel).map(([r, g, b]) => rgbOf(`rgb(${r} ${g} ${b})`)!)

test('the nearest colour that passes does pass as it is written, and none is given where none can', () => {
  fc.assert(
    fc.property(colour, colour, fc.constantFrom(3, 4.5, 7), (text, ground, wants) => {
      const asked = [{ ground, wants }]
      const found = nearestPassing(text, asked)
      if (found) expect(passesOn(rgbOf(found.hex)!, asked)).toBe(true)
      else expect(['#000', '#fff'].some((end) => passesOn(rgbOf(end)!, asked))).toBe(false)
    }),
  )
  // what passes already stays what it is
  expect(nearestPassing(rgbOf('#111111')!, [{ ground: rgbOf('#fff')!, wants: 4.5 }])).toEqual({
    hex: '#111111',
    distance: 0,
  })
})

test('the grid has what sheets paint by row, what stands behind by column, and marks those that met', () => {
  const purposes = new Map(
    Object.entries({
      'text.soft': ['text'],
      'surface.page': ['ground'],
      'surface.sunken': ['ground'],
      'grey.100': ['ground'],
    }),
  )
  const grid = gridOf({ tokens: tokensOf.get('day')!, purposes, pairs: gathered(pairOf()), tokenOf })
  expect(grid.inks.map(({ path }) => path)).toEqual(['text.soft'])
  expect(grid.grounds.map(({ path }) => path)).toEqual(['surface.page', 'surface.sunken'])
  expect(grid.cells).toEqual([
    [
      { ratio: 2.84, isSeen: true },
      { ratio: 2.45, isSeen: false },
    ],
  ])
})

test('scales are drawn once for themes that have them the same, in order of their names', () => {
  expect(rampsOf(tokensOf)).toMatchObject([
    {
      scale: 'grey',
      themes: ['day', 'night'],
      steps: [{ name: '100' }, { name: '500' }, { name: '700' }, { name: '900' }],
    },
  ])
  const [ramp] = rampsOf(tokensOf)
  expect(stepsBack(ramp!)).toEqual([])
  const [first, second, ...rest] = ramp!.steps
  expect(stepsBack({ ...ramp!, steps: [second!, first!, ...rest] })).toEqual(['100'])
})

test('how colours look to others is what the colour library makes of them', () => {
  const filters = {
    'no-red': filterDeficiencyProt(1),
    'no-green': filterDeficiencyDeuter(1),
    'no-blue': filterDeficiencyTrit(1),
  }
  for (const [sight, filter] of Object.entries(filters)) {
    const values = sightMatrix(sight as keyof typeof filters)
      .split(' ')
      .map(Number)
    expect(values).toHaveLength(20)
    const row = (at: number, { r, g, b }: Rgb) => values[at]! * r + values[at + 1]! * g + values[at + 2]! * b
    fc.assert(
      fc.property(colour, (given) => {
        const expected = filter(given)!
        expect(row(0, given)).toBeCloseTo(expected.r, 5)
        expect(row(5, given)).toBeCloseTo(expected.g, 5)
        expect(row(10, given)).toBeCloseTo(expected.b, 5)
      }),
      { numRuns: 30 },
    )
  }
  expect(hexOf(rgbOf('#1c6b58')!)).toBe('#1c6b58')
})

test('only tokens that are colours are given a colour of their own: a number is none, however it reads', () => {
  const document: TokenDocument = {
    ink: { $type: 'color', $value: '#600' },
    weight: { $type: 'fontWeight', $value: 600 },
    size: { $type: 'dimension', $value: { value: 4, unit: 'px' } },
    hair: {
      $type: 'border',
      $value: { color: '{ink}', width: { value: 1, unit: 'px' }, style: 'solid' },
    },
  }
  expect(colourProperties([{ name: 'day', title: 'Day', on: null, document }], 'x')).toEqual([
    '--x-ink',
    '--x-hair-color',
  ])
})
