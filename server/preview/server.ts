import { createHash, randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { join } from 'node:path'
import { LRUCache } from 'lru-cache'
import { publicUrl, settings } from '../config'
import { log } from '../log'
import { previewAnswers } from '../metrics'
import { isAway, store } from '../store/database'
import { moduleContent } from '../store/modules'
import { provisionsScript } from '../store/provisions'
import { pack, sendPacked, type Packed } from './packed'

/** For what never changes under its address. */
const forEver = 'public, max-age=31536000, immutable'

const modules = new LRUCache<string, Packed>({
  maxSize: 64 * 1024 * 1024,
  sizeCalculation: ({ plain, br, gzip }) => plain.length + br.length + gzip.length + 1,
})

/**
 * Nothing but the frame's own script and built modules may run; nothing may be fetched, sent,
 * submitted or embedded; only our own pages may embed the frame; and the document is sandboxed into
 * an opaque origin even when it is opened by itself. All text that becomes markup goes through the
 * frame's own policy (Trusted Types). A second policy asks for a nonce besides, which only the frame's
 * own script has: what stands in documents that a component makes does not run.
 */
const policies = (origin: string, nonce: string): string[] => [
  [
    "default-src 'none'",
    `script-src ${origin}`,
    "style-src 'unsafe-inline'",
    `img-src ${origin} data:`,
    `font-src ${origin} data:`,
    `media-src data:`,
    "connect-src 'none'",
    "worker-src 'none'",
    "frame-src 'none'",
    "form-action 'none'",
    "base-uri 'none'",
    `frame-ancestors ${new URL(publicUrl()).origin}`,
    "require-trusted-types-for 'script'",
    'trusted-types default',
    'sandbox allow-scripts',
  ].join('; '),
  `script-src 'nonce-${nonce}' 'strict-dynamic'`,
]

const page = (nonce: string, script: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Preview</title>
<script type="module" src="${script}" crossorigin nonce="${nonce}"></script></head><body></body></html>
`

/** Abilities that reach beyond the frame and that no component is given. */
const noAbilities = [
  'camera',
  'microphone',
  'display-capture',
  'geolocation',
  'payment',
  'usb',
  'serial',
  'hid',
  'midi',
  'clipboard-read',
  'screen-wake-lock',
  'local-network-access',
]
  .map((name) => `${name}=()`)
  .join(', ')

/**
 * People come by the address that is set, which another server in front may make HTTPS; the browser on this
 * server comes straight to this port, by a name of its own.
 */
const protocolFor = (host: string | undefined): 'http' | 'https' =>
  settings().PREVIEW_URL.startsWith('https:') && !/\.localhost(?::\d+)?$/i.test(host ?? '') ? 'https' : 'http'

function servePage(response: ServerResponse, host: string | undefined, script: string): void {
  const protocol = protocolFor(host)
  const nonce = randomBytes(16).toString('base64')
  response.setHeader(
    'content-security-policy',
    policies(`${protocol}://${/^[a-z0-9.:[\]-]+$/i.exec(host ?? '')?.[0] ?? 'invalid'}`, nonce),
  )
  response.setHeader('permissions-policy', noAbilities)
  // names in links are not looked up, and where browsers know of it, connections of any kind lead to this
  // host only
  response.setHeader('x-dns-prefetch-control', 'off')
  response.setHeader('connection-allowlist', '(response-origin)')
  response.setHeader('cache-control', 'no-store')
  end(response, 200, page(nonce, script), 'text/html; charset=utf-8')
}

/** The host for previews: a server and a port of its own, which knows no sessions and reads no cookies. */
export async function startPreview(): Promise<Server> {
  const script = readFileSync(join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', 'frame.js'))
  // every frame loads it: it is worth the most that can be done
  const frameScript = await pack(script, 11)
  // its address holds its hash: a browser that has it need not ask again, not even for the next frame beside
  const scriptPath = `/frame-${createHash('sha256').update(script).digest('hex').slice(0, 16)}.js`
  const server = createServer((request, response) => {
    const path = (request.url ?? '/').split('?')[0]!
    response.on('finish', () => previewAnswers.inc({ status: response.statusCode }))
    response.setHeader('access-control-allow-origin', '*')
    response.setHeader('x-content-type-options', 'nosniff')
    response.setHeader('referrer-policy', 'no-referrer')
    response.setHeader('cross-origin-resource-policy', 'cross-origin')
    if (request.method !== 'GET' && request.method !== 'HEAD') return end(response, 405, 'Only GET and HEAD.')
    if (path === '/frame') return servePage(response, request.headers.host, scriptPath)
    if (path === scriptPath) {
      response.setHeader('cache-control', forEver)
      return sendPacked(request, response, frameScript, 'text/javascript; charset=utf-8')
    }
    const module = /^\/m\/([0-9a-f]{64})\/([\w.-]+)$/.exec(path)
    if (module) return void serveModule(request, response, module[1]!, module[2]!)
    const script = /^\/p\/([0-9a-f]{64})\.js$/.exec(path)
    if (script) return void serveScript(response, script[1]!)
    end(response, 404, 'Nothing here.')
  })
  return new Promise((resolve, reject) =>
    server
      .once('error', reject)
      .listen(settings().PREVIEW_PORT, process.env.PREVIEW_HOST ?? '127.0.0.1', () => resolve(server)),
  )
}

async function serveModule(
  request: IncomingMessage,
  response: ServerResponse,
  build: string,
  name: string,
): Promise<void> {
  const key = `${build}/${name}`
  try {
    let content = modules.get(key)
    if (!content) {
      const bytes = await moduleContent(store(), build, name)
      content = bytes && (await pack(bytes))
      if (content) modules.set(key, content)
    }
    if (!content) return end(response, 404, 'No such module.')
    response.setHeader('cache-control', forEver)
    const type = name.endsWith('.map') ? 'application/json' : 'text/javascript; charset=utf-8'
    sendPacked(request, response, content, type)
  } catch (error) {
    if (!isAway(error)) log.error({ err: error }, 'preview')
    end(response, 503, 'The database does not answer just now.')
  }
}

/** The script of provisions, by the hash of its text. */
async function serveScript(response: ServerResponse, hash: string): Promise<void> {
  try {
    const text = await provisionsScript(store(), hash)
    if (text === undefined) return end(response, 404, 'No such script.')
    response.setHeader('cache-control', forEver)
    end(response, 200, text, 'text/javascript; charset=utf-8')
  } catch (error) {
    if (!isAway(error)) log.error({ err: error }, 'preview')
    end(response, 503, 'The database does not answer just now.')
  }
}

function end(
  response: ServerResponse,
  status: number,
  body: string | Buffer,
  type = 'text/plain; charset=utf-8',
): void {
  response.writeHead(status, { 'content-type': type, 'content-length': Buffer.byteLength(body) })
  response.end(body)
}
