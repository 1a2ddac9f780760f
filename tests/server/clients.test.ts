import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { newLibrary, newToken, someone, world, type Ask, type World } from '../world'

// Every ordinary package client, as somebody uses it day by day, on a private package with an access token. Those
// that this machine lacks are installed from the registry that packages come from.

const run = promisify(execFile)
let at: World
let ines: Ask
let folder: string
let token: string
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-clients-'))
  token = (await newToken(ines, ['read', 'publish'])).text
  const clients = join(folder, 'clients')
  mkdirSync(clients)
  writeFileSync(join(clients, 'package.json'), '{}')
  const asked = ['pnpm@9.15.9', 'yarn@1.22.22', '@yarnpkg/cli-dist@4.9.2']
  await run('npm', ['install', '--no-audit', '--no-fund', '--ignore-scripts', ...asked], { cwd: clients })
}, 120_000)
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

const registry = () => `${at.url}/registry/`
const host = () => new URL(registry()).host
/** Where `.npmrc` says it: the registry of the scope, and the token for it, where there is one. */
const npmrc = (auth: string | undefined) =>
  [`@marram:registry=${registry()}`, ...(auth ? [`//${host()}/registry/:_authToken=${auth}`] : [])].join('\n')
const yarnrc = (auth: string | undefined) =>
  [
    'enableTelemetry: false',
    'enableGlobalCache: false',
    'nodeLinker: node-modules',
    `unsafeHttpWhitelist: ["${new URL(registry()).hostname}"]`,
    `npmScopes:\n  marram:\n    npmRegistryServer: "${registry()}"\n    npmPublishRegistry: "${registry()}"`,
    ...(auth ? [`    npmAuthToken: "${auth}"`] : []),
  ].join('\n')

interface Client {
  name: string
  /** The words that start it. */
  command(): string[]
  settings: 'npmrc' | 'yarnrc'
  lock: string
  add(spec: string): string[]
  update(name: string): string[]
  frozen: string[]
  publish(tag: string): string[]
  tag(name: string, version: string, tag: string): string[]
  deprecate?(spec: string, text: string): string[]
}
const inFolder = (...path: string[]) => ['node', join(folder, 'clients/node_modules', ...path)]
const clients: Client[] = [
  {
    name: 'npm',
    command: () => ['npm'],
    settings: 'npmrc',
    lock: 'package-lock.json',
    add: (spec) => ['install', spec],
    update: (name) => ['update', name],
    frozen: ['ci'],
    publish: (tag) => ['publish', '--tag', tag],
    tag: (name, version, tag) => ['dist-tag', 'add', `${name}@${version}`, tag],
    deprecate: (spec, text) => ['deprecate', spec, text],
  },
  {
    name: 'pnpm',
    command: () => inFolder('pnpm/bin/pnpm.cjs'),
    settings: 'npmrc',
    lock: 'pnpm-lock.yaml',
    add: (spec) => ['add', spec],
    update: (name) => ['update', name],
    frozen: ['install', '--frozen-lockfile'],
    publish: (tag) => ['publish', '--no-git-checks', '--tag', tag],
    tag: (name, version, tag) => ['dist-tag', 'add', `${name}@${version}`, tag],
    deprecate: (spec, text) => ['deprecate', spec, text],
  },
  {
    name: 'yarn1',
    command: () => inFolder('yarn/bin/yarn.js'),
    settings: 'npmrc',
    lock: 'yarn.lock',
    add: (spec) => ['add', spec],
    update: (name) => ['upgrade', name],
    frozen: ['install', '--frozen-lockfile'],
    publish: (tag) => ['publish', '--non-interactive', '--tag', tag],
    tag: (name, version, tag) => ['tag', 'add', `${name}@${version}`, tag],
  },
  {
    name: 'yarn4',
    command: () => inFolder('@yarnpkg/cli-dist/bin/yarn.js'),
    settings: 'yarnrc',
    lock: 'yarn.lock',
    add: (spec) => ['add', spec],
    update: (name) => ['up', '-R', name],
    frozen: ['install', '--immutable'],
    publish: (tag) => ['npm', 'publish', '--tag', tag],
    tag: (name, version, tag) => ['npm', 'tag', 'add', `${name}@${version}`, tag],
  },
]

/** A folder of somebody who works with a client: its package.json, and how the client is set. */
function project({ settings }: Client, name: string, json: object, auth: string | undefined = token): string {
  const path = join(folder, name)
  mkdirSync(path, { recursive: true })
  writeFileSync(join(path, 'package.json'), JSON.stringify(json))
  if (settings === 'npmrc') writeFileSync(join(path, '.npmrc'), npmrc(auth))
  else {
    writeFileSync(join(path, '.yarnrc.yml'), yarnrc(auth))
    // a project of its own, whatever stands above it
    writeFileSync(join(path, 'yarn.lock'), '')
  }
  return path
}
/** Runs a client as somebody would whose machine is new; what it said, and whether it was content. */
async function use(
  client: Client,
  args: string[],
  cwd: string,
  home = join(folder, `home-${client.name}`),
): Promise<{ ok: boolean; text: string }> {
  const [command, ...words] = [...client.command(), ...args]
  mkdirSync(home, { recursive: true })
  const env = { PATH: process.env.PATH, HOME: home, COREPACK_ENABLE_STRICT: '0', CI: '' }
  try {
    const { stdout, stderr } = await run(command!, words, { cwd, env: env as unknown as NodeJS.ProcessEnv })
    return { ok: true, text: stdout + stderr }
  } catch (error) {
    const { stdout = '', stderr = '' } = error as { stdout?: string; stderr?: string }
    return { ok: false, text: stdout + stderr }
  }
}
const well = (text?: string) => ({
  ok: true,
  text: text ? expect.stringContaining(text) : expect.any(String),
})

test.each(clients)(
  '$name publishes, tags, installs by range and by tag, keeps to its lock, and updates',
  async (client) => {
    const slug = `quay-${client.name}`
    const name = `@marram/${slug}`
    await newLibrary(ines, slug, 'private')
    const publish = async (version: string, tag = 'latest') => {
      const json = { name, version, license: 'MIT', main: 'index.js' }
      const path = project(client, `${slug}-${version}`, json)
      writeFileSync(join(path, 'index.js'), `module.exports = '${version}'\n`)
      if (client.settings === 'yarnrc') expect(await use(client, ['install'], path)).toEqual(well())
      expect(await use(client, client.publish(tag), path)).toEqual(well())
    }
    await publish('1.0.0')
    await publish('1.1.0')
    await publish('1.2.0-next.1', 'next')

    const consumer = project(client, `${slug}-consumer`, {
      name: 'consumer',
      version: '1.0.0',
      private: true,
    })
    const installed = (where = consumer): string =>
      JSON.parse(readFileSync(join(where, 'node_modules', name, 'package.json'), 'utf8')).version
    const does = async (args: string[]) => expect(await use(client, args, consumer)).toEqual(well())
    await does(client.add(`${name}@^1.0.0`))
    expect(installed()).toBe('1.1.0')

    await publish('1.1.1')
    rmSync(join(consumer, 'node_modules'), { recursive: true })
    await does(client.frozen)
    expect(installed()).toBe('1.1.0')
    expect(existsSync(join(consumer, client.lock))).toBe(true)
    expect(readFileSync(join(consumer, client.lock), 'utf8')).toContain(name)
    await does(client.update(name))
    expect(installed()).toBe('1.1.1')

    await does(client.add(`${name}@next`))
    expect(installed()).toBe('1.2.0-next.1')
    // where the package is published from: one of them asks the registry of that
    const tagged = await use(client, client.tag(name, '1.0.0', 'support'), join(folder, `${slug}-1.0.0`))
    expect(tagged).toEqual(well())
    await does(client.add(`${name}@support`))
    expect(installed()).toBe('1.0.0')

    if (client.deprecate) {
      await does(client.deprecate(`${name}@1.0.0`, 'Take 1.1.'))
      const { versions } = await (
        await fetch(`${registry()}${name.replace('/', '%2f')}`, {
          headers: { authorization: `Bearer ${token}` },
        })
      ).json()
      expect(versions['1.0.0'].deprecated).toBe('Take 1.1.')
    }
    const stranger = project(client, `${slug}-stranger`, { name: 'stranger', version: '1.0.0' }, '')
    // on a machine that has never seen it
    const refused = await use(client, client.add(name), stranger, join(folder, `${slug}-elsewhere`))
    expect(refused.ok).toBe(false)
    expect(refused.text).toMatch(/401|needs a token|authenticat|authoriz/i)
  },
  240_000,
)
