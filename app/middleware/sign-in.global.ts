/** Everybody signs in first, and comes back to where they wanted to go. */
export default defineNuxtRouteMiddleware(async (to) => {
  const account = useAccount()
  if (!account.person) await account.load()
  // whoever is invited may have no account yet
  if (to.path.startsWith('/join/')) return
  if (!account.person && to.path !== '/sign-in')
    return navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } })
  if (account.person && to.path === '/sign-in') return navigateTo(backTo(to.query.to))
})
