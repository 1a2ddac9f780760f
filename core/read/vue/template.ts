import type { SFCDescriptor } from '@vue/compiler-sfc'
import ts from 'typescript'
import type { Place } from '../../contract/member'
import { keyName, type Key } from '../../contract/key'
import type { PassThrough } from '../../contract/pass-through'
import type { Slot } from '../../contract/slot'
import { walk } from '../source/source-set'

type Root = NonNullable<NonNullable<SFCDescriptor['template']>['ast']>
type Node = Root['children'][number]
type Element = Extract<Node, { tag: string }>
type Attribute = Element['props'][number]

/** Kinds of the nodes of Vue's template tree (`NodeTypes` of its compiler). */
const kind = { element: 1, text: 2, attribute: 6, directive: 7 } as const

export interface VueTemplateFacts {
  slots: Slot[]
  uses: { name: string; place: Place }[]
  emits: { name: string; place: Place }[]
  handedOn: PassThrough | undefined
  keys: Key[]
}

const staticName = (attribute: Attribute): string =>
  attribute.type === kind.attribute
    ? attribute.name
    : attribute.arg && 'content' in attribute.arg && typeof attribute.arg.content === 'string'
      ? attribute.arg.content
      : ''
const expressionOf = (attribute: Attribute): string =>
  attribute.type === kind.directive &&
  attribute.exp &&
  'content' in attribute.exp &&
  typeof attribute.exp.content === 'string'
    ? attribute.exp.content
    : attribute.type === kind.directive && attribute.exp?.loc
      ? attribute.exp.loc.source
      : ''

/**
 * Slots with their fallback and what they hand over, components used, events fired from the template,
 * and where attributes land that are no props: on the element with `v-bind="$attrs"`, else on a single
 * root (Vue guide, fallthrough attributes) unless `inherits` is false.
 */
export function readVueTemplate(
  descriptor: SFCDescriptor,
  file: string,
  inherits: boolean,
): VueTemplateFacts {
  const facts: VueTemplateFacts = { slots: [], uses: [], emits: [], handedOn: undefined, keys: [] }
  const ast = descriptor.template?.ast
  if (!ast) return facts
  const placeOf = (node: { loc: { start: { line: number } } }): Place => ({ file, line: node.loc.start.line })
  const handOn = (element: Element): PassThrough => ({
    kind: 'pass-through',
    name: 'attributes',
    place: placeOf(element),
    known: 'declared',
    disagreements: [],
    to: element.tag,
  })
  let bound: PassThrough | undefined

  const visit = (node: Node): void => {
    if (node.type !== kind.element) {
      if ('branches' in node)
        node.branches.forEach((branch) => branch.children.forEach((child) => visit(child as Node)))
      else if ('children' in node)
        for (const child of node.children as unknown[])
          if (typeof child === 'object' && child !== null && 'type' in child) visit(child as Node)
      return
    }
    const element = node as Element
    if (element.tag === 'slot') facts.slots.push(...slotOf(element, placeOf(element)))
    else if (/^[A-Z]/.test(element.tag) || element.tag.includes('-'))
      facts.uses.push({ name: element.tag, place: placeOf(element) })
    for (const prop of element.props) {
      const text = expressionOf(prop)
      if (prop.type === kind.directive && prop.name === 'bind' && !prop.arg && /\$attrs\b/.test(text))
        bound ??= handOn(element)
      facts.keys.push(...keysOf(prop, placeOf(prop)))
      for (const name of emittedIn(text)) facts.emits.push({ name, place: placeOf(prop) })
    }
    element.children.forEach(visit)
  }
  ast.children.forEach(visit)
  const roots = ast.children.filter((child): child is Element => child.type === kind.element)
  const conditional = roots.filter(
    (root) => !root.props.some((prop) => prop.type === kind.directive && /^else/.test(prop.name)),
  )
  const [only] = conditional
  facts.handedOn =
    bound ??
    (inherits && conditional.length === 1 && only && only.tag !== 'slot' && only.tag !== 'template'
      ? handOn(only)
      : undefined)
  return facts
}

const heldNames: Record<string, string> = { shift: 'Shift', ctrl: 'Control', alt: 'Alt', meta: 'Meta' }

/**
 * The keys that `@keydown.shift.enter` asks for (Vue guide, key modifiers). `delete` there means two keys.
 */
function keysOf(attribute: Attribute, place: Place): Key[] {
  if (
    attribute.type !== kind.directive ||
    attribute.name !== 'on' ||
    !/^key(?:down|up|press)$/.test(staticName(attribute))
  )
    return []
  const modifiers = attribute.modifiers.map((modifier) => modifier.content)
  const held = modifiers.flatMap((modifier) => heldNames[modifier] ?? []).sort()
  return modifiers
    .filter((modifier) => !(modifier in heldNames))
    .flatMap((modifier) => (modifier === 'delete' ? ['Delete', 'Backspace'] : [keyName(modifier)]))
    .flatMap((name) =>
      name
        ? [
            {
              kind: 'key' as const,
              name: [...held, name].join('+'),
              place,
              known: 'declared' as const,
              disagreements: [],
            },
          ]
        : [],
    )
}

/** Names given to `$emit` in an expression of the template. */
function emittedIn(text: string): string[] {
  if (!text.includes('$emit')) return []
  const names: string[] = []
  walk(ts.createSourceFile('expression.ts', text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS), (node) => {
    const [first] = ts.isCallExpression(node) && node.expression.getText() === '$emit' ? node.arguments : []
    if (first && ts.isStringLiteralLike(first)) names.push(first.text)
  })
  return names
}

function slotOf(element: Element, place: Place): Slot[] {
  const named = element.props.find((prop) => staticName(prop) === 'name')
  const dynamic = named?.type === kind.directive
  const text =
    named?.type === kind.attribute
      ? (named.value?.content ?? '')
      : dynamic
        ? /^(['"`])([^'"`$]+)\1$/.exec(expressionOf(named).trim())?.[2]
        : ''
  if (text === undefined) return []
  const passes = element.props
    .filter(
      (prop) => prop.type === kind.directive && prop.name === 'bind' && staticName(prop) && prop !== named,
    )
    .map((prop) => ({ name: camel(staticName(prop)) }))
  passes.push(
    ...element.props
      .filter((prop) => prop.type === kind.attribute && prop !== named)
      .map((prop) => ({ name: camel(prop.name) })),
  )
  const fallback = element.children
    .map((child) => child.loc.source)
    .join('')
    .trim()
  return [
    {
      kind: 'slot',
      name: text === 'default' ? '' : text,
      place,
      known: 'declared',
      disagreements: [],
      fallback,
      feeds: [],
      ...(passes.length ? { passes } : {}),
    },
  ]
}

export const camel = (name: string): string =>
  name.replace(/-(\w)/g, (_all, letter: string) => letter.toUpperCase())
