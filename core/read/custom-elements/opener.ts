import ts from 'typescript'
import type { Opener } from '../source/fragment'
import { returnedBy } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { functionOf, type ClassNode } from './lineage'
import { namesOf, staticsOf } from './statics'

/**
 * Opens calls and members in the text a component puts together: what a function of the library
 * returns, and what `this.method()`, `this.constructor.member` and `TheClass.member` stand for in
 * the nearest class that has them.
 */
export const openerFor =
  (sources: SourceSet, classes: ClassNode[]): Opener =>
  (node) => {
    if (ts.isPropertyAccessExpression(node))
      return valueOfMember(memberMeant(node, classes)) ?? staticSetAfter(sources, node, classes)
    if (ts.isIdentifier(node)) return takenOut(node, classes)
    if (!ts.isCallExpression(node)) return undefined
    if (ts.isPropertyAccessExpression(node.expression)) {
      const member = memberMeant(node.expression, classes)
      if (member && ts.isMethodDeclaration(member)) return returnedBy(member.body)
      const value = valueOfMember(member)
      const fn = value && functionOf(sources, value)
      return fn && returnedBy(fn.body)
    }
    const fn = functionOf(sources, node.expression)
    return fn && returnedBy(fn.body)
  }

const valueOfMember = (member: ts.ClassElement | undefined): ts.Expression | undefined =>
  member && ts.isPropertyDeclaration(member)
    ? member.initializer
    : member && ts.isGetAccessorDeclaration(member)
      ? returnedBy(member.body)
      : undefined

/** What a name stands for that was taken out of the class: `const { eventTurn } = this.constructor`. */
function takenOut(node: ts.Identifier, classes: ClassNode[]): ts.Expression | undefined {
  const around = ts.findAncestor(node, ts.isFunctionLike)
  if (!around) return undefined
  let found: ts.ClassElement | undefined
  walk(around, (inner) => {
    if (found || !ts.isBindingElement(inner) || !ts.isIdentifier(inner.name)) return !found
    const declaration = inner.parent.parent
    if (inner.name.text !== node.text || !ts.isVariableDeclaration(declaration) || !declaration.initializer)
      return true
    const taken = inner.propertyName ?? inner.name
    if (ts.isIdentifier(taken)) found = memberOf(unwrap(declaration.initializer), taken.text, node, classes)
    return !found
  })
  return valueOfMember(found)
}

/** What stands under a name of a class that was set after it: `TheClass.styles = …`. */
function staticSetAfter(
  sources: SourceSet,
  node: ts.PropertyAccessExpression,
  classes: ClassNode[],
): ts.Expression | undefined {
  const target = unwrap(node.expression)
  if (!isOfClass(target, classes)) return undefined
  for (const classNode of classes) {
    const found = staticsOf(sources, classNode).get(node.name.text)
    if (found) return found
  }
  return undefined
}

/** Whether an expression stands for a class itself: `this.constructor`, or one of its names. */
const isOfClass = (target: ts.Expression, classes: ClassNode[]): boolean =>
  (ts.isPropertyAccessExpression(target) && target.name.text === 'constructor') ||
  (ts.isIdentifier(target) && classes.some((classNode) => namesOf(classNode).has(target.text)))

const memberMeant = (node: ts.PropertyAccessExpression, classes: ClassNode[]): ts.ClassElement | undefined =>
  memberOf(unwrap(node.expression), node.name.text, node, classes)

/**
 * The member of this name of what an expression in a class stands for: itself, its class, or its superclass.
 */
function memberOf(
  target: ts.Expression,
  name: string,
  at: ts.Node,
  classes: ClassNode[],
): ts.ClassElement | undefined {
  if (target.kind === ts.SyntaxKind.SuperKeyword) {
    const own = classes.findIndex((classNode) => classNode === ts.findAncestor(at, ts.isClassLike))
    return own < 0
      ? undefined
      : classes
          .slice(own + 1)
          .flatMap((classNode) => [...classNode.members])
          .find((member) => member.name && ts.isIdentifier(member.name) && member.name.text === name)
  }
  const isStatic = isOfClass(target, classes)
  if (!isStatic && target.kind !== ts.SyntaxKind.ThisKeyword) return undefined
  const named = (statics: boolean) => {
    for (const classNode of classes) {
      const found = classNode.members.find(
        (member) =>
          member.name &&
          (ts.isIdentifier(member.name) || ts.isPrivateIdentifier(member.name)) &&
          member.name.text === name &&
          !!(ts.getCombinedModifierFlags(member) & ts.ModifierFlags.Static) === statics,
      )
      if (found) return found
    }
    return undefined
  }
  // in a function kept as a static member, `this` is the class
  return named(isStatic) ?? (isStatic ? undefined : named(true))
}
