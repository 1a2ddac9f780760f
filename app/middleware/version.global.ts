/** Whoever looks at the shelf of a version goes on doing so from page to page. */
export default defineNuxtRouteMiddleware((to, from) => {
  const address = withVersion(to, from)
  return address && navigateTo(address)
})
