import ts from 'typescript'
import { scriptIn } from '../read/sheets-in'
import { Lines } from '../read/source/lines'
import type { SourceText } from '../read/source/source-text'
import { walk } from '../read/source/walk'

/** A value that a script sets, the same, on each of many elements. */
export interface ScriptValue {
  file: string
  /** Counted from 1. */
  line: number
  /** The property in CSS, and the value as the script writes it. */
  property: string
  value: string
  /** What the elements are found by, where that is written out. */
  selector: string | undefined
}

/** Texts without these set nothing on many elements. */
const mayLoop = /\.style\b/
const finders = new Set([
  'querySelectorAll',
  'getElementsByClassName',
  'getElementsByTagName',
  'assignedElements',
])
const lists = new Set(['children', 'childNodes'])

/**
 * Values that scripts set on every element of a list (`for … of`, `forEach`), where the value is not the
 * element's own: nothing in it is of the turn. What is written out is a rule for a sheet, and is left alone.
 */
export const scriptValuesIn = (files: readonly SourceText[]): ScriptValue[] =>
  files.filter(({ text }) => mayLoop.test(text)).flatMap(valuesIn)

function valuesIn(file: SourceText): ScriptValue[] {
  const script = scriptIn(file)
  if (!script) return []
  const lines = new Lines(script.text)
  const found: ScriptValue[] = []
  walk(script, (node) => {
    const turn = turnOf(node)
    const elements = turn && elementsOf(turn.over)
    // what is set in each turn of another list is not one for the whole component
    if (!turn || !elements || isRepeated(node)) return
    walk(turn.body, (inner) => {
      const set = setOn(inner, turn.element)
      if (!set || isWrittenOut(set.value) || isOfTurn(set.value, turn)) return
      found.push({
        file: file.path,
        line: lines.before(inner.getStart()) + 1,
        property: set.property,
        value: set.value.getText(),
        selector: elements.selector,
      })
    })
  })
  return found
}

/** One turn for each of a list: the name of the element, what the list is, and what is done. */
interface Turn {
  element: string
  over: ts.Expression
  body: ts.Node
}

function turnOf(node: ts.Node): Turn | undefined {
  if (ts.isForOfStatement(node) && ts.isVariableDeclarationList(node.initializer)) {
    const [declared] = node.initializer.declarations
    return declared && ts.isIdentifier(declared.name)
      ? { element: declared.name.text, over: node.expression, body: node.statement }
      : undefined
  }
  if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression)) return undefined
  const [does] = node.arguments
  if (node.expression.name.text !== 'forEach' || !does) return undefined
  if (!ts.isArrowFunction(does) && !ts.isFunctionExpression(does)) return undefined
  const [element] = does.parameters
  return element && ts.isIdentifier(element.name)
    ? { element: element.name.text, over: node.expression.expression, body: does.body }
    : undefined
}

/** Whether something is done once for each of something else. */
function isRepeated(node: ts.Node): boolean {
  for (let around: ts.Node = node.parent; !ts.isSourceFile(around); around = around.parent)
    if (turnOf(around) || ts.isIterationStatement(around, false)) return true
  return false
}

/** Constants that are followed from one to the next. */
const mostSteps = 5

/** Whether an expression is a list of elements, and the selector that it is found by. */
function elementsOf(over: ts.Expression, depth = 0): { selector: string | undefined } | undefined {
  const list = plain(over)
  if (ts.isIdentifier(list)) {
    const initializer = depth < mostSteps ? constantAt(list) : undefined
    return initializer && elementsOf(initializer, depth + 1)
  }
  if (ts.isPropertyAccessExpression(list))
    return lists.has(list.name.text) ? { selector: undefined } : undefined
  if (!ts.isCallExpression(list) || !ts.isPropertyAccessExpression(list.expression)) return undefined
  const [first] = list.arguments
  const name = list.expression.name.text
  if (name === 'from' && first) return elementsOf(first, depth)
  if (!finders.has(name)) return undefined
  return { selector: first && ts.isStringLiteralLike(first) ? selectorOf(name, first.text) : undefined }
}
const selectorOf = (finder: string, text: string): string | undefined =>
  finder === 'assignedElements' ? undefined : finder === 'getElementsByClassName' ? `.${text}` : text

/** An expression without brackets, types, and spreading into an array. */
function plain(node: ts.Expression): ts.Expression {
  if (ts.isParenthesizedExpression(node) || ts.isAsExpression(node) || ts.isNonNullExpression(node))
    return plain(node.expression)
  const [only] = ts.isArrayLiteralExpression(node) ? node.elements : []
  return only && ts.isSpreadElement(only) ? plain(only.expression) : node
}

/**
 * What a name stands for where it is written: the constant of the nearest block that has it, and no
 * parameter.
 */
function constantAt(name: ts.Identifier): ts.Expression | undefined {
  for (let around: ts.Node = name.parent; ; around = around.parent) {
    if (
      ts.isFunctionLike(around) &&
      around.parameters.some((parameter) => isCalled(parameter.name, name.text))
    )
      return undefined
    if (ts.isBlock(around) || ts.isSourceFile(around)) {
      const declared = around.statements
        .flatMap((statement) =>
          ts.isVariableStatement(statement) ? statement.declarationList.declarations : [],
        )
        .find((declaration) => isCalled(declaration.name, name.text))
      if (declared) return declared.initializer
    }
    if (ts.isSourceFile(around)) return undefined
  }
}
const isCalled = (name: ts.BindingName, text: string): boolean => ts.isIdentifier(name) && name.text === text

/** A property of an element's style that is set: by its name there, or by `setProperty`. */
function setOn(node: ts.Node, element: string): { property: string; value: ts.Expression } | undefined {
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.EqualsToken) {
    const { left } = node
    if (!ts.isPropertyAccessExpression(left) || !isStyleOf(left.expression, element)) return undefined
    return { property: cssName(left.name.text), value: node.right }
  }
  if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression)) return undefined
  const [name, value] = node.arguments
  const isSet = node.expression.name.text === 'setProperty' && isStyleOf(node.expression.expression, element)
  return isSet && name && ts.isStringLiteralLike(name) && value ? { property: name.text, value } : undefined
}

const isStyleOf = (node: ts.Expression, element: string): boolean => {
  if (!ts.isPropertyAccessExpression(node) || node.name.text !== 'style') return false
  const of = plain(node.expression)
  return ts.isIdentifier(of) && of.text === element
}

/** `fontSize` as sheets have it (CSSOM, 6.7.1). */
const cssName = (name: string): string =>
  name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`).replace(/^(?=(?:webkit|moz)-)/, '-')

const isWrittenOut = (value: ts.Expression): boolean =>
  ts.isStringLiteralLike(value) || ts.isNumericLiteral(value) || value.kind === ts.SyntaxKind.NullKeyword

/** Whether a value is another in each turn: it names what the turn is given, or what is made in it. */
function isOfTurn(value: ts.Expression, { body }: Turn): boolean {
  const own = new Set<string>()
  const parameters = ts.isFunctionLike(body.parent) ? body.parent.parameters : []
  const addNames = (name: ts.BindingName) =>
    walk(name, (node) => {
      if (ts.isIdentifier(node)) own.add(node.text)
    })
  for (const parameter of parameters) addNames(parameter.name)
  if (ts.isForOfStatement(body.parent) && ts.isVariableDeclarationList(body.parent.initializer))
    for (const declared of body.parent.initializer.declarations) addNames(declared.name)
  walk(body, (node) => {
    if (ts.isVariableDeclaration(node)) addNames(node.name)
    // what is counted or changed from turn to turn
    if (isCounting(node)) addIdentifier(node.operand, own)
    if (ts.isBinaryExpression(node) && isAssignment(node)) addIdentifier(node.left, own)
  })
  let isOwn = false
  walk(value, (node) => {
    const isName = ts.isPropertyAccessExpression(node.parent) && node.parent.name === node
    if (ts.isIdentifier(node) && !isName && own.has(node.text)) isOwn = true
    if (ts.isAwaitExpression(node) || (ts.isCallExpression(node) && !isSteady(node))) isOwn = true
  })
  return isOwn
}
/** Whether a call gives the same in each turn, as far as its name says; others may not. */
const isSteady = ({ expression }: ts.CallExpression): boolean =>
  ts.isIdentifier(expression)
    ? expression.text === 'String' || expression.text === 'Number'
    : ts.isPropertyAccessExpression(expression) && expression.name.text === 'getAttribute'
/** `left++` and its like; what only turns a value round changes nothing. */
const isCounting = (node: ts.Node): node is ts.PostfixUnaryExpression | ts.PrefixUnaryExpression =>
  (ts.isPostfixUnaryExpression(node) || ts.isPrefixUnaryExpression(node)) &&
  (node.operator === ts.SyntaxKind.PlusPlusToken || node.operator === ts.SyntaxKind.MinusMinusToken)
const addIdentifier = (node: ts.Expression, to: Set<string>): void => {
  if (ts.isIdentifier(node)) to.add(node.text)
}
const isAssignment = ({ operatorToken: { kind } }: ts.BinaryExpression): boolean =>
  kind >= ts.SyntaxKind.FirstAssignment && kind <= ts.SyntaxKind.LastAssignment
