import { setImmediate as nextTurn } from 'node:timers/promises'
import { Turns } from './turns'

/** Work that ends when it is told to, and counts how much of it is under way. */
function controlled() {
  const ends: (() => void)[] = []
  const work = () => new Promise<void>((resolve) => ends.push(resolve))
  return { ends, work }
}

test('of one owner so much is done at once, the rest in turn; another owner does not wait', async () => {
  const turns = new Turns(2)
  const busy = controlled()
  const quiet = controlled()
  const all = Array.from({ length: 5 }, () => turns.take('busy', busy.work))
  void turns.take('quiet', quiet.work)
  await nextTurn()
  expect([busy.ends.length, quiet.ends.length]).toEqual([2, 1])
  busy.ends[0]!()
  await all[0]
  await nextTurn()
  expect(busy.ends).toHaveLength(3)
  for (let i = 1; i < 5; i++) {
    busy.ends[i]!()
    await all[i]
    await nextTurn()
  }
  expect(turns.owners).toBe(1)
  quiet.ends[0]!()
  await nextTurn()
  await nextTurn()
  expect(turns.owners).toBe(0)
})

test('work that fails gives its turn on', async () => {
  const turns = new Turns(1)
  const failing = turns.take('busy', () => Promise.reject(new Error('no')))
  const after = turns.take('busy', () => Promise.resolve('done'))
  await expect(failing).rejects.toThrow('no')
  expect(await after).toBe('done')
})
