import { mkdtemp, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import type { GitOrigin } from '~~/core/origin'
import type { Problem } from '~~/core/problem'
import { Failure } from '../auth/failure'
import { dataFolder, settings } from '../config'
import { filesUnder, type RawFile } from './folder'
import { addressesOf, isInside } from './inside'
import { run } from './run'

export const gitSecretSchema = z.object({ user: z.string(), password: z.string() })
export type GitSecret = z.infer<typeof gitSecretSchema>

const refuse = (code: string, what: string, todo: string): Failure => new Failure(422, [{ code, what, todo }])

/**
 * An address that was judged, and the addresses of its host that it was judged by: those, and no others, are
 * connected to.
 */
export interface Judged {
  url: URL
  addresses: string[]
}

/** Judges an address by scheme and host before anything is asked of it. */
export async function judgeAddress(address: string): Promise<Judged> {
  let url: URL
  try {
    url = new URL(address)
  } catch {
    throw refuse(
      'git-address',
      `“${address}” is no address of a repository.`,
      'Write it whole, such as https://git.example.com/team/library.git.',
    )
  }
  const named = new Set(
    settings()
      .GIT_HOSTS.split(',')
      .map((host) => host.trim())
      .filter(Boolean),
  )
  const host = url.hostname.replace(/^\[|\]$/g, '')
  if (url.protocol !== 'https:' && !(url.protocol === 'http:' && named.has(host)))
    throw refuse(
      'git-scheme',
      `Repositories are not fetched over ${url.protocol.replace(':', '')}.`,
      'Use its https address.',
    )
  if (url.username || url.password)
    throw refuse(
      'git-secret-in-address',
      'The address holds a name or a password, which would be kept with it.',
      'Leave them out, and write them into the fields for them: they are used once and not stored.',
    )
  const addresses = await addressesOf(host)
  if (addresses.length === 0)
    throw refuse('git-host', `There is no host ${host}.`, 'Look at the address again.')
  if (!named.has(host) && addresses.some(isInside))
    throw refuse(
      'git-host',
      `${host} is inside this server’s own network.`,
      'Whoever runs this server can name it in GIT_HOSTS.',
    )
  return { url, addresses }
}

/** An address as it stands in a URL (RFC 3986, 3.2.2). */
const bracketed = (address: string): string => (address.includes(':') ? `[${address}]` : address)

/** What git is told by its environment, where no other user of the machine reads it. */
function gitEnvironment(
  { url, addresses }: Judged,
  secret: GitSecret | undefined,
  home: string,
): Record<string, string> {
  const port = url.port || (url.protocol === 'https:' ? '443' : '80')
  const config: [string, string][] = [
    ['core.hooksPath', '/dev/null'],
    ['http.followRedirects', 'false'],
    ['http.proxy', ''],
    // the name is not looked up once more: it could lead elsewhere by then
    [
      'http.curloptResolve',
      `${url.hostname.replace(/^\[|\]$/g, '')}:${port}:${addresses.map(bracketed).join(',')}`,
    ],
    ...(secret
      ? [
          [
            'http.extraHeader',
            `Authorization: Basic ${Buffer.from(`${secret.user}:${secret.password}`).toString('base64')}`,
          ] as [string, string],
        ]
      : []),
  ]
  return {
    GIT_TERMINAL_PROMPT: '0',
    GIT_CONFIG_NOSYSTEM: '1',
    GIT_CONFIG_GLOBAL: '/dev/null',
    GIT_ALLOW_PROTOCOL: 'https:http',
    GIT_LFS_SKIP_SMUDGE: '1',
    HOME: home,
    GIT_CONFIG_COUNT: String(config.length),
    ...Object.fromEntries(
      config.flatMap(([key, value], i) => [
        [`GIT_CONFIG_KEY_${i}`, key],
        [`GIT_CONFIG_VALUE_${i}`, value],
      ]),
    ),
  }
}

/** Fetches a repository's files at one point, by real git, without its history, hooks or submodules. */
export async function fetchGit(
  origin: GitOrigin,
  secret: GitSecret | undefined,
  going: () => Promise<boolean>,
  judge: (address: string) => Promise<Judged> = judgeAddress,
): Promise<{ files: RawFile[]; problems: Problem[]; commit: string } | undefined> {
  const judged = await judge(origin.address)
  const { url } = judged
  const folder = await mkdtemp(join(dataFolder('fetched'), 'git-'))
  try {
    const env = gitEnvironment(judged, secret, folder)
    const target = join(folder, 'repository')
    const cloned = await run(
      'git',
      [
        'clone',
        '--depth',
        '1',
        '--no-tags',
        '--single-branch',
        '--no-recurse-submodules',
        '-c',
        'core.symlinks=false',
        ...(origin.ref ? ['--branch', origin.ref] : []),
        '--',
        url.href,
        target,
      ],
      { cwd: folder, env, seconds: 120, going },
    )
    if (cloned.stopped) return undefined
    if (cloned.code !== 0) throw cloneFailure(cloned, url, origin)
    const head = await run('git', ['rev-parse', 'HEAD'], { cwd: target, env, seconds: 10, going })
    if (head.code !== 0)
      throw refuse(
        'git-empty',
        'This repository is empty.',
        'Commit the library to it, or name the branch it is on.',
      )
    const inside = join(target, origin.folder)
    if (
      !(await stat(inside)
        .then((stats) => stats.isDirectory())
        .catch(() => false))
    )
      throw refuse(
        'git-folder',
        `There is no folder ${origin.folder} in this repository.`,
        'Name the folder that holds the library, or leave it empty for all.',
      )
    return { ...(await filesUnder(inside)), commit: head.said.trim().slice(0, 40) }
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

function cloneFailure(
  { said, slow, missing }: { said: string; slow: boolean; missing: boolean },
  url: URL,
  origin: GitOrigin,
): Failure {
  if (missing)
    return refuse(
      'no-git',
      'Repositories cannot be fetched: there is no git on this server.',
      'Install git beside the server.',
    )
  if (slow)
    return refuse(
      'git-slow',
      'Fetching the repository took longer than two minutes.',
      'Bring in an archive of it instead.',
    )
  if (
    /could not read Username|Authentication failed|HTTP Basic: Access denied|terminal prompts disabled|error: 40[13]/i.test(
      said,
    )
  )
    return refuse(
      'git-credentials',
      `${url.host} does not give this repository to everybody.`,
      'Write a name and a token that may read it.',
    )
  if (/Remote branch .* not found/i.test(said))
    return refuse(
      'git-ref',
      `There is no branch or tag ${origin.ref} in this repository.`,
      'Leave it empty for the usual one.',
    )
  // what answers at a place, and how, is nobody's business: a port that is open, one that is closed, and one
  // that speaks something else are told in the same words
  return refuse(
    'git-none',
    `There is no repository at this address that can be fetched from ${url.host}.`,
    'Look at the address again: it must not lead on to another; of a private one, write a name ' +
      'and a token too.',
  )
}
