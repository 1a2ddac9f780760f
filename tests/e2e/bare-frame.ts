import type { Page } from '@playwright/test'
import { plainSurround } from '../../core/surround'
import { fromFrameSchema, helloToWitness, type FromFrame, type ToFrame } from '../../frame/protocol'
import type { World } from '../world'

// A frame of ours without any component: what it tells is told of markup that a test puts where one would
// stand.

interface OurEnd {
  port: MessagePort
  came: unknown[]
}
declare global {
  interface Window {
    ourEnd: OurEnd
  }
}

/** Opens a frame with nothing in it but this markup. */
export async function frameWith(page: Page, at: World, markup: string): Promise<void> {
  await page.goto(`${at.preview}/frame`)
  await page.evaluate((word) => {
    const { port1, port2 } = new MessageChannel()
    window.ourEnd = { port: port1, came: [] }
    port1.onmessage = ({ data }) => window.ourEnd.came.push(data)
    window.postMessage(word, '*', [port2])
  }, helloToWitness)
  await post(page, { say: 'surround', surround: plainSurround('') })
  await page.evaluate((html) => {
    document.querySelector('#parent')!.innerHTML = html
  }, markup)
}

export const post = (page: Page, message: ToFrame): Promise<void> =>
  page.evaluate((sent) => window.ourEnd.port.postMessage(sent), message)

/** What the frame answers to a question of a number. */
export async function answerTo(page: Page, question: ToFrame & { seq: number }): Promise<FromFrame> {
  await post(page, question)
  const heard = await page.waitForFunction(
    (wanted) => window.ourEnd.came.find((entry) => (entry as { seq?: number }).seq === wanted),
    question.seq,
  )
  return fromFrameSchema.parse(await heard.jsonValue())
}
