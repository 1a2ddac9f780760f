import { readLibrary } from '../read/read'
import { changesOf, historyOf } from './changes'

const read = (body: string, tags = '') =>
  readLibrary([
    {
      path: 'a.ts',
      text:
        `/** A.${tags} */\nexport class A extends HTMLElement ` +
        `{\n${body}\n}\ncustomElements.define('x-a', A)`,
    },
  ]).contracts[0]!

test('members that are new, changed and gone; another line or another comment is no change', () => {
  const before = read("tone: 'calm' | 'loud' = 'calm'\nquiet = false\n/** Old words. */\nsize = 1")
  const now = read("\n/** New words. */\nsize = 1\ntone: 'calm' | 'loud' | 'storm' = 'calm'\nfresh = ''")
  expect(changesOf(before, now).map((change) => [change.change, change.member.name, change.says])).toEqual([
    ['changed', 'tone', expect.stringMatching(/calm, loud.* → .*storm|calm.*loud.*→.*storm/)],
    ['new', 'fresh', expect.any(String)],
    ['gone', 'quiet', ''],
  ])
  expect(changesOf(before, before)).toEqual([])
})

test('history: the versions it came, changed and went with, the newest first', () => {
  const [first, second] = [read("tone = 'calm'"), read("tone = 'calm'\nsize = 1")]
  const at = new Date(0)
  const told = historyOf([
    { version: '0.9.0', made_at: at, contract: undefined },
    { version: '1.0.0', made_at: at, contract: first },
    { version: '1.0.1', made_at: at, contract: first },
    { version: '1.1.0', made_at: at, contract: second },
    { version: '2.0.0', made_at: at, contract: undefined },
  ])
  expect(
    told.map((versionOf) => [
      versionOf.version,
      versionOf.change,
      versionOf.members.map((member) => member.member.name),
    ]),
  ).toEqual([
    ['2.0.0', 'gone', []],
    ['1.1.0', 'changed', ['size']],
    ['1.0.0', 'new', []],
  ])
  expect(historyOf([])).toEqual([])
})
