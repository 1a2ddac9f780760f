import { createHash, timingSafeEqual } from 'node:crypto'
import { fail } from '../auth/failure'
import { bearerIn, route } from '../auth/route'
import { settings } from '../config'
import { metrics } from '../metrics'

/** What is counted and timed in this process, for whoever has the token that `METRICS_TOKEN` says. */
export default route({
  access: 'anyone',
  answer: 'text/plain; version=0.0.4; charset=utf-8',
  handle({ event }) {
    const { METRICS_TOKEN: wanted } = settings()
    if (wanted === undefined)
      return fail(404, 'no-metrics', 'Metrics are not given here.', 'Set METRICS_TOKEN, and start again.')
    const given = bearerIn(event)
    if (given === undefined || !isSame(given, wanted))
      return fail(401, 'token', 'This takes the token for metrics.', 'Send the one in METRICS_TOKEN.')
    return metrics.metrics()
  },
})

/** In a time that tells nothing of how much of it was right. */
const isSame = (given: string, wanted: string): boolean => timingSafeEqual(hashed(given), hashed(wanted))
const hashed = (text: string): Buffer => createHash('sha256').update(text).digest()
