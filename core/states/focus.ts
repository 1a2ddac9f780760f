import type { Act } from '../acts/act'
import { focusTold } from '../accessible/difference'
import type { ToldNode } from '../accessible/told'
import type { Look } from './look'

/** Roles of what a browser gives the focus when it is pressed. */
const focusable = new Set([
  'button',
  'link',
  'checkbox',
  'switch',
  'radio',
  'tab',
  'combobox',
  'textbox',
  'searchbox',
])

const isIn = (nodes: readonly ToldNode[], role: string, name: string | undefined): boolean =>
  nodes.some((node) => node.role === role && (name === undefined || node.name === name))

/**
 * Where acts led the focus: in words, `''` where it was lost, `undefined` where nothing is to be said. It is lost where
 * a key, or a press on something that took it and is gone, left it with nobody; a pointer that merely pressed beside
 * something takes it from nobody who works with keys.
 */
export function focusAfter(before: Look, acts: readonly Act[], after: Look): string | undefined {
  const [was, is] = [focusTold(before.told), focusTold(after.told)]
  if (is !== undefined) return is === was ? undefined : is
  const last = acts.at(-1)
  if (last?.do === 'key') return was === undefined ? undefined : ''
  if (last?.do !== 'press' || !('role' in last.on) || !focusable.has(last.on.role)) return undefined
  return isIn(after.told, last.on.role, last.on.name) ? undefined : ''
}
