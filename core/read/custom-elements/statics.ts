import ts from 'typescript'
import { returnedBy } from '../source/declarations'
import { exportsOf } from '../source/exported'
import type { SourceSet } from '../source/source-set'
import { hasModifier, unwrap } from '../source/nodes'
import type { ClassNode } from './lineage'

// Names of a class and what is static on it, also where a compiler put it after or around the class.

/**
 * The names a class goes by in its file: its own, and the variables it is kept in, as in
 * `let X = X_1 = class Y …`.
 */
export function namesOf(node: ClassNode): Set<string> {
  const names = new Set<string>()
  if (node.name) names.add(node.name.text)
  let at: ts.Node = node.parent
  for (; ts.isBinaryExpression(at) || ts.isParenthesizedExpression(at); at = at.parent)
    if (ts.isBinaryExpression(at) && ts.isIdentifier(at.left)) names.add(at.left.text)
  if (ts.isVariableDeclaration(at) && ts.isIdentifier(at.name)) names.add(at.name.text)
  return names
}

/** Its names with those of constants that are only another name for it, as in `var X = _X`. */
export function everyNameOf(sources: SourceSet, node: ClassNode): Set<string> {
  const names = namesOf(node)
  for (const statement of node.getSourceFile().statements) {
    if (!ts.isVariableStatement(statement)) continue
    for (const { name, initializer } of statement.declarationList.declarations)
      if (ts.isIdentifier(name) && initializer && ts.isIdentifier(initializer) && names.has(initializer.text))
        names.add(name.text)
  }
  for (const { name, exportName } of exportsOf(sources, node.getSourceFile().fileName))
    if (names.has(name) && exportName !== 'default') names.add(exportName)
  return names
}

/** How a class is handed on by its file: under a name, as its default, or not at all. */
export function exportedAs(sources: SourceSet, node: ClassNode): string | undefined {
  if (hasModifier(node, ts.SyntaxKind.DefaultKeyword)) return 'default'
  if (hasModifier(node, ts.SyntaxKind.ExportKeyword)) return node.name?.text
  const names = everyNameOf(sources, node)
  const found = exportsOf(sources, node.getSourceFile().fileName).filter(({ name }) => names.has(name))
  return (found.find(({ exportName }) => exportName !== 'default') ?? found[0])?.exportName
}

/**
 * What is static on a class, by name: its fields, what its getters return, what a static block or code after
 * the class assigns to it (`X.styles = …`), and what a helper of a compiler is handed for it
 * (`define(X, "styles", …)`).
 */
export function staticsOf(sources: SourceSet, node: ClassNode): Map<string, ts.Expression> {
  const found = new Map<string, ts.Expression>()
  const add = (name: string | undefined, value: ts.Expression | undefined) => {
    if (name !== undefined && value && !found.has(name)) found.set(name, value)
  }
  for (const member of node.members) {
    if (ts.isClassStaticBlockDeclaration(member)) {
      for (const { left, right } of sources.gather(member).assignments)
        if (ts.isPropertyAccessExpression(left) && left.expression.kind === ts.SyntaxKind.ThisKeyword)
          add(left.name.text, right)
      continue
    }
    if (!hasModifier(member, ts.SyntaxKind.StaticKeyword)) continue
    add(
      member.name && (ts.isIdentifier(member.name) || ts.isStringLiteral(member.name))
        ? member.name.text
        : undefined,
      ts.isPropertyDeclaration(member)
        ? member.initializer
        : ts.isGetAccessorDeclaration(member)
          ? returnedBy(member.body)
          : undefined,
    )
  }
  for (const { name, value } of setAfter(sources, node)) add(name, value)
  return found
}

interface SetAfter {
  name: string
  value: ts.Expression
}
const known = new WeakMap<ClassNode, SetAfter[]>()

/** Static values of a class that are set outside of it. */
export function setAfter(sources: SourceSet, node: ClassNode): SetAfter[] {
  let found = known.get(node)
  if (!found) known.set(node, (found = findSetAfter(sources, node)))
  return found
}

function findSetAfter(sources: SourceSet, node: ClassNode): SetAfter[] {
  const names = namesOf(node)
  if (names.size === 0) return []
  const { assignments, calls } = sources.gather(node.getSourceFile())
  const isMeant = (target: ts.Expression) => ts.isIdentifier(target) && names.has(target.text)
  return [
    ...assignments.flatMap(({ left, right }) =>
      ts.isPropertyAccessExpression(left) && isMeant(left.expression)
        ? [{ name: left.name.text, value: right }]
        : [],
    ),
    ...calls.flatMap((call) => {
      const [target, name, value] = call.arguments
      const given = value && describedBy(value)
      return target && isMeant(target) && name && ts.isStringLiteralLike(name) && given
        ? [{ name: name.text, value: given }]
        : []
    }),
  ]
}

/**
 * The value in `{ value: … }` or `{ get() { return … } }` as property descriptors have it; else the value.
 */
function describedBy(value: ts.Expression): ts.Expression | undefined {
  const node = unwrap(value)
  if (!ts.isObjectLiteralExpression(node)) return node
  for (const property of node.properties) {
    const name = property.name?.getText()
    if (ts.isPropertyAssignment(property) && name === 'value') return property.initializer
    if (ts.isMethodDeclaration(property) && name === 'get') return returnedBy(property.body)
    if (ts.isPropertyAssignment(property) && name === 'get' && ts.isFunctionExpression(property.initializer))
      return returnedBy(property.initializer.body)
  }
  return node
}
