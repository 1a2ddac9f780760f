import fc from 'fast-check'
import type { Variant } from '../contract/variant'
import { arrangeAxis, readArrangement, statusOfVariant, writeArrangement } from './arrangement'
import type { VariantAxis } from './axis'

const variantOf = (value: Variant['value'], more: Partial<Variant> = {}): Variant => ({
  kind: 'variant',
  name: `tone=${value}`,
  place: { file: 'a.ts', line: 1 },
  known: 'declared',
  disagreements: [],
  axis: 'tone',
  value,
  by: 'prop',
  made: [],
  wears: [],
  ...more,
})
const axisOf = (...values: Variant['value'][]): VariantAxis => ({
  name: 'tone',
  variants: values.map((value) => variantOf(value)),
})
const tone = axisOf('calm', 'note', 'warn', 'a:b', 12)
const told = (text: string | undefined, axis = tone) =>
  arrangeAxis(axis, text).groups.map(({ title, variants }) => [title, ...variants.map(({ value }) => value)])

test('without an arrangement the order is that of the source', () => {
  expect(told(undefined)).toEqual([['', 'calm', 'note', 'warn', 'a:b', 12]])
  expect(told('')).toEqual(told(undefined))
})

test('values stand in order and groups as written, those it does not have last', () => {
  expect(told('warn\n# Everyday\n\n 12 \ncalm: stable')).toEqual([
    ['', 'warn'],
    ['Everyday', 12, 'calm'],
    ['Others', 'note', 'a:b'],
  ])
})

test('a value may have a colon, and after its own stands its status, and why', () => {
  const arranged = arrangeAxis(tone, 'a:b: trial\nwarn: deprecated, use note, for all')
  const byValue = new Map(
    arranged.variants.map((variant) => [variant.value, statusOfVariant(arranged, variant)]),
  )
  expect(byValue.get('a:b')).toEqual({ status: 'trial', note: '' })
  expect(byValue.get('warn')).toEqual({ status: 'deprecated', note: 'use note, for all' })
  expect(byValue.get('calm')).toBeUndefined()
})

test('what the source calls deprecated is so, as long as nobody says otherwise', () => {
  const old = { name: 'tone', variants: [variantOf('old', { deprecated: 'use calm' })] }
  const status = (text: string) => {
    const arranged = arrangeAxis(old, text)
    return statusOfVariant(arranged, arranged.variants[0]!)
  }
  expect(status('')).toEqual({ status: 'deprecated', note: 'use calm' })
  expect(status('old: stable')).toEqual({ status: 'stable', note: '' })
})

test('what cannot be read is told by its line, and the rest counts', () => {
  const { lines, problems } = readArrangement('calm\nloud\n# A\ncalm\nnote: fine\nwarn: retired', tone)
  expect(problems.map(({ what }) => what)).toEqual([
    'Line 2: “loud” is no value of tone.',
    'Line 4: “calm” stands there twice.',
    'Line 5: “fine” is no status: draft, trial, stable, deprecated.',
    'Line 6: “retired” is no status: draft, trial, stable, deprecated.',
  ])
  expect(lines).toHaveLength(2)
})

test('what is simply on is written as its axis', () => {
  const wide = { name: 'wide', variants: [{ ...variantOf(true), axis: 'wide' }] }
  expect(writeArrangement(arrangeAxis(wide, 'wide: trial'))).toBe('wide: trial')
})

test('whatever is arranged is written as it is read, and no value is lost or doubled', () => {
  const value = fc.oneof(
    fc.stringMatching(/^[a-z][a-z:-]{0,8}$/),
    fc.integer({ min: 0, max: 40 }),
    fc.constantFrom('with spaces', '#fff', ''),
  )
  const line = fc.oneof(
    value.map(String),
    value.map((text) => `${text}: stable`),
    fc.constant('# A group'),
    fc.string({ maxLength: 12 }),
  )
  fc.assert(
    fc.property(
      fc.uniqueArray(value, { maxLength: 8, selector: String }),
      fc.array(line, { maxLength: 10 }),
      (values, lines) => {
        const axis = axisOf(...values)
        const arranged = arrangeAxis(axis, lines.join('\n'))
        const names = (variants: readonly Variant[]) => variants.map(({ name }) => name).sort()
        expect(names(arranged.variants)).toEqual(names(axis.variants))
        expect(new Set(arranged.variants).size).toBe(values.length)
        const again = writeArrangement(arranged)
        expect(readArrangement(again, axis).problems).toEqual([])
        expect(writeArrangement(arrangeAxis(axis, again))).toBe(again)
      },
    ),
    { numRuns: 500 },
  )
})
