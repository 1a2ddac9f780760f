import { cssString } from '../css'
import { attributeOf, attributeValue, directionAxis } from './axis'
import { autoTheme, ruleWhere, type Condition } from './condition'
import type { Theme } from './themes'

// Where themes hold in a document. One theme of colours holds in a region, `[data-theme="name"]`; themes that
// combine with it hold beside it, each by the attribute of its axis: `[data-density="close"]`.

/**
 * What of a theme is asked here: its name, what it is built on, what brings it in, and what it combines by.
 */
export type ThemeOf = Pick<Theme, 'name' | 'on' | 'when' | 'axis'>

export const baseOf = <T extends ThemeOf>(themes: readonly T[]): T | undefined =>
  themes.find(({ on }) => on === null)

/** The themes of which a region wears one, without those that combine with it. */
export const wholeThemes = <T extends { axis?: string | null | undefined }>(themes: readonly T[]): T[] =>
  themes.filter(({ axis }) => !axis)

/** The axes along which themes combine, in the order of the themes, each with its themes. */
export function themeAxes<T extends { axis?: string | null | undefined }>(
  themes: readonly T[],
): Map<string, T[]> {
  const axes = new Map<string, T[]>()
  for (const theme of themes) if (theme.axis) axes.set(theme.axis, [...(axes.get(theme.axis) ?? []), theme])
  return axes
}

/** Those along which one chooses: a theme of the direction comes with it. */
export const axesToChoose = <T extends { axis?: string | null | undefined }>(
  themes: readonly T[],
): [axis: string, along: T[]][] => [...themeAxes(themes)].filter(([axis]) => axis !== directionAxis)

/**
 * The themes that make one, topmost first: itself, what it is built on, and so on; what is worn beside it
 * lies over all of them. A theme built on itself ends where it comes round.
 */
export function chainOf<T extends ThemeOf>(themes: readonly T[], name: string, beside?: string): T[] {
  const chain = chainFrom(themes, name)
  const over = beside === undefined ? [] : chainFrom(themes, beside).filter(({ axis }) => axis)
  return [...over, ...chain]
}
function chainFrom<T extends ThemeOf>(themes: readonly T[], name: string): T[] {
  const chain: T[] = []
  let at = themes.find((theme) => theme.name === name)
  while (at && !chain.includes(at)) {
    chain.push(at)
    const below: string | null = at.on
    at = themes.find((theme) => theme.name === below)
  }
  return chain
}

/** What themes say, by keys; a key is a token, or a role of icons. */
export interface Said<T> {
  valuesIn: (theme: string, beside?: string) => ReadonlyMap<string, T>
  isSame: (a: T, b: T) => boolean
  /** The declarations that a key comes to. */
  print: (key: string, value: T) => string
  /** Declarations of a theme's region that are of no key. */
  head?: (theme: string) => readonly string[]
}

/** Where a theme holds: on some elements, under conditions or none. */
interface Place {
  selectors: string[]
  whens: Condition[]
}

/** What some places say. */
interface Rule<T> {
  places: readonly Place[]
  values: ReadonlyMap<string, T>
  head?: readonly string[]
}

/**
 * CSS for what all themes say. The base stands on `:root`. A region restates every key that comes to another
 * value than in the base in any theme: a custom property is computed where it is set, and regions may stand
 * inside one another in any order. Themes that combine restate what their axis changes and nothing else, so
 * that each axis is inherited by itself; what both an axis and a theme of colours change is said once more
 * for elements that wear both. A theme that comes in by itself does so on a root that says nothing of its
 * axis, and in regions that ask for whichever comes in.
 */
export function regionsCss<T>(themes: readonly ThemeOf[], said: Said<T>): string {
  const base = baseOf(themes)
  if (!base) return ''
  const whole = wholeRules(themes, base, said)
  const beside = [...themeAxes(themes)].flatMap(([axis, along]) => axisRules(themes, base, said, axis, along))
  return [...whole, ...beside].flatMap((rule) => printed(rule, said)).join('\n')
}

function printed<T>({ places, values, head = [] }: Rule<T>, { print }: Said<T>): string[] {
  const lines = [...head, ...[...values].map(([key, value]) => print(key, value))]
  if (lines.length === 0) return []
  return places.map(({ selectors, whens }) =>
    whens.reduce(
      (rule, when) => ruleWhere(when, rule),
      `${selectors.join(', ')} {\n${lines.join('\n')}\n}\n`,
    ),
  )
}

/** The themes of which a region wears one. */
function wholeRules<T>(themes: readonly ThemeOf[], base: ThemeOf, said: Said<T>): Rule<T>[] {
  const whole = wholeThemes(themes)
  const others = whole.filter((theme) => theme !== base)
  const ground = said.valuesIn(base.name)
  const varied = variedWhole(themes, base, said)
  const head = said.head?.(base.name) ?? []
  const [, auto] = autoPlaces(null)
  const regions = [placeOf(base), ...(others.some(({ when }) => when) ? [auto] : [])]
  const isTurned = themes.some(
    ({ name, axis }) => axis && variedKeys(ground, said, [said.valuesIn(base.name, name)]).size > 0,
  )
  // a region of the base leaves alone what only axes change: those are worn beside it
  const ofBase: Rule<T>[] = !isTurned
    ? [{ places: [{ selectors: [':root', ...regions], whens: [] }], values: ground, head }]
    : [
        { places: [{ selectors: [':root'], whens: [] }], values: ground, head },
        { places: [{ selectors: regions, whens: [] }], values: withKeys(ground, varied), head },
      ]
  return [...ofBase, ...inTurn(others, (theme) => withKeys(said.valuesIn(theme.name), varied), said.head)]
}

/** The themes of one axis beside those: what they change, and what they do so together with others. */
function axisRules<T>(
  themes: readonly ThemeOf[],
  base: ThemeOf,
  said: Said<T>,
  axis: string,
  along: readonly ThemeOf[],
): Rule<T>[] {
  const ground = said.valuesIn(base.name)
  const beside = ({ name }: ThemeOf) => said.valuesIn(base.name, name)
  const turned = variedKeys(ground, said, along.map(beside))
  // of no weight: what the element wears besides stands over it, and what it inherits does not
  const unturned: Place = { selectors: [`:where([${attributeOf(axis)}])`], whens: [] }
  const worn = wholeThemes(themes).filter((theme) => theme !== base)
  return [
    { places: [unturned], values: withKeys(ground, turned) },
    ...inTurn(along, (theme) => withKeys(beside(theme), turned)),
    ...worn.flatMap((theme) =>
      along.map((other): Rule<T> => {
        const seen = new Map([...said.valuesIn(theme.name), ...withKeys(beside(other), turned)])
        const meant = said.valuesIn(theme.name, other.name)
        return {
          places: both(placesOf(theme), placesOf(other)),
          values: withKeys(meant, variedKeys(seen, said, [meant])),
        }
      }),
    ),
  ]
}

/**
 * Rules for themes of one axis: where they are named, and after all of those where they come in by
 * themselves.
 */
const inTurn = <T>(
  themes: readonly ThemeOf[],
  valuesOf: (theme: ThemeOf) => ReadonlyMap<string, T>,
  headOf: Said<T>['head'] = () => [],
): Rule<T>[] =>
  [true, false].flatMap((isNamed) =>
    themes.map((theme) => ({
      places: placesOf(theme).filter(({ whens }) => (whens.length === 0) === isNamed),
      values: valuesOf(theme),
      head: headOf(theme.name),
    })),
  )

const variedWhole = <T>(themes: readonly ThemeOf[], base: ThemeOf, said: Said<T>): Set<string> =>
  variedKeys(
    said.valuesIn(base.name),
    said,
    wholeThemes(themes).map(({ name }) => said.valuesIn(name)),
  )

/** Keys that come to something else in any of some themes than they do in one. */
function variedKeys<T>(
  ground: ReadonlyMap<string, T>,
  { isSame }: Pick<Said<T>, 'isSame'>,
  others: readonly ReadonlyMap<string, T>[],
): Set<string> {
  const varied = new Set<string>()
  for (const values of others)
    for (const [key, value] of values) {
      const before = ground.get(key)
      if (before === undefined || !isSame(before, value)) varied.add(key)
    }
  return varied
}

function withKeys<T>(values: ReadonlyMap<string, T>, keys: ReadonlySet<string>): Map<string, T> {
  const kept = new Map<string, T>()
  if (keys.size > 0) for (const [key, value] of values) if (keys.has(key)) kept.set(key, value)
  return kept
}

/** The root that says nothing of an axis, and regions that wear whichever theme of it comes in. */
const autoPlaces = (axis: string | null | undefined): [string, string] => {
  const attribute = attributeOf(axis)
  return [`:root:not([${attribute}])`, `[${attribute}=${cssString(autoTheme)}]`]
}

const placeOf = (theme: ThemeOf): string => `[${attributeOf(theme.axis)}=${cssString(attributeValue(theme))}]`

const placesOf = (theme: ThemeOf): Place[] => [
  { selectors: [placeOf(theme)], whens: [] },
  ...(theme.when ? [{ selectors: autoPlaces(theme.axis), whens: [theme.when] }] : []),
]

/** Where two themes hold on one element. */
const both = (places: readonly Place[], others: readonly Place[]): Place[] =>
  places.flatMap((place) =>
    others.map((other) => ({
      selectors: place.selectors.flatMap((selector) => other.selectors.map((more) => selector + more)),
      whens: [...place.whens, ...other.whens],
    })),
  )
