/** The tables of WAI-ARIA, as far as they are asked for here: the package brings no types of its own. */
declare module 'aria-query' {
  interface RoleInTables {
    abstract: boolean
    accessibleNameRequired: boolean
    nameFrom: string[]
    prohibitedProps: string[]
    props: Record<string, string | null>
    requiredProps: Record<string, string | null>
    requiredOwnedElements: string[][]
    requireContextRole: string[]
    requiredContextRole: string[]
  }
  export const roles: { get(role: string): RoleInTables | undefined }
}
