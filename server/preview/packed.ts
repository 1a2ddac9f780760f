import type { IncomingMessage, ServerResponse } from 'node:http'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

/** Bytes as they are sent: as they are, and compressed once for whoever takes them so. */
export interface Packed {
  plain: Buffer
  br: Buffer
  gzip: Buffer
}

const [asBrotli, asGzip] = [promisify(brotliCompress), promisify(gzip)]

/**
 * Compresses bytes once. `quality` is that of Brotli, 0 to 11 (RFC 7932); the highest takes a second a
 * megabyte.
 */
export async function pack(plain: Uint8Array, quality = 5): Promise<Packed> {
  const bytes = Buffer.from(plain)
  const [br, gzipped] = await Promise.all([
    asBrotli(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }),
    asGzip(bytes),
  ])
  return { plain: bytes, br, gzip: gzipped }
}

/** What a request takes, the smallest first (RFC 9110, section 12.5.3); `q=0` means that it does not. */
export function encodingFor(accepted: string | undefined): keyof Packed {
  const taken = new Map(
    (accepted ?? '').split(',').map((part) => {
      const [name = '', ...parameters] = part.split(';').map((text) => text.trim().toLowerCase())
      const weight = parameters.find((parameter) => parameter.startsWith('q='))
      return [name, weight === undefined || Number(weight.slice(2)) > 0]
    }),
  )
  return (['br', 'gzip'] as const).find((name) => taken.get(name)) ?? 'plain'
}

/** Answers with bytes in the form the request takes; to HEAD with all but the bytes. */
export function sendPacked(
  request: IncomingMessage,
  response: ServerResponse,
  packed: Packed,
  type: string,
): void {
  const encoding = encodingFor(request.headers['accept-encoding']?.toString())
  const body = packed[encoding]
  response.setHeader('vary', 'accept-encoding')
  if (encoding !== 'plain') response.setHeader('content-encoding', encoding)
  response.writeHead(200, { 'content-type': type, 'content-length': body.length })
  response.end(request.method === 'HEAD' ? undefined : body)
}
