import { mkdtemp, rm, stat } from 'node:fs/promises'
import { lookup } from 'node:dns/promises'
import { isIP } from 'node:net'
import { join } from 'node:path'
import { z } from 'zod'
import type { GitOrigin } from '~~/core/origin'
import type { Problem } from '~~/core/problem'
import { Failure } from '../auth/failure'
import { dataFolder, settings } from '../config'
import { filesUnder, type RawFile } from './folder'
import { run } from './run'

export const gitSecretSchema = z.object({ user: z.string(), password: z.string() })
export type GitSecret = z.infer<typeof gitSecretSchema>

const refuse = (code: string, what: string, todo: string): Failure => new Failure(422, [{ code, what, todo }])

/** Private, loopback and link-local addresses (RFC 1918, 4193, 6890): a repository there is reached only where the settings name its host. */
const isInner = (address: string): boolean =>
  /^(127\.|10\.|192\.168\.|169\.254\.|0\.|100\.(6[4-9]|[7-9]\d|1[01]\d|12[0-7])\.|172\.(1[6-9]|2\d|3[01])\.)/.test(address) || /^(::1?$|f[cd]|fe[89ab]|::ffff:(127|10|192\.168|169\.254)\.)/i.test(address)

/** Judges an address by scheme and host before anything is asked of it. */
export async function judgeAddress(address: string): Promise<URL> {
  let url: URL
  try {
    url = new URL(address)
  } catch {
    throw refuse('git-address', `“${address}” is no address of a repository.`, 'Write it whole, such as https://git.example.com/team/library.git.')
  }
  const named = new Set(settings().GIT_HOSTS.split(',').map((one) => one.trim()).filter(Boolean))
  const host = url.hostname.replace(/^\[|\]$/g, '')
  if (url.protocol !== 'https:' && !(url.protocol === 'http:' && named.has(host))) throw refuse('git-scheme', `Repositories are not fetched over ${url.protocol.replace(':', '')}.`, 'Use its https address.')
  if (url.username || url.password) throw refuse('git-secret-in-address', 'The address holds a name or a password, which would be kept with it.', 'Leave them out, and write them into the fields for them: they are used once and not kept.')
  if (!named.has(host)) {
    const found = isIP(host) ? [{ address: host }] : await lookup(host, { all: true }).catch(() => [])
    if (found.length === 0) throw refuse('git-host', `There is no host ${host}.`, 'Look at the address again.')
    if (found.some((one) => isInner(one.address))) throw refuse('git-host', `${host} is inside this server’s own network.`, 'Whoever runs this server can name it in GIT_HOSTS.')
  }
  return url
}

/** Fetches a repository's files at one point, by real git, without its history, hooks or submodules. */
export async function fetchGit(origin: GitOrigin, secret: GitSecret | undefined, going: () => Promise<boolean>): Promise<{ files: RawFile[]; problems: Problem[]; commit: string } | undefined> {
  const url = await judgeAddress(origin.address)
  const folder = await mkdtemp(join(dataFolder('fetched'), 'git-'))
  try {
    const env: Record<string, string> = {
      GIT_TERMINAL_PROMPT: '0', GIT_CONFIG_NOSYSTEM: '1', GIT_CONFIG_GLOBAL: '/dev/null', GIT_ALLOW_PROTOCOL: 'https:http', GIT_LFS_SKIP_SMUDGE: '1', HOME: folder,
      // what is secret goes by the environment: arguments are seen by everybody on the machine
      GIT_CONFIG_COUNT: secret ? '3' : '2', GIT_CONFIG_KEY_0: 'core.hooksPath', GIT_CONFIG_VALUE_0: '/dev/null', GIT_CONFIG_KEY_1: 'http.followRedirects', GIT_CONFIG_VALUE_1: 'false',
      ...(secret ? { GIT_CONFIG_KEY_2: 'http.extraHeader', GIT_CONFIG_VALUE_2: `Authorization: Basic ${Buffer.from(`${secret.user}:${secret.password}`).toString('base64')}` } : {}),
    }
    const target = join(folder, 'repository')
    const cloned = await run('git', ['clone', '--depth', '1', '--no-tags', '--single-branch', '--no-recurse-submodules', '-c', 'core.symlinks=false', ...(origin.ref ? ['--branch', origin.ref] : []), '--', url.href, target], { cwd: folder, env, seconds: 120, going })
    if (cloned.stopped) return undefined
    if (cloned.code !== 0) throw cloneFailure(cloned, url, origin)
    const head = await run('git', ['rev-parse', 'HEAD'], { cwd: target, env, seconds: 10, going })
    if (head.code !== 0) throw refuse('git-empty', 'This repository is empty.', 'Commit the library to it, or name the branch it is on.')
    const inside = join(target, origin.folder)
    if (!(await stat(inside).then((one) => one.isDirectory()).catch(() => false))) throw refuse('git-folder', `There is no folder ${origin.folder} in this repository.`, 'Name the folder that holds the library, or leave it empty for all.')
    return { ...(await filesUnder(inside)), commit: head.said.trim().slice(0, 40) }
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

function cloneFailure({ said, slow, missing }: { said: string; slow: boolean; missing: boolean }, url: URL, origin: GitOrigin): Failure {
  if (missing) return refuse('no-git', 'Repositories cannot be fetched: there is no git on this server.', 'Install git beside the server.')
  if (slow) return refuse('git-slow', 'Fetching the repository took longer than two minutes.', 'Bring in an archive of it instead.')
  if (/could not read Username|Authentication failed|HTTP Basic: Access denied|terminal prompts disabled|error: 40[13]/i.test(said)) return refuse('git-credentials', `${url.host} does not give this repository to everybody.`, 'Write a name and a token that may read it.')
  if (/Remote branch .* not found/i.test(said)) return refuse('git-ref', `There is no branch or tag ${origin.ref} in this repository.`, 'Leave it empty for the usual one.')
  // where it leads on to was not judged
  if (/redirect/i.test(said)) return refuse('git-redirect', `${url.host} sends on to another address, which is not followed.`, 'Use the address it sends to.')
  if (/not found|does not appear to be a git repository|not valid: is this a git repository|error: 404/i.test(said)) return refuse('git-none', 'There is no repository at this address.', 'Look at the address again; of a private one, write a name and a token too.')
  if (/Could not resolve host|Failed to connect|Connection refused|timed out/i.test(said)) return refuse('git-host', `${url.host} does not answer.`, 'Look at the address again, or try later.')
  const line = said.split('\n').map((one) => one.trim()).filter((one) => /^(fatal|error):/.test(one)).at(-1) ?? 'git gave no reason.'
  return refuse('git-failed', `The repository could not be fetched: ${line.replace(/^(fatal|error): /, '')}`, 'Look at the address again.')
}
