import { cellsOfText, pastedInto, textOfCells, type CellAt } from '~~/core/tokens/cells'
import type { TokenRow } from '~~/core/tokens/themes'

/** A value to be given to a token in a theme; none of the theme’s own where there is no text. */
export interface CellChange {
  path: string
  theme: string
  text: string | null
}

/**
 * A table of tokens as a spreadsheet: arrows go from cell to cell, with Shift they choose a range, as
 * pointing does; it is copied and pasted as text, and emptied with Delete.
 */
export function useCellRange(
  rows: () => readonly TokenRow[],
  themes: () => readonly { name: string; on: string | null }[],
  change: (changes: readonly CellChange[]) => void,
) {
  const from = ref<CellAt>()
  const to = ref<CellAt>()
  const isIn = (place: number, a: number, b: number) => place >= Math.min(a, b) && place <= Math.max(a, b)
  const count = computed(() =>
    from.value && to.value
      ? (Math.abs(from.value.row - to.value.row) + 1) * (Math.abs(from.value.column - to.value.column) + 1)
      : 0,
  )
  const places = computed(() => new Map(rows().map(({ path }, row) => [path, row])))
  /** Whether a cell is one of several that are chosen. */
  function isChosen(path: string, column: number): boolean {
    const row = places.value.get(path)
    if (!from.value || !to.value || count.value < 2 || row === undefined) return false
    return isIn(row, from.value.row, to.value.row) && isIn(column, from.value.column, to.value.column)
  }
  watch(places, () => {
    from.value = to.value = undefined
  })

  /** The cell that an element stands in. */
  function cellOf(target: EventTarget | null): CellAt | undefined {
    const cell = target instanceof Element ? target.closest<HTMLElement>('td[data-column]') : null
    const row = cell && places.value.get(cell.closest<HTMLElement>('[data-token]')?.dataset.token ?? '')
    return cell && row !== undefined && row !== null
      ? { row, column: Number(cell.dataset.column) }
      : undefined
  }
  function focus({ row, column }: CellAt) {
    const path = rows()[row]?.path
    if (path === undefined) return
    document
      .querySelector<HTMLElement>(`[data-token="${CSS.escape(path)}"] td[data-column="${column}"] button`)
      ?.focus()
  }
  const within = ({ row, column }: CellAt): CellAt => ({
    row: Math.min(Math.max(row, 0), rows().length - 1),
    column: Math.min(Math.max(column, 0), themes().length - 1),
  })
  const steps: Record<string, [rows: number, columns: number]> = {
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
    PageUp: [-20, 0],
    PageDown: [20, 0],
  }

  /** Where a key was pressed: an editor that it closes is gone when the table hears of it. */
  let pressedAt: CellAt | undefined
  function notePressed({ key, target }: KeyboardEvent) {
    const here = (pressedAt = cellOf(target))
    // the editor keeps this key to itself, and closes
    if (here && key === 'Escape' && target instanceof HTMLInputElement) setTimeout(() => goOnTo(here))
  }
  /** Goes on from an editor that has closed; one that holds what cannot be stays open. */
  const goOnTo = (cell: CellAt) =>
    void nextTick(() => {
      if (!document.getElementById('token-editor')) focus(within(cell))
    })

  function onKeydown(event: KeyboardEvent) {
    const here = pressedAt
    if (!here) return
    if (event.target instanceof HTMLInputElement) {
      // as in a spreadsheet the next is below
      if (event.key === 'Enter') goOnTo({ ...here, row: here.row + 1 })
      return
    }
    const step = steps[event.key]
    if (step && !event.ctrlKey && !event.metaKey && !event.altKey) {
      const next = within({ row: here.row + step[0], column: here.column + step[1] })
      if (event.shiftKey) from.value ??= here
      else from.value = next
      to.value = next
      focus(next)
    } else if (event.key === 'Delete') empty(here)
    else if (event.key === 'F2') (event.target as HTMLElement).click()
    else return
    event.preventDefault()
  }
  /** Where a range begins that is chosen by pointing with Shift: where it began, or where the focus was. */
  let anchor: CellAt | undefined
  function onMousedown({ shiftKey }: MouseEvent) {
    if (shiftKey) anchor = from.value ?? cellOf(document.activeElement)
  }
  function onClick(event: MouseEvent) {
    const here = event.shiftKey ? cellOf(event.target) : undefined
    if (!here) return
    from.value = anchor ?? here
    to.value = here
    event.preventDefault()
    event.stopPropagation()
  }
  const rangeAt = (here: CellAt): [CellAt, CellAt] =>
    from.value && to.value && count.value > 1 ? [from.value, to.value] : [here, here]
  const changeAt = ({ row, column }: CellAt, text: string | null): CellChange[] => {
    const [item, theme] = [rows()[row], themes()[column]]
    return item && theme ? [{ path: item.path, theme: theme.name, text }] : []
  }
  /** Takes out what themes have of their own; the base is what all others rest on. */
  function empty(here: CellAt) {
    const own = pastedInto(...rangeAt(here), [['']]).filter(
      ({ at: { row, column } }) =>
        themes()[column]?.on !== null && rows()[row]?.cells[themes()[column]?.name ?? '']?.own,
    )
    change(own.flatMap(({ at }) => changeAt(at, null)))
  }
  function onCopy(event: ClipboardEvent) {
    const here = cellOf(event.target)
    if (!here || event.target instanceof HTMLInputElement) return
    const [first, last] = rangeAt(here)
    const across = themes().slice(
      Math.min(first.column, last.column),
      Math.max(first.column, last.column) + 1,
    )
    const down = rows().slice(Math.min(first.row, last.row), Math.max(first.row, last.row) + 1)
    const texts = down.map(({ cells }) => across.map(({ name }) => cells[name]?.written ?? ''))
    event.clipboardData?.setData('text/plain', textOfCells(texts))
    event.preventDefault()
  }
  function onPaste(event: ClipboardEvent) {
    const here = cellOf(event.target)
    const text = event.clipboardData?.getData('text/plain')
    if (!here || !text || event.target instanceof HTMLInputElement) return
    event.preventDefault()
    const pasted = pastedInto(...rangeAt(here), cellsOfText(text))
    change(
      pasted.flatMap(({ at, text: written }) => {
        const before = rows()[at.row]?.cells[themes()[at.column]?.name ?? '']?.written
        return written === '' || written === before ? [] : changeAt(at, written)
      }),
    )
  }
  /** The cells that are chosen, where those are several; each with what stands in it. */
  const chosenCells = computed(() => {
    if (!from.value || !to.value || count.value < 2) return []
    return pastedInto(from.value, to.value, [['']]).flatMap(({ at: { row, column } }) => {
      const [item, theme] = [rows()[row], themes()[column]]
      const written = theme && item?.cells[theme.name]?.written
      return item && theme && written !== undefined
        ? [{ path: item.path, theme: theme.name, type: item.type, written }]
        : []
    })
  })
  return { isChosen, count, chosenCells, notePressed, onKeydown, onMousedown, onClick, onCopy, onPaste }
}
