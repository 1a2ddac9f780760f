import fc from 'fast-check'
import { FairQueue } from './queue'

const work = (owner: string, number: number) => ({ owner, number })

test('whoever sends much waits behind what they sent themselves, and not before others', () => {
  const queue = new FairQueue<ReturnType<typeof work>>()
  for (let i = 0; i < 30; i++) queue.add(work('flood', i))
  queue.add(work('quiet', 0))
  expect(queue.take()).toEqual(work('flood', 0))
  expect(queue.take()).toEqual(work('quiet', 0))
  expect(queue.take()).toBeUndefined()
  queue.done('flood')
  expect(queue.take()).toEqual(work('flood', 1))
  expect(queue.count('flood')).toBe(28)
})
test('nothing is lost, each owner’s work keeps its order, and of nobody two run at once', () => {
  const acts = fc.array(
    fc.oneof(
      fc.constantFrom('a', 'b', 'c').map((owner) => ({ add: owner })),
      fc.constant({ take: true }),
      fc.nat(5).map((at) => ({ end: at })),
      fc.nat(5).map((at) => ({ back: at })),
    ),
    { maxLength: 80 },
  )
  fc.assert(
    fc.property(acts, (all) => {
      const queue = new FairQueue<ReturnType<typeof work>>()
      const running: ReturnType<typeof work>[] = []
      const begun: ReturnType<typeof work>[] = []
      let added = 0
      const take = () => {
        const taken = queue.take()
        if (taken) running.push(taken)
        return taken !== undefined
      }
      for (const act of all) {
        if ('add' in act) queue.add(work(act.add, added++))
        else if ('take' in act) take()
        else if (running.length) {
          const [ended] = running.splice(('end' in act ? act.end : act.back) % running.length, 1)
          if ('back' in act) queue.giveBack(ended!)
          else {
            begun.push(ended!)
            queue.done(ended!.owner)
          }
        }
        expect(new Set(running.map((entry) => entry.owner)).size).toBe(running.length)
      }
      while (running.length || take()) {
        const ended = running.shift()!
        begun.push(ended)
        queue.done(ended.owner)
      }
      for (const owner of ['a', 'b', 'c']) {
        const numbers = begun.filter((entry) => entry.owner === owner).map((entry) => entry.number)
        expect(numbers).toEqual(numbers.toSorted((x, y) => x - y))
      }
      expect(begun).toHaveLength(added)
    }),
  )
})
