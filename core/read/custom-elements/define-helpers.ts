import ts from 'typescript'
import { localDeclaration } from '../source/constants'
import { functionCalled } from '../source/declarations'
import { isInPackage } from '../source/packages'
import type { SourceSet } from '../source/source-set'

/** A call of `customElements.define` with a tag and a class. */
export const isDefine = (node: ts.CallExpression): boolean =>
  ts.isPropertyAccessExpression(node.expression) &&
  node.expression.name.text === 'define' &&
  /(^|\.)customElements$/.test(node.expression.expression.getText()) &&
  node.arguments.length >= 2

const positions = new WeakMap<ts.Node, { at: HelperAt | undefined }>()
/** Which parameters a function of a package hands on as a tag and as a class. */
export function helperIn(sources: SourceSet, { node, file }: { node: ts.Declaration; file: string }) {
  return isInPackage(file) ? positionsIn(sources, node) : undefined
}

/** The same of a function that a property is: `runtime.define`. */
export function helperCalled(sources: SourceSet, callee: ts.Expression): HelperAt | undefined {
  const fn = functionCalled(sources, callee)
  return fn && positionsIn(sources, fn)
}

function positionsIn(sources: SourceSet, node: ts.Node): HelperAt | undefined {
  let known = positions.get(node)
  if (!known) {
    const calls = sources.gather(node).calls.filter(isDefine)
    const at = calls.flatMap(handedOn).find(({ owners }) => owners.includes(node))?.at
    positions.set(node, (known = { at }))
  }
  return known.at
}

const asked = new WeakMap<ts.Node, { name: string | undefined }>()
/**
 * The static member of a class by which a helper registers it: `is` of `define = (Class) =>
 * customElements.define(Class.is, Class)`, in the library or a package.
 */
export function nameAsked(sources: SourceSet, helper: ts.Declaration): string | undefined {
  let known = asked.get(helper)
  if (!known) {
    const call = sources.gather(helper).calls.find((inner) => {
      const [tag, node] = inner.arguments
      return (
        isDefine(inner) &&
        ts.isPropertyAccessExpression(tag!) &&
        ts.isIdentifier(tag.expression) &&
        tag.expression.text === node!.getText() &&
        parameterAround(tag.expression) !== undefined
      )
    })
    const tag = call?.arguments[0]
    asked.set(
      helper,
      (known = { name: tag && ts.isPropertyAccessExpression(tag) ? tag.name.text : undefined }),
    )
  }
  return known.name
}

/** The parameter of a function around it that a name is. */
export const parameterAround = (name: ts.Identifier): ts.ParameterDeclaration | undefined => {
  const local = localDeclaration(name)
  return local && ts.isParameter(local) ? local : undefined
}

/** The places of the parameters that are a tag and a class. */
export interface HelperAt {
  tag: number
  node: number
}

/** Functions of the library that hand a parameter on as a tag and another as the class. */
export function helpersOf(sources: SourceSet): Map<ts.Node, HelperAt> {
  const helpers = new Map<ts.Node, HelperAt>()
  for (const file of sources.scripts.values()) {
    for (const call of sources.once(`defines ${file.fileName}`, [file.fileName], () =>
      sources.gather(file).calls.filter(isDefine),
    )) {
      for (const { owners, at } of handedOn(call)) for (const owner of owners) helpers.set(owner, at)
    }
  }
  return helpers
}

/** The function around a registration whose parameters are registered, and the name it is kept in. */
function handedOn(call: ts.CallExpression): { owners: ts.Node[]; at: HelperAt }[] {
  const [tag, registered] = call.arguments
  for (
    let fn = ts.findAncestor(call, ts.isFunctionLike);
    fn;
    fn = ts.findAncestor(fn.parent, ts.isFunctionLike)
  ) {
    const names = fn.parameters.map((parameter) => parameter.name.getText())
    const at = { tag: names.indexOf(tag!.getText()), node: names.indexOf(registered!.getText()) }
    if (at.tag >= 0 && at.node >= 0)
      return [{ owners: ts.isVariableDeclaration(fn.parent) ? [fn, fn.parent] : [fn], at }]
  }
  return []
}
