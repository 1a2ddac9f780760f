/**
 * Keys that elements of HTML answer by themselves, so that no code needs to ask for them (HTML, 4.11.4 for
 * dialogs, 6.12 for popovers, 6.6.3 and the activation behaviour of each; what browsers do with form controls).
 */
const byTag: Readonly<Record<string, readonly string[]>> = {
  button: ['Enter', 'Space'],
  summary: ['Enter', 'Space'],
  a: ['Enter'],
  area: ['Enter'],
  dialog: ['Escape'],
  select: ['Enter', 'Space', 'Escape', 'ArrowDown', 'ArrowUp', 'Home', 'End', 'PageDown', 'PageUp'],
  video: ['Space', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
  audio: ['Space', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
}
const arrows = ['ArrowDown', 'ArrowUp', 'ArrowLeft', 'ArrowRight']
const byType: Readonly<Record<string, readonly string[]>> = {
  checkbox: ['Space'],
  radio: ['Space', ...arrows],
  range: [...arrows, 'Home', 'End', 'PageUp', 'PageDown'],
  button: ['Enter', 'Space'],
  submit: ['Enter', 'Space'],
  reset: ['Enter', 'Space'],
  image: ['Enter', 'Space'],
  color: ['Enter', 'Space', 'Escape'],
  file: ['Enter', 'Space'],
  hidden: [],
}

/** Said of what answers whatever is typed. */
export const anyKey = 'any'

/** Keys that an element answers by itself; its type is worked out from the markup, or not known. */
export function keysAnswered(
  tag: string,
  attribute: (name: string) => string | undefined,
): readonly string[] {
  const ofPopover = attribute('popover') === undefined ? [] : ['Escape']
  if (tag === 'textarea' || attribute('contenteditable') !== undefined) return [anyKey]
  if (tag === 'input') return [...(byType[attribute('type') ?? ''] ?? [anyKey]), ...ofPopover]
  return [...(byTag[tag] ?? []), ...ofPopover]
}
