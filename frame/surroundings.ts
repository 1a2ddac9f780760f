import { marksFor } from '../core/style/held'
import { bareSurround, preferencesOf, type Surround } from '../core/surround'
import { readStyles, takeAway } from './abilities'
import { heldCells } from './cells'
import { mount, standAnew } from './component'
import { mark } from './held'
import { house, parent, themes } from './house'
import { isLoaded } from './loading'
import { ownLookSheet, showOwnLook } from './own-look'
import { componentIn } from './placed'
import type { Cells } from './protocol'
import { providedStyles } from './provide'
import { say, tellFailure } from './say'
import { seeAs } from './sight'
import { ask, forced, undress, writeSheets } from './sheets'
import { stage } from './stage'
import { wearBeside } from './wear'

const frame = requestAnimationFrame.bind(window)
let lacked: readonly string[] | undefined

/** Gives the page the surround that is asked for, and holds the component in it. */
export function surroundWith(next: Surround): void {
  const before = stage.around
  stage.around = next
  // abilities go before the first component comes; the interface begins a new page for others
  if (!isLoaded() && lacked === undefined) {
    lacked = next.without
    for (const name of takeAway(next.without))
      tellFailure('run', new Error(`The browser does not let go of ${name}: it is not switched off.`))
  }
  const root = document.documentElement
  root.dataset.theme = next.theme
  wearBeside(root, next.beside, before.beside)
  root.dir = next.direction
  root.lang = next.language
  // as a reader's own setting does: it is the size that `rem` and `medium` stand for
  root.style.fontSize = next.text === 100 ? '' : `${next.text}%`
  seeAs(next.sight)
  const { style } = document.body
  style.background = next.ground
  document.body.toggleAttribute('data-fit', next.fit)
  style.justifyContent = next.align === 'middle' ? '' : next.align
  style.padding = next.fit ? '' : `${next.padding}px`
  parent.style.blockSize = ''
  parent.style.inlineSize =
    next.width !== null ? `${next.width}px` : next.align === 'stretch' ? '100%' : 'auto'
  askFor(stage.sheet ? heldIn(stage.sheet) : next.held)
  // what asked for a preference when it was made has to be made again
  if (before.regions.join() !== next.regions.join()) standAnew()
  else if (stage.shown && stage.mounted && isAskedForAnew(before, next)) mount(stage.shown)
  hold()
}

const isPreferredOtherwise = (a: Surround, b: Surround): boolean =>
  JSON.stringify(preferencesOf(a)) !== JSON.stringify(preferencesOf(b))
/** Whether something is otherwise that components commonly ask for once, when they are made. */
const isAskedForAnew = (a: Surround, b: Surround): boolean =>
  a.language !== b.language || isPreferredOtherwise(a, b)

/** The states that are held in any cell of a spread. */
export const heldIn = ({ cells }: Cells): string[] => [
  ...new Set(cells.flatMap((cell) => cell.surround.held)),
]

/** Asks the sheets of the page for what answers these states. */
export function askFor(held: readonly string[]): void {
  const { own, around: reached } = marksFor(held)
  ask({ states: [...own, ...reached], preferences: preferencesOf(stage.around) })
}

/**
 * Holds the component in the states that are asked for: at once, and again when what it does a little later
 * is done.
 */
export function hold(): void {
  const once = () => {
    readStyles()
    mark(
      stage.sheet
        ? heldCells()
        : [
            {
              component: componentIn(stage.place),
              states: stage.around.held,
              on: stage.around.on,
            },
          ],
    )
    writeSheets()
    tellDrawn(showOwnLook(stage.sheet ? heldIn(stage.sheet) : stage.around.held))
    undress(!stage.around.dressed, [house, themes, providedStyles, forced, ownLookSheet])
  }
  once()
  if (
    stage.sheet?.cells.some((cell) => cell.surround.held.length) ||
    stage.around.held.length ||
    isPreferredOtherwise(stage.around, bareSurround('')) ||
    !stage.around.dressed ||
    stage.around.without.length
  )
    frame(once)
}

let drawnBefore = '[]'
function tellDrawn(looks: { state: string; element: string }[]): void {
  const now = JSON.stringify(looks)
  if (now !== drawnBefore) say.post({ say: 'drawn', looks: looks.slice(0, 100) })
  drawnBefore = now
}
