import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import type { Problem } from '~~/core/problem'
import { straysIn, type Stray } from '~~/core/read/lock'
import { dataFolder, npmRegistry } from '../config'
import { log } from '../log'
import { runClient } from './client'
import { installedIn, named } from './installed'
import type { Ran } from './run'

const seconds = 180
const running = new Map<string, Promise<Installed>>()

/** `stopped` where nobody wanted it any more before it was done. */
export interface Installed {
  folder: string | undefined
  problems: Problem[]
  stopped: boolean
}

/**
 * Installs packages with the ordinary package client, in a process and a folder of their own and
 * without running any of their scripts. The same packages are installed once: who wants them meanwhile
 * waits, and goes on by itself where the other gives up. One that cannot be had is a problem and left
 * out; the source is read and built without it.
 */
export async function installDependencies(
  packages: Record<string, string>,
  going: () => Promise<boolean>,
): Promise<Installed> {
  if (Object.keys(packages).length === 0) return { folder: undefined, problems: [], stopped: false }
  const { sorted, key } = named(packages)
  for (let other = running.get(key); other; other = running.get(key)) {
    const done = await Promise.race([other, setTimeout(1000)])
    if (done && !done.stopped) return done
    if (!(await going())) return { folder: undefined, problems: [], stopped: true }
  }
  const work = install(join(dataFolder('dependencies'), key), sorted, going).finally(() =>
    running.delete(key),
  )
  running.set(key, work)
  return work
}

/** Where these packages are, if they have been installed before. */
export const installedBefore = (packages: Record<string, string>): string | undefined =>
  installedIn(dataFolder('dependencies'), packages)

async function install(
  folder: string,
  packages: Record<string, string>,
  going: () => Promise<boolean>,
): Promise<Installed> {
  if (existsSync(join(folder, 'package-lock.json'))) return { folder, problems: [], stopped: false }
  const half = `${folder}.${process.pid}.part`
  const problems: Problem[] = []
  let asked = packages
  let loose = false
  while (Object.keys(asked).length) {
    const locked = await lockIn(half, asked, loose, going)
    const ran =
      locked.ran.code === 0 && locked.strays.length === 0
        ? await client(half, ['ci', ...peers(loose)], going)
        : locked.ran
    if (ran.code === 0 && locked.strays.length === 0) {
      // what is complete may be used again; with something left out it is asked for anew next time
      const target = problems.length
        ? `${folder}-${createHash('sha256').update(JSON.stringify(asked)).digest('hex').slice(0, 8)}`
        : folder
      if (existsSync(target)) await rm(half, { recursive: true, force: true })
      else await rename(half, target).catch(() => rm(half, { recursive: true, force: true }))
      return { folder: target, problems, stopped: false }
    }
    if (ran.stopped) break
    if (!loose && /ERESOLVE/.test(ran.said)) {
      // ranges of peers that cannot all be kept: the library's authors live with that too
      loose = true
      continue
    }
    const named = locked.strays.length ? undefined : culpritIn(ran.said, asked)
    const culprits =
      ran.slow || ran.missing
        ? []
        : named
          ? [{ name: named, problem: problemOf(ran, named) }]
          : await culpritsByAsking(half, asked, going)
    if (culprits.length === 0) {
      problems.push(
        locked.strays.length ? strayProblem(locked.strays[0]!.package, locked.strays) : problemOf(ran),
      )
      break
    }
    problems.push(...culprits.map((culprit) => culprit.problem))
    asked = Object.fromEntries(
      Object.entries(asked).filter(([name]) => !culprits.some((culprit) => culprit.name === name)),
    )
  }
  await rm(half, { recursive: true, force: true })
  return { folder: undefined, problems, stopped: !(await going()) }
}

const peers = (loose: boolean): string[] => (loose ? ['--legacy-peer-deps'] : [])
const client = (cwd: string, args: string[], going: () => Promise<boolean>): Promise<Ran> =>
  runClient(args, { cwd, seconds, going })

/**
 * Has the client work out in an empty folder what would be installed, and nothing more; what of that
 * comes from elsewhere than the registry is told, before anything is used.
 */
async function lockIn(
  folder: string,
  asked: Record<string, string>,
  loose: boolean,
  going: () => Promise<boolean>,
): Promise<{ ran: Ran; strays: Stray[] }> {
  await rm(folder, { recursive: true, force: true })
  await mkdir(folder, { recursive: true })
  await writeFile(
    join(folder, 'package.json'),
    JSON.stringify({ name: 'dependencies-of-a-library', private: true, dependencies: asked }),
  )
  const ran = await client(folder, ['install', '--package-lock-only', ...peers(loose)], going)
  if (ran.code !== 0) return { ran, strays: [] }
  const text = await readFile(join(folder, 'package-lock.json'), 'utf8').catch(() => '')
  return {
    ran,
    strays: straysIn(text, await npmRegistry()) ?? [
      { package: 'the library', what: 'nothing says what would be installed' },
    ],
  }
}

/** The package the client could not find, by what it says. */
function culpritIn(said: string, packages: Record<string, string>): string | undefined {
  const found =
    /'([^']+?)@[^'@]*' is not in this registry/.exec(said)?.[1] ??
    /No matching version found for ((?:@[^/\s]+\/)?[^@\s]+)@/.exec(said)?.[1] ??
    /Not Found - GET \S+\/((?:@|%40)?[^/\s]+(?:(?:\/|%2f)[^/\s]+)?)(?: -|\s)/i.exec(said)?.[1]
  const name = found && decodeURIComponent(found)
  return name !== undefined && name in packages ? name : undefined
}

interface Culprit {
  name: string
  problem: Problem
}

/** Where it is not said which package it was, each is asked for by itself. */
async function culpritsByAsking(
  folder: string,
  packages: Record<string, string>,
  going: () => Promise<boolean>,
): Promise<Culprit[]> {
  const culprits: Culprit[] = []
  for (const [name, range] of Object.entries(packages).slice(0, 60)) {
    const { ran, strays } = await lockIn(join(folder, 'alone'), { [name]: range }, true, going)
    if (ran.stopped) return []
    if (strays.length) culprits.push({ name, problem: strayProblem(name, strays) })
    else if (ran.code !== 0)
      culprits.push({ name, problem: isStrayError(ran.said) ? strayProblem(name, []) : problemOf(ran, name) })
  }
  return culprits
}

/** What clients say when a package asks for what they may not, or cannot, fetch. */
const isStrayError = (said: string): boolean =>
  /EALLOW|ENOGIT|git error|git dep|\/bin\/false|403 Forbidden|ENOLOCAL|EUNSUPPORTEDPROTOCOL|ERR_INVALID_URL|Could not install from/i.test(
    said,
  )

function strayProblem(name: string, strays: Stray[]): Problem {
  const [first] = strays
  const what = first
    ? `${first.package === name ? '' : `${first.package}: `}${first.what}`
    : 'something in it comes from a repository, an address or a folder'
  return {
    code: 'dependency-elsewhere',
    what: `${name} is left out, for not all of it comes from the registry (${what.slice(0, 300)}).`,
    where: { file: 'package.json' },
    todo,
  }
}

const todo =
  'Components that need it are not rendered, and types from it are not known. Mend ' +
  'package.json, and bring the source in again.'
function problemOf(ran: Ran, culprit?: string): Problem {
  if (ran.missing)
    return {
      code: 'no-package-client',
      what: 'Packages cannot be installed: there is no npm on this server.',
      todo: 'Install npm beside the server, and bring the source in again.',
    }
  log.info({ said: ran.said }, 'packages of a library were not installed')
  const where = { file: 'package.json' }
  if (culprit)
    return {
      code: 'dependency-not-found',
      what:
        `The package ${culprit} is not in the registry at the version that is asked for, or ` +
        'is given only to those who sign in.',
      where,
      todo,
    }
  return {
    code: 'dependencies-not-installed',
    what: ran.slow
      ? `Installing the library’s packages took longer than ${seconds} seconds.`
      : `The library’s packages could not be installed: ${reason(ran.said)}`,
    where,
    todo: todo.replace('need it', 'need them').replace('from it', 'from them'),
  }
}

/** What the client says went wrong, without its paths and advice. */
function reason(said: string): string {
  const lines = said
    .split('\n')
    .map((line) => line.replace(/^npm (error|ERR!) ?/, '').trim())
    .filter(
      (line) =>
        line &&
        !/^(code|A complete log|This is (not|probably not)|Found:|node_modules|peer |Fix the upstream|to accept)/.test(
          line,
        ),
    )
  return (lines.slice(0, 2).join(' ') || 'the package client gave no reason.').slice(0, 300)
}
