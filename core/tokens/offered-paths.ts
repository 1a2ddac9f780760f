import { groupsAbove } from './paths'
import { flatName } from './themes'

/** Names in a tree, by the pieces between their dashes. */
interface Branch {
  /** The custom property that ends here. */
  property?: string
  /** The path of the group that tokens have here already. */
  group?: string
  below: Map<string, Branch>
}

/** A dash that parts two pieces: of several the first; what follows belongs to the piece. */
const partingDash = /(?<=[^-])-(?=.)/

/**
 * The paths under which custom properties would be tokens: a piece that several names begin with is a group
 * (`ink-100` and `ink-200` are in `ink`), one that no other shares is part of the name. A name that others go
 * on from is the token that their group is (`$root`). Tokens that are there already count as neighbours, and
 * stay what they are.
 */
export function offeredPaths(
  properties: readonly string[],
  prefix: string,
  byProperty: ReadonlyMap<string, string>,
): Map<string, string> {
  const start = `--${prefix}-`
  const top: Branch = { below: new Map() }
  for (const property of [...byProperty.keys(), ...properties])
    if (property.startsWith(start) && property !== start)
      branchAt(top, property.slice(start.length)).property = property
  const tokens = new Set(byProperty.values())
  for (const group of [...tokens].flatMap(groupsAbove)) branchAt(top, flatName(group)).group ??= group
  const paths = new Map<string, string>()
  const visit = (branch: Branch, above: string): void => {
    const path = branch.group ?? above
    if (branch.property !== undefined) paths.set(branch.property, branch.below.size ? `${path}.$root` : path)
    const isGroup = branch.below.size > 1 || branch.property !== undefined || branch.group !== undefined
    // nothing can stand under what is a token already
    const joint = path === '' ? '' : isGroup && !tokens.has(path) ? '.' : '-'
    for (const [piece, next] of branch.below) visit(next, `${path}${joint}${piece}`)
  }
  visit(top, '')
  return new Map(properties.flatMap((name) => (paths.has(name) ? [[name, paths.get(name)!] as const] : [])))
}

/** The branch of a name, which is made where there is none yet. */
function branchAt(top: Branch, name: string): Branch {
  let branch = top
  for (const piece of name.split(partingDash)) {
    const next = branch.below.get(piece) ?? { below: new Map<string, Branch>() }
    branch.below.set(piece, next)
    branch = next
  }
  return branch
}
