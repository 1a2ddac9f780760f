// Values of a range of cells as text that spreadsheets copy and paste: rows by lines, cells by tabs, and what
// holds one of either in quotes (as CSV has them: RFC 4180, 2.6 and 2.7).

/** Cells that are taken from one text at most. */
const mostCells = 20_000

export const textOfCells = (rows: readonly (readonly string[])[]): string =>
  rows.map((cells) => cells.map(quoted).join('\t')).join('\n')

const quoted = (text: string): string =>
  /[\t\n\r]/.test(text) || text.startsWith('"') ? `"${text.replaceAll('"', '""')}"` : text

/** The cells of a text, row by row; one that ends with a line break has no empty row after it. */
export function cellsOfText(text: string): string[][] {
  const rows: string[][] = [[]]
  let count = 0
  for (const [, inQuotes, plain, end] of text
    .replace(/\r?\n$/, '')
    .matchAll(/(?:"((?:[^"]|"")*)"|([^\t\r\n]*))(\t|\r?\n|\r|$)/g)) {
    if (++count > mostCells) break
    rows.at(-1)!.push(inQuotes === undefined ? (plain ?? '') : inQuotes.replaceAll('""', '"'))
    if (end === '') break
    if (end !== '\t') rows.push([])
  }
  return rows
}

/** A cell by its row and its column, counted from 0. */
export interface CellAt {
  row: number
  column: number
}

/** What each cell of a range gets when cells are pasted: one that is copied alone goes into all of them. */
export function pastedInto(
  from: CellAt,
  to: CellAt,
  cells: readonly (readonly string[])[],
): { at: CellAt; text: string }[] {
  const [top, left] = [Math.min(from.row, to.row), Math.min(from.column, to.column)]
  const [height, width] = [Math.abs(from.row - to.row) + 1, Math.abs(from.column - to.column) + 1]
  const isOne = cells.length === 1 && cells[0]?.length === 1
  if (isOne)
    return Array.from({ length: height * width }, (_, i) => ({
      at: { row: top + Math.floor(i / width), column: left + (i % width) },
      text: cells[0]![0]!,
    }))
  return cells.flatMap((texts, row) =>
    texts.map((text, column) => ({ at: { row: top + row, column: left + column }, text })),
  )
}
