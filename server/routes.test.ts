import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { accessLevels } from './auth/route'
import { registryRoutes } from './registry/routes'

const files = readdirSync('server/api', { recursive: true, encoding: 'utf8' }).filter((one) => one.endsWith('.ts')).map((one) => join('server/api', one))

test('there are routes to walk', () => expect(files.length).toBeGreaterThan(20))

test.each(files)('%s says who may call it', (file) => {
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- each file by its name
  const { default: handler } = require(join(process.cwd(), file)) as { default: { access?: string } }
  expect(accessLevels).toContain(handler.access)
  // a role is a role in the library that the address names
  if (['maintainer', 'contributor', 'reader'].includes(handler.access!)) expect(file).toContain('[library]')
  // whatever changes something is open only to those signed in, but for the door itself
  if (/\.(post|put|patch|delete)\.ts$/.test(file) && !/sign-(in|out)\.post/.test(file)) expect(handler.access).not.toBe('anyone')
})

test('every registry route says who may call it, and writes take a token that may publish', () => {
  for (const one of registryRoutes) {
    expect(['anyone', 'token', 'read', 'publish']).toContain(one.access)
    if (one.method !== 'GET') expect(one.access).toBe('publish')
  }
})

test('nothing under server/ defines a handler past the wrapper', () => {
  const handlers = readdirSync('server', { recursive: true, encoding: 'utf8' }).filter((one) => /^(routes|middleware)\//.test(one))
  expect(handlers).toEqual([])
})
