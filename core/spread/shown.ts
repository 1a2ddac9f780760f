import { forFrame, modulesFor } from '../code/showing'
import type { Contract } from '../contract/contract'
import { cellOf, spreadOver, type Axis, type Cell } from './axes'
import { cellsByText } from './combinations'
import type { Usage } from '../code/usage'
import type { Surround } from '../surround'

/**
 * Cells that stand in one frame, in rows and columns; those of a covering set flow, and say what they show.
 */
export interface SheetShown {
  key: string
  title: string
  columns: string[]
  /** What stands beside each row; nothing where cells flow. */
  rows: string[]
  cells: Cell[]
  captioned: boolean
  /** The reader's size of text, in percent: it is of a whole page. */
  text: number
}

/** The axes that are covered unless somebody chooses: those that say most about a component. */
export const usuallyCovered = (axes: readonly Axis[]): string[] =>
  axes
    .map(({ id }) => id)
    .filter(
      (id) => /^(prop|attribute|class):/.test(id) || ['state', 'theme', 'content', 'direction'].includes(id),
    )

/** A spread as sheets; one without a title of its own is called as the component. */
export const sheetsOfSpread = (
  over: Parameters<typeof spreadOver>[0],
  face: Usage,
  surround: Surround,
  title: string,
): SheetShown[] =>
  spreadOver(over, face, surround).map((sheet, i) => {
    const cells = sheet.rows.flatMap((row) => row.cells)
    return {
      key: `sheet ${i}`,
      title: sheet.title || title,
      columns: sheet.columns,
      rows: sheet.rows.map((row) => row.title),
      cells,
      captioned: false,
      text: cells[0]?.surround.text ?? 100,
    }
  })

/** A covering set as sheets of so many columns, one for each size of text. */
export const sheetsOfSet = (cells: readonly Cell[], columns: number): SheetShown[] =>
  cellsByText(cells).map(([text, cells]) => ({
    key: `set ${text}`,
    title: text === 100 ? 'Covering set' : `Text at ${text} %`,
    columns: Array.from({ length: Math.max(1, columns) }, () => ''),
    rows: [],
    cells,
    captioned: true,
    text,
  }))

/** The cells of a covering set, from the places of values among its axes. */
export const cellsOfSet = (
  rows: readonly (readonly number[])[],
  axes: readonly Axis[],
  face: Usage,
  surround: Surround,
): Cell[] => rows.map((values) => cellOf(axes, values, face, surround))

/** Pixels that are left around what a cell shows. */
const padding = 26
/** How wide columns are: as somebody chose, or as the widest place that a component stands in. */
export const columnWidthOf = (cells: readonly Cell[], chosen: number): number =>
  Math.max(chosen, ...cells.map((cell) => (cell.surround.width ?? 0) + padding))

export interface ShowCells {
  tag: string
  width: number
  contractOf(tag: string): Contract | undefined
  moduleOf(tag: string): string | undefined
  /** What stands under a cell. */
  captionOf(cell: Cell): string
}

/** Cells as a frame takes them, or nothing where none of their modules was built. */
export function forSheet(sheet: SheetShown, { tag, width, contractOf, moduleOf, captionOf }: ShowCells) {
  const modules = sheet.cells.flatMap((cell) => modulesFor(tag, cell.usage, moduleOf) ?? [])
  // the module of the component itself comes first
  const all = [...new Map(modules.map((module) => [module.tag, module])).values()]
  if (!all.length) return undefined
  return {
    tag,
    modules: all,
    columns: sheet.columns.length,
    width,
    least: 72,
    cells: sheet.cells.map((cell) => ({
      id: cell.id,
      usage: forFrame(cell.usage, contractOf, tag),
      surround: cell.surround,
      ...(sheet.captioned ? { caption: captionOf(cell).slice(0, 500) } : {}),
    })),
  }
}
export type SheetTarget = ReturnType<typeof forSheet>

/** The axis of a value that is written as `axis=number`. */
export const axisIn = (value: string): string => value.slice(0, value.lastIndexOf('='))

/** Whether values may stand in one combination: two or more, each of another axis. */
export const mayCombine = (values: readonly string[]): boolean =>
  values.length >= 2 && new Set(values.map(axisIn)).size === values.length

/** A name for an example of a cell. */
export const nameOfCell = (cell: Cell): string => cell.titles.join(', ').slice(0, 120)
