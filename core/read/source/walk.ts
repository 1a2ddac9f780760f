import ts from 'typescript'

/** How deep a walk calls itself before it keeps what waits in a list of its own. */
const deepest = 400

/**
 * Walks a tree of nodes in the order of writing, however deep it is; `visit` returns `false` to leave a
 * branch out.
 */
export function walk(node: ts.Node, visit: (node: ts.Node) => boolean | void): void {
  let depth = 0
  const enter = (node: ts.Node): void => {
    if (visit(node) === false) return
    if (depth === deepest) return walkWithList(node, visit)
    depth++
    ts.forEachChild(node, enter)
    depth--
  }
  enter(node)
}

/** Walks what is below a node without calling itself. */
function walkWithList(node: ts.Node, visit: (node: ts.Node) => boolean | void): void {
  const waiting: ts.Node[] = []
  const open = (node: ts.Node) => {
    const from = waiting.length
    ts.forEachChild(node, (child) => {
      waiting.push(child)
    })
    // the last one in is the first one out: children are turned round
    for (let a = from, b = waiting.length - 1; a < b; a++, b--)
      [waiting[a], waiting[b]] = [waiting[b]!, waiting[a]!]
  }
  open(node)
  for (let node = waiting.pop(); node; node = waiting.pop()) if (visit(node) !== false) open(node)
}
