import { mergeFiles } from '../jobs/bring-in'
import { judgeFiles } from './judge'

const bytes = (text: string) => new TextEncoder().encode(text)
const judged = (path: string, content: Uint8Array = bytes('x')) => {
  const { files, problems } = judgeFiles([{ path, content }])
  return files.length ? 'taken' : (problems[0]?.code ?? 'passed over')
}

test.each([
  ['src/a.ts', 'taken'],
  ['a.vue', 'taken'],
  ['deep/er/a.css', 'taken'],
  ['LICENSE', 'taken'],
  ['LICENCE', 'taken'],
  ['README.md', 'taken'],
  ['package.json', 'taken'],
  ['../a.ts', 'path'],
  ['src/../../a.ts', 'path'],
  ['/etc/a.ts', 'path'],
  ['src\\a.ts', 'path'],
  ['src//a.ts', 'path'],
  ['./a.ts', 'path'],
  ['', 'path'],
  ['photo.png', 'taken'],
  ['photo.psd', 'not-source'],
  ['a.exe', 'not-source'],
  ['Makefile', 'not-source'],
  ['node_modules/x/a.ts', 'passed over'],
  ['src/.git/config.ts', 'passed over'],
])('%s: %s', (path, verdict) => expect(judged(path)).toBe(verdict))

test('text is UTF-8 without zero bytes, and its first mark is no text', () => {
  expect(judged('a.ts', new Uint8Array([0xff, 0xfe, 0x41, 0x00]))).toBe('not-text')
  expect(judged('a.ts', bytes('a\0b'))).toBe('not-text')
  expect(judged('a.ts', bytes('Größe ✓'))).toBe('taken')
  expect(
    judgeFiles([{ path: 'a.ts', content: new Uint8Array([0xef, 0xbb, 0xbf, 0x61]) }]).files[0]!.text,
  ).toBe('a')
})
test('a picture is kept as its address, whatever its bytes', () => {
  expect(judgeFiles([{ path: 'a.png', content: new Uint8Array([0xff, 0x00]) }]).files[0]!.text).toBe(
    'data:image/png;base64,/wA=',
  )
})
test('a file over the limit is told with both sizes', () => {
  const { problems } = judgeFiles([{ path: 'a.ts', content: new Uint8Array(2_500_000).fill(97) }])
  expect(problems[0]).toMatchObject({
    code: 'file-too-large',
    where: { file: 'a.ts' },
    what: expect.stringMatching(/2\.5 MB; 2 MB/),
  })
})
test('what comes is laid over what was there, what is taken out is gone, paths in order', () => {
  const file = (path: string, text: string) => ({ path, text })
  expect(
    mergeFiles(
      [file('b', '1'), file('a', '1'), file('c', '1')],
      [file('b', '2'), file('d', '1')],
      ['c', 'not there'],
    ),
  ).toEqual([file('a', '1'), file('b', '2'), file('d', '1')])
})

test('a manifest may be larger than source, and what is no source is not told for its size', () => {
  const large = new TextEncoder().encode(`{"a":"${'x'.repeat(3_000_000)}"}`)
  const { files, problems } = judgeFiles(
    [
      { path: 'custom-elements.json', content: large },
      { path: 'data.json', content: large },
      { path: 'dist/index.js.map', content: large },
    ],
    true,
  )
  expect(files.map(({ path }) => path)).toEqual(['custom-elements.json'])
  expect(problems.map(({ code, where }) => [code, where?.file])).toEqual([
    ['file-too-large', 'data.json'],
    ['not-source', 'dist/index.js.map'],
  ])
})
