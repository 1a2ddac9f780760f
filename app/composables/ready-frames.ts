// Frames that have their page before something is to be shown in them: a site of its own takes a while to
// stand.

/** What every frame of ours is: scripts of an opaque origin, and nothing else. */
export function makeFrame(source: string): HTMLIFrameElement {
  const frame = document.createElement('iframe')
  frame.setAttribute('sandbox', 'allow-scripts')
  frame.referrerPolicy = 'no-referrer'
  frame.src = source
  return frame
}

/** Where the page of a frame is, by the name of its host. */
export const frameSource = (preview: string, name: string): string =>
  `${preview.replace('{frame}', name)}/frame`

/** Whether a frame can be put elsewhere in the page and go on (DOM standard, `moveBefore`). */
const canMove = (): boolean => 'moveBefore' in Element.prototype

const waiting = (): HTMLIFrameElement | null => document.querySelector('body > iframe[data-ready]')

/**
 * Takes the frame that waits in the page, if one does and its browser lets it move; with the name of its
 * host. The page's own server made the first (`server/plugins/first-files.ts`).
 */
function takeReadyFrame(): { frame: HTMLIFrameElement; name: string } | undefined {
  const frame = canMove() ? waiting() : null
  const name = frame?.dataset.ready
  if (!frame || name === undefined) return undefined
  delete frame.dataset.ready
  return { frame, name }
}

/**
 * The place of a frame on the page: its host’s name, of one that waits where it stands alone, and its
 * element.
 */
export function useFramePlace(host: string | undefined) {
  const place = useTemplateRef<{ element: HTMLIFrameElement | null }>('place')
  const waited = host === undefined ? takeReadyFrame() : undefined
  const name = ref(host ?? waited?.name ?? frameName())
  const round = ref(0)
  return {
    name,
    /** Another is another element: by another host, or begun once more. */
    key: computed(() => `${name.value} ${round.value}`),
    again: () => void round.value++,
    iframe: computed(() => place.value?.element ?? null),
    waited: computed(() => (name.value === waited?.name && round.value === 0 ? waited.frame : undefined)),
  }
}

/**
 * Puts a frame that waited where it is seen; whoever listens hears that it has loaded, also where it had
 * before.
 */
export function moveFrame(frame: HTMLIFrameElement, place: HTMLElement, onLoad: () => void): void {
  const move = place as HTMLElement & { moveBefore(node: Node, before: Node | null): void }
  move.moveBefore(frame, null)
  frame.removeAttribute('class')
  const hasLoaded = frame.dataset.loaded !== undefined
  frame.onload = null
  frame.addEventListener('load', onLoad)
  if (hasLoaded) queueMicrotask(onLoad)
}

/** Milliseconds after which a page that shows no component counts as drawn. */
const drawnWithin = 3000

/**
 * Has a frame wait for the next page that wants one, once what is asked for now is drawn and there is nothing
 * else to do.
 */
export async function keepFrameReady(preview: string): Promise<void> {
  if (!canMove()) return
  await new Promise((resolve) => {
    document.addEventListener('kept-shelf:painted', resolve, { once: true })
    setTimeout(resolve, drawnWithin)
  })
  requestIdleCallback(() => {
    if (waiting()) return
    const name = frameName()
    const frame = makeFrame(frameSource(preview, name))
    frame.dataset.ready = name
    frame.className = 'waiting-frame'
    frame.addEventListener('load', () => (frame.dataset.loaded = ''), { once: true })
    document.body.append(frame)
  })
}
