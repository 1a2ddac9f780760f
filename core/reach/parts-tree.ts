import { membersOf, type Contract } from '../contract/contract'
import type { Place } from '../contract/member'

// What of a component, and of those inside it, a page may style (CSS Shadow Parts).

/** An element of a component that a page may style by a name. */
export interface OfferedPart {
  name: string
  element: string | undefined
  place: Place
  /** The component inside of which it is, and what it is called there. */
  from: { tag: string; part: string } | undefined
}

/** A component inside another, with its parts: by what name a page asks for each, or that it cannot. */
export interface InnerParts {
  tag: string
  place: Place
  parts: { name: string; handedOn: string | undefined }[]
}

export interface PartsTree {
  offered: OfferedPart[]
  inner: InnerParts[]
}

/** Parts of a component that code has, without those that only a comment names. */
export const partsOf = (contract: Contract) =>
  membersOf(contract, 'part').filter(({ known }) => known !== 'comment')

/**
 * The parts of a component, and of the components of the library that stand in it once each: a page reaches
 * no further than what is handed on.
 */
export function partsTree(contract: Contract, byTag: ReadonlyMap<string, Contract>): PartsTree {
  const own = partsOf(contract)
  const inner = new Map<string, InnerParts>()
  for (const { tag, place } of contract.uses) {
    const used = byTag.get(tag)
    const parts = used ? partsOf(used) : []
    if (inner.has(tag) || parts.length === 0) continue
    inner.set(tag, {
      tag,
      place,
      parts: parts.map(({ name }) => ({
        name,
        handedOn: own.find(({ from }) => from?.tag === tag && from.part === name)?.name,
      })),
    })
  }
  return {
    offered: own.map(({ name, element, place, from }) => ({ name, element, place, from })),
    inner: [...inner.values()],
  }
}
