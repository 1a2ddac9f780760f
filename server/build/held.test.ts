import fc from 'fast-check'
import { HeldBy, Holding, type Source } from './held'

const keptOf = (revision: string) => [
  { path: 'a.ts', text: `a of ${revision}` },
  { path: 'c.ts', text: `c of ${revision}` },
]

test('whatever is asked for in whatever order, a child has the files of the revision with those laid over', () => {
  const asks = fc.array(
    fc.record({
      revision: fc.option(fc.constantFrom('1', '2', '3', '4')),
      path: fc.constantFrom('a.ts', 'b.ts', 'c.ts'),
    }),
    { maxLength: 30 },
  )
  fc.assert(
    fc.property(asks, (list) => {
      const held = new HeldBy()
      const holding = new Holding()
      for (const { revision, path } of list) {
        const source: Source = { revision, kept: keptOf(String(revision)), over: [{ path, text: 'written' }] }
        const expected = [...new Set(['a.ts', 'c.ts', path])]
          .sort()
          .map((file) => ({ path: file, text: file === path ? 'written' : `${file[0]} of ${revision}` }))
        expect(holding.filesOf(held.send(source))).toEqual(expected)
      }
    }),
  )
})

test('what a revision keeps is sent once as long as it is held', () => {
  const held = new HeldBy()
  const source: Source = { revision: '1', kept: keptOf('1'), over: [] }
  expect(held.send(source).kept).toBe(source.kept)
  expect(held.send(source).kept).toBeUndefined()
  expect(new HeldBy().send(source).kept).toBe(source.kept)
})
