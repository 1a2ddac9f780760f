// Waiting for the browser, by its own time.

const wait = setTimeout.bind(window)
const drawnNext = requestAnimationFrame.bind(window)

export const later = (milliseconds: number) => new Promise<void>((resolve) => wait(resolve, milliseconds))

/**
 * Milliseconds after which a browser that draws nothing is not waited for any longer: at first, and once it let
 * us wait in vain, as it does where nobody sees the frame. On a busy machine one that draws may take its time.
 */
const [patience, drawsNone] = [2000, 250]
let longest = patience

/**
 * Until the browser draws next. Just before, it tells what it has put off until then: that a dialog was
 * closed, that something was scrolled, resized or came into sight (HTML, 8.1.7.3; CSSOM View, 13.1).
 */
export async function drawnOnce(): Promise<void> {
  const drawn = new Promise<number>((resolve) => drawnNext(() => resolve(patience)))
  longest = await Promise.race([later(longest).then(() => drawsNone), drawn])
}
