import { EventEmitter } from 'node:events'
import pg from 'pg'
import { z } from 'zod'
import { settings } from '../config'
import { log } from '../log'
import { newsKinds } from './kinds'

/** Something changed in a library; what exactly is asked for again by whoever cares. */
export const newsSchema = z.looseObject({
  library: z.string(),
  what: z.enum(newsKinds),
})
export type News = z.infer<typeof newsSchema>

const listeners = new EventEmitter({ captureRejections: true })
listeners.setMaxListeners(0)
let client: pg.Client | undefined
let stopped = false

/** Hears PostgreSQL's notifications on a connection of its own, and connects again when it is lost. */
export async function startListening(): Promise<void> {
  stopped = false
  const own = new pg.Client({ connectionString: settings().DATABASE_URL, keepAlive: true })
  const again = () => {
    if (client !== own || stopped) return
    client = undefined
    setTimeout(() => void startListening(), 1000).unref()
  }
  client = own
  own.on('error', again).on('end', again)
  own.on('notification', ({ payload }) => {
    const news = newsSchema.safeParse(JSON.parse(payload ?? '{}'))
    if (news.success) listeners.emit('news', news.data)
  })
  try {
    await own.connect()
    await own.query('listen kept_shelf')
    // what happened while nobody listened is not known: everybody looks again
    listeners.emit('lost')
  } catch (error) {
    log.warn({ err: error }, 'cannot listen')
    again()
  }
}

export async function stopListening(): Promise<void> {
  stopped = true
  await client?.end().catch(() => undefined)
  client = undefined
}

export function hear(library: string, told: (news: News | 'lost') => void): () => void {
  const onNews = (news: News) => {
    if (news.library === library) told(news)
  }
  const onLost = () => told('lost')
  listeners.on('news', onNews).on('lost', onLost)
  return () => listeners.off('news', onNews).off('lost', onLost)
}
