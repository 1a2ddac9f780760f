import { connect } from 'node:net'
import { raiseFence } from './fence'

/** Asks the fence something and is gone before, or while, it answers. */
const askAndBreakOff = (port: number, head: string): Promise<void> =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => {
      socket.write(head)
      setImmediate(() => socket.resetAndDestroy())
    })
    socket.on('error', () => undefined).on('close', () => resolve())
  })

test.each([
  ['a tunnel', 'CONNECT example.invalid:443 HTTP/1.1\r\nHost: example.invalid:443\r\n\r\n'],
  ['another protocol', 'GET / HTTP/1.1\r\nHost: x\r\nConnection: upgrade\r\nUpgrade: websocket\r\n\r\n'],
])('who asks for %s and breaks off ends nothing', async (_what, head) => {
  const fence = await raiseFence(1)
  for (let i = 0; i < 60; i++) await askAndBreakOff(Number(new URL(fence.address).port), head)
  const refused = await fetch(fence.address)
  expect(refused.status).toBe(403)
  fence.close()
})
