import { readLibrary } from '../read/read'
import { originOf } from './contents'

const files = [
  {
    path: 'src/knot.ts',
    text: "class Knot extends HTMLElement {}\ncustomElements.define('x-knot', Knot)\nexport { Knot }",
  },
  { path: 'LICENCE.md', text: 'MIT' },
  { path: 'package.json', text: '{}' },
]
const origin = originOf(
  readLibrary(files).contracts,
  'x-',
  files.map(({ path }) => path),
)

test.each([
  ['dist/knot.js', { of: 'component', tag: 'x-knot', from: ['src/knot.ts'] }],
  ['dist/knot.js.map', { of: 'component', tag: 'x-knot', from: ['src/knot.ts'] }],
  ['dist/knot.d.ts', { of: 'component', tag: 'x-knot', from: ['src/knot.ts'] }],
  ['dist/types/src/knot.d.ts', { of: 'types', from: ['src/knot.ts'] }],
  ['dist/source/src/knot.ts', { of: 'source', from: ['src/knot.ts'] }],
  ['dist/source/index.js', { of: 'source', from: [] }],
  ['dist/shared/AB12.js', { of: 'shared by components', from: [] }],
  ['dist/index.js', { of: 'package', from: [] }],
  ['messages/nl-BE.json', { of: 'messages in nl-BE', from: [] }],
  ['tokens/tokens.css', { of: 'tokens', from: [] }],
  ['icons/buoy.svg', { of: 'icons', from: [] }],
  ['LICENSE', { of: 'package', from: ['LICENCE.md'] }],
  ['package.json', { of: 'package', from: ['package.json'] }],
  ['README.md', { of: 'package', from: [] }],
])('%s', (path, told) => expect(origin(path)).toEqual(told))
