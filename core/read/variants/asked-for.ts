import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import type { Prop } from '../../contract/prop'
import { expressionsIn } from '../source/markup-expressions'
import type { SourceSet } from '../source/source-set'

/**
 * Whether any code of a component asks for a prop: names it elsewhere than where it is declared, or hands on
 * whatever it is given, so that somebody else may ask. What is not read is taken to ask.
 */
export function isAskedFor(sources: SourceSet, contract: Contract, prop: Prop): boolean {
  const names = new Set([prop.name, prop.attribute ?? prop.name])
  return contract.files.some((file) => {
    const { named, handsOn } = sources.once(`asked for ${file}`, [file], () => namedIn(sources, file))
    return handsOn || [...names].some((name) => named.has(name))
  })
}

interface Named {
  named: ReadonlySet<string>
  handsOn: boolean
}

function namedIn(sources: SourceSet, file: string): Named {
  const script = sources.scripts.get(file)
  const text = sources.texts.get(file) ?? ''
  const named = new Set<string>()
  let handsOn = !script || /\$\$(rest)?[pP]rops|\$props|\$attrs|\{\.\.\./.test(text)
  const visit = (node: ts.Node): void => {
    if (ts.isInterfaceDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isSpreadAssignment(node) || ts.isJsxSpreadAttribute(node) || ts.isSpreadElement(node))
      handsOn = true
    if (isRest(node)) handsOn = true
    if (ts.isIdentifier(node) && !isDeclared(node)) {
      named.add(node.text)
      if (node.text === 'props' && isHanded(node)) handsOn = true
    } else if (ts.isPrivateIdentifier(node)) named.add(node.text.slice(1))
    else if (ts.isStringLiteralLike(node) && !ts.isArrayLiteralExpression(node.parent)) named.add(node.text)
    ts.forEachChild(node, visit)
  }
  if (script) visit(script)
  for (const expression of expressionsIn(sources, file)) visit(expression)
  return { named, handsOn }
}

/** `({ tone, ...rest })`: what is left goes somewhere. */
const isRest = (node: ts.Node): boolean => ts.isBindingElement(node) && node.dotDotDotToken !== undefined

/** A name that only declares: of a field, an accessor, an entry of a table of props. */
const isDeclared = (node: ts.Identifier): boolean => {
  const { parent } = node
  return (
    (ts.isPropertyDeclaration(parent) ||
      ts.isAccessor(parent) ||
      ts.isPropertyAssignment(parent) ||
      ts.isBindingElement(parent)) &&
    parent.name === node
  )
}

/** All props handed to somebody: `useTone(props)`. */
const isHanded = (node: ts.Identifier): boolean =>
  ts.isCallExpression(node.parent) && node.parent.arguments.includes(node)

const attributeSetters = new Set(['setAttribute', 'removeAttribute', 'toggleAttribute'])

/** Whether a class sets one of its props by itself, elsewhere than where the prop is set from outside. */
export function isChangedInside(sources: SourceSet, contract: Contract, prop: Prop): boolean {
  return contract.files.some((file) =>
    sources
      .once(`changed inside ${file}`, [file], () => changedIn(sources.scripts.get(file)))
      .some((name) => name === prop.name || name === prop.attribute),
  )
}

function changedIn(script: ts.SourceFile | undefined): string[] {
  const names = new Set<string>()
  const visit = (node: ts.Node, accessor: string | undefined): void => {
    const inside = ts.isAccessor(node) ? node.name.getText() : accessor
    const name = changedBy(node)
    if (name !== undefined && inside === undefined) names.add(name)
    ts.forEachChild(node, (child) => visit(child, inside))
  }
  if (script) visit(script, undefined)
  return [...names]
}

/** What a node changes of `this`: `this.open = …`, `this.toggleAttribute('open')`. */
function changedBy(node: ts.Node): string | undefined {
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.EqualsToken) {
    const { left } = node
    const isOwn = ts.isPropertyAccessExpression(left) && left.expression.kind === ts.SyntaxKind.ThisKeyword
    // a constructor sets what it begins with
    return isOwn && !isInConstructor(node) ? left.name.text : undefined
  }
  if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression)) return undefined
  const [given] = node.arguments
  return attributeSetters.has(node.expression.name.text) && given && ts.isStringLiteralLike(given)
    ? given.text
    : undefined
}

const isInConstructor = (node: ts.Node): boolean =>
  ts.findAncestor(node, ts.isFunctionLike)?.kind === ts.SyntaxKind.Constructor
