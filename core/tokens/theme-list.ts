import type { Problem } from '../problem'
import { directionAxis } from './axis'
import { autoTheme } from './condition'
import { chainOf } from './regions'
import type { Theme } from './themes'

/** What no theme is called: what else is called so. */
const reserved = new Map([
  ['resolved', 'a file of the package'],
  ['resolver', 'a file of the package'],
  [autoTheme, 'what regions ask for that wear whichever theme comes in by itself'],
])
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

type Placed = Pick<Theme, 'name' | 'on' | 'axis'>

/**
 * Whether one theme may be built on another: not on itself, nor on one that is built on it, nor across
 * axes.
 */
export function mayBuildOn(themes: readonly Placed[], theme: Omit<Placed, 'on'>, on: string): boolean {
  const ground = themes.find(({ name }) => name === on)
  if (!ground || chainOf(themes, on).some(({ name }) => name === theme.name)) return false
  return ground.on === null || (ground.axis ?? null) === (theme.axis ?? null)
}

/**
 * Why a theme cannot combine with others as it is to: it is one of `themes`, which are as they would be
 * then.
 */
export function faultOfAxis(
  themes: readonly (Placed & Pick<Theme, 'title' | 'when'>)[],
  theme: Pick<Theme, 'name' | 'title' | 'on' | 'axis' | 'when'>,
): Problem | undefined {
  const { name, title, on, axis, when } = theme
  const fault = (what: string, todo: string): Problem => ({ code: 'theme-axis', what, todo })
  if (themes.every((other) => !other.axis)) return undefined
  if (on === null && axis)
    return fault(
      `${title} is the base, which is worn where no other theme is.`,
      'Have another theme combine.',
    )
  const under = [theme, ...themes.filter((other) => other.on === name)]
  const torn = on === null ? undefined : under.find((other) => !mayBuildOn(themes, other, other.on!))
  if (torn)
    return fault(
      `${torn.title} would be built on a theme that is not worn along with it.`,
      'Build it on the base, or on a theme of the same axis.',
    )
  if (axis !== directionAxis) return undefined
  if (when)
    return fault(`${title} comes in with the direction of writing.`, 'Say nothing else that brings it in.')
  return themes.some((other) => other.axis === axis && other.name !== name)
    ? fault('One theme turns with the direction of writing.', 'Bring its tokens into that one.')
    : undefined
}

/** Why a theme cannot be made. */
export function faultOfTheme(themes: readonly Theme[], theme: Theme): Problem | undefined {
  const { name, title, on } = theme
  const fault = (code: string, what: string, todo: string): Problem => ({ code, what, todo })
  if (themes.length >= mostThemes)
    return fault(
      'theme-count',
      `A library has at most ${mostThemes} themes.`,
      'Delete one that nobody wears.',
    )
  if (themes.some((theme) => theme.name === name))
    return fault('theme-there', `There is a theme ${name} already.`, 'Give it another title.')
  const taken = reserved.get(name)
  if (taken !== undefined) return fault('theme-name', `${name} is ${taken}.`, 'Give it another title.')
  if (on === null || !themes.some((other) => other.name === on))
    return fault('theme-ground', `${title} has to be built on a theme that is there.`, 'Choose one of them.')
  return faultOfAxis([...themes, theme], theme)
}
