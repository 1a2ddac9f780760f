// How an element says which themes it wears. This file is part of the script in every preview frame.

/** The axis of themes that turn with the direction of writing: HTML has an attribute for it. */
export const directionAxis = 'direction'

/**
 * The attribute by which an element wears a theme of an axis (HTML, 3.2.6.4), without one a theme of
 * colours.
 */
export function attributeOf(axis: string | null | undefined): string {
  if (!axis) return 'data-theme'
  return axis === directionAxis ? 'dir' : `data-${axis}`
}

/** What that attribute says of a theme. */
export const attributeValue = ({ axis, name }: { axis?: string | null | undefined; name: string }): string =>
  axis === directionAxis ? 'rtl' : name

/**
 * Whether a text can be the name of an axis: part of an attribute that neither themes nor frames have, and
 * nothing that every object has.
 */
export const isAxisName = (name: string): boolean =>
  /^[a-z](?:[a-z-]{0,28}[a-z])?$/.test(name) && name !== 'theme' && !name.startsWith('kept') && !(name in {})
