import { getRequestHeader, type H3Event } from 'h3'
import { fail } from './failure'

/**
 * The body of a request as text, of at most so many bytes: what says it is longer is refused at
 * once, and what turns out to be longer when it is.
 */
export async function boundedBody(event: H3Event, limit: number): Promise<string> {
  const tooLarge = (bytes: number) => fail(413, 'too-large', `This has ${(bytes / 1e6).toFixed(1)} MB or more; ${(limit / 1e6).toFixed(1)} MB are the most that is taken.`, 'Send less at a time.')
  const told = Number(getRequestHeader(event, 'content-length') ?? 0)
  if (told > limit) tooLarge(told)
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > limit) tooLarge(size)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString('utf8')
}

/** The same, read as JSON; an empty body is an empty object. */
export async function boundedJson(event: H3Event, limit: number): Promise<unknown> {
  const text = await boundedBody(event, limit)
  try {
    return text === '' ? {} : JSON.parse(text)
  } catch {
    return fail(400, 'not-json', 'The body is not JSON.', 'Send JSON; a package client does.')
  }
}
