import { readLibrary } from '../read/read'
import { changesOf } from './changes'

const read = (body: string, tags = '') => readLibrary([{ path: 'a.ts', text: `/** A.${tags} */\nexport class A extends HTMLElement {\n${body}\n}\ncustomElements.define('x-a', A)` }]).contracts[0]!

test('members that are new, changed and gone; another line or another comment is no change', () => {
  const before = read("tone: 'calm' | 'loud' = 'calm'\nquiet = false\n/** Old words. */\nsize = 1")
  const now = read("\n/** New words. */\nsize = 1\ntone: 'calm' | 'loud' | 'storm' = 'calm'\nfresh = ''")
  expect(changesOf(before, now).map((one) => [one.change, one.member.name, one.says])).toEqual([
    ['changed', 'tone', expect.stringMatching(/calm, loud.* → .*storm|calm.*loud.*→.*storm/)], ['new', 'fresh', expect.any(String)], ['gone', 'quiet', ''],
  ])
  expect(changesOf(before, before)).toEqual([])
})
