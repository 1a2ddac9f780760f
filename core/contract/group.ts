import type { Contract } from './contract'

/** Groups of what its source puts into none: what the package hands on, and parts that it keeps to itself. */
const otherGroup = 'Others'
const innerGroup = 'Inner parts'

export const groupOf = ({ group, inner }: Contract): string => group ?? (inner ? innerGroup : otherGroup)

/** What a group is called among others: a library that puts nothing into groups has just its components. */
export function titleOfGroup(name: string, groups: Iterable<string>): string {
  const isUngrouped = [...groups].every((group) => group === otherGroup || group === innerGroup)
  return name === otherGroup && isUngrouped ? 'Components' : name
}

/** What nobody who installs the package can ask for comes last. */
export const innerLast = (a: Contract, b: Contract): number => Number(!!a.inner) - Number(!!b.inner)
