import ts from 'typescript'
import { declarationsBeside } from '../source/declaration-files'
import { packageEntries } from '../source/public-names'
import type { CheckedTypes } from '../source/checked-types'
import { classComponentIn, type ClassCode } from './class-components'
import { makesMarkup, showsWhatItIsGiven } from './markup-calls'
import { declarationOf, functionBehind, valueOfDeclaration } from '../source/declarations'
import { exportsOf } from '../source/exported'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'

export type FunctionNode = ts.FunctionDeclaration | ts.FunctionExpression | ts.ArrowFunction

/** An exported function that returns JSX, or a class that renders it, with the wrappers around it opened. */
export interface FoundComponent {
  name: string
  exportName: string
  /** The declaration whose type is the component's. */
  node: ts.Declaration
  /** The function itself, where it stands in the library. */
  fn: FunctionNode | undefined
  /** The class itself, where it is one. */
  made?: ClassCode | undefined
  file: string
}

/** What a component's code is, as far as it stands in the library. */
export const codeOf = ({ fn, made, node }: FoundComponent): ts.Node => fn ?? made ?? node

/** What a function is called that is a component: JSX takes other names for those of HTML. */
export const componentName = /^[A-Z][A-Za-z0-9]*$/

/**
 * Components a file exports: functions and classes, also in wrappers that forward references, memoise, or
 * give a type a second look.
 */
export function componentsIn(sources: SourceSet, file: string): FoundComponent[] {
  const found = new Map<ts.Node, FoundComponent>()
  const add = (name: string, exportName: string, declaration: ts.Declaration) => {
    if (found.has(declaration)) return
    const value = valueOfDeclaration(declaration)
    const made = classComponentIn(sources, declaration)
    if (made) found.set(declaration, { name, exportName, node: declaration, fn: undefined, made, file })
    if (made || ts.isClassLike(declaration)) return
    const fn = ts.isFunctionDeclaration(declaration) ? declaration : value && functionInside(sources, value)
    const wrapped = value && ts.isCallExpression(unwrap(value))
    if (fn && (asksForThis(fn) || showsWhatItIsGiven(sources, fn))) return
    if (
      fn
        ? makesMarkup(sources, fn) || (wrapped === true && forwards(value))
        : value !== undefined && forwards(value)
    )
      found.set(declaration, { name, exportName, node: declaration, fn, file })
  }
  for (const { name, exportName, node } of exportsOf(sources, file))
    if (mayBeComponent(name, exportName)) add(name, exportName, node)
  return [...found.values()]
}

/** Code that was made small keeps the names by which it is asked for, and no others. */
const mayBeComponent = (name: string, exportName: string): boolean =>
  componentName.test(exportName === 'default' ? name : exportName) ||
  (exportName === 'default' && !hookName.test(name))

/** What React calls what is no component (React, Rules of Hooks). */
const hookName = /^use[A-Z]/

/**
 * Components of a compiled file that its declarations say are some: what is called with props and gives
 * markup. Its code may make that through helpers of any name.
 */
export function declaredComponentsIn(
  sources: SourceSet,
  types: CheckedTypes,
  file: string,
): FoundComponent[] {
  const isBeside = declarationsBeside(sources, file) !== undefined
  const entry = isBeside || !/\.[cm]?jsx?$/.test(file) ? undefined : packageEntries(sources)[0]
  if (!isBeside && entry === undefined) return []
  return exportsOf(sources, file).flatMap(({ name, exportName, node }) => {
    if (!componentName.test(exportName === 'default' ? name : exportName) || ts.isClassLike(node)) return []
    // what the declarations of the entry say of a name is said of what the entry hands on by it
    if (entry !== undefined && !isHandedOnBy(sources, entry, exportName, node)) return []
    const symbol = types.declared(file, [exportName])
    const place = symbol?.declarations?.[0]
    if (!symbol || !place || !makesMarkupByType(types.checker, symbol, place)) return []
    const value = valueOfDeclaration(node)
    const fn = ts.isFunctionDeclaration(node) ? node : value && functionInside(sources, value)
    return [{ name, exportName, node, fn, file }]
  })
}

function isHandedOnBy(sources: SourceSet, entry: string, name: string, node: ts.Declaration): boolean {
  const handed = sources.lookUpExport(entry, name)
  return handed?.is === 'node' && handed.node === node
}

/** The declaration that another only gives a new name or more properties. */
export function aliasOf(sources: SourceSet, node: ts.Declaration): ts.Declaration | undefined {
  const value = valueOfDeclaration(node)
  const plain = value && unwrap(value)
  const target =
    plain && ts.isCallExpression(plain) && plain.expression.getText() === 'Object.assign'
      ? plain.arguments[0] && unwrap(plain.arguments[0])
      : plain
  return target && ts.isIdentifier(target) ? declarationOf(sources, target) : undefined
}

/** What React calls that which a component gives (`@types/react`). */
const markupTypes = /^(?:Element|ReactElement|ReactNode|ReactPortal)$/

function makesMarkupByType(checker: ts.TypeChecker, symbol: ts.Symbol, place: ts.Node): boolean {
  const type = checker.getTypeOfSymbolAtLocation(symbol, place)
  // a context may be called too, since it hands itself down (React reference, `createContext`)
  if (type.getProperty('Consumer')) return false
  return type.getCallSignatures().some((signature) => {
    const [props] = signature.getParameters()
    const given = props && checker.getTypeOfSymbolAtLocation(props, place)
    const isPlain =
      given !== undefined && (given.flags & (ts.TypeFlags.StringLike | ts.TypeFlags.NumberLike)) !== 0
    return !isPlain && isMarkup(signature)
  })
}

function isMarkup(signature: ts.Signature): boolean {
  const type = signature.getReturnType()
  const named = (part: ts.Type) => markupTypes.test((part.aliasSymbol ?? part.getSymbol())?.name ?? '')
  if (named(type) || (type.isUnion() && type.types.some(named))) return true
  // where the declarations of React are not there, what is written says it
  const written = signature.getDeclaration() as ts.SignatureDeclaration | undefined
  return /\b(?:JSX\.Element|ReactElement|ReactNode|ReactPortal)\b/.test(written?.type?.getText() ?? '')
}

/**
 * The function an expression makes a component of: its own, a named one, or the first inside wrapping calls.
 */
function functionInside(sources: SourceSet, expression: ts.Expression, depth = 0): FunctionNode | undefined {
  const plain = functionBehind(sources, expression)
  if (plain || depth > 8) return plain
  const node = unwrap(expression)
  const declared = ts.isIdentifier(node) ? declarationOf(sources, node) : undefined
  const inside = ts.isCallExpression(node) ? [...node.arguments] : [declared && valueOfDeclaration(declared)]
  for (const expression of inside) {
    const fn = expression && functionInside(sources, expression, depth + 1)
    if (fn) return fn
  }
  return undefined
}

/** A function that asks who it is called for is the template of a class, and no component. */
function asksForThis(fn: FunctionNode): boolean {
  if (ts.isArrowFunction(fn) || !fn.body) return false
  let found = false
  walk(fn.body, (node) => {
    if (node.kind === ts.SyntaxKind.ThisKeyword) found = true
    return (
      !found && !ts.isClassLike(node) && !ts.isFunctionDeclaration(node) && !ts.isFunctionExpression(node)
    )
  })
  return found
}

/** Whether a wrapper is one that hands a function on as a component: it takes a function of props. */
const forwards = (expression: ts.Expression): boolean => {
  const node = unwrap(expression)
  if (!ts.isCallExpression(node)) return false
  const callee = node.expression
  const name = ts.isPropertyAccessExpression(callee)
    ? callee.name.text
    : ts.isIdentifier(callee)
      ? callee.text
      : ''
  return (
    /^(forwardRef|memo|lazy|observer|polymorphic\w*|contextConnect)$/.test(name) ||
    node.arguments.some(forwards)
  )
}
