import { pageLines, installWith, packageClients } from './install'

const of = {
  package: '@marram/tern',
  version: '1.2.0',
  registry: 'https://shelf.example/registry/',
  isOpen: true,
}

test.each(packageClients.map(({ name }) => name))('%s asks for the scope only', (client) => {
  const lines = installWith(client, of).split('\n')
  expect(lines.at(-1)).toMatch(/ @marram\/tern@1\.2\.0$/)
  expect(lines.slice(0, -1).join('\n')).toMatch(/marram.*https:\/\/shelf\.example\/registry\//)
  expect(lines.join('\n')).not.toMatch(/AuthToken|_authToken|--registry/)
})
test.each(packageClients.map(({ name }) => name))('%s gets an access token where one is needed', (client) => {
  expect(installWith(client, { ...of, isOpen: false })).toMatch(/(_a|A)uthToken[ =]YOUR_ACCESS_TOKEN/)
})
test('a package without a scope takes the registry for one installation', () =>
  expect(installWith('npm', { ...of, package: 'tern' })).toBe(
    'npm install tern@1.2.0 --registry=https://shelf.example/registry/',
  ))
test('a client nobody knows is told as npm is', () =>
  expect(installWith('other', of)).toBe(installWith('npm', of)))

test('a page without a build loads the single file where there is one', () => {
  expect(pageLines('@marram/tern', ['single/tern.classic.js', 'single/tern.js'])).toBe(
    '<script src="node_modules/@marram/tern/single/tern.classic.js"></script>',
  )
  expect(pageLines('@marram/skua', ['single/skua.js', 'dist/index.js'])).toBe(
    '<script type="module" src="node_modules/@marram/skua/single/skua.js"></script>',
  )
  expect(pageLines('@marram/tern', ['dist/index.js']).split('\n')).toEqual([
    '<link rel="stylesheet" href="node_modules/@marram/tern/tokens/tokens.css">',
    '<script type="module" src="node_modules/@marram/tern/dist/index.js"></script>',
  ])
})
