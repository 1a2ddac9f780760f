import type { Surround } from '../core/surround'
import { attributeOf } from '../core/tokens/axis'

/** Has an element wear the themes of a surround, and no longer those along the axes of the one before. */
export function wear(
  element: HTMLElement,
  { theme, beside }: Pick<Surround, 'theme' | 'beside'>,
  before: Surround['beside'] = {},
): void {
  element.dataset.theme = theme
  for (const axis of Object.keys(before)) if (!(axis in beside)) element.removeAttribute(attributeOf(axis))
  for (const [axis, name] of Object.entries(beside)) element.setAttribute(attributeOf(axis), name)
}
