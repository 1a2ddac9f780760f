// The bare reference for tarballs: a plain Node server that sends bytes it holds in memory.
import { createServer } from 'node:http'

process.once('message', (bytes) => {
  const body = Buffer.from(bytes, 'base64')
  const server = createServer((_request, response) => {
    response.writeHead(200, { 'content-type': 'application/octet-stream', 'content-length': body.length })
    response.end(body)
  })
  server.listen(0, '127.0.0.1', () => process.send(server.address().port))
})
