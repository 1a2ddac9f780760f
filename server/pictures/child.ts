import { browserChild, firstLine } from '../evidence/browser-child'
import { within } from '../evidence/channel'
import { limits } from '../limits'
import { Camera, compareClosely } from './camera'
import type { Pair, Said, Shot, ToPicture } from './message'

/**
 * The process with the browser that takes pictures of components in preview frames, headless: their code runs
 * in the browser's sandboxed frames and nowhere else.
 */
browserChild<ToPicture, Said>(async (browser, asked, say) => {
  const work = [...asked.shots.map((shot) => ({ shot })), ...asked.pairs.map((pair) => ({ pair }))]
  let next = 0
  const lane = async (i: number): Promise<void> => {
    const camera = (name: string) =>
      new Camera(browser, asked.sides, `http://${name}${i}.localhost:${asked.port}`)
    const cameras = [camera('before'), camera('now')] as const
    for (let todo = work[next++]; todo; todo = work[next++])
      if ('shot' in todo) await takeAll(cameras[todo.shot.side], todo.shot, say)
      else await lookClosely(cameras, todo.pair, say)
  }
  await Promise.all(Array.from({ length: asked.lanes }, (_, i) => lane(i)))
})

type Say = (said: Said) => Promise<void>

/** Work on one picture, or one pair, for so long and no longer: a component in a loop answers nothing. */
const inTime = <T>(work: Promise<T>): Promise<T> => {
  const { pictureSeconds } = limits.pictures
  return within(work, pictureSeconds * 1000, `it took longer than ${pictureSeconds} seconds`)
}

/** Takes every picture of a shot; one that fails says why, and the others are taken all the same. */
async function takeAll(camera: Camera, { side, tag, pictures }: Shot, say: Say): Promise<void> {
  await say({ begun: tag })
  for (const picture of pictures) {
    const taken = await inTime(camera.take(side, tag, picture)).catch((error: unknown) => {
      camera.leave()
      return { failed: firstLine(error) }
    })
    await say({ key: picture.key, taken })
  }
}

async function lookClosely(
  cameras: readonly [Camera, Camera],
  { id, tag, pictures }: Pair,
  say: Say,
): Promise<void> {
  await say({ begun: tag })
  try {
    await say({ pair: id, ...(await inTime(compareClosely(cameras, tag, pictures))) })
  } catch (error) {
    for (const camera of cameras) camera.leave()
    await say({ pair: id, failed: firstLine(error) })
  }
}
