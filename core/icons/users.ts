import type { Contract } from '../contract/contract'
import { ownersOf } from '../check/owners'
import { componentsWith, importersIn } from '../read/source/importers'
import type { IconUse } from './glyph'
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
  const direct = uses.flatMap((use): RoleUse[] => {
    const tags = componentsWith(use.file, owners, importers)
    return tags.length ? tags.map((tag) => ({ ...use, tag })) : [use]
  })
  return [...direct, ...handedOn(source, contracts, owners, direct, roles)]
}

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
  const byName = new Map(
    contracts
      .filter(({ tag }) => open.has(tag))
      .flatMap((contract) => [
        [contract.tag.toLowerCase(), contract.tag],
        [kebab(contract.tag), contract.tag],
      ]),
  )
  return source.written().elements.flatMap(({ tag, attributes, place }) =>
    byName.has(tag.toLowerCase())
      ? Object.values(attributes)
          .filter((value) => roles.has(value))
          .map((role) => ({
            role,
            ...place,
            ...(owners.has(place.file) ? { tag: owners.get(place.file)!.tag } : {}),
          }))
      : [],
  )
}
const kebab = (name: string): string => name.replaceAll(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase()
