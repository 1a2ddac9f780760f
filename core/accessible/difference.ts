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

/** One thing that became otherwise between two looks; `node` is what it is about, in words. */
export type ToldChange =
  | { is: 'came'; node: string }
  | { is: 'went'; node: string }
  | { is: 'state'; node: string; state: string; from: string | undefined; to: string | undefined }
  | { is: 'name'; node: string; from: string; to: string }
  | { is: 'announced'; node: string; says: string }

/** What became otherwise between two looks at a component, as assistive technology would be told. */
export function changesTold(before: readonly ToldNode[], after: readonly ToldNode[]): ToldChange[] {
  const [then, now] = [keyed(before), keyed(after)]
  const changes: ToldChange[] = []
  for (const [key, fresh] of now) {
    const was = then.get(key)
    changes.push(...(was ? changesOfNode(was, fresh) : [{ is: 'came', node: nodeTitle(fresh) } as const]))
  }
  for (const [key, was] of then) if (!now.has(key)) changes.push({ is: 'went', node: nodeTitle(was) })
  return changes
}

function changesOfNode(was: ToldNode, fresh: ToldNode): ToldChange[] {
  const node = nodeTitle(fresh)
  const changes: ToldChange[] = []
  for (const state of new Set([...Object.keys(was.states), ...Object.keys(fresh.states)])) {
    const [from, to] = [was.states[state], fresh.states[state]]
    if (from !== to && !ofFocus.has(state)) changes.push({ is: 'state', node, state, from, to })
  }
  if (was.name !== fresh.name) changes.push({ is: 'name', node: fresh.role, from: was.name, to: fresh.name })
  if (fresh.says && fresh.says !== was.says) changes.push({ is: 'announced', node, says: fresh.says })
  return changes
}

export function sayChange(change: ToldChange): string {
  switch (change.is) {
    case 'came':
    case 'went':
      return `${change.node} ${change.is}`
    case 'state':
      return `${change.node}: ${change.state} ${change.from ?? 'not there'} → ${change.to ?? 'not there'}`
    case 'name':
      return `${change.node} “${change.from}” is called “${change.to}” now`
    case 'announced':
      return `announced: “${change.says}”`
  }
}

/** The same in sentences. */
export const differenceTold = (before: readonly ToldNode[], after: readonly ToldNode[]): string[] =>
  changesTold(before, after).slice(0, most).map(sayChange)

/** What has the focus, or is told as active in what has it. */
export function focusTold(nodes: readonly ToldNode[]): string | undefined {
  const focused = nodes.find(({ states }) => states.focused === 'true')
  if (!focused) return undefined
  const active = focused.states.activedescendant
  return active ? `${nodeTitle(focused)}, ${active} active in it` : nodeTitle(focused)
}
