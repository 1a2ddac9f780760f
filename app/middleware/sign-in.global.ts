import { z } from 'zod'

/** Whether a page is for whoever comes, without an account: `visitors` in its meta, and a library that is. */
async function isForVisitors({ meta, params }: { meta: object; params: object }): Promise<boolean> {
  if (!('visitors' in meta)) return false
  const { library } = params as { library?: string }
  const store = useLibrary()
  if (library !== undefined && store.slug === library && store.library) return true
  return ask(z.unknown(), library === undefined ? '/libraries' : `/libraries/${library}`).then(
    () => true,
    () => false,
  )
}

/** Everybody signs in first, where nothing is to be seen without, and comes back to where they wanted to go. */
export default defineNuxtRouteMiddleware(async (to) => {
  const account = useAccount()
  if (!account.person) await account.load()
  // whoever is invited may have no account yet
  if (to.path.startsWith('/join/')) return
  if (!account.person && to.path !== '/sign-in' && !(await isForVisitors(to)))
    return navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } })
  if (account.person && to.path === '/sign-in') return navigateTo(backTo(to.query.to))
})
