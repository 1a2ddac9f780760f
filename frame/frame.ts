import './realm'
import { giveKeys, tellKeys } from './keys'
import type { ComponentModule, Mounted } from './adapters/adapter'
import { mountComponent, type Answered } from './mount'
import { marksFor } from '../core/style/held'
import { withFunctions } from '../core/code/functions'
import { filledIn, valueFilledIn } from '../core/code/slot-props'
import type { Usage } from '../core/code/usage'
import { bareSurround, type Surround } from '../core/surround'
import { readStyles, takeAway } from './abilities'
import { placeIn, prepareApp, provide, providedStyles, wrapElement } from './provide'
import { cellStyle, dropCells, heldCells, layOf, showCells, watchCells } from './cells'
import { dressOf, idAt, markupIn, ringAround } from './dress'
import { mark } from './held'
import { inTask, setText } from './native'
import { observe } from './observe'
import { stock } from './pristine'
import { hello, toFrameSchema, unpackCells, type Cells, type FromFrame, type ToFrame } from './protocol'
import { ask, forced, undress, writeSheets } from './sheets'

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
let sheet: ReturnType<typeof unpackCells> | undefined
let around: Surround = bareSurround('')
let lacked: readonly string[] | undefined
const loaded = new Map<string, Partial<ComponentModule>>()
const moduleOf = new Map<string, string>()

const themes = new CSSStyleSheet()
const house = new CSSStyleSheet()
house.replaceSync(`
  html { height: 100%; } body { margin: 0; min-height: 100%; box-sizing: border-box; display: grid; align-content: safe center; justify-content: safe center; padding: 24px 16px; }
  html:has(body[data-fit]) { overflow: hidden; }
  body[data-fit] { min-height: 0; display: block; padding: 0; inline-size: max-content; max-inline-size: 100vw; }
  [data-kept-region] { padding: 16px; background: Canvas; color: CanvasText; }
  #parent { box-sizing: border-box; min-inline-size: 0; max-inline-size: 100%; }
  ${cellStyle}
`)
document.adoptedStyleSheets = [house, themes, providedStyles]
const parent = document.createElement('div')
parent.id = 'parent'
document.body.append(parent)
/** Where the component stands: in the parent, or in the markup that is provided around it. */
let place: HTMLElement = parent
/** What is provided has to be there before anything is shown. */
let providing: Promise<void> = Promise.resolve()

stock()
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
    case 'keys':
      return giveKeys(message.given)
    case 'ping':
      return say.post({ say: 'pong', n: message.n })
    case 'themes':
      setText(themes, message.css)
      return tellPainted()
    case 'provide':
      providing = provideAll(message.provided)
      return
    case 'surround':
      surroundWith(message.surround)
      return tellPainted()
    case 'show':
      return void show(message)
    case 'cells':
      return void spread(unpackCells(message))
    case 'observe':
      return void tryOut(message)
    case 'markup':
      return say.post({
        say: 'markup',
        seq: message.seq,
        nodes: markupIn(place, shown?.tag ?? '', message.styles),
      })
    case 'dress':
      return say.post({
        say: 'dress',
        seq: message.seq,
        dress:
          dressOf(message.node, message.pseudo, (sheet) =>
            sheet === themes
              ? 'themes'
              : sheet === house || sheet === forced || sheet === providedStyles
                ? 'surround'
                : undefined,
          ) ?? null,
      })
    case 'ring':
      picks = message.pick
      ringAround(message.node)
  }
}
const nameOf = (element: EventTarget | null | undefined): string =>
  (element instanceof Element
    ? `${element.localName}${element.getAttribute('part') ? `[part=${element.getAttribute('part')}]` : element.id ? `#${element.id}` : ''}`
    : ''
  ).slice(0, 300)
tellKeys((what, target) => {
  if (what === 'asked')
    say.post({
      say: 'trail',
      what: 'focus',
      says: 'asked for the focus, and was not given it',
      target: nameOf(target),
      at: origin + now(),
    })
  else say.post({ say: 'keys', what })
})
// what has the focus, and what keys do, as a person at the keyboard would want to know
window.addEventListener(
  'focusin',
  (event) =>
    say.post({
      say: 'trail',
      what: 'focus',
      says: 'has the focus',
      target: nameOf(event.composedPath()[0]),
      at: origin + now(),
    }),
  true,
)
window.addEventListener(
  'focusout',
  (event) => {
    if (!event.relatedTarget)
      say.post({
        say: 'trail',
        what: 'focus',
        says: 'lost the focus, and nothing has it',
        target: nameOf(event.composedPath()[0]),
        at: origin + now(),
      })
  },
  true,
)
window.addEventListener(
  'keydown',
  (event) => {
    const target = nameOf(event.composedPath()[0])
    const key = [
      event.ctrlKey && 'Control',
      event.altKey && 'Alt',
      event.metaKey && 'Meta',
      event.shiftKey && event.key.length > 1 && 'Shift',
      event.key === ' ' ? 'Space' : event.key,
    ]
      .filter(Boolean)
      .join('+')
    // whoever answers it has done so once it has gone all the way
    setTimeout(
      () =>
        say.post({
          say: 'trail',
          what: 'key',
          says: `${key}${event.defaultPrevented ? ', taken by the component' : ''}`.slice(0, 300),
          target,
          at: origin + now(),
        }),
      0,
    )
  },
  true,
)

let picks = false
// whoever picks an element by pointing at it does not use the component
for (const name of ['pointerdown', 'pointerup', 'mousedown', 'mouseup', 'click'] as const) {
  window.addEventListener(
    name,
    (event) => {
      if (!picks) return
      event.preventDefault()
      event.stopImmediatePropagation()
      const node = name === 'click' ? idAt(event.clientX, event.clientY) : undefined
      if (node !== undefined) say.post({ say: 'picked', node })
    },
    true,
  )
}

/**
 * A script that could not be fetched once is remembered by the browser as one that cannot be: it is asked for
 * anew by another address.
 */
const loadScript = async (url: string): Promise<object> =>
  load(url).catch(() => load(`${url}?again=${now()}`))

async function provideAll(provided: Extract<ToFrame, { say: 'provide' }>['provided']): Promise<void> {
  try {
    for (const { tag, module } of provided.flatMap((entry) => entry.modules)) {
      if (!loaded.has(module)) loaded.set(module, await load(new URL(module, location.href).href))
      moduleOf.set(tag, module)
    }
    await provide(provided, loadScript)
  } catch (error) {
    tellFailure('provide', error)
  }
  standAnew()
  if (sheet) {
    dropCells()
    void spread(sheet)
  }
}

/** Makes what the component stands in anew, and the component in it. */
function standAnew(): void {
  const again = mounted && shown
  mounted?.end()
  mounted = undefined
  parent.replaceChildren()
  place = placeIn(parent, around.regions)
  try {
    if (again) mount(again)
  } catch (error) {
    tellFailure('render', error)
  }
}

function surroundWith(next: Surround): void {
  const before = around
  around = next
  // abilities go before the first component comes; the interface begins a new page for others
  if (loaded.size === 0 && lacked === undefined) {
    lacked = next.without
    for (const name of takeAway(next.without))
      tellFailure('run', new Error(`The browser does not let go of ${name}: it is not switched off.`))
  }
  const root = document.documentElement
  root.dataset.theme = next.theme
  root.dir = next.direction
  root.lang = next.language
  // as a reader's own setting does: it is the size that `rem` and `medium` stand for
  root.style.fontSize = next.text === 100 ? '' : `${next.text}%`
  const { style } = document.body
  style.background = next.ground
  document.body.toggleAttribute('data-fit', next.fit)
  style.justifyContent = next.align === 'middle' ? '' : next.align
  style.padding = next.fit ? '' : `${next.padding}px`
  parent.style.inlineSize =
    next.width !== null ? `${next.width}px` : next.align === 'stretch' ? '100%' : 'auto'
  askFor(sheet ? heldIn(sheet) : next.held)
  // what asked for a preference when it was made has to be made again
  if (before.regions.join() !== next.regions.join()) standAnew()
  else if (shown && mounted && (before.motion !== next.motion || before.colours !== next.colours))
    mount(shown)
  hold()
}

const heldIn = ({ cells }: Cells): string[] => [...new Set(cells.flatMap((cell) => cell.surround.held))]

function askFor(held: readonly string[]): void {
  const { own, around: reached } = marksFor(held)
  ask({
    states: [...own, ...reached],
    preferences: {
      ...(around.motion === 'reduced' ? { 'prefers-reduced-motion': 'reduce' } : {}),
      ...(around.colours === 'forced' ? { 'forced-colors': 'active' } : {}),
    },
  })
}

/**
 * Holds the component in the states that are asked for: at once, and again when what it does a little later
 * is done.
 */
function hold(): void {
  const once = () => {
    readStyles()
    mark(
      sheet
        ? heldCells()
        : [
            {
              component: place.firstElementChild ?? undefined,
              within: place,
              states: around.held,
              on: around.on,
            },
          ],
    )
    writeSheets()
    undress(!around.dressed, [house, themes, providedStyles, forced])
  }
  once()
  if (
    sheet?.cells.some((cell) => cell.surround.held.length) ||
    around.held.length ||
    around.motion !== 'on' ||
    around.colours !== 'own' ||
    !around.dressed ||
    around.without.length
  )
    frame(once)
}

/**
 * Loads what is not there yet; `false` where that failed, or a later showing came while the modules were on
 * their way.
 */
async function loadAll({
  seq,
  modules,
}: {
  seq: number
  modules: { tag: string; module: string }[]
}): Promise<boolean> {
  sequence = seq
  await providing
  try {
    await Promise.all(
      modules
        .filter((module) => !loaded.has(module.module))
        .map(async ({ module }) => loaded.set(module, await load(new URL(module, location.href).href))),
    )
  } catch (error) {
    tellFailure('load', error)
    return false
  }
  for (const { tag, module } of modules) moduleOf.set(tag, module)
  return sequence === seq
}

async function spread(message: ReturnType<typeof unpackCells>): Promise<void> {
  if (!(await loadAll(message))) return
  sheet = message
  showCells(message, loaded.get(moduleOf.get(message.tag) ?? ''), componentOf)
  askFor(heldIn(message))
  hold()
  lays.disconnect()
  watchCells(lays)
  tellPainted()
}
/** Looks at cases out of sight, and says what is seen as it goes. */
async function tryOut(message: Extract<ToFrame, { say: 'observe' }>): Promise<void> {
  if (!(await loadAll(message))) return
  const { seq, tag, cases, listen, reads } = message
  await observe(
    tag,
    loaded.get(moduleOf.get(tag) ?? ''),
    componentOf,
    cases,
    listen,
    reads,
    (seen) => say.post({ say: 'observed', seq, seen, done: false }),
    () => sequence === seq,
  )
  if (sequence === seq) say.post({ say: 'observed', seq, seen: [], done: true })
}
const lays = new ResizeObserver(() => say.post({ say: 'laid', seq: sequence, ...layOf() }))

async function show(message: Extract<ToFrame, { say: 'show' }>): Promise<void> {
  const before = shown
  shown = message
  if (!(await loadAll(message))) return
  try {
    const goesOn =
      mounted &&
      before &&
      before.tag === message.tag &&
      before.modules[0]?.module === message.modules[0]?.module &&
      before.listen.join() === message.listen.join()
    if (!goesOn || !mounted!.update(recording(message.usage))) mount(message)
    hold()
  } catch (error) {
    return tellFailure('render', error)
  }
  tellPainted()
}

/** What people provide fails as theirs, and leaves what there was. */
function asProvided<T>(run: () => T, otherwise: T): T {
  try {
    return run()
  } catch (error) {
    tellFailure('provide', error)
    return otherwise
  }
}
const componentOf = (tag: string): unknown => loaded.get(moduleOf.get(tag) ?? '')?.component

/** A usage with the functions it asks for: each records its calls, and is the same one each time. */
function recording(usage: Usage): Usage {
  const slots = Object.fromEntries(
    Object.entries(usage.slots).map(([name, value]) => [
      name,
      value.is === 'component' ? { ...value, usage: recording(value.usage) } : value,
    ]),
  )
  return { ...usage, slots, props: withFunctions(usage.props, usage.functions ?? [], recorderOf) }
}
const recorders = new Map<string, (...values: unknown[]) => void>()
function recorderOf(name: string) {
  let made = recorders.get(name)
  if (!made) recorders.set(name, (made = (...values) => tellFired(`${name}()`, values)))
  return made
}

function mount({ tag, usage: asked, listen }: Extract<ToFrame, { say: 'show' }>): void {
  const usage = recording(asked)
  mounted?.end()
  mounted = undefined
  mounted = mountComponent({
    tag,
    module: loaded.get(moduleOf.get(tag) ?? ''),
    parent: place,
    usage,
    listen,
    tools: {
      prepareApp: (app) => asProvided(() => prepareApp(app), undefined),
      wrapElement: (element, tools) => asProvided(() => wrapElement(element, tools), element),
      componentOf,
      filledIn,
      valueFilledIn,
      fired: tellFired,
      failed: (error) => tellFailure('render', error),
    },
    heard: tellEvent,
    answered: tellAnswer,
  })
  sizes.disconnect()
  sizes.observe(parent)
  if (place !== parent) for (const child of parent.children) sizes.observe(child)
}

/** Says that what was asked is on the screen: after the frame in which it is painted. */
function tellPainted(): void {
  const seq = sequence
  frame(() => {
    inTask(() => say.post({ say: 'painted', seq, at: origin + now() }))
  })
}

const sizes = new ResizeObserver(() => {
  if (!mounted) return
  // a component that floats out of its place has no box in it: its place is what there is to measure
  const box = (place.firstElementChild ?? parent).getBoundingClientRect()
  say.post({ say: 'size', width: Math.ceil(box.width), height: Math.ceil(box.height) })
})

function tellEvent(event: Event): void {
  const path = event.composedPath()[0]
  const target =
    path instanceof Element
      ? `${path.localName}${path.getAttribute('part') ? `[part=${path.getAttribute('part')}]` : ''}`
      : ''
  const detail = event instanceof CustomEvent ? written(event.detail) : ''
  say.post({
    say: 'event',
    name: event.type.slice(0, 200),
    detail,
    target: target.slice(0, 300),
    at: origin + now(),
  })
}

function tellFired(name: string, values: unknown[]): void {
  // handlers get the browser's own events too: of these only the name is news
  const carried = values.map((value) => (isEvent(value) ? `[${value.type}]` : value))
  say.post({
    say: 'event',
    name: name.slice(0, 200),
    detail: carried.length ? written(carried.length === 1 ? carried[0] : carried) : '',
    target: '',
    at: origin + now(),
  })
}
const tellAnswer: Answered = (i, answer) =>
  say.post({
    say: 'answered',
    seq: sequence,
    i,
    failed: 'error' in answer,
    text: 'error' in answer ? String(answer.error).slice(0, 2000) : written(answer.value) || 'undefined',
  })
const isEvent = (value: unknown): value is Event =>
  value instanceof Event ||
  (typeof value === 'object' && value !== null && 'nativeEvent' in value && 'type' in value)

/** A value as text a person can read, with what JSON cannot hold named. */
function written(value: unknown): string {
  const seen = new Set<unknown>()
  try {
    return (
      JSON.stringify(value, (_key, entry: unknown) => {
        if (typeof entry === 'function') return '[function]'
        if (entry instanceof Node) return `[${entry.nodeName.toLowerCase()}]`
        if (typeof entry === 'bigint') return `${entry}n`
        if (typeof entry === 'object' && entry !== null) {
          if (seen.has(entry)) return '[again]'
          seen.add(entry)
        }
        return entry
      }) ?? ''
    ).slice(0, 5000)
  } catch {
    return '[cannot be written]'
  }
}

function tellFailure(phase: Extract<FromFrame, { say: 'failed' }>['phase'], error: unknown): void {
  const text = error instanceof Error ? `${error.name}: ${error.message}` : String(error)
  const at = /\/m\/([0-9a-f]{64}\/[\w.-]+):(\d+):(\d+)/.exec((error instanceof Error && error.stack) || '')
  say.post({
    say: 'failed',
    seq: sequence,
    phase,
    text: text.slice(0, 2000),
    ...(at ? { at: { module: at[1]!, line: Number(at[2]), column: Number(at[3]) } } : {}),
  })
}

window.addEventListener('error', (event) => tellFailure('run', event.error ?? event.message))
window.addEventListener('unhandledrejection', (event) => tellFailure('run', event.reason))
