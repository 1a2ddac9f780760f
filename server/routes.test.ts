import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { accessLevels, type Stated } from './auth/route'
import { registryRoutes } from './registry/routes'

const files = readdirSync('server/api', { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('.ts'))
  .map((path) => join('server/api', path))
interface RouteModule {
  default: { stated: Stated }
}
// eslint-disable-next-line @typescript-eslint/no-require-imports -- each file by its name
const statedIn = (file: string) => (require(join(process.cwd(), file)) as RouteModule).default.stated

test('there are routes to walk', () => expect(files.length).toBeGreaterThan(20))

test.each(files)('%s says who may call it, what it takes and how much, and what it answers', (file) => {
  const { access, body, limit, answer, rawBody } = statedIn(file)
  expect(accessLevels).toContain(access)
  // a role is a role in the library that the address names
  if (['maintainer', 'contributor', 'reader'].includes(access)) expect(file).toContain('[library]')
  // whatever changes something is open only to those signed in, but for the door itself, and for whoever
  // comes with the link of an invitation
  const isDoor = /sign-(in|out)\.post|invitations\/\[token\]\.post/.test(file)
  if (/\.(post|put|patch|delete)\.ts$/.test(file) && !isDoor)
    expect(['anyone', 'visitor']).not.toContain(access)
  // a body has a limit of its own, and never one that the others' pages would feel
  expect(body !== undefined || limit === undefined).toBe(true)
  if (body && !rawBody) {
    expect(limit).toBeGreaterThan(0)
    expect(limit).toBeLessThanOrEqual(5_000_000)
  }
  expect(typeof answer === 'string' || answer instanceof z.ZodType).toBe(true)
  // only the feed writes its answer itself
  expect(answer === 'stream').toBe(file.endsWith('feed.get.ts'))
})

test('every registry route says who may call it and how much it takes, and writes take a token', () => {
  for (const { method, access, limit, path } of registryRoutes) {
    expect(['anyone', 'token', 'read', 'publish']).toContain(access)
    // what is one's own takes any token of one's own
    // whoever signs in has no token yet
    if (method !== 'GET' && !String(path).includes('login'))
      expect(access).toBe(/user|tokens/.test(String(path)) ? 'token' : 'publish')
    if (['PUT', 'POST'].includes(method)) expect(limit!()).toBeGreaterThan(0)
  }
})

test('nothing under server/ defines a handler past the wrapper', () => {
  const handlers = readdirSync('server', { recursive: true, encoding: 'utf8' }).filter((path) =>
    /^(routes|middleware)\//.test(path),
  )
  expect(handlers).toEqual([])
})
