import { Readable } from 'node:stream'
import { createGunzip } from 'node:zlib'
import { extract } from 'tar-stream'

/** Files of a tarball with their texts, by their paths in it. */
export async function unpack(tarball: Uint8Array): Promise<Map<string, string>> {
  const found = new Map<string, string>()
  const entries = Readable.from([Buffer.from(tarball)])
    .pipe(createGunzip())
    .pipe(extract())
  for await (const entry of entries) {
    const chunks: Buffer[] = []
    for await (const chunk of entry as AsyncIterable<Buffer>) chunks.push(chunk)
    found.set(entry.header.name, Buffer.concat(chunks).toString())
  }
  return found
}
