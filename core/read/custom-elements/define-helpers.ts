import ts from 'typescript'
import { localDeclaration } from '../source/constants'
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
  if (!isInPackage(file)) return undefined
  let known = positions.get(node)
  if (!known) {
    const calls = sources.gather(node).calls.filter(isDefine)
    const at = calls.map(handedOn).find((found) => found?.owner === node)?.at
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
      const found = handedOn(call)
      if (found) helpers.set(found.owner, found.at)
    }
  }
  return helpers
}

/** The function around a registration whose parameters are registered. */
function handedOn(call: ts.CallExpression): { owner: ts.Node; at: HelperAt } | undefined {
  const fn = ts.findAncestor(call, ts.isFunctionLike)
  if (!fn) return undefined
  const names = fn.parameters.map((parameter) => parameter.name.getText())
  const at = {
    tag: names.indexOf(call.arguments[0]!.getText()),
    node: names.indexOf(call.arguments[1]!.getText()),
  }
  const owner = ts.isFunctionDeclaration(fn)
    ? fn
    : ts.isVariableDeclaration(fn.parent)
      ? fn.parent
      : undefined
  return owner && at.tag >= 0 && at.node >= 0 ? { owner, at } : undefined
}
