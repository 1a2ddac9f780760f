import { own } from '../own'
import type { PackageFile } from '../release/package'
import { glyphText, iconsCss, usedVariants, variedRoles, wornFirst, type Dress } from './drawn'
import type { IconSettings } from './glyph'
import type { OwnIcons } from './ways'

/**
 * The icons of a package: each role as the base theme wears it, as an SVG file and as a constant of a module
 * that a bundler takes apart; and the sheet by which other themes show theirs in components. None where the
 * library has no icons.
 */
export function iconFiles(dress: Dress, { glyphs }: OwnIcons): PackageFile[] {
  if (glyphs.length === 0) return []
  const drawings = glyphs.map(({ role, svg }) => {
    const { glyph } = wornFirst(dress, role)
    return { role, text: glyph ? glyphText(glyph) : svg.trim() }
  })
  const roles = drawings.map(({ role }) => role)
  const names = namesFor(roles, constantName)
  const files = namesFor(roles, fileName)
  return [
    ...drawings.map(({ role, text }) => ({ path: `icons/${files.get(role)!}.svg`, content: `${text}\n` })),
    { path: 'icons/icons.css', content: iconsCss(dress, variedRoles(dress, roles), usedVariants) },
    {
      path: 'icons/index.js',
      content: drawings
        .map(({ role, text }) => `export const ${names.get(role)!} = ${JSON.stringify(text)}\n`)
        .join(''),
    },
    {
      path: 'icons/index.d.ts',
      content: roles
        .map(
          (role) =>
            `${tagOf(own(dress.settings.deprecated, role))}export declare const ${names.get(role)!}: string\n`,
        )
        .join(''),
    },
  ]
}

/** What stands before the declaration of an icon that should not be used any more; nothing before another. */
const tagOf = (note: string | undefined): string =>
  note === undefined ? '' : `/** @deprecated ${note.replaceAll('*/', '* /').replace(/\s+/g, ' ').trim()} */\n`

/** Icons that people call deprecated, by the names they have in a package, with what they said of it. */
export function deprecatedIcons(
  roles: readonly string[],
  { deprecated }: Pick<IconSettings, 'deprecated'>,
): Record<string, string> {
  const names = namesFor(roles, fileName)
  return Object.fromEntries(
    roles.flatMap((role) => {
      const note = own(deprecated, role)
      return note === undefined ? [] : [[names.get(role)!, note]]
    }),
  )
}

/** The names of the files that roles have in a package, in their order. */
export const iconNames = (roles: readonly string[]): string[] => [...namesFor(roles, fileName).values()]

/** A name for each role, no two alike on any system: `plain` makes one, and a number tells the next apart. */
function namesFor(roles: readonly string[], plain: (role: string) => string): Map<string, string> {
  const taken = new Set<string>()
  return new Map(
    roles.map((role) => {
      let name = plain(role)
      for (let count = 2; taken.has(name.toLowerCase()); count++) name = `${plain(role)}${count}`
      taken.add(name.toLowerCase())
      return [role, name]
    }),
  )
}

const fileName = (role: string): string => role.replaceAll(/[^\w.-]+/g, '-').replace(/^\.+/, '')

/** After a word, so that none is a word of the language. */
function constantName(role: string): string {
  const words = role.split(/[^A-Za-z0-9]+/).filter(Boolean)
  return `icon${words.map((word) => word[0]!.toUpperCase() + word.slice(1)).join('') || 'Unnamed'}`
}
