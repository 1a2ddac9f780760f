import fc from 'fast-check'
import { theme } from '../../tests/themes'
import { faultOfTheme, mayBuildOn, mostThemes, themeName } from './theme-list'

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
  expect(mayBuildOn(list, 'night', 'day')).toBe(true)
  expect(mayBuildOn(list, 'day', 'night')).toBe(false)
  expect(mayBuildOn(list, 'dusk', 'dusk')).toBe(false)
  expect(mayBuildOn(list, 'dusk', 'none')).toBe(false)
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
