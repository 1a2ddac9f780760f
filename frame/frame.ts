import type { ComponentModule, Mounted } from './adapters/adapter'
import { mountElement } from './adapters/custom-element'
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
const load = (url: string): Promise<Partial<ComponentModule>> => import(/* @vite-ignore */ url)
const say = { post: (_message: FromFrame): void => undefined }

let sequence = 0
let mounted: Mounted | undefined
let shown: Extract<ToFrame, { say: 'show' }> | undefined
let fit = false
const loaded = new Map<string, Partial<ComponentModule>>()
const moduleOf = new Map<string, string>()

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
    await Promise.all(message.modules.filter((one) => !loaded.has(one.module)).map(async ({ module }) => loaded.set(module, await load(new URL(module, location.href).href))))
  } catch (error) {
    return tellFailure('load', error)
  }
  // a later showing came while the modules were on their way
  if (sequence !== message.seq) return
  for (const { tag, module } of message.modules) moduleOf.set(tag, module)
  try {
    const goesOn = mounted && before && before.tag === message.tag && before.modules[0]?.module === message.modules[0]?.module && before.listen.join() === message.listen.join()
    if (!goesOn || !mounted!.update(message.usage)) mount(message)
  } catch (error) {
    return tellFailure('render', error)
  }
  tellPainted()
}

const componentOf = (tag: string): unknown => loaded.get(moduleOf.get(tag) ?? '')?.component

function mount({ tag, usage, listen }: Extract<ToFrame, { say: 'show' }>): void {
  mounted?.end()
  mounted = undefined
  const { adapter, component } = loaded.get(moduleOf.get(tag) ?? '') ?? {}
  mounted = adapter
    ? adapter.mount(component, parent, usage, listen, { componentOf, fired: (name, values) => tellFired(name, values), failed: (error) => tellFailure('render', error) })
    : mountElement(tag, parent, usage, listen, tellEvent)
  sizes.disconnect()
  sizes.observe(parent)
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
  if (!mounted) return
  // a component that floats out of its place has no box in it: its place is what there is to measure
  const box = (fit ? (parent.firstElementChild ?? parent) : parent).getBoundingClientRect()
  say.post({ say: 'size', width: Math.ceil(box.width), height: Math.ceil(box.height) })
})

function tellEvent(event: Event): void {
  const path = event.composedPath()[0]
  const target = path instanceof Element ? `${path.localName}${path.getAttribute('part') ? `[part=${path.getAttribute('part')}]` : ''}` : ''
  const detail = event instanceof CustomEvent ? written(event.detail) : ''
  say.post({ say: 'event', name: event.type.slice(0, 200), detail, target: target.slice(0, 300), at: origin + now() })
}

function tellFired(name: string, values: unknown[]): void {
  // handlers get the browser's own events too: of these only the name is news
  const carried = values.map((one) => (isEvent(one) ? `[${one.type}]` : one))
  say.post({ say: 'event', name: name.slice(0, 200), detail: carried.length ? written(carried.length === 1 ? carried[0] : carried) : '', target: '', at: origin + now() })
}
const isEvent = (value: unknown): value is Event => value instanceof Event || (typeof value === 'object' && value !== null && 'nativeEvent' in value && 'type' in value)

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
