import { readFileSync } from 'node:fs'
import { createServer, type Server, type ServerResponse } from 'node:http'
import { join } from 'node:path'
import { LRUCache } from 'lru-cache'
import { publicUrl, settings } from '../config'
import { log } from '../log'
import { isAway, store } from '../store/database'
import { moduleContent } from '../store/modules'
import { provisionsScript } from '../store/provisions'

const modules = new LRUCache<string, Buffer>({ maxSize: 64 * 1024 * 1024, sizeCalculation: (one) => one.length + 1 })

/**
 * Nothing but the frame's own script and built modules may run; nothing may be fetched, sent,
 * submitted or embedded; only our own pages may embed the frame; and the document is sandboxed into
 * an opaque origin even when it is opened by itself.
 */
const policy = (origin: string): string =>
  [
    "default-src 'none'", `script-src ${origin}`, "style-src 'unsafe-inline'", `img-src ${origin} data:`, `font-src ${origin} data:`, `media-src data:`,
    "connect-src 'none'", "worker-src 'none'", "frame-src 'none'", "form-action 'none'", "base-uri 'none'", `frame-ancestors ${new URL(publicUrl()).origin}`, 'sandbox allow-scripts',
  ].join('; ')

const page = `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Preview</title>
<script type="module" src="/frame.js" crossorigin></script></head><body></body></html>
`

/** The host for previews: a server and a port of its own, which knows no sessions and reads no cookies. */
export function startPreview(): Promise<Server> {
  const frameScript = readFileSync(join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', 'frame.js'))
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://preview')
    response.setHeader('access-control-allow-origin', '*')
    response.setHeader('x-content-type-options', 'nosniff')
    response.setHeader('referrer-policy', 'no-referrer')
    response.setHeader('cross-origin-resource-policy', 'cross-origin')
    if (request.method !== 'GET') return end(response, 405, 'Only GET.')
    if (url.pathname === '/frame') {
      const protocol = settings().PREVIEW_URL.startsWith('https:') ? 'https' : 'http'
      response.setHeader('content-security-policy', policy(`${protocol}://${/^[a-z0-9.:[\]-]+$/i.exec(request.headers.host ?? '')?.[0] ?? 'invalid'}`))
      response.setHeader('cache-control', 'no-store')
      return end(response, 200, page, 'text/html; charset=utf-8')
    }
    if (url.pathname === '/frame.js') {
      response.setHeader('cache-control', 'no-cache')
      return end(response, 200, frameScript, 'text/javascript; charset=utf-8')
    }
    const module = /^\/m\/([0-9a-f]{64})\/([\w.-]+)$/.exec(url.pathname)
    if (module) return void serveModule(response, module[1]!, module[2]!)
    const script = /^\/p\/([0-9a-f]{64})\.js$/.exec(url.pathname)
    if (script) return void serveScript(response, script[1]!)
    end(response, 404, 'Nothing here.')
  })
  return new Promise((resolve, reject) => server.once('error', reject).listen(settings().PREVIEW_PORT, process.env.PREVIEW_HOST ?? '127.0.0.1', () => resolve(server)))
}

async function serveModule(response: ServerResponse, build: string, name: string): Promise<void> {
  const key = `${build}/${name}`
  try {
    let content = modules.get(key)
    if (!content) {
      content = await moduleContent(store(), build, name)
      if (content) modules.set(key, content)
    }
    if (!content) return end(response, 404, 'No such module.')
    response.setHeader('cache-control', 'public, max-age=31536000, immutable')
    end(response, 200, content, name.endsWith('.map') ? 'application/json' : 'text/javascript; charset=utf-8')
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
    response.setHeader('cache-control', 'public, max-age=31536000, immutable')
    end(response, 200, text, 'text/javascript; charset=utf-8')
  } catch (error) {
    if (!isAway(error)) log.error({ err: error }, 'preview')
    end(response, 503, 'The database does not answer just now.')
  }
}

function end(response: ServerResponse, status: number, body: string | Buffer, type = 'text/plain; charset=utf-8'): void {
  response.writeHead(status, { 'content-type': type, 'content-length': Buffer.byteLength(body) })
  response.end(body)
}
