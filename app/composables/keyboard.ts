/**
 * Whose the keyboard is: the page's, or that of the one frame somebody pointed into or moved to with
 * Tab. A frame that takes the focus by itself has it taken back; until it is given, the script in the
 * frame lets no key through to a component (`frame/keys.ts`).
 */
export interface KeyboardFrame {
  element(): HTMLIFrameElement | null
  /** Lets keys through in the frame, or stops them. */
  give(given: boolean): void
  /** It had taken the focus without being asked, and has it no more. */
  took(): void
}

/** Milliseconds after Tab, or after pointing, in which the focus that comes is what was meant. */
const meant = 1000
/** Milliseconds that word of pointing may take to get here from the frame. */
const patience = 150

const frames = new Set<KeyboardFrame>()
const pressed = new WeakMap<KeyboardFrame, number>()
/** Frames in which a way is gone that somebody asked for: the focus that comes meanwhile is part of it. */
const expected = new WeakSet<KeyboardFrame>()
let holder: KeyboardFrame | undefined
let lastOwn: HTMLElement | undefined
let lastKey = { name: '', at: 0 }
let pending: ReturnType<typeof setTimeout> | undefined

const frameAt = (element: Element | null): KeyboardFrame | undefined =>
  [...frames].find((frame) => element !== null && frame.element() === element)

function hold(frame: KeyboardFrame): void {
  clearTimeout(pending)
  if (holder !== frame) holder?.give(false)
  holder = frame
  frame.give(true)
}
function release(): void {
  clearTimeout(pending)
  holder?.give(false)
  holder = undefined
}

/** A frame has the focus: it is what was meant, or it is taken back. */
function judge(frame: KeyboardFrame): void {
  const now = performance.now()
  const isMeant =
    holder === frame ||
    expected.has(frame) ||
    (lastKey.name === 'Tab' && now - lastKey.at < meant) ||
    now - (pressed.get(frame) ?? -meant) < meant
  if (isMeant) return hold(frame)
  clearTimeout(pending)
  pending = setTimeout(() => {
    if (document.activeElement === frame.element() && holder !== frame) takeBack(frame)
  }, patience)
}

function takeBack(frame: KeyboardFrame): void {
  frame.give(false)
  const inFrame = holder?.element()
  if (inFrame) {
    inFrame.focus({ preventScroll: true })
    holder!.give(true)
  } else if (lastOwn?.isConnected) lastOwn.focus({ preventScroll: true })
  else frame.element()?.blur()
  frame.took()
}

let listens = false
function listen(): void {
  if (listens) return
  listens = true
  window.addEventListener(
    'keydown',
    ({ key }) => {
      lastKey = { name: key, at: performance.now() }
    },
    true,
  )
  window.addEventListener(
    'focusin',
    ({ target }) => {
      if (!(target instanceof HTMLElement) || frameAt(target)) return
      lastOwn = target
      if (holder) expected.delete(holder)
      release()
    },
    true,
  )
  // pointing at a place that takes no focus takes it from the frame all the same
  window.addEventListener('focus', () => {
    // the window itself may get the focus late, when its page was just loaded
    const isOnWay = holder !== undefined && expected.has(holder)
    if (!isOnWay && !frameAt(document.activeElement)) release()
  })
  window.addEventListener('blur', () => {
    const frame = frameAt(document.activeElement)
    if (frame) judge(frame)
  })
}

/** Has the keyboard of a frame looked after, for as long as it is there. */
export function useKeyboard(frame: KeyboardFrame) {
  onMounted(() => {
    listen()
    frames.add(frame)
  })
  onUnmounted(() => {
    frames.delete(frame)
    if (holder === frame) holder = undefined
  })
  return {
    /** What the script in the frame says of it. */
    heard(what: 'pressed' | 'focused' | 'blurred') {
      if (what === 'pressed') {
        pressed.set(frame, performance.now())
        hold(frame)
      } else if (what === 'focused' && document.activeElement === frame.element()) judge(frame)
    },
    /** A way that was gone in it has come to its end. */
    arrived: () => void expected.delete(frame),
    /** Somebody wants it to have the keyboard; or has a way gone in it, to whose end it keeps that. */
    grant(isOnWay = false) {
      if (isOnWay) expected.add(frame)
      hold(frame)
      frame.element()?.focus()
    },
  }
}
