import type { AST } from 'svelte/compiler'

/** Any node of Svelte's template tree, or of the expressions in it. */
export interface TreeNode {
  type: string
  start: number
  end: number
}

const isNode = (value: unknown): value is TreeNode =>
  typeof value === 'object' && value !== null && 'type' in value && typeof value.type === 'string'

/** Walks a tree of Svelte's in the order of writing. It keeps what waits in a list: no tree is too deep. */
export function walkTree(root: AST.Fragment, visit: (node: TreeNode) => void): void {
  const waiting: TreeNode[] = [root as unknown as TreeNode]
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    visit(node)
    const below = Object.entries(node)
      .filter(([name]) => name !== 'metadata')
      .flatMap(([, value]): unknown[] => (Array.isArray(value) ? (value as unknown[]) : [value]))
      .filter(isNode)
    waiting.push(...below.reverse())
  }
}
