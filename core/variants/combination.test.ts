import { variant } from '../../tests/variant'
import fc from 'fast-check'
import type { Contract } from '../contract/contract'
import { axesOf, cellOf } from '../spread/axes'
import { ruledOutAmong } from '../spread/ruled-out'
import { plainSurround } from '../surround'
import {
  goneFrom,
  newCombinationSchema,
  ruledOut,
  saySettings,
  settingsIn,
  sortedSettings,
  withSettings,
  type Combination,
  type Setting,
} from './combination'

const common = { place: { file: 'a.ts', line: 1 }, known: 'declared' as const, disagreements: [] }
const prop = (name: string, type: object) => ({ kind: 'prop', name, type, ...common })
const choice = (...texts: string[]) => ({
  is: 'union',
  of: texts.map((value) => ({ is: 'literal', value })),
})
const contract = {
  tag: 'x-lock',
  members: [
    prop('tone', choice('calm', 'warn', 'storm')),
    prop('size', choice('small', 'large')),
    prop('wide', { is: 'boolean' }),
    variant('tone', 'calm', { usual: true }),
    variant('tone', 'warn'),
    variant('tone', 'storm'),
    variant('size', 'small'),
    variant('size', 'large'),
    variant('wide', true),
    variant('mood', 'low', { by: 'attribute' }),
  ],
} as unknown as Contract
const bare = { props: {}, slots: {} }
const never = (...settings: Setting[]): Combination => ({
  id: '1',
  rule: 'never',
  name: '',
  reason: 'no',
  settings,
})
const calm: Setting = { axis: 'tone', value: 'calm' }
const wide: Setting = { axis: 'wide', value: true }
const narrow: Setting = { axis: 'wide', value: false }

test('what is asked for: two axes or more, each once; a name, or a reason', () => {
  const isFine = (value: object) => newCombinationSchema.safeParse(value).success
  const named = { rule: 'named', name: 'Note', reason: '', settings: [calm, wide] }
  expect(isFine(named)).toBe(true)
  expect(isFine({ ...named, name: ' ' })).toBe(false)
  expect(isFine({ ...named, settings: [calm] })).toBe(false)
  expect(isFine({ ...named, settings: [wide, narrow] })).toBe(false)
  expect(isFine({ ...named, rule: 'never' })).toBe(false)
})

test('several values are put on together, and read back; what is gone is told', () => {
  const shown = withSettings(contract, bare, [calm, wide, { axis: 'mood', value: 'low' }])!
  expect(shown.props).toEqual({ tone: 'calm', wide: true })
  expect(shown.attributes).toEqual({ mood: 'low' })
  expect(saySettings(settingsIn(contract, shown))).toBe('tone calm with wide with mood low')
  expect(sortedSettings([wide, calm])).toBe(sortedSettings([calm, wide]))
  const gone = { axis: 'tone', value: 'gale' }
  expect(withSettings(contract, bare, [gone, wide])).toBeUndefined()
  expect(goneFrom(contract, [gone, wide, narrow])).toEqual([gone])
})

test('what must not be used is found whether it is set or comes by itself', () => {
  const rules = [never(calm, narrow)]
  expect(ruledOut(contract, bare, rules)).toHaveLength(1)
  expect(ruledOut(contract, { ...bare, props: { wide: true } }, rules)).toHaveLength(0)
  expect(ruledOut(contract, { ...bare, props: { tone: 'storm' } }, rules)).toHaveLength(0)
  expect(ruledOut(contract, bare, [{ ...rules[0]!, rule: 'named' as const, name: 'Note' }])).toHaveLength(0)
})

test('of a covering set exactly those rows are forbidden that show what must not be used', () => {
  const settings: Setting[] = [
    calm,
    { axis: 'tone', value: 'storm' },
    { axis: 'size', value: 'small' },
    { axis: 'size', value: 'large' },
    wide,
    narrow,
    { axis: 'mood', value: 'low' },
    { axis: 'mood', value: null },
  ]
  const all = axesOf({ contract, face: bare, themes: [], examples: [] }).filter(({ id }) =>
    /^(prop|attribute):/.test(id),
  )
  const rules = fc
    .uniqueArray(fc.constantFrom(...settings), { selector: ({ axis }) => axis, minLength: 2, maxLength: 3 })
    .map((picked) => never(...picked))
  const axes = fc.subarray(all, { minLength: 1 })
  const face = fc.constantFrom(
    bare,
    { ...bare, props: { tone: 'storm', size: 'small' } },
    { ...bare, attributes: { mood: 'low' } },
  )
  fc.assert(
    fc.property(fc.array(rules, { maxLength: 3 }), axes, face, (combinations, axes, face) => {
      const forbidden = ruledOutAmong(contract, axes, face, combinations)
      const rows = axes.reduce<number[][]>(
        (rows, axis) => rows.flatMap((row) => axis.values.map((_value, v) => [...row, v])),
        [[]],
      )
      // what the face has by itself and no axis changes is there in every row: nothing can be chosen then
      const fixed = combinations.some(({ settings }) =>
        settings.every(({ axis }) => !axes.some(({ id }) => id.endsWith(`:${axis}`))),
      )
      fc.pre(!fixed)
      for (const row of rows) {
        const { usage } = cellOf(axes, row, face, plainSurround('day'))
        const isForbidden = forbidden.some((pairs) => pairs.every(([axis, value]) => row[axis] === value))
        expect(isForbidden).toBe(ruledOut(contract, usage, combinations).length > 0)
      }
    }),
  )
})
