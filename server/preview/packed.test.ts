import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import { encodingFor, pack } from './packed'

test.each([
  ['gzip, deflate, br, zstd', 'br'],
  ['gzip', 'gzip'],
  ['br;q=0, GZIP;q=0.5', 'gzip'],
  ['identity', 'plain'],
  ['', 'plain'],
  [undefined, 'plain'],
  ['brotli', 'plain'],
])('%s is answered with %s', (accepted, encoding) => expect(encodingFor(accepted)).toBe(encoding))

test('what was compressed is what it was', async () => {
  const text = 'export const tide = 4\n'.repeat(500)
  const packed = await pack(Buffer.from(text))
  expect(brotliDecompressSync(packed.br).toString()).toBe(text)
  expect(gunzipSync(packed.gzip).toString()).toBe(text)
  expect(packed.br.length).toBeLessThan(packed.plain.length / 10)
})
