import { createServer } from 'node:http'
import { freePort } from '../machine.mjs'

let plainly

/** A site with an empty page, for what is measured against. */
export const plainSite = () =>
  (plainly ??= (async () => {
    const site = createServer((_request, response) =>
      response
        .writeHead(200, { 'content-type': 'text/html' })
        .end('<!doctype html><title>plain</title><body></body>'),
    )
    const port = await freePort()
    await new Promise((resolve) => site.listen(port, '127.0.0.1', resolve))
    return `http://127.0.0.1:${port}/`
  })())
