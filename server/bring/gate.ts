import {
  createServer,
  request as ask,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from 'node:http'
import { connect, type AddressInfo, type Socket } from 'node:net'
import type { Duplex } from 'node:stream'

/**
 * A proxy that lets a package client reach some registries and nothing else: whatever a package names as
 * the place of another, only what a registry itself gives is ever asked for.
 */
export async function openGate(registries: readonly string[]): Promise<{ address: string; close(): void }> {
  const allowed = registries.map((registry) => {
    const { protocol, hostname, port } = new URL(registry)
    return { host: hostname, port: Number(port) || (protocol === 'https:' ? 443 : 80) }
  })
  const open = new Set<Duplex>()
  const server: Server = createServer((request, response) => pass(request, response, allowed))
  server.on('connect', (request, socket: Duplex, head: Buffer) => {
    open.add(socket)
    socket.on('close', () => open.delete(socket)).on('error', () => socket.destroy())
    tunnel(request.url ?? '', socket, head, allowed)
  })
  server.on('clientError', (_error, socket) => socket.destroy())
  await new Promise<void>((resolve, reject) => server.once('error', reject).listen(0, '127.0.0.1', resolve))
  const close = (): void => {
    for (const socket of open) socket.destroy()
    server.closeAllConnections()
    server.close()
  }
  return { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, close }
}

interface Allowed {
  host: string
  port: number
}
const bare = (host: string): string => host.replace(/^\[|\]$/g, '').toLowerCase()
const placeFor = (host: string, port: number, allowed: readonly Allowed[]): Allowed | undefined =>
  allowed.find((place) => bare(host) === bare(place.host) && port === place.port)
const refusal = 'Packages come from the registry of this server, and from nowhere else.'

function pass(request: IncomingMessage, response: ServerResponse, allowed: readonly Allowed[]): void {
  const url = URL.canParse(request.url ?? '') ? new URL(request.url!) : undefined
  const place = url?.protocol === 'http:' && placeFor(url.hostname, Number(url.port) || 80, allowed)
  if (!url || !place) {
    response.writeHead(403).end(refusal)
    return
  }
  const { host, port } = place
  const far = ask(
    {
      host: bare(host),
      port,
      method: request.method,
      path: `${url.pathname}${url.search}`,
      headers: { ...request.headers, host: url.host },
    },
    (answer) => {
      response.writeHead(answer.statusCode ?? 502, answer.headers)
      answer.pipe(response)
    },
  )
  far.on('error', () => response.destroy())
  response.on('close', () => far.destroy())
  request.pipe(far)
}

function tunnel(to: string, socket: Duplex, head: Buffer, allowed: readonly Allowed[]): void {
  const [, host = '', port = ''] = /^(.*):(\d+)$/.exec(to) ?? []
  const place = placeFor(host, Number(port), allowed)
  if (!place) {
    socket.end(`HTTP/1.1 403 Forbidden\r\n\r\n${refusal}`)
    return
  }
  const far: Socket = connect(place.port, bare(place.host), () => {
    socket.write('HTTP/1.1 200 Connection Established\r\n\r\n')
    far.write(head)
    far.pipe(socket).pipe(far)
  })
  far.on('error', () => socket.destroy())
  socket.on('close', () => far.destroy())
}
