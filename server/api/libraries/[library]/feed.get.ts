import { createEventStream } from 'h3'
import { route } from '~~/server/auth/route'
import { hear } from '~~/server/news/listen'

/** What changes in a library, as server-sent events; a line a minute keeps the connection open. */
export default route({
  access: 'reader',
  handle({ event, library }) {
    const stream = createEventStream(event)
    const stop = hear(library.slug, (news) => void stream.push(JSON.stringify(news === 'lost' ? { what: 'lost' } : news)))
    const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }), 30_000)
    stream.onClosed(async () => {
      stop()
      clearInterval(beat)
    })
    void stream.push({ event: 'beat', data: '' })
    return stream.send()
  },
})
