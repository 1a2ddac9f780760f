import type { AST } from 'svelte/compiler'
import type { Place } from '../../contract/member'
import type { PassThrough } from '../../contract/pass-through'
import type { Slot } from '../../contract/slot'
import { Lines } from '../../read/source/lines'
import { textOf } from './script'
import { walkTree } from './walk'

export interface SvelteTemplateFacts {
  /** Slots as they were before snippets, and snippets that are rendered, by the prop that brings them. */
  slots: Slot[]
  rendered: Map<string, { place: Place; passes: string[] }>
  uses: { name: string; place: Place }[]
  /** Events that are passed on from inside, such as `<button on:click>`. */
  passedOn: { name: string; place: Place }[]
  handedOn: PassThrough | undefined
  /** Functions that are called with a text first, as dispatchers are. */
  calls: { of: string; text: string; place: Place }[]
}

type Call = Extract<AST.RenderTag['expression'], { type: 'CallExpression' }>
type Element = Extract<AST.Fragment['nodes'][number], { attributes: unknown[]; fragment: AST.Fragment }>

/** What a Svelte component's template offers. `rest` are the names that what is left of the props goes by. */
export function readSvelteTemplate(
  root: AST.Root,
  text: string,
  file: string,
  rest: ReadonlySet<string>,
): SvelteTemplateFacts {
  const lines = new Lines(text)
  const placeOf = ({ start }: { start: number }): Place => ({ file, line: lines.before(start) + 1 })
  const facts: SvelteTemplateFacts = {
    slots: [],
    rendered: new Map(),
    uses: [],
    passedOn: [],
    handedOn: undefined,
    calls: [],
  }
  walkTree(root.fragment, (node) => {
    if (node.type === 'SlotElement') facts.slots.push(slotOf(node as unknown as Element, text, placeOf(node)))
    if (node.type === 'Component')
      facts.uses.push({ name: (node as unknown as AST.Component).name, place: placeOf(node) })
    if (node.type === 'RenderTag') {
      const { name, passes } = renderedBy(node as unknown as AST.RenderTag)
      if (name && !facts.rendered.has(name)) facts.rendered.set(name, { place: placeOf(node), passes })
    }
    if (node.type === 'CallExpression') facts.calls.push(...namedCall(node as unknown as Call, placeOf(node)))
    if ('attributes' in node && 'name' in node)
      readAttributes(node as unknown as Element & { name: string }, rest, placeOf, facts)
  })
  return facts
}

function readAttributes(
  element: Element & { name: string },
  rest: ReadonlySet<string>,
  placeOf: (node: { start: number }) => Place,
  facts: SvelteTemplateFacts,
): void {
  for (const attribute of element.attributes as (AST.Attribute | AST.OnDirective | AST.SpreadAttribute)[]) {
    if (attribute.type === 'OnDirective' && !attribute.expression)
      facts.passedOn.push({ name: attribute.name, place: placeOf(attribute) })
    if (attribute.type !== 'SpreadAttribute') continue
    const { expression } = attribute
    if (expression.type === 'Identifier' && rest.has(expression.name))
      facts.handedOn ??= {
        kind: 'pass-through',
        name: 'attributes',
        place: placeOf(attribute),
        known: 'declared',
        disagreements: [],
        to: element.name,
      }
  }
}

function namedCall({ callee, arguments: [first] }: Call, place: Place): SvelteTemplateFacts['calls'] {
  return callee.type === 'Identifier' && first?.type === 'Literal' && typeof first.value === 'string'
    ? [{ of: callee.name, text: first.value, place }]
    : []
}

/** Which snippet `{@render row?.(ship, i)}` renders, and the names it is given. */
function renderedBy({ expression }: AST.RenderTag): { name: string | undefined; passes: string[] } {
  const call = expression.type === 'ChainExpression' ? expression.expression : expression
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- the parser lets through what its types leave out
  if (call.type !== 'CallExpression') return { name: undefined, passes: [] }
  return {
    name: call.callee.type === 'Identifier' ? call.callee.name : undefined,
    passes: call.arguments.map((argument, i) =>
      argument.type === 'Identifier' ? argument.name : `value${i === 0 ? '' : i + 1}`,
    ),
  }
}

function slotOf(element: Element, text: string, place: Place): Slot {
  const attributes = element.attributes as AST.Attribute[]
  const name = textOf(attributes.find((attribute) => attribute.name === 'name')) ?? ''
  const [first, last] = [element.fragment.nodes[0], element.fragment.nodes.at(-1)]
  const passes = attributes
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- what is spread stands among them
    .filter((attribute) => attribute.type === 'Attribute' && attribute.name !== 'name')
    .map((attribute) => ({ name: attribute.name }))
  return {
    kind: 'slot',
    name: name === 'default' ? '' : name,
    place,
    known: 'declared',
    disagreements: [],
    fallback: first && last ? text.slice(first.start, last.end).trim() : '',
    feeds: [],
    ...(passes.length ? { passes } : {}),
  }
}
