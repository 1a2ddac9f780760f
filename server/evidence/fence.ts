import {
  createServer,
  request as ask,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Duplex } from 'node:stream'

/**
 * A proxy that is the only way out of the browser components are tried in: it asks the preview host of
 * this server, and refuses everything else, whatever asks and by whatever protocol.
 */
export async function raiseFence(previewPort: number): Promise<{ address: string; close(): void }> {
  const server: Server = createServer((request, response) => pass(request, response, previewPort))
  // a tunnel would lead to anything: there is none
  server.on('connect', (_request, socket) => refuse(socket))
  server.on('upgrade', (_request, socket) => refuse(socket))
  server.on('clientError', (_error, socket) => socket.destroy())
  await new Promise<void>((resolve, reject) => server.once('error', reject).listen(0, '127.0.0.1', resolve))
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () => void server.close(),
  }
}

/** Refuses a tunnel; whoever asked may be gone by now, which must not end the process. */
function refuse(socket: Duplex): void {
  socket.on('error', () => socket.destroy())
  socket.end('HTTP/1.1 403 Forbidden\r\n\r\n')
}

function pass(request: IncomingMessage, response: ServerResponse, port: number): void {
  const url = URL.canParse(request.url ?? '') ? new URL(request.url!) : undefined
  const isPreview =
    url?.protocol === 'http:' &&
    url.hostname.endsWith('.localhost') &&
    url.port === String(port) &&
    request.method === 'GET'
  if (!isPreview) {
    response.writeHead(403).end('Nothing but the preview host is reached from here.')
    return
  }
  const far = ask(
    {
      host: '127.0.0.1',
      port,
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
  far.end()
}
