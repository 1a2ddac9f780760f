/** What an access token may do, in which library, and how many days; none of either for all, and for good. */
export interface TokenTerms {
  may: 'install' | 'publish'
  library: string | null
  days: number | null
}

/** The terms that are offered first. */
export const usualTerms = (): TokenTerms => ({ may: 'install', library: null, days: 365 })

/** A token as it is asked for. */
export const tokenAsked = (name: string, { may, library, days }: TokenTerms) => ({
  name: name.trim(),
  scopes: may === 'publish' ? ['read', 'publish'] : ['read'],
  library,
  days,
})
