import type { Contract } from './contract'

/** Groups of what its source puts into none: what the package hands on, and parts that it keeps to itself. */
export const otherGroup = 'Others'
export const innerGroup = 'Inner parts'

export const groupOf = ({ group, inner }: Contract): string => group ?? (inner ? innerGroup : otherGroup)
