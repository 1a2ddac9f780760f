import ts from 'typescript'
import type { Contract } from '../contract/contract'
import { ownersOf } from '../check/owners'
import { walk } from '../read/source/walk'
import type { IconUse } from './glyph'
import type { IconSource } from './ways/way'

/** A component that asks for a role, and where. Without a role it may ask for any of them. */
export interface RoleUse extends IconUse {
  /** Absent where no component was found that has the place. */
  tag?: string
}

/** How far it is followed who imports a file that belongs to no component. */
const mostSteps = 6

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
  const importers = importersIn(source)
  const direct = uses.flatMap((use): RoleUse[] => {
    const tags = tagsAt(use.file, owners, importers)
    return tags.length ? tags.map((tag) => ({ ...use, tag })) : [use]
  })
  return [...direct, ...handedOn(source, contracts, owners, direct, roles)]
}

/** The components that have a file: its owner, or those that come to it over files of nobody. */
function tagsAt(
  file: string,
  owners: ReadonlyMap<string, Contract>,
  importers: ReadonlyMap<string, ReadonlySet<string>>,
): string[] {
  const tags = new Set<string>()
  let at = new Set([file])
  const seen = new Set<string>()
  for (let step = 0; step < mostSteps && at.size > 0; step++) {
    const next = new Set<string>()
    for (const path of at) {
      const owner = owners.get(path)
      if (owner && isScript(path)) tags.add(owner.tag)
      else if (!seen.has(path)) for (const importer of importers.get(path) ?? []) next.add(importer)
      seen.add(path)
    }
    at = next
  }
  return [...tags]
}
/** Sheets and drawings that belong to a component are not where it begins. */
const isScript = (path: string): boolean => !/\.(css|scss|less|svg|html|json)$/i.test(path)

function importersIn({ sources }: IconSource): Map<string, Set<string>> {
  const importers = new Map<string, Set<string>>()
  for (const [from, script] of sources.scripts)
    walk(script, (node) => {
      const specifier =
        ts.isImportDeclaration(node) || ts.isExportDeclaration(node) ? node.moduleSpecifier : undefined
      const to =
        specifier && ts.isStringLiteral(specifier) ? sources.resolve(from, specifier.text) : undefined
      if (to !== undefined) importers.set(to, (importers.get(to) ?? new Set()).add(from))
    })
  return importers
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
