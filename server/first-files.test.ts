import { firstFilesOf } from './first-files'

const files = (name: string) => ({ scripts: [`shared.js`, `${name}.js`], sheets: [`${name}.css`] })
const pages = {
  'pages/index.vue': files('libraries'),
  'pages/account.vue': files('account'),
  'pages/[library].vue': files('library'),
  'pages/[library]/index.vue': files('shelf'),
  'pages/[library]/tokens.vue': files('tokens'),
  'pages/[library]/[tag]/index.vue': files('bench'),
  'pages/[library]/[tag]/guide.vue': files('guide'),
  'pages/[library]/bring-in/index.vue': files('bring-in'),
}

test.each([
  ['/', ['shared.js', 'libraries.js']],
  ['/account', ['shared.js', 'account.js']],
  ['/tern', ['shared.js', 'library.js', 'shelf.js']],
  ['/tern/tokens', ['shared.js', 'library.js', 'tokens.js']],
  ['/tern/tern-action', ['shared.js', 'library.js', 'bench.js']],
  ['/tern/tern-action/guide', ['shared.js', 'library.js', 'guide.js']],
  ['/tern/bring-in', ['shared.js', 'library.js', 'bring-in.js']],
  ['/tern/tern-action/nowhere', []],
])('%s is drawn with %p', (path, scripts) => expect(firstFilesOf(pages, path).scripts).toEqual(scripts))

test('a page of a library begins with the library and its shelf; a bench has a frame made ready', () => {
  expect(firstFilesOf(pages, '/tern/tern-action')).toMatchObject({
    sheets: ['library.css', 'bench.css'],
    answers: ['/api/me', '/api/libraries/tern', '/api/libraries/tern/shelf'],
    isBench: true,
  })
  expect(firstFilesOf(pages, '/tern')).toMatchObject({ isBench: false })
  expect(firstFilesOf(pages, '/account').answers).toEqual(['/api/me'])
})

test.each(['/"><script>1</script>', '/tern"onload="x', '/%22%3E', "/tern'x"])(
  'nothing of an address that is no name goes into the page: %s',
  (path) => expect(firstFilesOf(pages, path).answers).toEqual(['/api/me']),
)
