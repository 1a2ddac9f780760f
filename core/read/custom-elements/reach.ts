import ts from 'typescript'
import { localDeclaration } from '../source/constants'
import type { ClassNode } from './lineage'
import { reachedFrom } from '../source/reached'
import { hasModifier, unwrap, walk, type SourceSet } from '../source/source-set'

type FunctionNode = ts.FunctionLikeDeclaration

/** Something the code does with a value that makes it part of the contract. */
export type SinkKind = 'markup' | 'style' | 'event'
export interface Sink {
  kind: SinkKind
  value: ts.Expression
  at: ts.Node
  detail?: ts.Expression | undefined
  options?: ts.Expression | undefined
  typed?: ts.TypeNode | undefined
}

const memberName = (member: ts.ClassElement): string | undefined =>
  member.name &&
  (ts.isIdentifier(member.name) || ts.isPrivateIdentifier(member.name) || ts.isStringLiteral(member.name))
    ? member.name.text
    : undefined

/**
 * The members of a class and its superclasses that really run: one that a nearer class writes anew
 * counts only where that one calls `super` for it. Constructors and static blocks all run.
 */
function liveMembers(classes: ClassNode[]): ts.ClassElement[] {
  const live: ts.ClassElement[] = []
  const ended = new Set<string>()
  for (const node of classes) {
    const here = new Map<string, boolean>()
    for (const member of node.members) {
      const name = memberName(member)
      const key = name && `${hasModifier(member, ts.SyntaxKind.StaticKeyword) ? 'static ' : ''}${name}`
      if (key && ended.has(key)) continue
      live.push(member)
      if (key && name) here.set(key, (here.get(key) ?? false) || callsSuper(member, name))
    }
    for (const [key, goesOn] of here) if (!goesOn) ended.add(key)
  }
  return live
}

function callsSuper(member: ts.ClassElement, name: string): boolean {
  let found = false
  if (!member.getSourceFile().text.slice(member.pos, member.end).includes('super')) return false
  walk(member, (node) => {
    if (
      ts.isPropertyAccessExpression(node) &&
      node.expression.kind === ts.SyntaxKind.SuperKeyword &&
      node.name.text === name
    )
      found = true
    return !found
  })
  return found
}

/**
 * Every node of the library that a class can run or read: its own live members, those of its
 * superclasses, and the functions and constants these name, through imports. Other component
 * classes are left out.
 */
export const reachOf = (sources: SourceSet, classes: ClassNode[]): ts.Node[] =>
  reachedFrom(sources, liveMembers(classes))

/**
 * Templates marked by a tag such as `html` or `css`: told by what stands in them, and where that says
 * nothing, by the tag's name.
 */
function taggedSink(node: ts.TaggedTemplateExpression): Sink | undefined {
  const text = ts.isNoSubstitutionTemplateLiteral(node.template)
    ? node.template.text
    : node.template.head.text +
      node.template.templateSpans.map((templateSpan) => templateSpan.literal.text).join(' ')
  const tag = ts.isPropertyAccessExpression(node.tag)
    ? node.tag.name.text
    : ts.isIdentifier(node.tag)
      ? node.tag.text
      : ''
  if (/<[a-z!/]/i.test(text)) return { kind: 'markup', value: node.template, at: node }
  if (/css$/i.test(tag) || /\{[^{}]*:[^{}]*\}/.test(text))
    return { kind: 'style', value: node.template, at: node }
  return undefined
}

/** What one node does directly, whether its value is known there or comes in as a parameter. */
function directSink(sources: SourceSet, node: ts.Node): Sink | undefined {
  if (ts.isBinaryExpression(node) && ts.isPropertyAccessExpression(node.left)) {
    if (node.left.name.text === 'innerHTML') return { kind: 'markup', value: node.right, at: node }
    if (node.left.name.text === 'textContent' && createdAs(sources, node.left.expression) === 'style')
      return { kind: 'style', value: node.right, at: node }
  }
  if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
    const [first, second] = node.arguments
    switch (node.expression.name.text) {
      case 'replaceSync':
      case 'replace':
        return first && node.arguments.length === 1 ? { kind: 'style', value: first, at: node } : undefined
      case 'insertAdjacentHTML':
        return second && { kind: 'markup', value: second, at: node }
      case 'setHTMLUnsafe':
        return first && { kind: 'markup', value: first, at: node }
      case 'dispatchEvent':
        return first && !isElsewhere(sources, node.expression.expression)
          ? dispatched(sources, first, node)
          : undefined
    }
  }
  return undefined
}

/** Whether something is no part of a component: the window, the document, or an object made for itself. */
function isElsewhere(sources: SourceSet, expression: ts.Expression): boolean {
  const node = unwrap(expression)
  if (!ts.isIdentifier(node)) return false
  if (['window', 'document', 'globalThis', 'self'].includes(node.text) && !localDeclaration(node)) return true
  const made = initialiser(sources, node)
  return made !== undefined && ts.isNewExpression(made)
}

/** The element name in `document.createElement(name)` that an expression's constant was made with. */
function createdAs(sources: SourceSet, expression: ts.Expression): string | undefined {
  const node = unwrap(expression)
  const made = ts.isIdentifier(node) ? initialiser(sources, node) : node
  if (!made || !ts.isCallExpression(made) || !ts.isPropertyAccessExpression(made.expression)) return undefined
  const [name] = made.arguments
  return made.expression.name.text === 'createElement' && name && ts.isStringLiteralLike(name)
    ? name.text
    : undefined
}

function initialiser(sources: SourceSet, node: ts.Identifier): ts.Expression | undefined {
  const local = localDeclaration(node)
  const found = local ? undefined : sources.lookUp(node.getSourceFile().fileName, node.text)
  const declaration = local ?? (found?.is === 'node' ? found.node : undefined)
  return declaration && ts.isVariableDeclaration(declaration) && declaration.initializer
    ? unwrap(declaration.initializer)
    : undefined
}

/**
 * The event in `dispatchEvent(new CustomEvent(...))`, also through a variable or an event class of the
 * library.
 */
function dispatched(sources: SourceSet, expression: ts.Expression, at: ts.Node): Sink | undefined {
  const node = unwrap(expression)
  const made = ts.isIdentifier(node) ? initialiser(sources, node) : node
  if (!made || !ts.isNewExpression(made)) return undefined
  const own = ts.isIdentifier(made.expression)
    ? sources.lookUp(made.getSourceFile().fileName, made.expression.text)
    : undefined
  if (own?.is === 'node' && ts.isClassDeclaration(own.node)) {
    const constructor = own.node.members.find(ts.isConstructorDeclaration)
    let sink: Sink | undefined
    if (constructor) {
      walk(constructor, (node) => {
        if (
          !ts.isCallExpression(node) ||
          node.expression.kind !== ts.SyntaxKind.SuperKeyword ||
          !node.arguments[0]
        )
          return
        sink = {
          kind: 'event',
          value: node.arguments[0],
          at,
          options: node.arguments[1],
          detail: detailIn(node.arguments[1]),
        }
      })
    }
    return sink
  }
  const [name, options] = made.arguments ?? []
  return (
    name && {
      kind: 'event',
      value: name,
      at,
      options,
      detail: detailIn(options),
      typed: made.typeArguments?.[0],
    }
  )
}

function detailIn(options: ts.Expression | undefined): ts.Expression | undefined {
  if (!options || !ts.isObjectLiteralExpression(options)) return undefined
  for (const property of options.properties) {
    if (property.name?.getText() !== 'detail') continue
    if (ts.isPropertyAssignment(property)) return property.initializer
    if (ts.isShorthandPropertyAssignment(property)) return property.name
  }
  return undefined
}

/**
 * What a component's code does with markup, styles and events. Helpers are followed: where a
 * function passes one of its parameters on to such a use, its calls count with their arguments.
 */
export class Sinks {
  private readonly ofFunctions = new Map<FunctionNode, { sink: Sink; parameter: number; detail: number }[]>()

  constructor(private readonly sources: SourceSet) {}

  /** All uses in the given nodes. `classes` are where `this.method()` is looked for. */
  in(nodes: ts.Node[], classes: ClassNode[]): Sink[] {
    const sinks: Sink[] = []
    for (const root of nodes) {
      const { calls, assignments, tagged } = this.sources.gather(root)
      for (const node of tagged) {
        const sink = taggedSink(node)
        if (sink) sinks.push(sink)
      }
      for (const node of [...assignments, ...calls]) {
        const direct = directSink(this.sources, node)
        if (direct && parameterIndex(direct.value) < 0) sinks.push(direct)
        const callee = ts.isCallExpression(node) ? this.callee(node, classes) : undefined
        if (callee)
          sinks.push(
            ...this.through(node as ts.CallExpression, callee, classes).filter(
              (sink) => parameterIndex(sink.value) < 0,
            ),
          )
      }
    }
    return sinks
  }

  private through(call: ts.CallExpression, callee: FunctionNode, classes: ClassNode[]): Sink[] {
    return this.passesOn(callee, classes).flatMap(({ sink, parameter, detail }) => {
      const value = call.arguments[parameter]
      return value
        ? [
            {
              ...sink,
              value,
              at: call,
              detail: detail < 0 ? sink.detail : call.arguments[detail],
              typed: call.typeArguments?.[0] ?? (detail < 0 ? sink.typed : undefined),
            },
          ]
        : []
    })
  }

  private passesOn(
    fn: FunctionNode,
    classes: ClassNode[],
  ): { sink: Sink; parameter: number; detail: number }[] {
    const known = this.ofFunctions.get(fn)
    if (known) return known
    const found: { sink: Sink; parameter: number; detail: number }[] = []
    this.ofFunctions.set(fn, found)
    if (!fn.body) return found
    const { calls, assignments } = this.sources.gather(fn.body)
    for (const node of [...assignments, ...calls]) {
      const direct = directSink(this.sources, node)
      const callee = ts.isCallExpression(node) ? this.callee(node, classes) : undefined
      const sinks = [
        ...(direct ? [direct] : []),
        ...(callee ? this.through(node as ts.CallExpression, callee, classes) : []),
      ]
      for (const sink of sinks) {
        const parameter = parameterIndex(sink.value, fn)
        if (parameter >= 0)
          found.push({ sink, parameter, detail: sink.detail ? parameterIndex(sink.detail, fn) : -1 })
      }
    }
    return found
  }

  private callee(call: ts.CallExpression, classes: ClassNode[]): FunctionNode | undefined {
    const { expression } = call
    if (ts.isIdentifier(expression)) {
      const found = this.sources.lookUp(call.getSourceFile().fileName, expression.text)
      if (found?.is !== 'node') return undefined
      if (ts.isFunctionDeclaration(found.node)) return found.node
      const made = ts.isVariableDeclaration(found.node) && found.node.initializer
      return made && (ts.isArrowFunction(made) || ts.isFunctionExpression(made)) ? made : undefined
    }
    if (
      !ts.isPropertyAccessExpression(expression) ||
      expression.expression.kind !== ts.SyntaxKind.ThisKeyword
    )
      return undefined
    for (const classNode of classes) {
      const method = classNode.members.find(
        (member) =>
          ts.isMethodDeclaration(member) &&
          (member.name as ts.Identifier | ts.PrivateIdentifier).text === expression.name.text,
      )
      if (method) return method as ts.MethodDeclaration
    }
    return undefined
  }
}

/**
 * Which parameter of its function an expression is, or -1. With `of`, only that function's parameters count.
 */
function parameterIndex(expression: ts.Expression, of?: FunctionNode): number {
  const node = unwrap(expression)
  if (!ts.isIdentifier(node)) return -1
  const local = localDeclaration(node)
  if (!local || !ts.isParameter(local)) return -1
  return of && local.parent !== of ? -1 : local.parent.parameters.indexOf(local)
}
