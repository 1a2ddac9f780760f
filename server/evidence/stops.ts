import type { CDPSession, Page } from 'playwright-core'
import { readTree } from './tree'

/** Goes through a page by Tab: what has the focus at each stop, until it leaves the page or begins anew. */
export async function* stopsOn(
  page: Page,
  session: CDPSession,
  most: number,
): AsyncGenerator<Awaited<ReturnType<typeof readTree>>[number]> {
  let first: number | undefined
  for (let i = 0; i < most; i++) {
    await page.keyboard.press('Tab')
    const nodes = await readTree(session)
    const place = nodes.findIndex(({ states }) => states.focused === 'true')
    if (place < 0 || place === first) return
    first ??= place
    yield nodes[place]!
  }
}
