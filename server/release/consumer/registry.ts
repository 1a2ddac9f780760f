import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Manifest } from '~~/core/release/consumer/consumer'
import type { Packed } from '../../build/package'

/** A registry on loopback, until it is closed. */
export interface Offered {
  url: string
  close(): void
}

/**
 * Offers one version to a package client as our registry would once it is published, before anybody else
 * can have it; whatever else is asked for is asked of the registry that packages come from.
 */
export async function offerPackage(
  packed: Pick<Packed, 'tarball' | 'integrity' | 'shasum'> & { manifest: Manifest },
  upstream: string,
): Promise<Offered> {
  const { name, version } = packed.manifest
  let url = ''
  const server = createServer((request, response) => {
    const path = decodeURIComponent((request.url ?? '/').slice(1))
    if (path === name) {
      const { integrity, shasum } = packed
      const dist = { tarball: `${url}package.tgz`, integrity, shasum }
      const versions = { [version]: { ...packed.manifest, dist } }
      response.writeHead(200, { 'content-type': 'application/json' })
      response.end(JSON.stringify({ name, 'dist-tags': { latest: version }, versions }))
    } else if (path === 'package.tgz')
      response.writeHead(200, { 'content-type': 'application/octet-stream' }).end(packed.tarball)
    else
      response
        .writeHead(307, { location: new URL((request.url ?? '/').replace(/^\/+/, ''), upstream).href })
        .end()
  })
  await new Promise<void>((resolve, reject) => server.once('error', reject).listen(0, '127.0.0.1', resolve))
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  return {
    url,
    close: () => {
      server.closeAllConnections()
      server.close()
    },
  }
}
