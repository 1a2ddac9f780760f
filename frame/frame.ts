import './realm'
import './pieces'
import './reader-language'
import { takeBleed } from './bleed'
import { giveKeys } from './keys'
import type { ModuleOf } from '../core/code/showing'
import { mount, standAnew } from './component'
import { dropCells, layOf, showCells, watchCells } from './cells'
import { dressOf } from './dress'
import { markupIn, ringAround } from './markup'
import { wearPage } from './page-sheets'
import { pickElements } from './picking'
import { drawInks, takeInks } from './inks'
import { setText } from './native'
import { observe } from './observe'
import { pristine, stock } from './pristine'
import { house, themes } from './house'
import { hello, helloToWitness, toFrameSchema, unpackCells, type ToFrame } from './protocol'
import { ownLookSheet } from './own-look'
import { provide, providedStyles } from './provide'
import { record } from './record'
import { recording } from './recording'
import { replay } from './replay'
import { say, showing, tellFailure } from './say'
import { forced } from './sheets'
import { tellPainted } from './sizes'
import { stage } from './stage'
import { askFor, heldIn, hold, surroundWith } from './surroundings'
import './trail'
import { awaitElements, componentOf, keepModules, loadModules, loadScript, moduleFor } from './loading'

/**
 * The script inside a preview frame. It takes the channel from the interface before any component's module is
 * loaded, and keeps it, with the functions it needs, where component code cannot reach.
 */
const { apply } = Reflect
const dataOf = Object.getOwnPropertyDescriptor(MessageEvent.prototype, 'data')!.get!

/** What is provided has to be there before anything is shown. */
let providing: Promise<void> = Promise.resolve()
/** What was asked to be shown last. */
let shown: Promise<void> = Promise.resolve()

window.addEventListener('message', function take(event) {
  const [port] = event.ports
  const isWitness = event.data === helloToWitness
  if (event.source !== window.parent || !(isWitness || event.data === hello) || !port) return
  window.removeEventListener('message', take)
  event.stopImmediatePropagation()
  if (isWitness) stock()
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
      shown = show(message)
      return
    case 'cells':
      return void spread(unpackCells(message))
    case 'observe':
      return void tryOut(message)
    case 'markup':
      return say.post({
        say: 'markup',
        seq: message.seq,
        nodes: markupIn(stage.place, stage.shown?.tag ?? '', message.styles),
      })
    case 'dress':
      return say.post({
        say: 'dress',
        seq: message.seq,
        dress: dressOf(message.node, message.pseudo, whoseSheet) ?? null,
      })
    case 'inks':
      return tellInks(message)
    case 'bleed':
      return tellBleed(message)
    case 'page':
      wearPage(message.page)
      return tellPainted()
    case 'replay':
      return void goOnceMore(message)
    case 'record':
      return void recordHand(message.on)
    case 'ring':
      pickElements(message.pick)
      ringAround(message.node)
  }
}

function tellInks({ seq, flat }: Extract<ToFrame, { say: 'inks' }>): void {
  const taken = pristine(() => (flat ? takeInks(stage.place, flat.names, flat.colour) : drawInks()))
  say.post({ say: 'inks', seq, inks: taken?.value ?? [] })
}

/** Nothing is told where a component keeps us from seeing it as it is. */
function tellBleed({ seq, pages }: Extract<ToFrame, { say: 'bleed' }>): void {
  const taken = pristine(() => takeBleed(stage.place, pages))
  if (taken) say.post({ say: 'bleed', seq, bleed: taken.value })
}

/** Whose a sheet of the page is, where it is not the component's. */
function whoseSheet(sheet: CSSStyleSheet | Element): 'themes' | 'surround' | undefined {
  if (sheet === themes) return 'themes'
  const isOurs = sheet === house || sheet === forced || sheet === providedStyles || sheet === ownLookSheet
  return isOurs ? 'surround' : undefined
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
  if (stage.sheet) {
    dropCells()
    void spread(stage.sheet)
  }
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
  stage.sheet = message
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

/** Makes what is shown anew: nothing of what was done to it is left. */
function showAnew(): void {
  try {
    if (stage.shown) mount(stage.shown)
    hold()
  } catch (error) {
    tellFailure('render', error)
  }
}

/** Tells what is done by hand to what is shown anew, or no more. */
async function recordHand(on: boolean): Promise<void> {
  await shown
  if (on) showAnew()
  record(on)
}

/** Goes a way on what is shown, once that stands there; a later one takes its place. */
let replays = 0
async function goOnceMore({ n, acts, anew, quietly }: Extract<ToFrame, { say: 'replay' }>): Promise<void> {
  const [mine, { seq }] = [++replays, showing]
  await shown
  if (anew) showAnew()
  const outcome = await replay(acts, () => mine === replays && showing.seq === seq, quietly)
  if (mine === replays) say.post({ say: 'replayed', n, outcome })
}

async function show(message: Extract<ToFrame, { say: 'show' }>): Promise<void> {
  const before = stage.shown
  stage.shown = message
  if (!(await loadAll(message))) return
  try {
    const goesOn =
      stage.mounted &&
      before &&
      before.tag === message.tag &&
      before.modules[0]?.module === message.modules[0]?.module &&
      before.listen.join() === message.listen.join() &&
      // what failed may have stopped half made: it is made anew
      !stage.hasFailed
    if (!goesOn || !stage.mounted!.update(recording(message.usage))) mount(message)
    hold()
  } catch (error) {
    return tellFailure('render', error)
  }
  tellPainted()
}

/**
 * Of sizes that could not be told within a frame, which the browser tells with the next (Resize Observer,
 * 3.4.4).
 */
const isLateSize = ({ message }: ErrorEvent): boolean => /^ResizeObserver loop/.test(message)
window.addEventListener('error', (event) => {
  if (!isLateSize(event)) tellFailure('run', event.error ?? event.message)
})
window.addEventListener('unhandledrejection', (event) => tellFailure('run', event.reason))
