import { readdirSync } from 'node:fs'
import { screens } from './screens'

const pages = readdirSync('app/pages', { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('.vue'))
  .map((path) => path.replace(/\.vue$/, ''))
  // what holds the pages of a library is none itself
  .filter((path) => path !== '[library]')

test('every page is a screen, and every screen has its page', () => {
  expect(screens.map(({ page }) => page).sort()).toEqual(pages.sort())
})

test('every picture has one screen', () => {
  const names = screens.flatMap(({ pictures }) => Object.keys(pictures ?? {}))
  expect(new Set(names).size).toBe(names.length)
})
