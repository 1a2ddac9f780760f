import ts from 'typescript'
import type { ClassNode } from './lineage'
import { reachedFrom } from '../source/reached'
import { compiledDecorators } from './compiled-decorators'
import { classOf } from './registrations'
import { everyNameOf, namesOf, setAfter } from './statics'
import type { SourceSet } from '../source/source-set'
import { hasModifier } from '../source/nodes'
import { walk } from '../source/walk'

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
  const text = at.getSourceFile().text.slice(at.pos, at.end)
  if (![...bases, 'super'].some((owner) => text.includes(`${owner}.${name}`))) return false
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
  reachedFrom(sources, [
    ...liveMembers(sources, classes),
    ...classes.flatMap((node) => givenTo(sources, node)),
  ])

/**
 * What a class is given from outside, where its template and its styles may stand: the arguments of its
 * decorators,
 * and the options of a method of its framework that is called on it, as in `X.compose({ template, styles })`.
 */
export function givenTo(sources: SourceSet, node: ClassNode): ts.Expression[] {
  const names = everyNameOf(sources, node)
  const own = ((ts.canHaveDecorators(node) && ts.getDecorators(node)) || []).map(
    ({ expression }) => expression,
  )
  const compiled = compiledDecorators(sources, node.getSourceFile()).flatMap(({ target, key, decorators }) =>
    key === undefined && (ts.isIdentifier(target) ? names.has(target.text) : target === node)
      ? decorators
      : [],
  )
  const decorated = [...own, ...compiled].flatMap((decorator) =>
    ts.isCallExpression(decorator) ? [...decorator.arguments] : [],
  )
  return [...decorated, ...composedWith(sources, node)]
}

const composed = new WeakMap<SourceSet, Map<ts.Declaration, ts.Expression[]>>()

/** Options that a static method of a class is called with, in whatever file of the library, by class. */
function composedWith(sources: SourceSet, node: ClassNode): ts.Expression[] {
  let known = composed.get(sources)
  if (!known) {
    composed.set(sources, (known = new Map<ts.Declaration, ts.Expression[]>()))
    for (const file of sources.scripts.values())
      for (const { expression, arguments: given } of sources.gather(file).calls) {
        if (!ts.isPropertyAccessExpression(expression) || !ts.isIdentifier(expression.expression)) continue
        if (!/^(define|register|compose)/.test(expression.name.text) || given.length === 0) continue
        const owner = classOf(sources, expression.expression)
        if (owner) known.set(owner, [...(known.get(owner) ?? []), ...given])
      }
  }
  return known.get(node) ?? []
}
