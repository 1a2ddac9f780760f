import { getResponseStatus, setResponseHeader, type H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { aboutRequest, log, requestId } from '../log'
import { requestSeconds } from '../metrics'

/** Every request has a name, which its answer bears; it leaves a line in the log and a time in the metrics. */
export default defineNitroPlugin((nitro) => {
  const began = new WeakMap<H3Event, number>()
  nitro.hooks.hook('request', (event) => {
    began.set(event, performance.now())
    setResponseHeader(event, 'x-request-id', requestId(event))
  })
  nitro.hooks.hook('afterResponse', (event) => {
    const seconds = (performance.now() - (began.get(event) ?? performance.now())) / 1000
    const status = getResponseStatus(event)
    requestSeconds.observe({ method: event.method, route: routeOf(event), status }, seconds)
    log.info({ ...aboutRequest(event), status, ms: Math.round(seconds * 1000) }, 'request')
  })
})

/** The pattern that an address is of: there are few of those, and of addresses there is no end. */
function routeOf(event: H3Event): string {
  if (event.path.startsWith('/registry')) return '/registry/**'
  if (event.path.startsWith('/_nuxt/')) return '/_nuxt/**'
  return event.context.matchedRoute?.path ?? 'page'
}
