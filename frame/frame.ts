import './realm'
import { giveKeys } from './keys'
import type { Mounted } from './adapters/adapter'
import type { ModuleOf } from '../core/code/showing'
import { mountComponent } from './mount'
import { marksFor } from '../core/style/held'
import { withFunctions } from '../core/code/functions'
import { filledIn, valueFilledIn } from '../core/code/slot-props'
import type { Usage } from '../core/code/usage'
import { bareSurround, preferencesOf, type Surround } from '../core/surround'
import { readStyles, takeAway } from './abilities'
import { placeIn, prepareApp, provide, providedStyles, wrapElement } from './provide'
import { dropCells, heldCells, layOf, showCells, watchCells } from './cells'
import { dressOf } from './dress'
import { extentOf, giveRoom, takeRoomBack } from './extent'
import { markupIn, ringAround } from './markup'
import { pickElements } from './picking'
import { mark } from './held'
import { inTask, setText } from './native'
import { observe } from './observe'
import { stock } from './pristine'
import { moment, say, showing, tellAnswer, tellEvent, tellFailure, tellFired } from './say'
import './trail'
import { house, parent, themes } from './house'
import {
  awaitElements,
  componentOf,
  isLoaded,
  keepModules,
  loadModules,
  loadScript,
  moduleFor,
} from './loading'
import { hello, toFrameSchema, unpackCells, type Cells, type ToFrame } from './protocol'
import { ownLookSheet, showOwnLook } from './own-look'
import { ask, forced, undress, writeSheets } from './sheets'
import { componentIn } from './placed'

/**
 * The script inside a preview frame. It takes the channel from the interface before any component's module is
 * loaded, and keeps it, with the functions it needs, where component code cannot reach.
 */
const { apply } = Reflect
const dataOf = Object.getOwnPropertyDescriptor(MessageEvent.prototype, 'data')!.get!
const frame = requestAnimationFrame.bind(window)
const later = setTimeout.bind(window)

let mounted: Mounted | undefined
/** Whether what is mounted failed while it was made. */
let hasFailed = false
let shown: Extract<ToFrame, { say: 'show' }> | undefined
let sheet: ReturnType<typeof unpackCells> | undefined
let around: Surround = bareSurround('')
let lacked: readonly string[] | undefined

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
              : sheet === house || sheet === forced || sheet === providedStyles || sheet === ownLookSheet
                ? 'surround'
                : undefined,
          ) ?? null,
      })
    case 'ring':
      pickElements(message.pick)
      ringAround(message.node)
  }
}
async function provideAll(provided: Extract<ToFrame, { say: 'provide' }>['provided']): Promise<void> {
  try {
    const modules = provided.flatMap((entry) => entry.modules)
    await loadModules(modules)
    keepModules(modules)
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
  if (!isLoaded() && lacked === undefined) {
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
  parent.style.blockSize = ''
  parent.style.inlineSize =
    next.width !== null ? `${next.width}px` : next.align === 'stretch' ? '100%' : 'auto'
  askFor(sheet ? heldIn(sheet) : next.held)
  // what asked for a preference when it was made has to be made again
  if (before.regions.join() !== next.regions.join()) standAnew()
  else if (shown && mounted && isPreferredOtherwise(before, next)) mount(shown)
  hold()
}

const isPreferredOtherwise = (a: Surround, b: Surround): boolean =>
  JSON.stringify(preferencesOf(a)) !== JSON.stringify(preferencesOf(b))

const heldIn = ({ cells }: Cells): string[] => [...new Set(cells.flatMap((cell) => cell.surround.held))]

function askFor(held: readonly string[]): void {
  const { own, around: reached } = marksFor(held)
  ask({ states: [...own, ...reached], preferences: preferencesOf(around) })
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
              component: componentIn(place),
              states: around.held,
              on: around.on,
            },
          ],
    )
    writeSheets()
    tellDrawn(showOwnLook(sheet ? heldIn(sheet) : around.held))
    undress(!around.dressed, [house, themes, providedStyles, forced, ownLookSheet])
  }
  once()
  if (
    sheet?.cells.some((cell) => cell.surround.held.length) ||
    around.held.length ||
    isPreferredOtherwise(around, bareSurround('')) ||
    !around.dressed ||
    around.without.length
  )
    frame(once)
}

let drawnBefore = '[]'
function tellDrawn(looks: { state: string; element: string }[]): void {
  const now = JSON.stringify(looks)
  if (now !== drawnBefore) say.post({ say: 'drawn', looks: looks.slice(0, 100) })
  drawnBefore = now
}

/**
 * Loads what is not there yet; `false` where that failed, or a later showing came while the modules were on
 * their way.
 */
async function loadAll({ seq, modules }: { seq: number; modules: readonly ModuleOf[] }): Promise<boolean> {
  showing.seq = seq
  await providing
  try {
    await loadModules(modules)
    await awaitElements(modules)
  } catch (error) {
    tellFailure('load', error)
    return false
  }
  keepModules(modules)
  return showing.seq === seq
}

async function spread(message: ReturnType<typeof unpackCells>): Promise<void> {
  if (!(await loadAll(message))) return
  sheet = message
  showCells(message, moduleFor(message.tag), componentOf)
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
    moduleFor(tag),
    componentOf,
    cases,
    listen,
    reads,
    (seen) => say.post({ say: 'observed', seq, seen, done: false }),
    () => showing.seq === seq,
  )
  if (showing.seq === seq) say.post({ say: 'observed', seq, seen: [], done: true })
}
const lays = new ResizeObserver(() => say.post({ say: 'laid', seq: showing.seq, ...layOf() }))

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
      before.listen.join() === message.listen.join() &&
      // what failed may have stopped half made: it is made anew
      !hasFailed
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
  if (around.fit) takeRoomBack(parent)
  hasFailed = false
  told = ''
  mounted = mountComponent({
    tag,
    module: moduleFor(tag),
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
      failed: (error) => {
        hasFailed = true
        tellFailure('render', error)
      },
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
  const seq = showing.seq
  frame(() => {
    inTask(() => {
      say.post({ say: 'painted', seq, at: moment() })
      tellSize()
    })
  })
  for (const wait of laterSizes) later(() => showing.seq === seq && tellSize(), wait)
}

/** Milliseconds after which a component is measured again that shows what it has a little later. */
const laterSizes = [250, 1000]
/** Says how large the component is; one that brings no size of its own gets some room first. */
function tellSize(): void {
  if (!mounted) return
  const { fit } = around
  let size = extentOf(place, fit)
  while (fit && giveRoom(parent, size)) size = extentOf(place, fit)
  const now = `${size.width} ${size.height}`
  if (now !== told) say.post({ say: 'size', ...size })
  told = now
}
/** The size that was said last of the component that is shown. */
let told = ''
const sizes = new ResizeObserver(() => inTask(tellSize))

/**
 * Of sizes that could not be told within a frame, which the browser tells with the next (Resize Observer,
 * 3.4.4).
 */
const isLateSize = ({ message }: ErrorEvent): boolean => /^ResizeObserver loop/.test(message)
window.addEventListener('error', (event) => {
  if (!isLateSize(event)) tellFailure('run', event.error ?? event.message)
})
window.addEventListener('unhandledrejection', (event) => tellFailure('run', event.reason))
