import fc from 'fast-check'

// Values as token files have them, made up.

const length = fc.record({ value: fc.integer({ min: -99, max: 99 }), unit: fc.constantFrom('px', 'rem') })
/** One that is not below zero. */
const extent = fc.record({ value: fc.nat(99), unit: fc.constantFrom('px', 'rem') })
const time = fc.record({ value: fc.nat(2000), unit: fc.constantFrom('ms', 's') })
const colour = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)).map((parts) => ({
  colorSpace: 'srgb',
  components: parts.map((part) => part / 255),
}))
const share = fc.nat(100).map((part) => part / 100)
const curve = fc.tuple(share, share, share, share)
const style = fc.oneof(
  fc.constantFrom('solid', 'dotted'),
  fc.record({
    dashArray: fc.array(extent, { minLength: 1, maxLength: 3 }),
    lineCap: fc.constant('butt'),
  }),
)
const layer = fc.record(
  { color: colour, offsetX: length, offsetY: length, blur: extent, spread: length, inset: fc.boolean() },
  { requiredKeys: ['color', 'offsetX', 'offsetY', 'blur', 'spread'] },
)
/** Values of every type of the format, by its name. */
export const tokenValues: Record<string, fc.Arbitrary<unknown>> = {
  color: colour,
  dimension: length,
  duration: time,
  number: fc.integer(),
  fontFamily: fc.constantFrom<string | string[]>('Fira', ['Fira Sans', 'serif']),
  fontWeight: fc.integer({ min: 1, max: 1000 }),
  cubicBezier: curve,
  strokeStyle: style,
  border: fc.record({ color: colour, width: extent, style }),
  shadow: fc.oneof(layer, fc.array(layer, { minLength: 1, maxLength: 3 })),
  gradient: fc.array(fc.record({ color: colour, position: share }), { minLength: 1, maxLength: 4 }),
  transition: fc.record({ duration: time, delay: time, timingFunction: curve }),
  typography: fc.record(
    {
      fontFamily: fc.constantFrom('Fira', ['Fira Sans', 'serif']),
      fontSize: extent,
      fontWeight: fc.integer({ min: 1, max: 1000 }),
      letterSpacing: length,
      lineHeight: share,
    },
    { requiredKeys: ['fontFamily', 'fontSize', 'fontWeight'] },
  ),
}
