// Set-up shared by all commands. Uses nothing but Node's own modules: it runs before packages are installed.
import { spawn, spawnSync } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { dataFolder, digest, isRoot, root, run, say, stampOf, stopWith, wait } from './machine.mjs'
import { postgresPrograms } from './postgres.mjs'

/** Installs the Debian packages that are missing, as root or through sudo, or says which to install. */
export function debianPackages({ browser = false } = {}) {
  const missing = []
  if (!process.env.DATABASE_URL && !postgresPrograms()) missing.push('postgresql')
  if (!existsSync('/usr/bin/git')) missing.push('git')
  if (browser && !existsSync('/usr/bin/chromium')) missing.push('chromium')
  if (missing.length === 0) return
  const sudo = isRoot ? [] : spawnSync('sudo', ['-n', 'true']).status === 0 ? ['sudo', '-n'] : undefined
  if (!sudo)
    stopWith(`Debian packages are missing. Install them with:\n  sudo apt-get install ${missing.join(' ')}`)
  say(`Installing ${missing.join(', ')} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  run([...sudo, 'apt-get'][0], [...sudo, 'apt-get'].slice(1).concat('update', '-qq'), { env })
  run(
    [...sudo, 'apt-get'][0],
    [...sudo, 'apt-get'].slice(1).concat('install', '-y', '-qq', '--no-install-recommends', ...missing),
    { env },
  )
}

/** `npm ci`, when what is installed is not what the lock file says. */
export function npmPackages() {
  const stamp = join(root, 'node_modules', '.kept-shelf-lock')
  const now = digest(readFileSync(join(root, 'package-lock.json')))
  if (stampOf(stamp) === now) return
  say('Installing npm packages …')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  writeFileSync(stamp, now)
}

function filesUnder(folder) {
  if (!existsSync(folder)) return []
  if (statSync(folder).isFile()) return [folder]
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
}

/** Builds everything, when a source has changed since the last build. */
export async function buildIfStale() {
  const sources = [
    'core',
    'frame',
    'server',
    'app',
    'cli',
    'public',
    'nuxt.config.ts',
    'package-lock.json',
    'tools/side-builds.mjs',
    'tools/fonts.mjs',
    'tools/bench',
  ]
    .flatMap((text) => filesUnder(join(root, text)))
    .filter((entry) => !entry.endsWith('.test.ts'))
  const hash = createHash('sha256')
  for (const file of sources) hash.update(file.slice(root.length)).update(readFileSync(file))
  const now = hash.digest('hex')
  const stamp = join(root, '.build', 'stamp')
  if (stampOf(stamp) === now && existsSync(join(root, '.output/server/index.mjs'))) return
  say('Building (about a minute and a half) …')
  rmSync(stamp, { force: true })
  run(process.execPath, [join(root, 'tools/side-builds.mjs')])
  run(process.execPath, [join(root, 'node_modules/nuxt/bin/nuxt.mjs'), 'build', '--logLevel', 'silent'], {
    env: { ...process.env, NODE_OPTIONS: '--max-old-space-size=4096' },
  })
  writeFileSync(stamp, now)
}

export const sessionSecret = () => {
  const file = join(dataFolder, 'session.secret')
  mkdirSync(dataFolder, { recursive: true })
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

/** Runs the seed of the demo scenario, which does nothing where it has run before. */
export const seed = (env) =>
  run(process.execPath, [join(root, '.build/seed.mjs')], {
    env: { ...process.env, ...env, KEPT_SHELF_ROOT: root },
  })

/** Keeps evidence for the demo's components that nobody has to try then: for tests of something else. */
export const keepKnownEvidence = (env) =>
  run(process.execPath, [join(root, '.build/known-evidence.mjs')], { env: { ...process.env, ...env } })

/** Starts the web process and waits until it answers. */
export async function startServer(env, { quiet = false } = {}) {
  const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
    cwd: root,
    env: { ...process.env, ...env, KEPT_SHELF_ROOT: root, NODE_ENV: 'production' },
    stdio: ['ignore', quiet ? 'ignore' : 2, 2],
  })
  const { PUBLIC_URL } = env
  for (let i = 0; ; i++) {
    if (server.exitCode !== null) stopWith('The server ended while it started.')
    const answer = await fetch(`${PUBLIC_URL}/api/me`).catch(() => undefined)
    if (answer?.ok) break
    if (i > 300) stopWith('The server does not answer.')
    await wait(100)
  }
  return {
    process: server,
    stop: async (how = 'SIGTERM') => {
      if (server.exitCode === null && server.signalCode === null) {
        const ended = new Promise((resolve) => server.once('exit', resolve))
        server.kill(how)
        setTimeout(() => server.kill('SIGKILL'), 5000).unref()
        await ended
      }
    },
  }
}

/** Everything that has to be there before a command does its own work. */
export async function setUp({ browser = false, build = true } = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    stopWith(`Node 20.19 or later is needed; this is ${process.versions.node}.`)
  try {
    accessSync(root, constants.W_OK)
  } catch {
    stopWith(`${root} cannot be written to.`)
  }
  debianPackages({ browser })
  npmPackages()
  if (build) await buildIfStale()
}
