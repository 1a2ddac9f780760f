import { mostLeft } from '../core/evidence/observation'
import { leftOf } from './pieces'
import { showing } from './say'

const told = globalThis as unknown as {
  keptShelfPieces(file: string, prefix: string, facts: [number, string][]): void
  keptShelfRan(id: string): void
}

test('code is left that never ran: of its own files, and of those that take part and are nobody else’s', () => {
  for (const [file, prefix] of [
    ['own.ts', 'o'],
    ['shared.ts', 's'],
    ['idle.ts', 'i'],
    ['other.ts', 't'],
  ] as const)
    told.keptShelfPieces(file, prefix, [
      [1, 'size'],
      [2, 'size tone'],
    ])
  // what runs while scripts are loaded takes no part in a trial
  told.keptShelfRan('i#0')
  showing.isTrying = true
  for (const id of ['o#0', 's#0', 't#0']) told.keptShelfRan(id)
  showing.isTrying = false
  const asked = { own: ['own.ts'], others: ['other.ts'] }
  expect(leftOf({ names: ['size', 'tone', 'open'], ...asked })).toEqual([
    'size own.ts:2',
    'size shared.ts:2',
    'tone own.ts:2',
  ])
})

test('of very many names no more is told than is taken', () => {
  const names = Array.from({ length: mostLeft + 1 }, (_, i) => `name${i}`)
  told.keptShelfPieces('many.ts', 'm', [[1, names.join(' ')]])
  expect(leftOf({ names, own: ['many.ts'], others: [] })).toHaveLength(mostLeft)
})
