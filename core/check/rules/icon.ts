import { mayHoldIcons } from '../../icons/dress'
import { iconSource, ownIcons } from '../../icons/ways'
import type { Check, Finding } from '../check'

/** Roles that are asked for and have no glyph, and glyphs that no component asks for. */
export const icon: Check = {
  run({ files, contracts, iconStore }) {
    if (!mayHoldIcons(files)) return []
    const { glyphs, uses } = ownIcons(iconSource(files), contracts, iconStore)
    const roles = new Set(glyphs.map(({ role }) => role))
    const asked = new Set(uses.flatMap(({ role }) => role ?? []))
    const unknown = uses.flatMap(({ role, tag, file, line }): Finding[] =>
      role === undefined || roles.has(role)
        ? []
        : [
            {
              rule: 'icon',
              about: `${role} in ${file}`,
              says: `The icon “${role}” is asked for, and there is none.`,
              todo: 'Draw it, or ask for one that there is.',
              place: { file, line },
              ...(tag === undefined ? {} : { tag }),
            },
          ],
    )
    // where a component takes whichever it is given, any may be asked for by pages
    const isOpen = uses.some(({ role }) => role === undefined)
    const unused = isOpen ? [] : glyphs.filter(({ role }) => !asked.has(role))
    return [
      ...unknown,
      ...unused.map(({ role, file, line }): Finding => ({
        rule: 'icon',
        about: role,
        says: `No component asks for the icon “${role}”.`,
        todo: 'Take it out, or ask for it where it was meant to be.',
        place: { file, line },
      })),
    ]
  },
}
