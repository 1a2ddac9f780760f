import { readLibrary } from '../read'
import { libraryFiles } from './library-files'
import { isPassedOver, isSourceName, nameOfFile, placeOfFile } from './reading'

const left = (...paths: string[]) => {
  const { files, problems } = libraryFiles(paths.map((path) => ({ path, text: '' })))
  return {
    kept: files.map((file) => file.path),
    told: problems.map((problem) => [problem.code, problem.where!.file]),
  }
}

test('tests, demonstrations and settings are beside a library, and said once with the first of them', () => {
  expect(
    left('src/a.ts', 'src/a.test.ts', 'src/__tests__/b.ts', 'demo/c.ts', 'vite.config.ts', 'src/contest.ts'),
  ).toEqual({ kept: ['src/a.ts', 'src/contest.ts'], told: [['left-aside-beside', 'src/a.test.ts']] })
})
test('what was built is left aside only where its source is there, and never a manifest', () => {
  expect(left('src/a.ts', 'dist/a.js', 'dist/custom-elements.json')).toEqual({
    kept: ['dist/custom-elements.json', 'src/a.ts'],
    told: [['left-aside-built', 'dist/a.js']],
  })
  expect(left('dist/a.js', 'dist/b.js')).toEqual({ kept: ['dist/a.js', 'dist/b.js'], told: [] })
})
test.each([
  ['src/button-group.vue', 'ButtonGroup'],
  ['button/index.vue', 'Button'],
  ['a/OButton.vue', 'OButton'],
  ['my_card.tsx', 'MyCard'],
])('%s is called %s', (path, name) => expect(nameOfFile(path)).toBe(name))
test(`a single file takes the place of its namesake; a new one goes into src, unless it is about the whole`, () => {
  expect(
    ['card.ts', 'new.ts', 'package.json', 'LICENSE'].map((name) => placeOfFile(name, ['lib/deep/card.ts'])),
  ).toEqual(['lib/deep/card.ts', 'src/new.ts', 'package.json', 'LICENSE'])
})
test('names of source, and what is passed over', () => {
  expect(
    ['a.ts', 'a.vue', 'a.MTS', 'LICENCE', 'x/LICENSE', 'a.png', 'b.scss', 'c.psd', 'NOLICENSE.x'].filter(
      isSourceName,
    ),
  ).toEqual(['a.ts', 'a.vue', 'a.MTS', 'LICENCE', 'x/LICENSE', 'a.png', 'b.scss'])
  expect(
    ['node_modules/a', 'x/.git/b', '__MACOSX/c', 'my_node_modules/d', '.gitignore'].filter(isPassedOver),
  ).toEqual(['node_modules/a', 'x/.git/b', '__MACOSX/c'])
})

test(`an import that leads to no file of the library is told by name; pictures, packages and types are not`, () => {
  const { problems } = readLibrary([
    {
      path: 'src/a.ts',
      text:
        "import './there.css'\nimport x from './lost'\nimport y from " +
        "'../src/gone.js'\nimport picture from './boat.png'\nimport type { T } from " +
        "'./types'\nimport 'lit'\nexport * from './folder/'",
    },
    { path: 'src/there.css', text: '' },
  ])
  expect(
    problems
      .filter((problem) => problem.code === 'import-not-found')
      .map((problem) => [problem.what, problem.where?.line]),
  ).toEqual([
    ['There is no file “./lost” beside it.', 2],
    ['There is no file “../src/gone.js” beside it.', 3],
    ['There is no file “./folder/” beside it.', 7],
  ])
})
