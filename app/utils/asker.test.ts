import fc from 'fast-check'
import { Asker } from './asker'

/** A server on which time goes by with each question; answers come when the test says so, in any order. */
class Server {
  now = 0
  readonly waiting: { address: string; asked: number; answer(): void; fail(): void }[] = []
  readonly askAt = (address: string): Promise<{ address: string; of: number }> =>
    new Promise((resolve, reject) => {
      const asked = ++this.now
      this.waiting.push({
        address,
        asked,
        // what it says is of the moment at which it was asked
        answer: () => resolve({ address, of: asked }),
        fail: () => reject(new Error('gone')),
      })
    })
}
const settled = () => new Promise((resolve) => setImmediate(resolve))

test('no answer is older than one that was heard, or of an address that is not asked any more', async () => {
  const step = fc.oneof(
    fc.record({ load: fc.constantFrom('a', 'b', 'c') }),
    fc.record({ end: fc.nat(5), isFailed: fc.boolean() }),
  )
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 30 }), async (steps) => {
      const server = new Server()
      const heard: { address: string; of: number }[] = []
      let [asked, failures] = ['', 0]
      const asker = new Asker(server.askAt, {
        came: (answer) => {
          expect(answer.address).toBe(asked)
          heard.push(answer)
        },
        failed: () => failures++,
      })
      const end = async (at: number, isFailed: boolean) => {
        const [question] = server.waiting.splice(at % Math.max(1, server.waiting.length), 1)
        if (isFailed) question?.fail()
        else question?.answer()
        await settled()
      }
      const loads: Promise<void>[] = []
      const loadedAt: number[] = []
      for (const entry of steps)
        if ('load' in entry) {
          asked = entry.load
          loadedAt.push(server.now)
          loads.push(asker.load(asked))
        } else await end(entry.end, entry.isFailed)
      while (server.waiting.length) await end(0, false)
      // whoever waits for an answer gets to the end of waiting
      await Promise.all(loads)
      expect(heard.map(({ of }) => of)).toEqual(heard.map(({ of }) => of).toSorted((x, y) => x - y))
      // the last that was wanted was asked for after it was wanted
      if (loads.length && failures === 0) {
        expect(heard.at(-1)!.address).toBe(asked)
        expect(heard.at(-1)!.of).toBeGreaterThan(loadedAt.at(-1)! - 1)
      }
    }),
  )
})

test('what is news many times while an address is asked is asked for once more', async () => {
  const server = new Server()
  const heard: number[] = []
  const asker = new Asker(server.askAt, { came: ({ of }) => heard.push(of), failed: () => undefined })
  const loads = Array.from({ length: 10 }, () => asker.load('a'))
  expect(server.now).toBe(1)
  server.waiting.shift()!.answer()
  await settled()
  expect(server.now).toBe(2)
  server.waiting.shift()!.answer()
  await Promise.all(loads)
  expect(heard).toEqual([1, 2])
})

test('a failure tells whether what is known is of another address', async () => {
  const server = new Server()
  const failed: boolean[] = []
  const asker = new Asker(server.askAt, {
    came: () => undefined,
    failed: (_error, isOther) => failed.push(isOther),
  })
  const end = async (address: string, isFailed: boolean) => {
    const load = asker.load(address)
    const question = server.waiting.shift()!
    if (isFailed) question.fail()
    else question.answer()
    await load
  }
  await end('a', true)
  await end('a', false)
  await end('a', true)
  await end('b', true)
  expect(failed).toEqual([true, false, true])
})
