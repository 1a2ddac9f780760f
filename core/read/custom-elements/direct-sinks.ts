import ts from 'typescript'
import { localDeclaration } from '../source/constants'
import { assignedValue, functionBehind, returnedBy } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'

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

/**
 * Templates marked by a tag such as `html` or `css`: told by what stands in them, and where that says
 * nothing, by the tag's name.
 */
export function taggedSink(node: ts.TaggedTemplateExpression): Sink | undefined {
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
export function directSink(sources: SourceSet, node: ts.Node): Sink | undefined {
  if (ts.isBinaryExpression(node) && ts.isPropertyAccessExpression(node.left)) {
    if (node.left.name.text === 'adoptedStyleSheets') return { kind: 'style', value: node.right, at: node }
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
      case 'push':
        return first && isAdopted(node.expression.expression)
          ? { kind: 'style', value: first, at: node }
          : undefined
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

const isAdopted = (list: ts.Expression): boolean =>
  ts.isPropertyAccessExpression(list) && list.name.text === 'adoptedStyleSheets'

/** Whether something is no part of a component: the window, the document, or an object made for itself. */
function isElsewhere(sources: SourceSet, expression: ts.Expression): boolean {
  const node = unwrap(expression)
  if (ts.isPropertyAccessExpression(node) && node.expression.kind === ts.SyntaxKind.ThisKeyword)
    return keepsMade(sources, node)
  if (!ts.isIdentifier(node)) return false
  if (['window', 'document', 'globalThis', 'self'].includes(node.text) && !localDeclaration(node)) return true
  const made = initialiser(sources, node)
  return made !== undefined && ts.isNewExpression(made)
}

/** Whether a field holds an object that its class makes for itself: `hooks = new EventTarget()`. */
function keepsMade(sources: SourceSet, field: ts.PropertyAccessExpression): boolean {
  const owner = ts.findAncestor(field, ts.isClassLike)
  if (!owner) return false
  const name = field.name.text
  const own = owner.members.find(
    (member): member is ts.PropertyDeclaration =>
      ts.isPropertyDeclaration(member) && member.name.getText() === name,
  )?.initializer
  const values = [
    ...(own ? [own] : []),
    ...sources
      .gather(owner)
      .assignments.flatMap(({ left, right }) =>
        ts.isPropertyAccessExpression(left) &&
        left.expression.kind === ts.SyntaxKind.ThisKeyword &&
        left.name.text === name
          ? [right]
          : [],
      ),
  ]
  return values.length > 0 && values.every((value) => ts.isNewExpression(unwrap(value)))
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
  if (made && ts.isCallExpression(made)) return madeByCall(sources, made, at)
  if (!made || !ts.isNewExpression(made)) return undefined
  const own = classNamed(sources, made.expression)
  if (own) return ofOwnClass(sources, own, made.arguments ?? [], at)
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

/** The class of the library that a name stands for. */
function classNamed(sources: SourceSet, name: ts.Expression): ts.ClassLikeDeclaration | undefined {
  const found = ts.isIdentifier(name) ? sources.lookUp(name.getSourceFile().fileName, name.text) : undefined
  return found?.is === 'node' ? classIn(found.node) : undefined
}

/** Classes of events of a library that build on one another, at most. */
const deepestClass = 10

/**
 * The event of a class of the library: what it hands to the class it builds on, with what it is given in the
 * place of its parameters, up to the browser's own.
 */
function ofOwnClass(
  sources: SourceSet,
  own: ts.ClassLikeDeclaration,
  given: readonly ts.Expression[],
  at: ts.Node,
  depth = 0,
): Sink | undefined {
  if (depth > deepestClass) return undefined
  const constructor = own.members.find(ts.isConstructorDeclaration)
  const handedUp = constructor ? superArguments(constructor, given) : given
  const base = own.heritageClauses?.find(({ token }) => token === ts.SyntaxKind.ExtendsKeyword)?.types[0]
  const above = base && classNamed(sources, base.expression)
  if (handedUp && above) return ofOwnClass(sources, above, handedUp, at, depth + 1)
  const [value, options] = handedUp ?? []
  return value && { kind: 'event', value, at, options, detail: detailIn(options) }
}

/** What a constructor hands to that of its superclass, what it was given itself put in. */
function superArguments(
  constructor: ts.ConstructorDeclaration,
  given: readonly ts.Expression[],
): ts.Expression[] | undefined {
  let found: readonly ts.Expression[] | undefined
  walk(constructor, (node) => {
    if (ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.SuperKeyword)
      found = node.arguments
  })
  return found?.map((argument) => {
    const name = unwrap(argument)
    const place = constructor.parameters.findIndex(
      (parameter) => ts.isIdentifier(name) && parameter.name.getText() === name.text,
    )
    return place < 0 ? argument : (given[place] ?? constructor.parameters[place]!.initializer ?? argument)
  })
}

/**
 * An event that a function makes of what it is given: `const make = (name, options) => new Event(name,
 * options)`.
 */
function madeByCall(sources: SourceSet, call: ts.CallExpression, at: ts.Node): Sink | undefined {
  const fn = functionBehind(sources, methodOfConstant(sources, call.expression) ?? call.expression)
  const made = returnedBy(fn?.body)
  if (!fn || !made || !ts.isNewExpression(unwrap(made))) return undefined
  const [name, options] = (unwrap(made) as ts.NewExpression).arguments ?? []
  const given = (expression: ts.Expression | undefined): ts.Expression | undefined => {
    if (!expression || !ts.isIdentifier(expression)) return expression
    const place = fn.parameters.findIndex((parameter) => parameter.name.getText() === expression.text)
    return place < 0 ? expression : call.arguments[place]
  }
  const value = given(name)
  const meant = given(options)
  return value && { kind: 'event', value, at, options: meant, detail: detailIn(meant) }
}

/** What an object that is constant keeps under a name: `tools.make` of `const tools = { make: … }`. */
function methodOfConstant(sources: SourceSet, expression: ts.Expression): ts.Expression | undefined {
  if (!ts.isPropertyAccessExpression(expression) || !ts.isIdentifier(expression.expression)) return undefined
  const object = initialiser(sources, expression.expression)
  if (!object || !ts.isObjectLiteralExpression(object)) return undefined
  const property = object.properties.find(({ name }) => name?.getText() === expression.name.text)
  return property && ts.isPropertyAssignment(property) ? property.initializer : undefined
}

/** The class that a declaration is, or keeps: `var Shut = class extends Event …`. */
function classIn(node: ts.Declaration): ts.ClassLikeDeclaration | undefined {
  if (ts.isClassLike(node)) return node
  const value =
    ts.isVariableDeclaration(node) && node.initializer ? assignedValue(node.initializer) : undefined
  return value && ts.isClassExpression(value) ? value : undefined
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
