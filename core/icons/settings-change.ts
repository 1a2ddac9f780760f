import { lastPart, ownSet, type IconSet, type IconSettings } from './glyph'

/** What is wrong with what somebody chose: a theme, a set or a glyph that is not there. As a sentence. */
export function missingGlyph(
  { maps }: IconSettings,
  sets: readonly IconSet[],
  themes: readonly string[],
): string | undefined {
  const known = new Map(sets.map(({ name, glyphs }) => [name, new Set(glyphs.map((glyph) => glyph.name))]))
  for (const [theme, { set, fallback, roles }] of Object.entries(maps)) {
    if (!themes.includes(theme)) return `There is no theme ${theme}.`
    for (const name of [set, fallback])
      if (name !== null && name !== ownSet && !known.has(name))
        return `There is no set of icons called ${name}.`
    for (const choice of Object.values(roles))
      if (choice.set !== ownSet && !known.get(choice.set)?.has(choice.glyph))
        return `There is no glyph ${choice.glyph} in a set called ${choice.set}.`
  }
  return undefined
}

/** The themes that wear a set, wholly or in part. */
export const themesThatWear = ({ maps }: IconSettings, set: string): string[] =>
  Object.entries(maps).flatMap(([theme, map]) =>
    map.set === set || map.fallback === set || Object.values(map.roles).some((choice) => choice.set === set)
      ? [theme]
      : [],
  )

/**
 * Whether components have to be built anew for a change: where the library has its own glyphs, or a glyph of
 * another name for a role. All else is in what was built already.
 */
export function needsBuilding(before: IconSettings, after: IconSettings): boolean {
  const built = new Set(othersIn(before))
  return (
    JSON.stringify(before.store) !== JSON.stringify(after.store) ||
    othersIn(after).some((choice) => !built.has(choice))
  )
}
/** Glyphs of another name than the role that wears them. */
const othersIn = ({ maps }: IconSettings): string[] =>
  Object.values(maps).flatMap(({ roles }) =>
    Object.entries(roles).flatMap(([role, { set, glyph }]) =>
      set === ownSet || glyph === role || glyph === lastPart(role) ? [] : [`${role} ${set} ${glyph}`],
    ),
  )
