import type { Browser } from 'playwright-core'
import type { Problem } from '~~/core/problem'
import { fencedBrowser } from './browser'
import { noBrowser } from './message'

/**
 * What a process with a browser does: it is asked once, works with a browser of its own while it says what
 * came of each thing, and ends.
 */
export function browserChild<Asked extends { chromium: string; port: number }, Said>(
  work: (browser: Browser, asked: Asked, say: (said: Said) => Promise<void>) => Promise<void>,
): void {
  const say = (said: Said | { stopped: Problem }) =>
    new Promise<void>((resolve) => process.send!(said, undefined, undefined, () => resolve()))
  process.on('disconnect', () => process.exit(0))
  process.once('message', async (asked: Asked) => {
    let fenced: Awaited<ReturnType<typeof fencedBrowser>>
    try {
      fenced = await fencedBrowser(asked.chromium, asked.port)
    } catch (error) {
      await say({ stopped: noBrowser(firstLine(error)) })
      process.exit(0)
    }
    await work(fenced.browser, asked, say)
    await fenced.close()
    process.exit(0)
  })
}

/** What an error says, without where in our code it came from. */
export const firstLine = (error: unknown): string => (error as Error).message.split('\n')[0]!.slice(0, 300)
