import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { mkdir, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Problem } from '~~/core/problem'
import { settings } from '../config'
import { log } from '../log'

const limits = { seconds: 180, output: 4000 }
const running = new Map<string, Promise<Installed>>()

export interface Installed { folder: string | undefined; problems: Problem[] }

/** Where packages of libraries are installed: by what was asked for, so that the same is installed once. */
const home = (): string => settings().DEPENDENCIES_FOLDER ?? join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.data', 'dependencies')

/**
 * Installs packages with the ordinary package client, in a process and a folder of their own and
 * without running any of their scripts. What cannot be installed is a problem; the source is read and
 * built without it.
 */
export function installDependencies(packages: Record<string, string>, going: () => Promise<boolean>): Promise<Installed> {
  if (Object.keys(packages).length === 0) return Promise.resolve({ folder: undefined, problems: [] })
  const sorted = Object.fromEntries(Object.entries(packages).toSorted(([a], [b]) => (a < b ? -1 : 1)))
  const key = createHash('sha256').update(JSON.stringify(sorted)).digest('hex').slice(0, 32)
  const known = running.get(key)
  if (known) return known
  const work = install(join(home(), key), sorted, going).finally(() => running.delete(key))
  running.set(key, work)
  return work
}

async function install(folder: string, packages: Record<string, string>, going: () => Promise<boolean>): Promise<Installed> {
  if (existsSync(join(folder, 'package-lock.json'))) return { folder, problems: [] }
  const half = `${folder}.${process.pid}.part`
  await rm(half, { recursive: true, force: true })
  await mkdir(half, { recursive: true })
  await writeFile(join(half, 'package.json'), JSON.stringify({ name: 'dependencies-of-a-library', private: true, dependencies: packages }))
  const failed = await npmInstall(half, going)
  if (failed) {
    await rm(half, { recursive: true, force: true })
    return { folder: undefined, problems: [failed] }
  }
  // another process may have been quicker
  await rename(half, folder).catch(() => rm(half, { recursive: true, force: true }))
  return { folder, problems: [] }
}

function npmInstall(folder: string, going: () => Promise<boolean>): Promise<Problem | undefined> {
  return new Promise((resolve) => {
    let said = ''
    const child = spawn('npm', ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--no-progress', '--loglevel=error'], {
      cwd: folder, stdio: ['ignore', 'pipe', 'pipe'], detached: true, env: { PATH: process.env.PATH ?? '', HOME: process.env.HOME ?? folder, npm_config_update_notifier: 'false' },
    })
    const kill = () => { try { process.kill(-child.pid!, 'SIGKILL') } catch { /* it has ended */ } }
    let slow = false
    const timer = setTimeout(() => { slow = true; kill() }, limits.seconds * 1000)
    const asking = setInterval(() => void going().then((goesOn) => { if (!goesOn) kill() }).catch(() => undefined), 1000)
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data: Buffer) => { said = (said + data.toString()).slice(-limits.output) })
    const end = (problem: Problem | undefined) => {
      clearTimeout(timer)
      clearInterval(asking)
      resolve(problem)
    }
    child.on('error', () => end({ code: 'no-package-client', what: 'Packages cannot be installed: there is no npm on this server.', todo: 'Install npm beside the server, and bring the source in again.' }))
    child.on('exit', (code) => {
      if (code === 0) return end(undefined)
      log.info({ said }, 'packages of a library were not installed')
      end({ code: 'dependencies-not-installed', what: slow ? `Installing the library’s packages took longer than ${limits.seconds} seconds.` : `The library’s packages could not be installed: ${reason(said)}`, where: { file: 'package.json' }, todo: 'Components that need them are not rendered, and types from them are not known. Mend package.json, and bring the source in again.' })
    })
  })
}

/** What the client says went wrong, without its paths and advice. */
function reason(said: string): string {
  const lines = said.split('\n').map((line) => line.replace(/^npm (error|ERR!) ?/, '').trim()).filter((line) => line && !/^(code|A complete log|This is (not|probably not)|Found:|node_modules|peer |Fix the upstream|to accept)/.test(line))
  return (lines.slice(0, 2).join(' ') || 'the package client gave no reason.').slice(0, 300)
}
