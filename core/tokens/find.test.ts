import { theme } from '../../tests/themes'
import { findTokens } from './find'
import { tokenTable } from './themes'

const { rows } = tokenTable([
  theme('day', null, {
    ink: {
      $type: 'color',
      deep: { $value: '#11344a' },
      near: { $value: '#14384e' },
      pale: { $value: '#d5e0e6' },
      glass: { $value: '#11344a80' },
    },
    text: { $type: 'color', strong: { $value: '{ink.deep}' } },
    wait: { $type: 'duration', short: { $value: { value: 120, unit: 'ms' } } },
  }),
  theme('night', 'day', { ink: { pale: { $value: '#222222' } } }),
])
const paths = (text: string) => findTokens(rows, text).map(({ row }) => row.path)

test('by a piece of a name or of a value, in any theme', () => {
  expect(paths('')).toEqual(rows.map(({ path }) => path))
  expect(paths(' DEEP ')).toEqual(['ink.deep', 'text.strong'])
  expect(paths('{ink.deep}')).toEqual(['text.strong'])
  expect(paths('#2222')).toEqual(['ink.pale'])
  expect(paths('nothing')).toEqual([])
})
test('by a value however it is written, and colours by how near they are, nearest first', () => {
  expect(paths('.12s')).toEqual(['wait.short'])
  expect(paths('rgb(17 52 74)')).toEqual(['ink.deep', 'text.strong', 'ink.near'])
  const [same, , near] = findTokens(rows, '#11344a')
  expect(same!.distance).toBe(0)
  expect(near!.distance).toBeGreaterThan(1)
  // one that lets through what is behind it is another colour, and still has the text in its value
  expect(paths('#11344a')).toEqual(['ink.deep', 'text.strong', 'ink.near', 'ink.glass'])
})
