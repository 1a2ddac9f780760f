import type { Problem } from '../problem'
import { autoTheme } from './condition'
import { layersOf, type Theme } from './themes'

/** Names that files of the package have besides those of themes. */
const reserved = new Set(['resolved'])
/** What regions ask for that wear whichever theme comes in by itself. */
const isTaken = (name: string): boolean => name === autoTheme
/** The most a library may have: each is resolved whenever tokens are. */
export const mostThemes = 24

/** What a theme is called in CSS and in files, made of its title: `Night watch` is `night-watch`. */
export function themeName(title: string): string {
  const plain = title
    .normalize('NFKD')
    .replaceAll(/\p{Mark}/gu, '')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
  const name = /^[a-z]/.test(plain) ? plain : `theme-${plain}`
  return name.slice(0, 40).replace(/-+$/, '')
}

/** Whether one theme may be built on another: not on itself, nor on one that is built on it. */
export const mayBuildOn = (themes: Theme[], name: string, on: string): boolean =>
  themes.some((theme) => theme.name === on) && !layersOf(themes, on).some(({ theme }) => theme === name)

/** Why a theme cannot be made. */
export function faultOfTheme(themes: Theme[], { name, title, on }: Theme): Problem | undefined {
  const fault = (code: string, what: string, todo: string): Problem => ({ code, what, todo })
  if (themes.length >= mostThemes)
    return fault(
      'theme-count',
      `A library has at most ${mostThemes} themes.`,
      'Delete one that nobody wears.',
    )
  if (themes.some((theme) => theme.name === name))
    return fault('theme-there', `There is a theme ${name} already.`, 'Give it another title.')
  if (reserved.has(name))
    return fault('theme-name', `A file of the package is called ${name}.`, 'Give it another title.')
  if (isTaken(name))
    return fault(
      'theme-name',
      `${name} is what regions ask for that wear whichever theme comes in by itself.`,
      'Give it another title.',
    )
  if (on === null || !mayBuildOn(themes, name, on))
    return fault('theme-ground', `${title} has to be built on a theme that is there.`, 'Choose one of them.')
  return undefined
}
