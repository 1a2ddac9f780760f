import { variant } from '../../tests/variant'
import type { Variant } from '../contract/variant'
import { variantTitle } from '../contract/variant'
import { plainSurround } from '../surround'
import { describeAxis, hasVariant, variantAxes, withValue } from './axis'
import { platedOf, plateSheet } from './plate'

const bare = { props: {}, slots: {} }
const tones = [variant('tone', 'calm', { usual: true }), variant('tone', 'a b')]
const axesOf = (members: Variant[]) => variantAxes({ members } as Parameters<typeof variantAxes>[0])

test('axes: their values in order, and what is told of them', () => {
  const axes = axesOf([...tones, variant('wide', true), variant('mood', 'low', { by: 'attribute' })])
  expect(axes.map((axis) => [axis.name, axis.variants.length, describeAxis(axis)])).toEqual([
    ['tone', 2, '2 values, calm by default'],
    ['wide', 1, 'off by default'],
    ['mood', 1, '1 value'],
  ])
  expect(['tone=a b', 'wide=true', 'size=2xl'].map(variantTitle)).toEqual(['tone a b', 'wide', 'size 2xl'])
})

test('a variant is put on and taken off, as a prop, an attribute or a class', () => {
  const [calm, odd] = tones as [Variant, Variant]
  const [tone] = axesOf(tones)
  const on = withValue(bare, tone!, odd.value)
  expect(on.props).toEqual({ tone: 'a b' })
  expect([hasVariant(bare, calm), hasVariant(bare, odd), hasVariant(on, odd), hasVariant(on, calm)]).toEqual([
    true,
    false,
    true,
    false,
  ])
  expect(withValue(on, tone!, undefined).props).toEqual({})
  const low = variant('mood', 'low', { by: 'attribute' })
  const [mood] = axesOf([low])
  expect(withValue(bare, mood!, 'low').attributes).toEqual({ mood: 'low' })
  expect(hasVariant(withValue(bare, mood!, 'low'), low)).toBe(true)
  const byClass = ['quiet', 'loud'].map((value) => variant('voice', value, { by: 'class' }))
  const [voice] = axesOf(byClass)
  const loud = withValue(
    withValue({ ...bare, attributes: { class: 'lock quiet' } }, voice!, 'loud'),
    voice!,
    'loud',
  )
  expect(loud.attributes).toEqual({ class: 'lock loud' })
  expect(byClass.map((value) => hasVariant(loud, value))).toEqual([false, true])
})

test('a plate shows each value, and beside the only one how it is without', () => {
  const [tone, wide] = axesOf([...tones, variant('wide', true)])
  expect(platedOf(tone!, bare).map(({ title, usage }) => [title, usage.props])).toEqual([
    ['calm', { tone: 'calm' }],
    ['a b', { tone: 'a b' }],
  ])
  const shown = platedOf(wide!, bare)
  expect(shown.map(({ title, usage }) => [title, usage.props])).toEqual([
    ['not wide', { wide: false }],
    ['wide', { wide: true }],
  ])
  const sheet = plateSheet('wide', shown, plainSurround('day'), 4)
  expect([sheet.columns.length, sheet.cells.map(({ titles }) => titles[0])]).toEqual([
    2,
    ['not wide', 'wide'],
  ])
})
