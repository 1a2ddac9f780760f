// Where we are, and how commands are run. Uses nothing but Node's own modules, as all of set-up.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '')
export const dataFolder = join(root, '.data')
// new machines often leave these out of PATH
process.env.PATH = [
  ...new Set([
    ...(process.env.PATH ?? '').split(':').filter(Boolean),
    dirname(process.execPath),
    '/usr/local/sbin',
    '/usr/local/bin',
    '/usr/sbin',
    '/usr/bin',
    '/sbin',
    '/bin',
  ]),
].join(':')
process.env.NUXT_TELEMETRY_DISABLED = '1'
export const isRoot = process.getuid?.() === 0

export const say = (text) => process.stderr.write(`${text}\n`)
export function stopWith(text) {
  say(text)
  process.exit(1)
}

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options })
  if (done.status !== 0)
    stopWith(`${command} ${args.join(' ')} failed${done.error ? `: ${done.error.message}` : ''}.`)
}

export const digest = (text) => createHash('sha256').update(text).digest('hex')
export const stampOf = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '')

/** A port on loopback that nobody has. */
export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer()
      .once('error', reject)
      .listen(0, '127.0.0.1', () => {
        const { port } = server.address()
        server.close(() => resolve(port))
      })
  })

export const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
