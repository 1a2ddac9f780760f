import type { CDPSession } from 'playwright-core'
import { isRole } from '~~/core/accessible/roles'
import type { ToldNode } from '~~/core/accessible/told'

/** A node of the accessibility tree as Chromium's protocol has it (`Accessibility.AXNode`), as far as it is read. */
type AxNode = Awaited<ReturnType<typeof fullTree>>[number]
type Words = Record<string, string>

const fullTree = async (session: CDPSession) => (await session.send('Accessibility.getFullAXTree')).nodes

/** Nodes that are read of one component, and characters of one text. */
const [mostNodes, mostText] = [400, 280]
const cut = (text: unknown): string =>
  (typeof text === 'string' || typeof text === 'number' || typeof text === 'boolean' ? String(text) : '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, mostText)

/**
 * What assistive technology is told of a page, as Chromium works it out: elements that have a role, in the order
 * they are read, with their states. What is only there to hold others is left out unless it asks for a role.
 */
export async function readTree(session: CDPSession): Promise<ToldNode[]> {
  const nodes = await fullTree(session)
  const byId = new Map(nodes.map((node) => [node.nodeId, node]))
  const written = await writtenOf(session, nodes)
  const told: ToldNode[] = []
  const walk = (node: AxNode, depth: number): number[] => {
    const below = (at: number) =>
      (node.childIds ?? []).flatMap((id) => {
        const child = byId.get(id)
        return child && told.length < mostNodes ? walk(child, at) : []
      })
    const element = written.get(node.backendDOMNodeId ?? -1)
    if (!isTold(node, element)) return below(depth)
    const place = told.length
    told.push(toldOf(node, depth, element, nodes, byId))
    told[place]!.children = below(depth + 1).slice(0, 500)
    return [place]
  }
  const root = nodes.find(({ parentId }) => parentId === undefined)
  if (root) walk(root, 0)
  return told
}

interface Element {
  title: string
  role: string | undefined
}

/** Whether a node is one that somebody is told of. */
function isTold(node: AxNode, element: Element | undefined): boolean {
  const role = cut(node.role?.value)
  if (node.ignored || role === 'RootWebArea') return false
  if (element?.role) return true
  return role !== 'generic' && role !== 'none' && (isRole(role) || node.properties?.some(isOfUse) === true)
}
const isOfUse = ({ name }: { name: string }): boolean => name === 'focusable' || name === 'live'

function toldOf(
  node: AxNode,
  depth: number,
  element: Element | undefined,
  nodes: readonly AxNode[],
  byId: ReadonlyMap<string, AxNode>,
): ToldNode {
  const states = statesOf(node, nodes)
  return {
    depth,
    role: cut(node.role?.value),
    ...(element?.role ? { written: cut(element.role) } : {}),
    element: element?.title ?? '',
    name: cut(node.name?.value),
    from: nameFrom(node),
    description: cut(node.description?.value),
    states,
    ...(states.live && states.live !== 'off' ? { says: textIn(node, byId) } : {}),
    children: [],
  }
}

/** States and properties; one that names another element has that element's name. */
function statesOf(node: AxNode, nodes: readonly AxNode[]): Words {
  const states: Words = {}
  for (const { name, value } of node.properties ?? []) {
    const related = value.relatedNodes?.flatMap(({ backendDOMNodeId }) => {
      const other = nodes.find((node) => node.backendDOMNodeId === backendDOMNodeId)
      return other ? [`${cut(other.role?.value)} ${cut(other.name?.value)}`.trim()] : []
    })
    // of some that are true or false the protocol has a number
    const told: unknown = value.type === 'boolean' ? Boolean(value.value) : value.value
    states[name] = related?.length ? related.join(', ').slice(0, mostText) : cut(told)
  }
  if (node.value?.value !== undefined) states.value = cut(node.value.value)
  delete states.focusable
  delete states.labelledby
  delete states.describedby
  return states
}

/** Where a name comes from (Accessible Name and Description Computation 1.2, section 4.3.2). */
function nameFrom(node: AxNode): string {
  const source = node.name?.sources?.find(({ value, superseded }) => value?.value && !superseded)
  return source ? (source.attribute ?? source.nativeSource ?? source.type) : ''
}

function textIn(node: AxNode, byId: ReadonlyMap<string, AxNode>): string {
  const texts: string[] = []
  const walk = (inner: AxNode): void => {
    if (cut(inner.role?.value) === 'StaticText') texts.push(cut(inner.name?.value))
    else for (const id of inner.childIds ?? []) if (byId.has(id)) walk(byId.get(id)!)
  }
  walk(node)
  return cut(texts.join(' '))
}

/** What elements are called in markup, and the role they ask for; by the number that both trees know them by. */
async function writtenOf(session: CDPSession, nodes: readonly AxNode[]): Promise<Map<number, Element>> {
  const { root } = await session.send('DOM.getDocument', { depth: -1, pierce: true })
  const asked = new Set(nodes.flatMap(({ backendDOMNodeId }) => backendDOMNodeId ?? []))
  const found = new Map<number, Element>()
  const waiting = [root]
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.nodeType === 1 && asked.has(node.backendNodeId)) {
      const attributes = new Map<string, string>()
      const list = node.attributes ?? []
      for (let i = 0; i < list.length; i += 2) attributes.set(list[i]!, list[i + 1]!)
      const hint = attributes.get('part') ?? attributes.get('class')?.split(/\s+/)[0]
      found.set(node.backendNodeId, {
        title: `<${node.localName}>${hint ? ` ${cut(hint)}` : ''}`.slice(0, mostText),
        role: attributes.get('role'),
      })
    }
    waiting.push(...(node.children ?? []), ...(node.shadowRoots ?? []))
  }
  return found
}
