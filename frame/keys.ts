/**
 * The keyboard belongs to whoever works on the page. Until it is given to the frame, by pointing into
 * it or by moving there with Tab, no key that is pressed reaches a component, however it got the focus.
 */
let given = false
let tell: (what: 'pressed' | 'focused' | 'blurred' | 'asked', target: EventTarget | null) => void = () =>
  undefined

/** Tells what happens with the keyboard from now on. */
export function tellKeys(told: typeof tell): void {
  tell = told
}
/** The page gives the keyboard, after Tab, or takes it back. */
export function giveKeys(next: boolean): void {
  given = next
}

const { apply } = Reflect
const { preventDefault, stopImmediatePropagation } = Event.prototype
const isTrusted = (event: Event): boolean => event.isTrusted

// the first listeners of the window: nobody hears of an event before them
for (const name of [
  'keydown',
  'keypress',
  'keyup',
  'beforeinput',
  'input',
  'compositionstart',
  'compositionupdate',
  'compositionend',
  'paste',
  'cut',
  'copy',
]) {
  window.addEventListener(
    name,
    (event) => {
      if (given || !isTrusted(event)) return
      apply(preventDefault, event, [])
      apply(stopImmediatePropagation, event, [])
    },
    { capture: true, passive: false },
  )
}
for (const name of ['pointerdown', 'mousedown', 'touchstart']) {
  window.addEventListener(
    name,
    (event) => {
      if (!isTrusted(event)) return
      given = true
      tell('pressed', null)
    },
    { capture: true, passive: true },
  )
}
window.addEventListener(
  'focus',
  (event) => {
    if (isTrusted(event) && event.target === window) tell('focused', null)
  },
  true,
)
window.addEventListener(
  'blur',
  (event) => {
    if (!isTrusted(event) || event.target !== window) return
    given = false
    tell('blurred', null)
  },
  true,
)

const hasFocus = document.hasFocus.bind(document)
/** Asked for by a component while somebody works elsewhere, the focus stays where it is. */
for (const { prototype } of [
  HTMLElement,
  SVGElement,
  ...('MathMLElement' in window ? [MathMLElement] : []),
]) {
  const own = prototype.focus
  Object.defineProperty(prototype, 'focus', {
    configurable: true,
    enumerable: true,
    writable: true,
    value: function focus(this: HTMLElement, options?: FocusOptions) {
      if (given || hasFocus()) apply(own, this, [options])
      else tell('asked', this)
    },
  })
}
