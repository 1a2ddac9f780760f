import type { Contract } from '../contract/contract'
import { ownersOf } from '../check/owners'
import { componentsWith, importersIn } from '../read/source/importers'
import { kebab } from '../read/variants/around'
import { lastPart, type IconUse } from './glyph'
import type { IconSource } from './ways/way'

/** A component that asks for a role, and where. Without a role it may ask for any of them. */
export interface RoleUse extends IconUse {
  /** Absent where no component was found that has the place. */
  tag?: string
}

/**
 * Which components ask for icons: those whose files do, or that import files which do and are nobody's. Where
 * a component takes any role it is given, whoever writes it with the name of one asks for that.
 */
export function usersOf(
  source: IconSource,
  contracts: readonly Contract[],
  uses: readonly IconUse[],
  roles: ReadonlySet<string>,
): RoleUse[] {
  const owners = ownersOf(contracts)
  const importers = importersIn(source.sources)
  const direct = withoutLoaders(uses, owners, roles).flatMap((use): RoleUse[] => {
    const tags = componentsWith(use.file, owners, importers)
    return tags.length ? tags.map((tag) => ({ ...use, tag })) : [use]
  })
  return [...direct, ...handedOn(source, contracts, owners, direct, roles)]
}

/** Roles that a script asks for at least, of half of them all, to be one that fetches whichever is wanted. */
const leastLoaded = 10

/**
 * What fetches most glyphs, or brings most of them along for others, asks for none: it takes whichever is
 * wanted.
 */
function withoutLoaders(
  uses: readonly IconUse[],
  owners: ReadonlyMap<string, Contract>,
  roles: ReadonlySet<string>,
): IconUse[] {
  const byFile = new Map<string, IconUse[]>()
  for (const use of uses) byFile.set(use.file, [...(byFile.get(use.file) ?? []), use])
  return [...byFile].flatMap(([file, here]) => {
    const asked = new Set(here.map(({ role }) => role)).size
    const isForOthers = !owners.has(file) || here.every(({ isFetched }) => isFetched)
    const isLoader = isForOthers && asked >= leastLoaded && asked * 2 >= roles.size
    return isLoader
      ? [{ role: undefined, file, line: here[0]!.line }]
      : here.map(({ role, line }) => ({ role, file, line }))
  })
}

/**
 * A role as it may be written in markup: whole, with other signs between its parts, or its last part alone.
 */
const namesOf = (role: string): string[] => [plainName(role), plainName(lastPart(role))]
const plainName = (text: string): string => text.replaceAll(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()

/** Places that write a component which takes any role, with an attribute that names one. */
function handedOn(
  source: IconSource,
  contracts: readonly Contract[],
  owners: ReadonlyMap<string, Contract>,
  direct: readonly RoleUse[],
  roles: ReadonlySet<string>,
): RoleUse[] {
  const open = new Set(direct.flatMap(({ role, tag }) => (role === undefined && tag ? [tag] : [])))
  if (open.size === 0) return []
  const openNames = new Set([...open].flatMap((tag) => [tag.toLowerCase(), kebab(tag)]))
  const byText = new Map<string, string[]>()
  for (const role of roles)
    for (const name of new Set(namesOf(role))) byText.set(name, [...(byText.get(name) ?? []), role])
  const tags = new Set(contracts.map(({ tag }) => tag.toLowerCase()))
  return source.written().elements.flatMap(({ tag, attributes, place }) => {
    const isOpen = openNames.has(tag.toLowerCase())
    if (!isOpen && !tags.has(tag.toLowerCase())) return []
    const owner = owners.get(place.file)?.tag
    return (
      Object.values(attributes)
        // a component that is no icon itself hands on a name which cannot be anything else: one of two parts
        .filter((value) => isOpen || /[^\p{L}\p{N}\s-]/u.test(value))
        .flatMap((value) => byText.get(plainName(value)) ?? [])
        .map((role) => ({ role, ...place, ...(owner === undefined ? {} : { tag: owner }) }))
    )
  })
}
