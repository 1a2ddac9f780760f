import type { TokenDocument } from './document'
import { besideKept, overtaken, problemsOfChanges, sharedWith, withChanges } from './fitting'
import { resolveTheme, themesCss, type Theme } from './themes'

const colours = (values: Record<string, string>): TokenDocument => ({
  ink: Object.fromEntries(
    Object.entries(values).map(([name, value]) => [name, { $type: 'color', $value: value }]),
  ),
})
const themes: Theme[] = [
  { name: 'day', title: 'Day', on: null, document: colours({ deep: '#111111', soft: '{ink.deep}' }) },
  { name: 'night', title: 'Night', on: 'day', document: colours({ soft: '#eeeeee' }) },
]
const change = (theme: string, path: string, value?: string, seen: string | null = null) => ({
  theme,
  path,
  seen,
  ...(value === undefined ? {} : { value }),
})
const cssIn = (all: Theme[], theme: string, path: string) => resolveTheme(all, theme).tokens.get(path)?.css

test('what is tried lies over the theme that it is tried in, and whatever is built on it follows', () => {
  const tried = withChanges(themes, [change('day', 'ink.deep', '#223344'), change('night', 'ink.soft')])
  expect(cssIn(tried, 'day', 'ink.soft')).toBe('#223344')
  expect(cssIn(tried, 'night', 'ink.soft')).toBe('#223344')
  expect(cssIn(themes, 'night', 'ink.soft')).toBe('#EEEEEE')
  expect(withChanges(themes, [])).toEqual(themes)
})

test('what only all of it together makes wrong is told, what was wrong before is not', () => {
  const broken = [change('day', 'ink.deep', '{ink.soft}')]
  expect(problemsOfChanges(themes, broken).map(({ code }) => code)).toContain('token-circle')
  const wrongBefore: Theme[] = [{ ...themes[0]!, document: colours({ deep: '#111111', soft: '{ink.gone}' }) }]
  expect(problemsOfChanges(wrongBefore, [change('day', 'ink.deep', '#222222')])).toEqual([])
})

test('a value that is another by now, or whose theme is gone, is overtaken; the same token in both is shared', () => {
  const fresh = change('day', 'ink.deep', '#222222', '#111111')
  const late = change('day', 'ink.soft', '#222222', '#333333')
  const lost = change('dusk', 'ink.soft', '#222222')
  expect(overtaken(themes, [fresh, late, lost])).toEqual([late, lost])
  expect(sharedWith([fresh, late], [change('night', 'ink.deep'), change('day', 'ink.soft')])).toEqual([late])
})

test('what is tried and what is kept stand on one page, each in its own region', () => {
  const tried = withChanges(themes, [change('day', 'ink.deep', '#223344')])
  const both = besideKept(tried, themes)
  expect(both.map(({ name, on }) => [name, on])).toEqual([
    ['day', null],
    ['night', 'day'],
    ['day--kept', null],
    ['night--kept', 'day--kept'],
  ])
  const { css, problems } = themesCss(both, 'x')
  expect(problems).toEqual([])
  const region = (name: string) => new RegExp(`\\[data-theme="?${name}"?\\] \\{([^}]*)\\}`).exec(css)![1]
  expect(region('day')).toContain('--x-ink-deep: #223344')
  expect(region('day--kept')).toContain('--x-ink-deep: #111111')
  expect(region('night--kept')).toContain('--x-ink-deep: #111111')
  expect(region('night--kept')).toContain('--x-ink-soft: #EEEEEE')
})
