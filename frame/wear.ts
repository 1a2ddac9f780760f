import type { Surround } from '../core/surround'
import { attributeOf } from '../core/tokens/axis'

/**
 * Has an element wear the themes that stand beside that of a surround, and no longer those of the one
 * before.
 */
export function wearBeside(
  element: HTMLElement,
  beside: Surround['beside'],
  before: Surround['beside'],
): void {
  for (const axis of Object.keys(before))
    if (beside[axis] === undefined) element.removeAttribute(attributeOf(axis))
  for (const [axis, name] of Object.entries(beside)) element.setAttribute(attributeOf(axis), name)
}
