import { own } from './own'
import { wordsByTag } from './words'

test('words stand by component and key, whatever those are called, and nowhere else', () => {
  const names = ['x-card', 'constructor', '__proto__', 'toString']
  const words = wordsByTag(
    names.flatMap((tag) => [
      { tag, member: 'component:', text: `of ${tag}` },
      { tag, member: '__proto__', text: `more of ${tag}` },
    ]),
  )
  for (const tag of names) {
    expect(own(own(words, tag)!, 'component:')).toBe(`of ${tag}`)
    expect(own(own(words, tag)!, '__proto__')).toBe(`more of ${tag}`)
  }
  expect(own(words, 'valueOf')).toBeUndefined()
  const plain: Record<string, unknown> = {}
  expect(plain['component:']).toBeUndefined()
  expect((Object as unknown as Record<string, unknown>)['component:']).toBeUndefined()
  const kept = JSON.parse(JSON.stringify(words)) as typeof words
  // and stay so on their way to a version and back
  expect(own(own(kept, '__proto__')!, 'component:')).toBe('of __proto__')
})
