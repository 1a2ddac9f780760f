import { createHash } from 'node:crypto'
import {
  getRequestHeader,
  getResponseHeader,
  removeResponseHeader,
  setResponseHeader,
  type H3Event,
} from 'h3'
import { LRUCache } from 'lru-cache'
import { defineNitroPlugin } from 'nitropack/runtime'
import { encodingFor, pack, type Packed } from '../preview/packed'

/** Bytes below which an answer is not worth compressing: it fits into one packet as it is (RFC 9293, MSS). */
const worthFrom = 1400

/** Answers that were compressed once: many ask for the same, such as for a shelf. */
const packed = new LRUCache<string, Packed>({
  maxSize: 32 * 1024 * 1024,
  sizeCalculation: ({ plain, br, gzip }) => plain.length + br.length + gzip.length + 1,
})

/**
 * Answers to GET leave compressed, from our own pages and from the registry; HEAD is answered as GET, without
 * the bytes.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    // the response knows that its bytes are not to be sent; routes need not
    if (event.node.req.method === 'HEAD') event.node.req.method = 'GET'
  })
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const text = textOf(event, response.body)
    if (text === undefined || text.length < worthFrom) return
    const encoding = encodingFor(getRequestHeader(event, 'accept-encoding'))
    setResponseHeader(event, 'vary', varied(event))
    if (encoding === 'plain') return
    const bytes = Buffer.from(text)
    const key = createHash('sha256').update(bytes).digest('base64')
    let known = packed.get(key)
    if (!known) packed.set(key, (known = await pack(bytes)))
    if (typeof response.body !== 'string') setResponseHeader(event, 'content-type', 'application/json')
    setResponseHeader(event, 'content-encoding', encoding)
    removeResponseHeader(event, 'content-length')
    response.body = known[encoding]
  })
})

/** What is answered as text, or nothing where it is a stream, bytes, or no answer to GET. */
function textOf(event: H3Event, body: unknown): string | undefined {
  if (event.method !== 'GET' || event.handled || getResponseHeader(event, 'content-encoding'))
    return undefined
  if (typeof body === 'string') return body
  const isPlain = typeof body === 'object' && body !== null && (Array.isArray(body) || isRecord(body))
  return isPlain ? JSON.stringify(body) : undefined
}
const isRecord = (body: object): boolean => Object.getPrototypeOf(body) === Object.prototype

const varied = (event: H3Event): string => {
  const before = getResponseHeader(event, 'vary')
  return before ? `${String(before)}, accept-encoding` : 'accept-encoding'
}
