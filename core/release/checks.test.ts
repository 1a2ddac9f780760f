import { judgeRelease } from './checks'
import { licencePath } from './checks/licence'

type ToPublish = Parameters<typeof judgeRelease>[0]

const ready: ToPublish = {
  package: '@marram/tern',
  packageJson: JSON.stringify({ name: '@marram/tern', license: 'MIT' }),
  paths: ['package.json', 'LICENSE'],
  buildProblems: [],
  tokenProblems: [],
  missedWays: [],
}
const codes = (more: Partial<ToPublish>) =>
  judgeRelease({ ...ready, ...more }).problems.map((problem) => problem.code)

test('a library that is ready has nothing in its way', () => {
  expect(judgeRelease(ready)).toMatchObject({ problems: [], library: { name: '@marram/tern' } })
})
test.each([
  ['LICENSE', true],
  ['LICENCE.md', true],
  ['license.txt', true],
  ['docs/LICENSE', false],
  ['LICENSE.html', false],
])('%s holds the licence: %s', (path, is) => expect(licencePath([path])).toBe(is ? path : undefined))
test.each([
  ['no licence', { paths: [] }, ['no-licence']],
  [
    'a way that leads nowhere',
    { missedWays: [{ tag: 'x-a', example: 'Open', way: { done: 0, failed: { why: 'no', instead: [] } } }] },
    ['way-missed'],
  ],
  ['a foreign name', { package: '@marram/skua' }, ['other-name']],
  ['two files that differ in case', { paths: ['LICENSE', 'src/Chip.ts', 'src/chip.ts'] }, ['case-only']],
  ['no package.json', { packageJson: undefined }, ['no-package-json']],
  [
    'what does not build, and tokens',
    {
      buildProblems: [{ code: 'b', what: '', todo: '' }],
      tokenProblems: [{ code: 't', what: '', todo: '' }],
    },
    ['b', 't'],
  ],
] as [string, Partial<ToPublish>, string[]][])('%s', (_what, more, expected) =>
  expect(codes(more)).toEqual(expected),
)
