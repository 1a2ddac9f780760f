import { filledIn, valueFilledIn } from '../core/code/slot-props'
import type { Usage } from '../core/code/usage'
import type { Surround } from '../core/surround'
import type { ComponentModule, Mounted, Tools } from './adapters/adapter'
import { mountComponent, type Mounting } from './mount'
import type { Held } from './held'
import { seeAs } from './sight'
import { placeIn, prepareApp, wrapElement } from './provide'
import type { Cells } from './protocol'
import { componentIn } from './placed'
import { wearBeside } from './wear'

interface Shown {
  place: HTMLElement
  parent: HTMLElement
  inner: HTMLElement
  mounted: Mounted | undefined
  usage: string
  beside: Surround['beside']
  failed: string | undefined
}

/** Style of a sheet of cells; names begin with ours, so that a library's own sheets do not meet them. */
export const cellStyle = `
  body[data-kept-sheet] {
    padding: 0;
    min-height: 0;
    display: block;
  }
  body[data-kept-sheet] > #parent {
    display: none;
  }
  [data-kept-cells] { display: grid; inline-size: max-content; }
  [data-kept-cell] {
    box-sizing: border-box;
    display: flex;
    flex-direction: column;
    justify-content: safe center;
    align-items: safe center;
    padding: 12px;
    overflow: hidden;
    border: 0 solid rgb(128 128 128 / 0.3);
    border-inline-end-width: 1px;
    border-block-end-width: 1px;
    direction: ltr;
  }
  [data-kept-cell] > div { min-inline-size: 0; max-inline-size: 100%; }
  [data-kept-cell] > [data-kept-caption] {
    font: 11px/15px monospace;
    color: #5C6766;
    background: #FCFBF8;
    padding: 2px 6px;
    margin: 8px 0 0;
  }
  [data-kept-failed] {
    font: 12px/16px sans-serif;
    color: #A63D22;
    background: #FCFBF8;
    padding: 4px 8px;
    max-inline-size: 100%;
    overflow-wrap: anywhere;
  }
`
const sheet = document.createElement('div')
sheet.setAttribute('data-kept-cells', '')
const shown = new Map<string, Shown>()
let before: Cells | undefined

const reason = (error: unknown): string =>
  (error instanceof Error ? `${error.name}: ${error.message}` : String(error)).slice(0, 300)

/** Shows a sheet of cells. Each is made alone: one that fails says so in its place, and costs no other. */
export function showCells(
  message: Cells,
  module: Partial<ComponentModule> | undefined,
  componentOf: Tools['componentOf'],
): void {
  const goesOn =
    before && before.tag === message.tag && JSON.stringify(before.modules) === JSON.stringify(message.modules)
  before = message
  const shared = sharedTheme(message)
  layOut(message, shared)
  const wanted = new Set(message.cells.map((cell) => cell.id))
  for (const [id, cellShown] of shown) if (!goesOn || !wanted.has(id)) drop(id, cellShown)
  for (const { id, usage, surround, caption } of message.cells) {
    const cellShown = shown.get(id) ?? makeCell(id)
    dress(cellShown, surround, message.least, shared)
    captionIn(cellShown, caption)
    // in the order that is asked for; what stands there stays where it is
    sheet.append(cellShown.place)
    fill(cellShown, usage, { tag: message.tag, module, componentOf })
  }
}

/** One region is enough where all are of one theme: a region costs every custom property in every cell. */
function sharedTheme({ cells }: Cells): string | undefined {
  const theme = cells[0]?.surround.theme
  return cells.every((cell) => cell.surround.theme === theme) ? theme : undefined
}

function layOut({ columns, width, cells: [first] }: Cells, shared: string | undefined): void {
  document.body.setAttribute('data-kept-sheet', '')
  if (!sheet.isConnected) document.body.append(sheet)
  sheet.style.gridTemplateColumns = `repeat(${columns}, ${width}px)`
  seeAs(first?.surround.sight ?? 'usual')
  // numbers and dates are written by the language of the page, which is one
  if (first) document.documentElement.lang = first.surround.language
  if (shared === undefined) delete sheet.dataset.theme
  else sheet.dataset.theme = shared
}

function makeCell(id: string): Shown {
  const place = document.createElement('div')
  place.setAttribute('data-kept-cell', '')
  const parent = document.createElement('div')
  place.append(parent)
  const cellShown: Shown = {
    place,
    parent,
    inner: placeIn(parent),
    mounted: undefined,
    usage: '',
    beside: {},
    failed: undefined,
  }
  shown.set(id, cellShown)
  return cellShown
}

/** Has a cell show a usage: what stands there takes it over where it can, else it is made anew. */
function fill(
  cellShown: Shown,
  usage: Usage,
  { tag, module, componentOf }: Pick<Mounting, 'tag' | 'module'> & Pick<Tools, 'componentOf'>,
): void {
  const text = JSON.stringify(usage)
  if (text === cellShown.usage) return
  cellShown.usage = text
  const fail = (error: unknown) => tellIn(cellShown, reason(error))
  try {
    tellIn(cellShown, undefined)
    if (cellShown.mounted?.update(usage)) return
    cellShown.mounted?.end()
    cellShown.mounted = mountComponent({
      tag,
      module,
      parent: cellShown.inner,
      usage,
      listen: [],
      tools: {
        prepareApp,
        wrapElement,
        componentOf,
        filledIn,
        valueFilledIn,
        fired: () => undefined,
        failed: fail,
      },
      heard: () => undefined,
    })
  } catch (error) {
    cellShown.mounted = undefined
    fail(error)
  }
}

/** Takes every cell down. */
export const dropCells = (): void => {
  for (const [id, cellShown] of shown) drop(id, cellShown)
}

function drop(id: string, cellShown: Shown): void {
  try {
    cellShown.mounted?.end()
  } catch {
    /* what cannot end goes with its place */
  }
  cellShown.place.remove()
  shown.delete(id)
}

function dress(cellShown: Shown, surround: Surround, least: number, shared: string | undefined): void {
  const { place, parent } = cellShown
  // a region of a theme, as a page has them
  if (surround.theme === shared) delete place.dataset.theme
  else place.dataset.theme = surround.theme
  wearBeside(parent, surround.beside, cellShown.beside)
  cellShown.beside = surround.beside
  // what a theme and an axis change together holds on an element that wears both
  const isTurned = surround.direction === 'rtl' || Object.keys(surround.beside).length > 0
  if (isTurned) parent.dataset.theme = surround.theme
  else delete parent.dataset.theme
  place.style.background = surround.ground
  place.style.minBlockSize = `${least}px`
  parent.dir = surround.direction
  parent.lang = surround.language
  parent.style.inlineSize = surround.width === null ? 'auto' : `${surround.width}px`
}

function captionIn({ place }: Shown, text: string | undefined): void {
  let said = place.querySelector(':scope > [data-kept-caption]')
  if (text === undefined) return said?.remove()
  if (!said) {
    said = document.createElement('p')
    said.setAttribute('data-kept-caption', '')
    place.append(said)
  }
  said.textContent = text
}

function tellIn(shown: Shown, text: string | undefined): void {
  shown.failed = text
  shown.place.querySelector('[data-kept-failed]')?.remove()
  shown.parent.hidden = text !== undefined
  if (text === undefined) return
  const said = document.createElement('p')
  said.setAttribute('data-kept-failed', '')
  said.textContent = `Did not render. ${text}`
  shown.place.append(said)
}

/** The places that states are held in, cell by cell. */
export const heldCells = (): Held[] =>
  (before?.cells ?? []).flatMap(({ id, surround }) => {
    const cellShown = shown.get(id)
    return cellShown
      ? [
          {
            component: componentIn(cellShown.inner),
            within: cellShown.inner,
            states: surround.held,
            on: surround.on,
          },
        ]
      : []
  })

/** Where the rows of the sheet begin, how large it is, and which cells failed. */
export function layOf(): { width: number; height: number; rows: number[]; failed: string[] } {
  const box = sheet.getBoundingClientRect()
  const rows = (before?.cells ?? []).flatMap(({ id }, i) =>
    i % before!.columns === 0
      ? [Math.round((shown.get(id)?.place.getBoundingClientRect().top ?? 0) - box.top)]
      : [],
  )
  return {
    width: Math.ceil(box.width),
    height: Math.ceil(box.height),
    rows,
    failed: [...shown].flatMap(([id, cellShown]) => (cellShown.failed === undefined ? [] : [id])),
  }
}
export const watchCells = (observer: ResizeObserver): void => observer.observe(sheet)
