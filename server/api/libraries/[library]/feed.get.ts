import { createEventStream } from 'h3'
import { fail } from '~~/server/auth/failure'
import { mayStillRead, route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { hear } from '~~/server/news/listen'

/** Feeds that are open in this process, by person. */
const open = new Map<string, number>()
const beatEvery = 15_000

/**
 * What changes in a library, as server-sent events. Whoever loses the right to see it hears nothing
 * more: that is asked again with every beat, and at once when roles or sessions change.
 */
export default route({
  access: 'reader',
  answer: 'stream',
  handle({ event, library, person }) {
    const count = open.get(person.id) ?? 0
    if (count >= limits.feeds)
      return fail(
        429,
        'too-many-feeds',
        'This library is open in too many windows at once.',
        'Close some of them.',
      )
    open.set(person.id, count + 1)
    const stream = createEventStream(event)
    const check = async (): Promise<void> => {
      if (!(await mayStillRead(event, library).catch(() => true))) await stream.close()
    }
    const stop = hear(library.slug, (news) => {
      if (news === 'lost') return void stream.push(JSON.stringify({ what: 'lost' }))
      if (news.what !== 'staff') return void stream.push(JSON.stringify(news))
      // told only to whoever may still know of it
      void check().then(() => stream.push(JSON.stringify(news)))
    })
    const beat = setInterval(
      () => void check().then(() => stream.push({ event: 'beat', data: '' })),
      beatEvery,
    )
    stream.onClosed(async () => {
      stop()
      clearInterval(beat)
      const left = (open.get(person.id) ?? 1) - 1
      if (left > 0) open.set(person.id, left)
      else open.delete(person.id)
    })
    void stream.push({ event: 'beat', data: '' })
    return stream.send()
  },
})
