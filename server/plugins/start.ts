import type { Server } from 'node:http'
import { defineNitroPlugin } from 'nitropack/runtime'
import { sessionSecret } from '../config'
import { stopChildren } from '../build/pool'
import { log } from '../log'
import { startQueue, stopQueue } from '../jobs/queue'
import { startListening, stopListening } from '../news/listen'
import { moveTo } from '../readiness'
import { startPreview } from '../preview/server'
import { closeStore, migrate, store } from '../store/database'

/** What runs beside the requests: migrations, the preview host, the job queue, the ear for notifications. */
export default defineNitroPlugin((nitro) => {
  let preview: Server | undefined
  try {
    sessionSecret()
  } catch (error) {
    // sessions sealed with a secret that everybody knows would be worse than no server
    process.stderr.write(`${(error as Error).message}\n`)
    process.exit(1)
  }
  const begin = async (): Promise<void> => {
    try {
      preview ??= await startPreview()
      await migrate(store())
      await startQueue()
      await startListening()
      moveTo('ready')
      log.info('ready')
    } catch (error) {
      log.error({ err: error }, 'cannot begin yet; trying again')
      setTimeout(() => void begin(), 1500).unref()
    }
  }
  void begin()
  nitro.hooks.hook('close', async () => {
    moveTo('ending')
    preview?.close()
    stopChildren()
    await Promise.allSettled([stopQueue(), stopListening()])
    await closeStore()
  })
})
