import { z } from 'zod'
import { nodeTitle } from './difference'
import { keyTitle } from './patterns'
import { statesTold } from './steady'
import type { Told } from './told'

/** What a reader of a guide is told of one element: what it is, what is told of it, which keys it answers. */
export const summaryRowSchema = z.object({
  what: z.string(),
  role: z.string(),
  name: z.string(),
  steady: z.array(z.string()),
  changing: z.array(z.string()),
  /** Keys that did something, those that did the same together. */
  keys: z.array(z.object({ keys: z.array(z.string()), does: z.array(z.string()) })),
})
export type SummaryRow = z.infer<typeof summaryRowSchema>

/** Elements of a component that a guide tells of at most. */
const most = 12

/** The accessible contract of a component in few words; what looks the same stands there once. */
export function summaryOf(told: Told): SummaryRow[] {
  const rows = new Map<string, SummaryRow>()
  for (const node of told.nodes) {
    const what = nodeTitle(node)
    const states = statesTold(node, told)
    const pressed = told.pressed.filter(
      ({ role, name, did }) => role === node.role && name === node.name && did.length > 0,
    )
    if (rows.has(what)) continue
    rows.set(what, {
      what,
      role: node.role,
      name: node.name,
      steady: states.filter(({ changes }) => !changes).map(({ state, value }) => `${state} ${value}`.trim()),
      changing: states.filter(({ changes }) => changes).map(({ state }) => state),
      keys: together(pressed),
    })
  }
  return [...rows.values()].slice(0, most)
}

function together(pressed: Told['pressed']): SummaryRow['keys'] {
  const bySaid = new Map<string, { keys: string[]; does: string[] }>()
  for (const { key, did } of pressed) {
    const said = did.join('\n')
    const same = bySaid.get(said)
    if (same) same.keys.push(keyTitle(key))
    else bySaid.set(said, { keys: [keyTitle(key)], does: did })
  }
  return [...bySaid.values()]
}
