import { isGroup, type Group } from './group'
import { referenceOf } from './references'

/** What is wrong with a group that takes over another: it stands where it is, without that. */
export interface BadExtension {
  path: string
  what: string
  todo: string
}

/** Whether anything in a document takes over a group, so that it has to be worked out. */
const extendsAnything = (group: Group, depth: number): boolean =>
  depth > 0 &&
  ('$extends' in group ||
    Object.values(group).some((child) => isGroup(child) && extendsAnything(child, depth - 1)))

/**
 * A document in which every group has what it takes over from another (`$extends`, Design Tokens Format
 * Module, section Groups): all that the other has, over which its own stands, token by token. What is taken
 * over is that of the same file. `most` bounds depth, and how many groups and tokens may be taken over in
 * all.
 */
export function withExtensions(
  document: Group,
  most: { depth: number; count: number },
): { document: Group; problems: BadExtension[] } {
  if (!extendsAnything(document, most.depth)) return { document, problems: [] }
  const problems: BadExtension[] = []
  let taken = 0
  const groupAt = (path: string): Group | undefined => {
    let at: unknown = document
    for (const name of path.split('.')) at = isGroup(at) && Object.hasOwn(at, name) ? at[name] : undefined
    return isGroup(at) ? at : undefined
  }
  const over = (below: Group, above: Group): Group => {
    taken += Object.keys(below).length
    const merged: Group = { ...below, ...above }
    for (const [name, child] of Object.entries(above)) {
      const other = Object.hasOwn(below, name) ? below[name] : undefined
      const isToken = (value: Group) => '$value' in value
      if (isGroup(child) && isGroup(other) && !isToken(child) && !isToken(other))
        merged[name] = over(other, child)
    }
    return merged
  }
  const expand = (group: Group, path: string[], from: readonly string[]): Group => {
    if ('$value' in group || path.length > most.depth) return group
    const own: Group = Object.fromEntries(
      Object.entries(group).map(([name, child]) => [
        name,
        isGroup(child) && (!name.startsWith('$') || name === '$root')
          ? expand(child, [...path, name], from)
          : child,
      ]),
    )
    if (!('$extends' in group)) return own
    const target = referenceOf(group.$extends)?.path
    const other = target === undefined ? undefined : groupAt(target)
    const tell = (what: string, todo: string) => problems.push({ path: path.join('.'), what, todo })
    if (target === undefined || !other || '$value' in other)
      tell(`${path.join('.')} takes over a group that is not there.`, 'Name a group of this file: {button}.')
    else if (from.includes(target) || target === path.join('.') || path.join('.').startsWith(`${target}.`))
      tell(`${path.join('.')} takes over itself.`, 'Let one of them have its own tokens.')
    else if (taken > most.count) tell('Too much is taken over in this file.', 'Take over smaller groups.')
    else return over(expand(other, target.split('.'), [...from, target, path.join('.')]), own)
    return own
  }
  return { document: expand(document, [], []), problems }
}
