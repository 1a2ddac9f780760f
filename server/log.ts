import { randomUUID } from 'node:crypto'
import { getRequestHeader, type H3Event } from 'h3'
import pino from 'pino'

/** One JSON object a line, on standard output. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn', base: undefined })

/** What others in front of us call a request, where that can stand in a log and a header. */
const sayable = /^[\w.:-]{8,100}$/

/** The name of a request, by which it is found in the log: the one it came with, or one that it gets. */
export function requestId(event: H3Event): string {
  const { context } = event as { context: { requestId?: string } }
  if (context.requestId) return context.requestId
  const given = getRequestHeader(event, 'x-request-id')
  return (context.requestId = given && sayable.test(given) ? given : randomUUID())
}

/** What is logged of a request: never what stands behind the question mark, which may be a secret. */
export const aboutRequest = (event: H3Event) => ({
  request: requestId(event),
  method: event.method,
  path: event.path.split('?')[0],
})
