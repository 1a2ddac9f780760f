import { getRequestHeader, type H3Event } from 'h3'
import { fail } from './failure'
import { jsonFrom } from './text'

/**
 * The bytes of a request, of at most so many: what says it is longer is refused at once, and what
 * turns out to be longer when it is.
 */
export async function boundedBytes(event: H3Event, limit: number): Promise<Buffer> {
  const tooLarge = (bytes: number) =>
    fail(
      413,
      'too-large',
      `This has ${told(bytes)} or more; ${told(limit)} are the most that is taken.`,
      'Send less at a time.',
    )
  const length = Number(getRequestHeader(event, 'content-length') ?? 0)
  if (length > limit) tooLarge(length)
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > limit) tooLarge(size)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/** A number of bytes as a person reads it. */
const told = (bytes: number): string =>
  bytes >= 100_000 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1000)} kB`

/** The same, read as JSON; an empty body is an empty object. */
export const boundedJson = async (event: H3Event, limit: number): Promise<unknown> =>
  jsonFrom((await boundedBytes(event, limit)).toString('utf8'))
