import type { ToldNode } from './told'

/** A node in words: `button “Open”`. */
export const nodeTitle = ({ role, name }: Pick<ToldNode, 'role' | 'name'>): string =>
  name ? `${role} “${name}”` : role

/** Sentences that are told of one act at most. */
const most = 12

/** Nodes under keys that hold from one look to the next: the role, and which of its kind it is. */
function keyed(nodes: readonly ToldNode[]): Map<string, ToldNode> {
  const counts = new Map<string, number>()
  return new Map(
    nodes.map((node) => {
      const nth = (counts.get(node.role) ?? 0) + 1
      counts.set(node.role, nth)
      return [`${node.role} ${nth}`, node]
    }),
  )
}

/** States that tell where the focus is: that is told by itself. */
const ofFocus = new Set(['focused', 'activedescendant'])

/** What became otherwise between two looks at a component, as assistive technology would be told, in sentences. */
export function differenceTold(before: readonly ToldNode[], after: readonly ToldNode[]): string[] {
  const [then, now] = [keyed(before), keyed(after)]
  const said: string[] = []
  for (const [key, node] of now) {
    const was = then.get(key)
    if (!was) {
      said.push(`${nodeTitle(node)} came`)
      continue
    }
    for (const state of new Set([...Object.keys(was.states), ...Object.keys(node.states)])) {
      const [old, fresh] = [was.states[state], node.states[state]]
      if (old !== fresh && !ofFocus.has(state))
        said.push(`${nodeTitle(node)}: ${state} ${old ?? 'not there'} → ${fresh ?? 'not there'}`)
    }
    if (was.name !== node.name) said.push(`${node.role} “${was.name}” is called “${node.name}” now`)
    if (node.says && node.says !== was.says) said.push(`announced: “${node.says}”`)
  }
  for (const [key, node] of then) if (!now.has(key)) said.push(`${nodeTitle(node)} went`)
  return said.slice(0, most)
}

/** What has the focus, or is told as active in what has it. */
export function focusTold(nodes: readonly ToldNode[]): string | undefined {
  const focused = nodes.find(({ states }) => states.focused === 'true')
  if (!focused) return undefined
  const active = focused.states.activedescendant
  return active ? `${nodeTitle(focused)}, ${active} active in it` : nodeTitle(focused)
}
