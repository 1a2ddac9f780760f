import { createHash } from 'node:crypto'
import { defineNitroPlugin } from 'nitropack/runtime'
import { previewSource } from '../config'

/**
 * A Content-Security-Policy for our own pages: our scripts only, by hash where they stand in the page; frames
 * only from the preview host.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', (response) => {
    if (typeof response.body !== 'string') return
    const hashes = [...response.body.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(
      (match) => `'sha256-${createHash('sha256').update(match[1]!).digest('base64')}'`,
    )
    response.headers = {
      ...response.headers,
      'content-security-policy': [
        "default-src 'self'",
        `script-src 'self' ${[...new Set(hashes)].join(' ')}`,
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data:",
        "font-src 'self' data:",
        "connect-src 'self'",
        "worker-src 'self' blob:",
        `frame-src ${previewSource()}`,
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ].join('; '),
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'same-origin',
    }
  })
})
