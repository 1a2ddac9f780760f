import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { GitHost } from '../fixtures/git-host'
import { MadeUpRegistry } from '../fixtures/registry'

// What a library's packages and repositories may reach: the registry and the host that were named, and
// nothing else of this machine.

const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-outside-'))
const registry = new MadeUpRegistry()
const secret = 'nobody outside may read this'
const heard: string[] = []
const inner = createServer((socket) => {
  heard.push('connected')
  socket.on('error', () => undefined).destroy()
})
let secretRepository: string
const yes = async () => true

beforeAll(async () => {
  await registry.start()
  await new Promise<void>((resolve) => inner.listen(0, '127.0.0.1', resolve))
  const innerUrl = `http://127.0.0.1:${(inner.address() as AddressInfo).port}`
  secretRepository = join(folder, 'secret')
  mkdirSync(secretRepository)
  const git = (...args: string[]) =>
    execFileSync('git', ['-c', 'user.name=x', '-c', 'user.email=x@example.com', ...args], {
      cwd: secretRepository,
      stdio: 'ignore',
    })
  git('init')
  writeFileSync(join(secretRepository, 'package.json'), JSON.stringify({ name: 'secret', version: '1.0.0' }))
  writeFileSync(join(secretRepository, 'index.js'), `module.exports = '${secret}'`)
  git('add', '-A')
  git('commit', '-m', 'x')
  await registry.add('good', { dependencies: { better: '^1.0.0' } })
  await registry.add('better')
  await registry.add('by-git', { dependencies: { secret: `git+file://${secretRepository}` } })
  await registry.add('by-git-deep', { dependencies: { 'by-git': '1.0.0' } })
  await registry.add('by-address', { dependencies: { secret: `${innerUrl}/secret.tgz` } })
  await registry.add('by-git-host', { dependencies: { secret: `git+${innerUrl}/secret.git` } })
  await registry.add('by-folder', { dependencies: { secret: `file:${secretRepository}` } })
  await registry.add('by-choice', { optionalDependencies: { secret: `git+file://${secretRepository}` } })
  await registry.add('by-wish', { peerDependencies: { secret: `file:${secretRepository}` } })
  process.env.WORK_FOLDER = join(folder, 'work')
  process.env.PACKAGE_REGISTRY = registry.url
}, 60_000)
afterAll(async () => {
  inner.close()
  await registry.end()
  rmSync(folder, { recursive: true, force: true })
})

const textsUnder = (root: string): string[] =>
  readdirSync(root, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => readFileSync(join(entry.parentPath, entry.name), 'utf8'))

test.each(['by-git', 'by-git-deep', 'by-address', 'by-git-host', 'by-folder', 'by-choice', 'by-wish'])(
  'a package that leads elsewhere (%s) is left out by name, the others are installed, and ' +
    'nothing of elsewhere is read',
  async (name) => {
    const { installDependencies } = await import('~~/server/bring/dependencies')
    const installed = await installDependencies({ [name]: '1.0.0', good: '1.0.0' }, yes)
    expect(installed.problems.map((problem) => [problem.code, problem.what.split(' ')[0]])).toEqual([
      ['dependency-elsewhere', name],
    ])
    expect(existsSync(join(installed.folder!, 'node_modules/good/index.js'))).toBe(true)
    expect(existsSync(join(installed.folder!, 'node_modules/better/index.js'))).toBe(true)
    expect(readdirSync(join(installed.folder!, 'node_modules'))).not.toContain('secret')
    expect(textsUnder(join(folder, 'work')).filter((text) => text.includes(secret))).toEqual([])
    expect(heard).toEqual([])
  },
  180_000,
)

test('a package is fetched by its name and range only: a folder, an option or an address is no range', async () => {
  const { packageOriginSchema } = await import('~~/core/origin')
  const { fetchPackage } = await import('~~/server/bring/package')
  const fetched = await fetchPackage({ is: 'package', name: 'good', range: '^1.0.0' }, 'a-library', yes)
  expect(fetched!.files.map((file) => file.path).sort()).toEqual(['index.js', 'package.json'])
  for (const range of [
    '..',
    '.',
    '--pack-destination=/tmp',
    `file:${secretRepository}`,
    `git+file://${secretRepository}`,
    '../secret',
    '~/x',
  ])
    expect([range, packageOriginSchema.safeParse({ is: 'package', name: 'good', range }).success]).toEqual([
      range,
      false,
    ])
  for (const name of ['--global', '-g', '@-x/y', '.', '../x', `file:${secretRepository}`])
    expect([name, packageOriginSchema.safeParse({ is: 'package', name }).success]).toEqual([name, false])
  const { stopChildren } = await import('~~/server/build/pool')
  stopChildren()
}, 60_000)

test('git connects to the address that was judged, whatever the name leads to meanwhile', async () => {
  const { fetchGit } = await import('~~/server/bring/git')
  const host = new GitHost()
  await host.start()
  host.commit('lib', { 'a.ts': 'export {}' })
  const port = new URL(host.url).port
  const address = `http://nowhere.invalid:${port}/lib.git`
  const fetched = await fetchGit({ is: 'git', address, ref: '', folder: '' }, undefined, yes, async () => ({
    url: new URL(address),
    addresses: ['127.0.0.1'],
  }))
  expect(fetched!.files.map((file) => file.path)).toEqual(['a.ts'])
  await host.end()
}, 60_000)

test(
  'a port that is open, one that is closed and one that speaks something else are told in ' +
    'the same words',
  async () => {
    const { fetchGit } = await import('~~/server/bring/git')
    const closed = createServer()
    await new Promise<void>((resolve) => closed.listen(0, '127.0.0.1', resolve))
    const closedPort = (closed.address() as AddressInfo).port
    await new Promise((resolve) => closed.close(resolve))
    const told = async (port: number) => {
      const address = `http://127.0.0.1:${port}/x.git`
      const failed = fetchGit({ is: 'git', address, ref: '', folder: '' }, undefined, yes, async () => ({
        url: new URL(address),
        addresses: ['127.0.0.1'],
      }))
      return failed.then(
        () => 'fetched',
        (error: { problems: { code: string; what: string }[] }) =>
          `${error.problems[0]!.code} ${error.problems[0]!.what.replace(String(port), 'PORT')}`,
      )
    }
    const all = await Promise.all(
      [closedPort, (inner.address() as AddressInfo).port, Number(new URL(registry.url).port)].map(told),
    )
    expect(new Set(all).size).toBe(1)
    expect(all[0]).toMatch(/^git-none /)
  },
  60_000,
)
