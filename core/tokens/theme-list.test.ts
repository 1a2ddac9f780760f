import fc from 'fast-check'
import { theme } from '../../tests/themes'
import type { Theme } from './themes'
import { faultOfAxis, faultOfTheme, mayBuildOn, mostThemes, themeName } from './theme-list'

const list = [theme('day', null, {}), theme('dusk', 'day', {}), theme('night', 'dusk', {})]
const codeOf = (name: string, on: string | null, among = list) =>
  faultOfTheme(among, theme(name, on, {}))?.code

test('a name is what CSS, files and the database take, whatever the title is', () => {
  expect(themeName('Night watch')).toBe('night-watch')
  expect(themeName('Été, 2')).toBe('ete-2')
  expect(themeName('1 a.m.')).toBe('theme-1-a-m')
  fc.assert(fc.property(fc.string(), (title) => expect(themeName(title)).toMatch(/^[a-z][a-z0-9-]{0,39}$/)))
})
test('a theme is built on what is there, and never on what is built on it', () => {
  expect(mayBuildOn(list, { name: 'night' }, 'day')).toBe(true)
  expect(mayBuildOn(list, { name: 'day' }, 'night')).toBe(false)
  expect(mayBuildOn(list, { name: 'dusk' }, 'dusk')).toBe(false)
  expect(mayBuildOn(list, { name: 'dusk' }, 'none')).toBe(false)
})
test('why a theme cannot be made', () => {
  expect(codeOf('dawn', 'day')).toBeUndefined()
  expect(codeOf('dusk', 'day')).toBe('theme-there')
  expect(codeOf('resolved', 'day')).toBe('theme-name')
  expect(codeOf('auto', 'day')).toBe('theme-name')
  expect(codeOf('dawn', null)).toBe('theme-ground')
  expect(codeOf('dawn', 'none')).toBe('theme-ground')
  const many = Array.from({ length: mostThemes }, (_, i) => theme(`t${i}`, null, {}))
  expect(codeOf('dawn', 't1', many)).toBe('theme-count')
})

const along = (name: string, on: string, axis: string | null, more: Partial<Theme> = {}): Theme => ({
  ...theme(name, on, {}),
  axis,
  ...more,
})
test('what combines is built on the base or along its own axis, and nothing else is built on it', () => {
  const close = along('close', 'day', 'density')
  expect(faultOfTheme(list, close)).toBeUndefined()
  expect(faultOfTheme([...list, close], along('closer', 'close', 'density'))).toBeUndefined()
  for (const torn of [
    along('closer', 'close', 'height'),
    along('dim', 'close', null),
    along('closer', 'night', 'density'),
  ])
    expect(faultOfTheme([...list, close], torn)?.code).toBe('theme-axis')
  expect(mayBuildOn([...list, close], { name: 'dusk' }, 'close')).toBe(false)
  expect(mayBuildOn([...list, close], { name: 'closer', axis: 'density' }, 'close')).toBe(true)
})
test('a theme that others are built on does not leave them behind, and the base combines with nothing', () => {
  const turned = list.map((known) => (known.name === 'dusk' ? { ...known, axis: 'density' } : known))
  expect(faultOfAxis(turned, turned[1]!)?.what).toBe(
    'night would be built on a theme that is not worn along with it.',
  )
  const base = { ...list[0]!, axis: 'density' }
  expect(faultOfAxis([base, ...list.slice(1)], base)?.what).toMatch(/^day is the base/)
})
test('one theme turns with the direction of writing, and by nothing else', () => {
  const turned = along('turned', 'day', 'direction')
  expect(faultOfTheme(list, turned)).toBeUndefined()
  expect(faultOfTheme(list, { ...turned, when: { scheme: 'dark' } })?.code).toBe('theme-axis')
  expect(faultOfTheme([...list, turned], along('again', 'day', 'direction'))?.code).toBe('theme-axis')
})
