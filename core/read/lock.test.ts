import { isPackageName } from '../package-name'
import { isFromRegistry, straysIn } from './lock'

const registry = 'https://registry.example/npm/'
const entry = (more: object = {}) => ({
  version: '1.0.0',
  resolved: `${registry}a/-/a-1.0.0.tgz`,
  integrity: 'sha512-x',
  ...more,
})
const lock = (packages: object) =>
  JSON.stringify({ lockfileVersion: 3, packages: { '': { dependencies: { a: '^1.0.0' } }, ...packages } })

test('a lock that names only the registry has no strays', () => {
  expect(
    straysIn(
      lock({
        'node_modules/a': entry({
          dependencies: { b: '1', c: 'npm:@d/e@^2', f: 'latest', g: '>=1 <2 || 3' },
        }),
        'node_modules/a/node_modules/@b/c': entry(),
      }),
      registry,
    ),
  ).toEqual([])
})
test.each([
  ['a repository', { 'node_modules/a': entry({ resolved: 'git+ssh://git@inside/x.git#abc' }) }],
  ['a repository of this machine', { 'node_modules/a': entry({ resolved: 'git+file:///srv/secret#abc' }) }],
  ['a folder', { 'node_modules/a': { resolved: '../../srv', link: true } }],
  ['a folder beside it', { '../srv': entry() }],
  ['another host', { 'node_modules/a': entry({ resolved: 'https://registry.example:8443/npm/a.tgz' }) }],
  [
    'the host by another path',
    { 'node_modules/a': entry({ resolved: 'https://registry.example/admin/a.tgz' }) },
  ],
  [
    'a way out of the registry’s path',
    { 'node_modules/a': entry({ resolved: `${registry}../admin/a.tgz` }) },
  ],
  ['the same, written otherwise', { 'node_modules/a': entry({ resolved: `${registry}%2e%2e/admin/a.tgz` }) }],
  ['nothing said', { 'node_modules/a': entry({ resolved: undefined }) }],
  ['no checksum', { 'node_modules/a': entry({ integrity: undefined }) }],
  ['no version', { 'node_modules/a': entry({ version: 'file:x' }) }],
  ['a name that is an option', { 'node_modules/--global': entry() }],
  ['a way out', { 'node_modules/../../x': entry() }],
  ['what it asks for', { 'node_modules/a': entry({ dependencies: { b: 'git+file:///srv/x' } }) }],
  [
    'what it asks for if it can',
    { 'node_modules/a': entry({ optionalDependencies: { b: 'http://127.0.0.1/x.tgz' } }) },
  ],
  ['what it wants beside it', { 'node_modules/a': entry({ peerDependencies: { b: 'file:../x' } }) }],
  ['an alias of a folder', { 'node_modules/a': entry({ dependencies: { b: 'npm:c@file:x' } }) }],
])('%s is a stray', (_what, packages) => expect(straysIn(lock(packages), registry)).toHaveLength(1))

test('what is no lock is told apart', () => {
  for (const text of ['', '[]', '{}', '{"packages":[1]}']) expect(straysIn(text, registry)).toBeUndefined()
})
test.each(['^1.2.3', '*', 'next', '1.x || >=2', 'npm:other@1', ''])('“%s” is of a registry', (range) =>
  expect(isFromRegistry(range)).toBe(true),
)
test.each([
  'git+file:///x',
  'github:a/b',
  'a/b',
  'https://x/y.tgz',
  'file:x',
  './x',
  '/x',
  'link:x',
  'workspace:*',
  'portal:x',
  'npm:git+file:x',
  '-g',
])('“%s” is not', (range) => expect(isFromRegistry(range)).toBe(false))
test('names that begin with a hyphen, hold a path or an address are none', () => {
  for (const name of [
    '--registry',
    '-g',
    '../x',
    'a/b',
    'file:x',
    '@a',
    '@-a/b',
    '@a/-b',
    '.hidden',
    'a b',
    'a@b',
    '',
  ])
    expect([name, isPackageName(name)]).toEqual([name, false])
  for (const name of ['vue', '@vue/runtime-dom', 'lodash.merge', '_private', '~x'])
    expect([name, isPackageName(name)]).toEqual([name, true])
})
