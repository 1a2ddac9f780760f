import type { SFCDescriptor } from '@vue/compiler-sfc'
import ts from 'typescript'
import type { Place } from '../../contract/member'
import { keyName, type Key } from '../../contract/key'
import type { PassThrough } from '../../contract/pass-through'
import type { Slot } from '../../contract/slot'
import { parsed } from '../source/expression'
import { walk } from '../source/walk'
import { slotNamed } from './script-slots'

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
  /** Inner components that are handed this one's slots. */
  handsSlots: HandedSlots[]
  /** Every expression of the template, as it is written. */
  expressions: string[]
}

/**
 * `to` is the inner component as the template names it, `prop` what it gets the slots as, where not as slots.
 */
export interface HandedSlots {
  to: string
  prop: string | undefined
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
// eslint-disable-next-line max-lines-per-function -- one walk over markup
export function readVueTemplate(
  descriptor: SFCDescriptor,
  file: string,
  inherits: boolean,
): VueTemplateFacts {
  const facts: VueTemplateFacts = {
    slots: [],
    uses: [],
    emits: [],
    handedOn: undefined,
    keys: [],
    handsSlots: [],
    expressions: [],
  }
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
    else if (isComponentTag(element.tag)) facts.uses.push({ name: element.tag, place: placeOf(element) })
    if (handsAll(element)) facts.handsSlots.push({ to: element.tag, prop: undefined })
    for (const prop of element.props) {
      const text = expressionOf(prop)
      if (text) facts.expressions.push(text)
      if (isBound(prop) && text.trim() === '$slots' && isComponentTag(element.tag))
        facts.handsSlots.push({ to: element.tag, prop: camel(staticName(prop)) })
      if (isBound(prop) && staticName(prop) === 'is') facts.slots.push(...slotsAsked(text, placeOf(element)))
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

const isComponentTag = (tag: string): boolean => /^[A-Z]/.test(tag) || tag.includes('-')
const isBound = (attribute: Attribute): boolean =>
  attribute.type === kind.directive && attribute.name === 'bind' && staticName(attribute) !== ''

/**
 * Whether an element is handed each of the slots: `<template v-for="(_, name) in $slots" #[name]="given">`.
 */
function handsAll(element: Element): boolean {
  return (
    isComponentTag(element.tag) &&
    element.children.some((child) => {
      const inner = 'tag' in child && child.tag === 'template' ? child : undefined
      return !!inner?.props.some(
        (prop) =>
          prop.type === kind.directive &&
          prop.name === 'for' &&
          /\bin\s+(Object\.keys\()?\$slots\b/.test(expressionSource(prop)),
      )
    })
  )
}

const expressionSource = (attribute: Attribute): string =>
  attribute.type === kind.directive ? (attribute.exp?.loc.source ?? '') : ''

/** Slots that an expression of the template asks for: `$slots.foot`. */
function slotsAsked(text: string, place: Place): Slot[] {
  if (!text.includes('$slots')) return []
  const names = new Set<string>()
  walk(parsed(text), (node) => {
    if (ts.isPropertyAccessExpression(node) && node.expression.getText() === '$slots')
      names.add(node.name.text)
    if (
      ts.isElementAccessExpression(node) &&
      node.expression.getText() === '$slots' &&
      ts.isStringLiteralLike(node.argumentExpression)
    )
      names.add(node.argumentExpression.text)
  })
  return [...names].map((name) => slotNamed(name, place))
}

/** The texts that a bound name may come to: itself, or the arms of a condition. */
function namesIn(text: string): string[] {
  const [statement] = parsed(`(${text})`).statements
  const names: string[] = []
  const look = (node: ts.Expression): void => {
    if (ts.isParenthesizedExpression(node)) look(node.expression)
    else if (ts.isStringLiteralLike(node)) names.push(node.text)
    else if (ts.isConditionalExpression(node)) [node.whenTrue, node.whenFalse].forEach(look)
    else if (ts.isBinaryExpression(node)) [node.left, node.right].forEach(look)
  }
  if (statement && ts.isExpressionStatement(statement)) look(statement.expression)
  return names
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
  walk(parsed(text), (node) => {
    const [first] = ts.isCallExpression(node) && node.expression.getText() === '$emit' ? node.arguments : []
    if (first && ts.isStringLiteralLike(first)) names.push(first.text)
  })
  return names
}

function slotOf(element: Element, place: Place): Slot[] {
  const named = element.props.find((prop) => staticName(prop) === 'name')
  const names =
    named?.type === kind.attribute
      ? [named.value?.content ?? '']
      : named
        ? namesIn(expressionOf(named))
        : ['']
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
  return names.map((name) => ({
    kind: 'slot',
    name: name === 'default' ? '' : name,
    place,
    known: 'declared',
    disagreements: [],
    fallback,
    feeds: [],
    ...(passes.length ? { passes } : {}),
  }))
}

export const camel = (name: string): string =>
  name.replace(/-(\w)/g, (_all, letter: string) => letter.toUpperCase())
