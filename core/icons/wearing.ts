import {
  lastPart,
  ownSet,
  noIconMap,
  type Glyph,
  type GlyphChoice,
  type IconMap,
  type IconSet,
  type IconSettings,
} from './glyph'

import { chainOf, type ThemeOf } from '../tokens/regions'

// Which glyph stands for a role in a theme.

/** The glyph that a role wears: its own where there is no `glyph`. */
export interface Worn {
  /** What it is called among all that the role may wear; part of the name of a custom property. */
  variant: string
  glyph: Glyph | undefined
  /** The set that the glyph is of, and what it is called there. */
  choice: GlyphChoice
  /** The first set that was asked for has none for this role. */
  isMissing: boolean
}

/** Sets by name, and in each its glyphs by name. */
export type Glyphs = ReadonlyMap<string, ReadonlyMap<string, Glyph>>
export const glyphsByName = (sets: readonly IconSet[]): Glyphs =>
  new Map(sets.map((set) => [set.name, new Map(set.glyphs.map((glyph) => [glyph.name, glyph]))]))

export const mapOf = (settings: IconSettings, theme: string): IconMap => settings.maps[theme] ?? noIconMap

/**
 * What a role wears in a theme: what was chosen for it, else the glyph of its name in the theme's set, else
 * in its fallback; else what the theme below has; at last the library's own.
 */
export function wornIn(
  settings: IconSettings,
  glyphs: Glyphs,
  themes: readonly ThemeOf[],
  theme: string,
  role: string,
  beside?: string,
): Worn {
  let isMissing = false
  for (const { name } of chainOf(themes, theme, beside)) {
    const map = mapOf(settings, name)
    const chosen = map.roles[role]
    const wanted = [
      ...(chosen ? [chosen] : []),
      ...[map.set, map.fallback].flatMap((set) =>
        set === null ? [] : [{ set, glyph: nameIn(glyphs, set, role) }],
      ),
    ]
    for (const { set, glyph } of wanted) {
      if (set === ownSet) return ownOf(role, isMissing)
      const found = glyphs.get(set)?.get(glyph)
      if (found)
        return { variant: variantName(set, glyph, role), glyph: found, choice: { set, glyph }, isMissing }
      isMissing = true
    }
  }
  return ownOf(role, isMissing)
}

const ownOf = (role: string, isMissing: boolean): Worn => ({
  variant: ownSet,
  glyph: undefined,
  choice: { set: ownSet, glyph: role },
  isMissing,
})

/**
 * Settings in which a role wears a glyph in a theme; without a choice what it wears by itself. A choice of
 * what it wears by itself is none.
 */
export function withChoice(
  settings: IconSettings,
  glyphs: Glyphs,
  themes: readonly ThemeOf[],
  theme: string,
  role: string,
  choice?: GlyphChoice,
): IconSettings {
  const map = mapOf(settings, theme)
  const { [role]: _before, ...roles } = map.roles
  const without = { ...settings, maps: { ...settings.maps, [theme]: { ...map, roles } } }
  if (!choice) return without
  const { choice: usual } = wornIn(without, glyphs, themes, theme, role)
  if (usual.set === choice.set && (usual.set === ownSet || usual.glyph === choice.glyph)) return without
  return { ...without, maps: { ...without.maps, [theme]: { ...map, roles: { ...roles, [role]: choice } } } }
}

/** What a set calls a role: as it is, or by its last part where it stands in a group or a folder. */
export const nameIn = (glyphs: Glyphs, set: string, role: string): string =>
  glyphs.get(set)?.has(role) ? role : lastPart(role)

/** A glyph of the role’s own name is called as its set is, others with their name. */
export const variantName = (set: string, glyph: string, role: string): string =>
  glyph === role || glyph === lastPart(role) ? set : `${set}-${glyph}`
