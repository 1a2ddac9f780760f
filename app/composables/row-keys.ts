const controls =
  'a[href], button:not(:disabled), input:not(:disabled), textarea:not(:disabled), summary, [tabindex]'

/** Whether arrows mean something of their own where the focus is: moving a caret, choosing, stepping. */
const hasOwnArrows = (target: HTMLElement): boolean =>
  target.isContentEditable || target.matches('input:not([type=checkbox]), textarea, select, [role=listbox]')

/**
 * Keys inside a list of rows: arrows go from one thing that can be used to the next in a row; with Alt they
 * do so in fields too, where arrows by themselves move in the text.
 */
export function moveInRow(event: KeyboardEvent): void {
  const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  const { target } = event
  if (step === undefined || event.defaultPrevented || !(target instanceof HTMLElement)) return
  if (event.ctrlKey || event.metaKey || event.shiftKey || (!event.altKey && hasOwnArrows(target))) return
  const row = target.closest<HTMLElement>('[data-member]')
  if (!row) return
  const inRow = [...row.querySelectorAll<HTMLElement>(controls)].filter((control) =>
    control.checkVisibility({ visibilityProperty: true }),
  )
  const next = inRow[inRow.indexOf(target) + step]
  if (!next) return
  event.preventDefault()
  next.focus()
}
