// Waiting for the browser, by its own time.

const wait = setTimeout.bind(window)
const drawnNext = requestAnimationFrame.bind(window)

export const later = (milliseconds: number) => new Promise<void>((resolve) => wait(resolve, milliseconds))

/** Milliseconds after which a browser that draws nothing is not waited for any longer. */
const drawsNone = 250

/**
 * Until the browser draws next. Just before, it tells what it has put off until then: that a dialog was
 * closed, that something was scrolled, resized or came into sight (HTML, 8.1.7.3; CSSOM View, 13.1).
 */
export const drawnOnce = () =>
  Promise.race([later(drawsNone), new Promise<void>((resolve) => drawnNext(() => resolve()))])
