import ts from 'typescript'
import { parentOf } from './parents'
import { keyByNumber, keyName, type Key } from '../../contract/key'
import { constantOf, localDeclaration } from './constants'
import { evaluate } from './evaluate'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'
import { walk } from './walk'

const held: Record<string, string> = { shiftKey: 'Shift', ctrlKey: 'Control', altKey: 'Alt', metaKey: 'Meta' }
/** Values as browsers give them, and not what is only spelt alike. */
const isWritten = (value: string): boolean => [...value].length === 1 || /^[A-Z]/.test(value)
/**
 * Names that mean a key whatever has them; others, such as Home or Delete, may be anything's, and letters
 * too.
 */
const onlyKeys = /^(?:Enter|Escape|Tab|Space|Backspace|Page(?:Up|Down)|Arrow(?:Up|Down|Left|Right))$/
const asks = /\b(?:key|code|keyCode|which)\b/

/**
 * The keys that code asks for: where the `key`, `code` or `keyCode` of an event is compared, looked up in
 * a table or a list, or told apart by a `switch`. Asked with it, the keys that must be held come in
 * front. Something that only happens to have a property `key` does not count: what it is compared with
 * must be the name of a key, and a name that others may have too, or a single letter, must be an event's.
 */
export function readKeys(sources: SourceSet, nodes: readonly ts.Node[]): Key[] {
  const keys = new Map<string, Key>()
  const add = (at: ts.Node, asked: Asked, value: unknown) => {
    const name =
      typeof value === 'number'
        ? asked.what === 'number'
          ? keyByNumber.get(value)
          : undefined
        : typeof value === 'string' && isWritten(value)
          ? keyName(value)
          : undefined
    if (!name || (!asked.sure && asked.what === 'name' && !onlyKeys.test(name))) return
    const whole = [...heldWith(at), name].join('+')
    if (!keys.has(whole))
      keys.set(whole, {
        kind: 'key',
        name: whole,
        place: sources.place(at),
        known: 'declared',
        disagreements: [],
      })
  }
  for (const root of nodes) {
    const text = root.getSourceFile().text.slice(root.pos, root.end)
    if (!asks.test(text)) continue
    walk(root, (node) => {
      if (ts.isBinaryExpression(node) && equals.has(node.operatorToken.kind)) {
        for (const [side, other] of [
          [node.left, node.right],
          [node.right, node.left],
        ] as const) {
          const asked = keyOf(side)
          if (asked) add(node, asked, evaluate(sources, other))
        }
      } else if (ts.isSwitchStatement(node)) {
        const asked = keyOf(node.expression)
        for (const clause of asked ? node.caseBlock.clauses : [])
          if (ts.isCaseClause(clause)) add(clause, asked!, evaluate(sources, clause.expression))
      } else if (ts.isElementAccessExpression(node)) {
        const asked = keyOf(node.argumentExpression)
        const table = asked && objectOf(sources, node.expression)
        for (const property of table?.properties ?? [])
          if (property.name && !ts.isPrivateIdentifier(property.name))
            add(property, asked!, textOfName(sources, property.name))
      } else if (
        ts.isCallExpression(node) &&
        ts.isPropertyAccessExpression(node.expression) &&
        (node.expression.name.text === 'includes' || node.expression.name.text === 'has')
      ) {
        const asked = node.arguments[0] && keyOf(node.arguments[0])
        for (const expression of asked ? listOf(sources, node.expression.expression) : [])
          add(node, asked!, evaluate(sources, expression))
      }
    })
  }
  return [...keys.values()]
}

const equals = new Set([
  ts.SyntaxKind.EqualsEqualsEqualsToken,
  ts.SyntaxKind.EqualsEqualsToken,
  ts.SyntaxKind.ExclamationEqualsEqualsToken,
  ts.SyntaxKind.ExclamationEqualsToken,
])

/** `sure`: it is an event's. */
interface Asked {
  what: 'name' | 'number'
  sure: boolean
}

/** Whether an expression is the key of an event: `event.key`, or a name that stands for it. */
function keyOf(expression: ts.Expression): Asked | undefined {
  const node = unwrap(expression)
  if (ts.isPropertyAccessExpression(node)) return keyProperty(node.name.text, node.expression)
  if (!ts.isIdentifier(node)) return undefined
  const element = bindingNamed(node)
  if (element) {
    const property = element.propertyName ?? element.name
    const from = element.parent.parent
    return ts.isIdentifier(property)
      ? keyProperty(
          property.text,
          ts.isVariableDeclaration(from) ? from.initializer : undefined,
          ts.isParameter(from) || isEvent(ts.isVariableDeclaration(from) ? from.initializer : undefined),
        )
      : undefined
  }
  const value = localDeclaration(node)
  return value &&
    ts.isVariableDeclaration(value) &&
    value.initializer &&
    !ts.isIdentifier(unwrap(value.initializer))
    ? keyOf(value.initializer)
    : undefined
}

function keyProperty(name: string, of: ts.Expression | undefined, sure = isEvent(of)): Asked | undefined {
  if (name === 'key' || name === 'code') return { what: 'name', sure }
  return name === 'keyCode' || (name === 'which' && sure) ? { what: 'number', sure } : undefined
}

/**
 * Whether an expression is an event, by its written type, by what events are called, or by what is done
 * with it.
 */
function isEvent(expression: ts.Expression | undefined): boolean {
  const node = expression && unwrap(expression)
  if (!node) return false
  if (ts.isPropertyAccessExpression(node)) return /^(?:nativeEvent|originalEvent)$/.test(node.name.text)
  if (!ts.isIdentifier(node)) return false
  const declared = localDeclaration(node)
  const type = declared?.type?.getText()
  if (type) return /Keyboard/.test(type)
  if (/^(?:e|ev|evt|event|keyEvent|keyboardEvent)$/.test(node.text)) return true
  return declared !== undefined && ts.isParameter(declared) && isUsedAsEvent(declared)
}

/** What only events have (DOM and UI Events). */
const ofEvents = /^(?:preventDefault|stopPropagation|stopImmediatePropagation|composedPath|isComposing)$/
const usedAsEvents = new WeakMap<ts.ParameterDeclaration, boolean>()

/**
 * Whether a function uses what it is given as an event, whatever a minifier calls it: by what only events
 * have, or by asking its key for a name that means one.
 */
function isUsedAsEvent(parameter: ts.ParameterDeclaration): boolean {
  const known = usedAsEvents.get(parameter)
  if (known !== undefined) return known
  let isUsed = false
  walk(parameter.parent, (node) => {
    if (
      ts.isPropertyAccessExpression(node) &&
      ts.isIdentifier(node.expression) &&
      node.expression.text === parameter.name.getText()
    )
      isUsed ||= ofEvents.test(node.name.text) || (node.name.text === 'key' && isAskedForKey(node))
    return !isUsed
  })
  usedAsEvents.set(parameter, isUsed)
  return isUsed
}

/** Whether a key is compared with a name that means a key whatever has it. */
const isAskedForKey = ({ parent }: ts.Node): boolean =>
  ts.isBinaryExpression(parent) &&
  equals.has(parent.operatorToken.kind) &&
  [parent.left, parent.right].some((side) => ts.isStringLiteralLike(side) && onlyKeys.test(side.text))

/** The element of a destructured parameter or variable that a name was declared by. */
function bindingNamed(node: ts.Identifier): ts.BindingElement | undefined {
  const inside = (name: ts.BindingName) =>
    ts.isObjectBindingPattern(name)
      ? name.elements.find((element) => ts.isIdentifier(element.name) && element.name.text === node.text)
      : undefined
  for (let at = parentOf(node); at; at = parentOf(at)) {
    if (ts.isFunctionLike(at)) {
      for (const parameter of at.parameters) {
        const found = inside(parameter.name)
        if (found) return found
      }
    } else if (ts.isBlock(at)) {
      for (const statement of at.statements) {
        if (!ts.isVariableStatement(statement)) continue
        for (const declaration of statement.declarationList.declarations) {
          const found = inside(declaration.name)
          if (found) return found
        }
      }
    }
  }
  return undefined
}

const valueOf = (sources: SourceSet, expression: ts.Expression): ts.Expression => {
  const node = unwrap(expression)
  if (!ts.isIdentifier(node)) return node
  const local = localDeclaration(node)
  const value = local
    ? ts.isVariableDeclaration(local)
      ? local.initializer
      : undefined
    : constantOf(sources, node)
  return value ? unwrap(value) : node
}

function objectOf(sources: SourceSet, expression: ts.Expression): ts.ObjectLiteralExpression | undefined {
  const node = valueOf(sources, expression)
  return ts.isObjectLiteralExpression(node) ? node : undefined
}

/** The elements of a list, written in place, kept under a name, or put into a set. */
function listOf(sources: SourceSet, expression: ts.Expression): readonly ts.Expression[] {
  const node = valueOf(sources, expression)
  if (ts.isArrayLiteralExpression(node)) return node.elements
  const [first] =
    ts.isNewExpression(node) && node.expression.getText() === 'Set' ? (node.arguments ?? []) : []
  return first ? listOf(sources, first) : []
}

const textOfName = (sources: SourceSet, name: ts.PropertyName): unknown =>
  ts.isIdentifier(name) || ts.isStringLiteralLike(name)
    ? name.text
    : ts.isComputedPropertyName(name)
      ? evaluate(sources, name.expression)
      : undefined

/**
 * The keys that must be held: `event.shiftKey && event.key === 'Tab'`, and an `if` around that asks for one.
 */
function heldWith(node: ts.Node): string[] {
  const names = new Set<string>()
  const ask = (expression: ts.Expression): void => {
    const plain = unwrap(expression)
    if (ts.isBinaryExpression(plain) && plain.operatorToken.kind === ts.SyntaxKind.AmpersandAmpersandToken) {
      ask(plain.left)
      ask(plain.right)
    } else if (ts.isPropertyAccessExpression(plain) && held[plain.name.text])
      names.add(held[plain.name.text]!)
  }
  for (let at: ts.Node = node; parentOf(at) && !ts.isFunctionLike(at); at = at.parent) {
    const { parent } = at
    if (ts.isBinaryExpression(parent) && parent.operatorToken.kind === ts.SyntaxKind.AmpersandAmpersandToken)
      ask(parent)
    else if (ts.isIfStatement(parent) && parent.thenStatement === at) ask(parent.expression)
  }
  return [...names].sort()
}
