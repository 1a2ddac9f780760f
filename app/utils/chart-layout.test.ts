import fc from 'fast-check'
import { chartSchema, noChart } from '~~/core/states/chart'
import { chartSizes, layOut } from './chart-layout'

const charts = fc.integer({ min: 2, max: 9 }).chain((count) =>
  fc
    .array(fc.tuple(fc.nat(count - 1), fc.nat(count - 1), fc.constantFrom('Escape', 'Enter')), {
      minLength: 1,
      maxLength: 20,
    })
    .map((links) =>
      chartSchema.parse({
        ...noChart(''),
        states: Array.from({ length: count }, (_state, id) => ({
          id,
          title: `state ${id}`,
          way: [],
          differs: [],
          came: [],
          went: [],
          sure: 'yes',
          passes: false,
        })),
        steps: links
          .filter(([from, to]) => from !== to)
          .map(([from, to, key]) => ({ from, to, acts: [{ do: 'key', key }] })),
      }),
    ),
)
const { station } = chartSizes

test('states lie on no other, within the drawing; each pair that is joined has one line with all that leads along', () => {
  fc.assert(
    fc.property(charts, (chart) => {
      const { width, height, places, lines } = layOut(chart)
      const all = [...places.values()]
      for (const [i, a] of all.entries()) {
        expect(a.x).toBeGreaterThanOrEqual(0)
        expect(a.x + station.width).toBeLessThanOrEqual(width)
        expect(a.y + station.height).toBeLessThanOrEqual(height)
        for (const b of all.slice(i + 1))
          expect(Math.abs(a.x - b.x) >= station.width || Math.abs(a.y - b.y) >= station.height).toBe(true)
      }
      const joined = new Set(chart.steps.map(({ from, to }) => `${from} ${to}`))
      expect(new Set(lines.map(({ from, to }) => `${from} ${to}`))).toEqual(joined)
      expect(lines.reduce((sum, { says }) => sum + says.length, 0)).toBe(chart.steps.length)
      for (const { path } of lines) expect(path).toMatch(/^M [\d.-]+ [\d.-]+( [QL]( [\d.-]+)+)+$/)
    }),
    { numRuns: 100 },
  )
})
