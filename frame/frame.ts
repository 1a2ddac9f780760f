import type { Filling, Usage } from '../core/code/usage'
import { hello, toFrameSchema, type FromFrame, type ToFrame } from './protocol'

/**
 * The script inside a preview frame. It takes the channel from the interface before any component's
 * module is loaded, and keeps it, with the functions it needs, where component code cannot reach.
 */
const { apply } = Reflect
const dataOf = Object.getOwnPropertyDescriptor(MessageEvent.prototype, 'data')!.get!
const now = performance.now.bind(performance)
const origin = performance.timeOrigin
const frame = requestAnimationFrame.bind(window)
const load = (url: string): Promise<unknown> => import(/* @vite-ignore */ url)
const say = { post: (_message: FromFrame): void => undefined }

let sequence = 0
let element: HTMLElement | undefined
let shown: Extract<ToFrame, { say: 'show' }> | undefined
let fit = false
const loaded = new Set<string>()

const themes = new CSSStyleSheet()
const house = new CSSStyleSheet()
house.replaceSync(`
  html { height: 100%; } body { margin: 0; min-height: 100%; box-sizing: border-box; display: grid; align-content: safe center; justify-content: safe center; padding: 24px 16px; }
  html:has(body[data-fit]) { overflow: hidden; }
  body[data-fit] { min-height: 0; display: block; padding: 0; inline-size: max-content; max-inline-size: 100vw; }
  #parent { box-sizing: border-box; min-inline-size: 0; }
`)
document.adoptedStyleSheets = [house, themes]
const parent = document.createElement('div')
parent.id = 'parent'
document.body.append(parent)

window.addEventListener('message', function take(event) {
  const [port] = event.ports
  if (event.source !== window.parent || event.data !== hello || !port) return
  window.removeEventListener('message', take)
  event.stopImmediatePropagation()
  const post = port.postMessage.bind(port)
  say.post = (message) => post(message)
  port.onmessage = (message) => {
    const read = toFrameSchema.safeParse(apply(dataOf, message, []))
    if (read.success) hear(read.data)
  }
})

function hear(message: ToFrame): void {
  switch (message.say) {
    case 'ping':
      return say.post({ say: 'pong', n: message.n })
    case 'themes':
      themes.replaceSync(message.css)
      return tellPainted()
    case 'surround':
      document.documentElement.dataset.theme = message.theme
      document.body.style.background = message.ground
      fit = message.fit
      document.body.toggleAttribute('data-fit', fit)
      parent.style.inlineSize = message.width === null ? 'auto' : `${message.width}px`
      return tellPainted()
    case 'show':
      void show(message)
  }
}

async function show(message: Extract<ToFrame, { say: 'show' }>): Promise<void> {
  const before = shown
  sequence = message.seq
  shown = message
  try {
    const fresh = message.modules.filter((one) => !loaded.has(one))
    if (fresh.length) await Promise.all(fresh.map((one) => load(new URL(one, location.href).href)))
    for (const one of fresh) loaded.add(one)
  } catch (error) {
    return tellFailure('load', error)
  }
  // a later showing came while the modules were on their way
  if (sequence !== message.seq) return
  try {
    if (element && before && before.tag === message.tag && onlySets(before, message)) setProps(element, message.usage, before.usage)
    else {
      const made = build(message.tag, message.usage)
      for (const name of message.listen) made.addEventListener(name, tellEvent)
      made.addEventListener('focusin', tellEvent)
      parent.replaceChildren(made)
      element = made
      sizes.disconnect()
      sizes.observe(parent)
    }
  } catch (error) {
    return tellFailure('render', error)
  }
  tellPainted()
}

/** Whether the second showing only sets props anew; a prop that is no longer set needs a new element. */
const onlySets = (a: { usage: Usage; listen: string[] }, b: { usage: Usage; listen: string[] }): boolean =>
  Object.keys(a.usage.props).every((name) => name in b.usage.props) &&
  JSON.stringify(a.usage.slots) === JSON.stringify(b.usage.slots) && a.listen.join() === b.listen.join()

function build(tag: string, usage: Usage): HTMLElement {
  const made = document.createElement(tag)
  if (made.constructor === HTMLElement) throw new Error(`<${tag}> was not registered by its module`)
  setProps(made, usage)
  for (const [slot, filling] of Object.entries(usage.slots)) made.append(...fill(slot, filling))
  return made
}

function setProps(target: HTMLElement, usage: Usage, before?: Usage): void {
  for (const [name, value] of Object.entries(usage.props)) {
    if (before && Object.is(before.props[name], value)) continue
    ;(target as unknown as Record<string, unknown>)[name] = value
  }
}

function fill(slot: string, filling: Filling): Node[] {
  if (filling.is === 'component') {
    const made = build(filling.tag, filling.usage)
    if (slot) made.slot = slot
    return [made]
  }
  if (filling.is === 'text') {
    if (!slot) return [document.createTextNode(filling.text)]
    const span = document.createElement('span')
    span.slot = slot
    span.textContent = filling.text
    return [span]
  }
  const template = document.createElement('template')
  template.innerHTML = filling.markup
  const nodes = [...template.content.childNodes]
  if (!slot) return nodes
  return nodes.flatMap((node) => {
    if (node instanceof Element) {
      node.slot = slot
      return [node]
    }
    return node.textContent?.trim() ? fill(slot, { is: 'text', text: node.textContent }) : []
  })
}

/** Says that what was asked is on the screen: after the frame in which it is painted. */
function tellPainted(): void {
  const seq = sequence
  frame(() => {
    const after = new MessageChannel()
    after.port1.onmessage = () => say.post({ say: 'painted', seq, at: origin + now() })
    after.port2.postMessage(0)
  })
}

const sizes = new ResizeObserver(() => {
  if (!element) return
  const box = (fit ? element : parent).getBoundingClientRect()
  say.post({ say: 'size', width: Math.ceil(box.width), height: Math.ceil(box.height) })
})

function tellEvent(event: Event): void {
  const path = event.composedPath()[0]
  const target = path instanceof Element ? `${path.localName}${path.getAttribute('part') ? `[part=${path.getAttribute('part')}]` : ''}` : ''
  const detail = event instanceof CustomEvent ? written(event.detail) : ''
  say.post({ say: 'event', name: event.type.slice(0, 200), detail, target: target.slice(0, 300), at: origin + now() })
}

/** A value as text a person can read, with what JSON cannot hold named. */
function written(value: unknown): string {
  const seen = new Set<unknown>()
  try {
    return (JSON.stringify(value, (_key, one: unknown) => {
      if (typeof one === 'function') return '[function]'
      if (one instanceof Node) return `[${one.nodeName.toLowerCase()}]`
      if (typeof one === 'bigint') return `${one}n`
      if (typeof one === 'object' && one !== null) {
        if (seen.has(one)) return '[again]'
        seen.add(one)
      }
      return one
    }) ?? '').slice(0, 5000)
  } catch {
    return '[cannot be written]'
  }
}

function tellFailure(phase: 'load' | 'render' | 'run', error: unknown): void {
  const text = error instanceof Error ? `${error.name}: ${error.message}` : String(error)
  const at = /\/m\/([0-9a-f]{64}\/[\w.-]+):(\d+):(\d+)/.exec((error instanceof Error && error.stack) || '')
  say.post({ say: 'failed', seq: sequence, phase, text: text.slice(0, 2000), ...(at ? { at: { module: at[1]!, line: Number(at[2]), column: Number(at[3]) } } : {}) })
}

window.addEventListener('error', (event) => tellFailure('run', event.error ?? event.message))
window.addEventListener('unhandledrejection', (event) => tellFailure('run', event.reason))
