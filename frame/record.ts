import type { Act } from '../core/acts/act'
import { keyPattern } from '../core/acts/act'
import { takesValue } from './gestures'
import { outside } from './held'
import { elementsOf, entriesOf, isActedOn, roleOf, targetFor } from './perceive'
import { say } from './say'

// What somebody does to a component by hand, told as acts.

let isRecording = false
/** What somebody waits for: what comes up over the rest, or tells of something. */
const comingUp = new Set([
  'dialog',
  'alertdialog',
  'listbox',
  'menu',
  'tree',
  'tooltip',
  'alert',
  'status',
  'grid',
])
let before = new Set<Element>()
const standing = () =>
  new Set(elementsOf().filter((element) => comingUp.has(roleOf(element) ?? '') && targetFor(element)))

/** Begins to tell acts, or ends it: then what has come up since is waited for. */
export function record(on: boolean): void {
  if (on === isRecording) return
  isRecording = on
  if (on) {
    before = standing()
    return
  }
  for (const element of standing()) {
    const target = targetFor(element)
    if (before.has(element) || !target) continue
    const has = entriesOf(element).length
    tell({ do: 'wait', for: target, ...(has ? { has } : {}) })
  }
}
const tell = (act: Act): void => say.post({ say: 'acted', act })

/** The innermost around an event that somebody acts on, or else what it came to. */
function actedOn(event: Event): Element | undefined {
  const path = event.composedPath().filter((target): target is Element => target instanceof Element)
  return path.find(isActedOn) ?? path.find((element) => element.part.length > 0) ?? path[0]
}

window.addEventListener(
  'click',
  (event) => {
    if (!isRecording || !event.isTrusted || event.detail === 0) return
    let element = actedOn(event)
    let target = element && targetFor(element)
    while (element && !target) {
      element = outside(element) ?? undefined
      target = element && targetFor(element)
    }
    if (target && element && !takesValue(element)) tell({ do: 'press', on: target })
  },
  true,
)
window.addEventListener(
  'input',
  (event) => {
    const [element] = event.composedPath()
    if (!isRecording || !event.isTrusted || !(element instanceof Element) || !takesValue(element)) return
    const target = targetFor(element)
    const text = 'value' in element ? String(element.value) : element.textContent
    if (target && text.length <= 300) tell({ do: 'type', text, on: target })
  },
  true,
)
/** Keys that a person presses for what they do; what is typed is told by what stands there then. */
const telling = /^(?:Enter|Escape|Tab|Space|Arrow\w+|Home|End|PageUp|PageDown|Delete|Backspace|F\d+)$/
window.addEventListener(
  'keydown',
  (event) => {
    if (!isRecording || !event.isTrusted) return
    const [element] = event.composedPath()
    const name = event.key === ' ' ? 'Space' : event.key
    const isTyping = element instanceof Element && takesValue(element)
    if (!telling.test(name) || (isTyping && /^(?:Space|Delete|Backspace)$/.test(name))) return
    const held = (['ctrlKey', 'altKey', 'metaKey', 'shiftKey'] as const)
      .filter((key) => event[key])
      .map((key) => ({ ctrlKey: 'Control', altKey: 'Alt', metaKey: 'Meta', shiftKey: 'Shift' })[key])
    const key = [...held, name].join('+')
    if (keyPattern.test(key)) tell({ do: 'key', key })
  },
  true,
)
