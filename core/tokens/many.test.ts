import fc from 'fast-check'
import { changedBy, isManyRule, type ManyRule } from './many'
import { typedValue } from './resolve'

const becomes = (is: ManyRule['is'], by: number, type: string, written: string) =>
  changedBy({ is, by }, { type, written })

test('lengths, times and numbers are as many times as large; what is of another type stays', () => {
  expect(becomes('times', 1.5, 'dimension', '12px')).toBe('18px')
  expect(becomes('times', 0.5, 'dimension', '0.875rem')).toBe('0.4375rem')
  expect(becomes('times', 2, 'duration', '120ms')).toBe('240ms')
  expect(becomes('times', 1.1, 'number', '1.4')).toBe('1.54')
  for (const [type, written] of [
    ['color', '#11344A'],
    ['fontWeight', '400'],
    ['fontFamily', 'serif'],
    ['none', '1'],
    ['dimension', '{space.2}'],
    ['dimension', 'wide'],
  ] as const)
    expect([type, becomes('times', 2, type, written)]).toEqual([type, undefined])
})
test('colours are lighter, darker, less vivid and less opaque, of the same hue', () => {
  expect(becomes('lighter', 100, 'color', '#11344A')).toBe('#FFFFFF')
  expect(becomes('lighter', -100, 'color', '#11344A')).toBe('#000000')
  expect(becomes('vivid', 0, 'color', '#808080')).toBeUndefined()
  expect(becomes('opaque', 50, 'color', '#11344A')).toBe('#11344A80')
  expect(becomes('opaque', 100, 'color', '#11344A')).toBeUndefined()
  expect(becomes('lighter', 5, 'color', '{ink.900}')).toBeUndefined()
  const [r, g, b] = /^#(..)(..)(..)$/.exec(becomes('vivid', 0, 'color', '#B2402B')!)!.slice(1)
  expect([g, b]).toEqual([r, r])
  expect(becomes('lighter', 10, 'color', 'oklch(0.5 0.3 140)')).toMatch(/^oklch\(0\.6 0\.3 140\)$/)
})
test('a number that cannot be is no rule', () => {
  expect(isManyRule({ is: 'times', by: Number.NaN })).toBe(false)
  expect(isManyRule({ is: 'times', by: -1 })).toBe(false)
  expect(isManyRule({ is: 'opaque', by: 101 })).toBe(false)
  expect(becomes('lighter', 200, 'color', '#000')).toBeUndefined()
})
test('whatever comes of a rule can be typed in its place, and stays within every screen’s colours', () => {
  const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`)
  const rule = fc.oneof(
    fc.record({ is: fc.constant('lighter' as const), by: fc.integer({ min: -100, max: 100 }) }),
    fc.record({ is: fc.constant('vivid' as const), by: fc.integer({ min: 0, max: 400 }) }),
    fc.record({ is: fc.constant('opaque' as const), by: fc.integer({ min: 0, max: 100 }) }),
  )
  fc.assert(
    fc.property(hex, rule, (written, given) => {
      const text = changedBy(given, { type: 'color', written })
      if (text === undefined) return
      expect(text).toMatch(/^#[0-9A-F]{6}(?:[0-9A-F]{2})?$/)
      expect(typedValue(text, 'color').ok).toBe(true)
    }),
  )
})
