import type { Plain } from './plain'

/**
 * How much a value that is worked out may hold, all that is in it counted, and how much all that are
 * worked out for one expression. A character is one, an entry of a list or an object eight; the largest
 * tables of names in published libraries have some hundred thousand.
 */
export const mostOfValue = 2_000_000
export const mostOfExpression = 20_000_000

const sizes = new WeakMap<object, number>()

/**
 * The size of a value with all that is in it, shared parts counted each time. Those of its parts are known by
 * the time it is made.
 */
export function sizeOf(value: Plain | undefined): number {
  if (typeof value === 'string') return value.length
  if (typeof value !== 'object' || value === null) return 1
  const known = sizes.get(value)
  if (known !== undefined) return known
  const parts = Array.isArray(value) ? value : Object.values(value)
  let size = 8
  for (const part of parts) size += 8 + sizeOf(part)
  sizes.set(value, size)
  return size
}

/** Notes that an entry was written into an object. */
export const grow = (object: object, entry: Plain): void =>
  void sizes.set(object, sizeOf(object as Plain) + 8 + sizeOf(entry))
