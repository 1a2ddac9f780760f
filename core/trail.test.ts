import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { sayAct } from './trail'

const titleOf = (tag: string) => tag.replace('tern-', '')
const say = (act: string, detail: Record<string, unknown>) => sayAct(act, detail, titleOf)

test.each([
  ['published', { version: '1.2.0', channel: 'next' }, 'published 1.2.0 to next'],
  [
    'source brought in',
    { revision: 7, added: ['a', 'b'], changed: [], gone: ['c'] },
    'brought in source, revision 7: 2 added, 1 gone',
  ],
  ['words written', { tag: 'tern-ticket', member: 'slot:' }, 'wrote words for the slot default of ticket'],
  [
    'words written',
    { tag: 'tern-ticket', member: 'guide:when-not' },
    'wrote words for when not to use it of ticket',
  ],
  ['role given', { to: 'x', role: null }, 'took somebody off the staff'],
  ['example changed', { tag: 'tern-ticket', what: ['face'] }, 'chose another face for ticket'],
  ['provisions saved', { scope: '' }, 'changed what is provided for the library'],
  ['something older', { any: 1 }, 'something older'],
  ['toString', {}, 'toString'],
])('%s is told as a sentence', (act, detail, sentence) => expect(say(act, detail)).toBe(sentence))

test('whatever stands in the details, a sentence comes out and no JSON', () => {
  for (const detail of [{}, { tag: { a: 1 }, member: [1], added: 'x', versions: 3, what: null }])
    for (const act of ['source brought in', 'words written', 'deprecated', 'example changed', 'published'])
      expect(say(act, detail)).not.toMatch(/[{}[\]]|object|undefined|null/)
})

test('every act that the server records is one of them', () => {
  const files = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
    )
  const acts = files('server').flatMap((file) => [
    ...readFileSync(file, 'utf8').matchAll(/await record\(\s*\w+,\s*'([^']+)'/g),
  ])
  expect(acts.length).toBeGreaterThan(15)
  // a sentence of its own: one that is not known is told as it was recorded
  const told = acts.map(([, act]) => act!).filter((act) => say(act, {}) === act)
  expect(told.filter((act) => !['signed in'].includes(act))).toEqual([])
})
