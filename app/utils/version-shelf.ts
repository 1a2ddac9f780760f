import type { RouteLocationNormalized } from 'vue-router'

/** A page that shows the shelf of a version as well as that of now says so in its meta: `versions`. */
export const showsVersions = ({ meta }: { meta: object }): boolean => 'versions' in meta

/** The version whose shelf an address is about: `?at=1.1.0`, on a page that can show one. */
export const versionIn = (route: Pick<RouteLocationNormalized, 'query' | 'meta'>): string | undefined =>
  showsVersions(route) && typeof route.query.at === 'string' && route.query.at !== ''
    ? route.query.at
    : undefined

/**
 * Where somebody goes who looks at the shelf of a version: on another page that can show one they stay with
 * it. Nothing where the address is right as it is.
 */
export function withVersion(
  to: RouteLocationNormalized,
  from: RouteLocationNormalized,
): { path: string; query: RouteLocationNormalized['query']; hash: string } | undefined {
  const version = versionIn(from)
  const isElsewhere = to.path !== from.path && to.params.library === from.params.library
  if (version === undefined || !isElsewhere || !showsVersions(to) || to.query.at !== undefined)
    return undefined
  return { path: to.path, query: { ...to.query, at: version }, hash: to.hash }
}
