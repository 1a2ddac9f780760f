import ts from 'typescript'
import type { Place } from '../../contract/member'
import { objectBehind } from '../source/declarations'
import { evaluate, nameOf } from '../source/evaluate'
import { unwrap } from '../source/nodes'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'

/**
 * How a value stands in a class: between `before` and `after`, where `undefined` is whatever was not worked
 * out.
 */
export interface ClassPattern {
  before: string | undefined
  after: string | undefined
}

/** Classes that code gives for one value, and where it says so. */
export interface ClassEntry {
  value: string
  classes: string[]
  /** Nothing where it stands in markup. */
  place: Place | undefined
  /** What it gives is set as a class; else it may be any text. */
  isClass: boolean
}

/** What the code of one file does with a name, as far as it leads to classes. */
export interface Carried {
  patterns: ClassPattern[]
  entries: ClassEntry[]
}

/** Patterns and entries that are kept of one name in one file. */
const most = 200

/**
 * How names lead to classes in code: `btn--${tone}`, `'btn--' + tone`, `styles[tone]`, `{ calm: 'c', warn: 'w'
 * }[tone]`, `tone === 'warn' && 'w'`, `{ 'w': tone === 'warn' }`, and tables that are kept under the name
 * itself: `tone: { calm: 'c', warn: 'w' }`. `placeOf` is where a node stands.
 */
export function carriedIn(
  sources: SourceSet,
  nodes: readonly { node: ts.Node; placeOf: (node: ts.Node) => Place | undefined }[],
): Map<string, Carried> {
  const found = new Map<string, Carried>()
  const of = (name: string): Carried =>
    found.get(name) ?? found.set(name, { patterns: [], entries: [] }).get(name)!
  for (const { node: root, placeOf } of nodes) {
    const pattern = (expression: ts.Expression, before: string | undefined, after: string | undefined) => {
      const name = nameRead(expression)
      if (name === undefined) return
      const { patterns } = of(name)
      const isKnown = patterns.some((known) => known.before === before && known.after === after)
      if (!isKnown && patterns.length < most) patterns.push({ before, after })
    }
    const entry = (name: string | undefined, value: string, from: ts.Expression) => {
      const classes = name === undefined ? [] : classesIn(sources, from)
      if (name === undefined || classes.length === 0) return
      const { entries } = of(name)
      if (entries.length < most)
        entries.push({ value, classes, place: placeOf(from), isClass: isSetAsClass(from) })
    }
    walk(root, (node) => {
      if (ts.isTemplateExpression(node)) inTemplate(sources, node, pattern)
      else if (ts.isBinaryExpression(node)) inBinary(sources, node, pattern, entry)
      else if (ts.isConditionalExpression(node)) inCondition(node, entry)
      else if (ts.isElementAccessExpression(node)) inLookUp(sources, node, pattern, entry)
      else if (ts.isCallExpression(node)) inCall(sources, node, pattern)
      else if (ts.isObjectLiteralExpression(node)) inObject(sources, node, pattern, entry)
      else if (ts.isArrayLiteralExpression(node))
        for (const element of node.elements) pattern(element, '', '')
      else if (ts.isExpressionStatement(node) && node.parent === root) pattern(node.expression, '', '')
      return true
    })
  }
  return found
}

type TellPattern = (expression: ts.Expression, before: string | undefined, after: string | undefined) => void
type TellEntry = (name: string | undefined, value: string, from: ts.Expression) => void

/** The name that an expression reads: `tone` of `this.tone`, `props.tone`, `tone.value`, `tone`. */
function nameRead(expression: ts.Expression): string | undefined {
  const node = unwrap(expression)
  if (ts.isIdentifier(node)) return node.text
  if (!ts.isPropertyAccessExpression(node)) return undefined
  const isBox = node.name.text === 'value' || node.name.text === 'current'
  return isBox ? nameRead(node.expression) : node.name.text.replace(/^[#_]+/, '')
}

/** What stands of a text after its last white space, or before its first. */
const lastWord = (text: string): string => /\S*$/.exec(text)![0]
const firstWord = (text: string): string => /^\S*/.exec(text)![0]

function inTemplate(sources: SourceSet, node: ts.TemplateExpression, pattern: TellPattern): void {
  const texts = node.templateSpans.map(({ expression }) => {
    const value = evaluate(sources, expression)
    return typeof value === 'string' ? value : undefined
  })
  const literals = [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)]
  node.templateSpans.forEach(({ expression }, i) => {
    const [before, after] = [literals[i]!, literals[i + 1]!]
    const goesOnBefore = i > 0 && !/\s/.test(before)
    const goesOnAfter = i < texts.length - 1 && !/\s/.test(after)
    const known = goesOnBefore ? texts[i - 1] : ''
    pattern(
      expression,
      // what is not known before it leaves only what follows to go by, and that is something
      known === undefined ? before || undefined : lastWord(known + before),
      goesOnAfter ? undefined : firstWord(after),
    )
    if (known === undefined && before) pattern(expression, undefined, firstWord(after))
  })
}

function inBinary(
  sources: SourceSet,
  node: ts.BinaryExpression,
  pattern: TellPattern,
  entry: TellEntry,
): void {
  const operator = node.operatorToken.kind
  if (operator === ts.SyntaxKind.PlusToken) {
    const left = unwrap(node.left)
    // `a + b + tone` is `(a + b) + tone`: what stands next to it is the end of the left side
    const nearest = ts.isBinaryExpression(left) ? left.right : left
    const text = evaluate(sources, nearest)
    pattern(node.right, typeof text === 'string' ? lastWord(text) : undefined, '')
    const after = evaluate(sources, node.right)
    if (typeof after === 'string') pattern(nearest, '', firstWord(after))
  } else if (operator === ts.SyntaxKind.AmpersandAmpersandToken) {
    const compared = comparedWith(node.left)
    if (compared) entry(compared.name, compared.value, node.right)
  }
}

function inCondition(node: ts.ConditionalExpression, entry: TellEntry): void {
  const compared = comparedWith(node.condition)
  if (compared) entry(compared.name, compared.value, node.whenTrue)
}

/** `tone === 'warn'` names a value of `tone`; `wide` alone is `true` of `wide`. */
function comparedWith(expression: ts.Expression): { name: string; value: string } | undefined {
  const node = unwrap(expression)
  const isEqual =
    ts.isBinaryExpression(node) &&
    (node.operatorToken.kind === ts.SyntaxKind.EqualsEqualsEqualsToken ||
      node.operatorToken.kind === ts.SyntaxKind.EqualsEqualsToken)
  if (isEqual)
    for (const [side, other] of [
      [node.left, node.right],
      [node.right, node.left],
    ] as const) {
      const [name, value] = [nameRead(side), unwrap(other)]
      if (name !== undefined && (ts.isStringLiteralLike(value) || ts.isNumericLiteral(value)))
        return { name, value: value.text }
    }
  const name = nameRead(node)
  return name === undefined ? undefined : { name, value: 'true' }
}

/** `styles[tone]`: the entries of a table that is written out, or classes of a sheet that is imported. */
function inLookUp(
  sources: SourceSet,
  node: ts.ElementAccessExpression,
  pattern: TellPattern,
  entry: TellEntry,
): void {
  const name = nameRead(node.argumentExpression)
  if (name === undefined) return
  const table = objectBehind(sources, node.expression)
  if (table) tellTable(sources, name, table, entry)
  else pattern(node.argumentExpression, '', '')
}

function tellTable(
  sources: SourceSet,
  name: string,
  table: ts.ObjectLiteralExpression,
  entry: TellEntry,
): void {
  for (const property of table.properties) {
    if (!ts.isPropertyAssignment(property)) continue
    const value = nameOf(sources, property.name)
    if (value !== undefined) entry(name, value, property.initializer)
  }
}

/** `clsx('btn', tone)`, and what compilers make of templates: `'btn--'.concat(tone)`. */
function inCall(sources: SourceSet, node: ts.CallExpression, pattern: TellPattern): void {
  const { expression } = node
  const isConcat = ts.isPropertyAccessExpression(expression) && expression.name.text === 'concat'
  node.arguments.forEach((argument, i) => {
    if (!isConcat) return pattern(argument, '', '')
    const previous = i === 0 ? expression.expression : node.arguments[i - 1]!
    const before = evaluate(sources, previous)
    pattern(argument, typeof before === 'string' ? lastWord(before) : undefined, '')
  })
}

/**
 * `{ 'is-warn': tone === 'warn', [tone]: true }`, and tables under the name of what they are looked up by.
 */
function inObject(
  sources: SourceSet,
  node: ts.ObjectLiteralExpression,
  pattern: TellPattern,
  entry: TellEntry,
): void {
  for (const property of node.properties) {
    if (!ts.isPropertyAssignment(property)) continue
    if (ts.isComputedPropertyName(property.name)) pattern(property.name.expression, '', '')
    const key = nameOf(sources, property.name)
    if (key === undefined) continue
    const value = unwrap(property.initializer)
    if (ts.isObjectLiteralExpression(value)) tellTable(sources, key, value, entry)
    const compared = comparedWith(property.initializer)
    if (compared)
      entry(
        compared.name,
        compared.value,
        ts.isComputedPropertyName(property.name) ? property.name.expression : asText(property.name),
      )
  }
}

/** The key of an entry as an expression: it is the class. */
const asText = (name: ts.PropertyName): ts.Expression =>
  ts.isStringLiteralLike(name) || ts.isIdentifier(name) ? name : (name as unknown as ts.Expression)

/** The classes an expression gives: words of a text, of each text of a list, a class of an imported sheet. */
function classesIn(sources: SourceSet, expression: ts.Expression): string[] {
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node))
    return node.elements.flatMap((element) => classesIn(sources, element))
  if (ts.isIdentifier(node) && ts.isPropertyAssignment(node.parent) && node.parent.name === node)
    return [node.text]
  // `styles.warn` of a sheet that is imported as a module
  if (ts.isPropertyAccessExpression(node)) return [node.name.text]
  if (ts.isElementAccessExpression(node)) return classesIn(sources, node.argumentExpression)
  const text = evaluate(sources, node)
  return typeof text === 'string' ? text.split(/\s+/).filter(Boolean) : []
}

/** Whether something that is called a class is made of what an expression gives. */
function isSetAsClass(expression: ts.Node): boolean {
  for (let node = expression; !ts.isStatement(node) && !ts.isSourceFile(node); node = node.parent)
    if (isCalledClass(node.parent) || isInClassAttribute(node)) return true
  const statement = ts.findAncestor(expression, ts.isVariableStatement)
  return statement?.declarationList.declarations.some(isCalledClass) ?? false
}

const isCalledClass = (node: ts.Node): boolean => {
  const name = ts.isCallExpression(node)
    ? node.expression
    : ts.isPropertyAssignment(node) || ts.isJsxAttribute(node) || ts.isVariableDeclaration(node)
      ? node.name
      : undefined
  return name !== undefined && /class(es|name|names|list|map)?$/i.test(name.getText().replace(/['"\]]+$/, ''))
}

/** `class="${…}"` of a template of markup. */
const isInClassAttribute = (node: ts.Node): boolean => {
  if (!ts.isTemplateSpan(node.parent)) return false
  const template = node.parent.parent
  const at = template.templateSpans.indexOf(node.parent)
  const before = at === 0 ? template.head.text : template.templateSpans[at - 1]!.literal.text
  return /class=["']?[^"'>]*$/.test(before)
}
