import { roles } from 'aria-query'

/** What WAI-ARIA 1.2 says of a role, by the tables of `aria-query`. Names of states without their `aria-`. */
export interface RoleFacts {
  required: string[]
  supported: string[]
  /** Whether it may have no name at all (WAI-ARIA 1.2, section 5.2.8.6). */
  nameProhibited: boolean
  nameRequired: boolean
  nameFromContent: boolean
  /** Roles of which it must hold one at least; none where it must hold nothing. */
  owns: string[]
  /** Roles in one of which it must stand. */
  within: string[]
}

/** Roles as browsers call them that WAI-ARIA calls otherwise. */
const otherNames: Readonly<Record<string, string>> = { image: 'img', DisclosureTriangle: 'button' }

const plain = (name: string): string => name.replace(/^aria-/, '')

/** The facts of a role; `undefined` where WAI-ARIA has no such role, or it is only there for others to build on. */
export function roleFacts(role: string): RoleFacts | undefined {
  const found = roles.get(otherNames[role] ?? role)
  if (!found || found.abstract) return undefined
  const prohibited = found.prohibitedProps.map(plain)
  return {
    required: Object.keys(found.requiredProps).map(plain),
    supported: Object.keys(found.props)
      .map(plain)
      .filter((name) => !prohibited.includes(name)),
    nameProhibited: prohibited.includes('label'),
    nameRequired: found.accessibleNameRequired,
    nameFromContent: found.nameFrom.includes('contents'),
    owns: [...new Set(found.requiredOwnedElements.flat())],
    within: [...new Set([...found.requireContextRole, ...found.requiredContextRole])],
  }
}

export const isRole = (role: string): boolean => roleFacts(role) !== undefined
