import ts from 'typescript'
import type { ClassNode } from './lineage'
import { reachedFrom } from '../source/reached'
import { namesOf, setAfter } from './statics'
import { hasModifier, walk, type SourceSet } from '../source/source-set'

const memberName = (member: ts.ClassElement): string | undefined =>
  member.name &&
  (ts.isIdentifier(member.name) || ts.isPrivateIdentifier(member.name) || ts.isStringLiteral(member.name))
    ? member.name.text
    : undefined

/**
 * The members of a class and its superclasses that really run: one that a nearer class writes anew
 * counts only where that one calls `super` for it. Constructors and static blocks all run.
 */
function liveMembers(sources: SourceSet, classes: ClassNode[]): ts.Node[] {
  const live: ts.Node[] = []
  const ended = new Set<string>()
  classes.forEach((node, i) => {
    const here = new Map<string, boolean>()
    const bases = new Set(classes.slice(i + 1).flatMap((base) => [...namesOf(base)]))
    const add = (at: ts.Node, key: string | undefined, name: string | undefined) => {
      if (key && ended.has(key)) return
      live.push(at)
      if (key && name) here.set(key, (here.get(key) ?? false) || takesUp(at, name, bases))
    }
    for (const member of node.members) {
      const name = memberName(member)
      add(member, name && `${hasModifier(member, ts.SyntaxKind.StaticKeyword) ? 'static ' : ''}${name}`, name)
    }
    for (const { name, value } of setAfter(sources, node)) add(value, `static ${name}`, name)
    for (const [key, goesOn] of here) if (!goesOn) ended.add(key)
  })
  return live
}

/** Whether code takes up what a superclass has under a name: `super.name`, or `Base.name`. */
function takesUp(at: ts.Node, name: string, bases: ReadonlySet<string>): boolean {
  let found = false
  if (!at.getSourceFile().text.slice(at.pos, at.end).includes(name)) return false
  walk(at, (node) => {
    if (
      ts.isPropertyAccessExpression(node) &&
      node.name.text === name &&
      (node.expression.kind === ts.SyntaxKind.SuperKeyword ||
        (ts.isIdentifier(node.expression) && bases.has(node.expression.text)))
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
  reachedFrom(sources, liveMembers(sources, classes))
