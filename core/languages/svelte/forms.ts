import ts from 'typescript'
import type { CheckedTypes } from '../../read/source/checked-types'
import { nameOfFile } from '../../read/source/reading'
import type { SourceSet } from '../../read/source/source-set'
import { unwrap } from '../../read/source/nodes'
import { walk } from '../../read/source/walk'

// Forms of Svelte's own in scripts and types.

export const plainName = (name: string): string => name.replace(/^['"]|['"]$/g, '')

export function callOf(expression: ts.Expression): { name: string; node: ts.CallExpression } | undefined {
  const node = unwrap(expression)
  return ts.isCallExpression(node) && ts.isIdentifier(node.expression)
    ? { name: node.expression.text, node }
    : undefined
}

/** The default in `$bindable(default)`, or the expression itself. */
export function bindable(expression: ts.Expression): ts.Expression | undefined {
  const call = callOf(expression)
  return call?.name === '$bindable' ? call.node.arguments[0] : expression
}

/** Whether a prop is declared as one that a page may bind: `let { open = $bindable() } = $props()`. */
export const isBindable = (initializer: ts.Expression | undefined): boolean =>
  initializer !== undefined && callOf(initializer)?.name === '$bindable'

/** Whether a prop is written as a `Snippet`, where Svelte's own types are not at hand. */
export const isCalledSnippet = (declared: ts.Declaration | undefined): boolean =>
  declared !== undefined &&
  ts.isPropertySignature(declared) &&
  declared.type !== undefined &&
  ts.isTypeReferenceNode(declared.type) &&
  declared.type.typeName.getText() === 'Snippet'

/** Whether a type is Svelte's `Snippet`, by its own name, whatever it is imported as. */
export function isSnippet(checker: ts.TypeChecker, type: ts.Type): boolean {
  const plain = checker.getNonNullableType(type)
  return [plain.aliasSymbol, plain.symbol].some((symbol) => symbol?.name === 'Snippet')
}

/** Whether an expression names one of some variables. */
export function namesOneOf(expression: ts.Expression, names: ReadonlySet<string>): boolean {
  let found = false
  walk(expression, (node) => {
    found ||= ts.isIdentifier(node) && names.has(node.text)
    return !found
  })
  return found
}

/**
 * Names of a declaration that hold what is left of something: itself, members of a list, what is left by it.
 */
export function holdingRest(name: ts.BindingName): string[] {
  if (ts.isIdentifier(name)) return [name.text]
  const elements = [...name.elements].filter((element) => ts.isBindingElement(element))
  const held = ts.isArrayBindingPattern(name)
    ? elements
    : elements.filter((element) => element.dotDotDotToken !== undefined)
  return held.flatMap((element) => (ts.isIdentifier(element.name) ? [element.name.text] : []))
}

/**
 * The type of props that declarations have for a file, beside it or with the entry of its package, as
 * compilers of Svelte write them: a `Component<Props>`, which is a function of them, or a class with
 * `$$prop_def` (Svelte 4).
 */
export function propsBeside(
  sources: SourceSet,
  types: CheckedTypes,
  path: string,
): { type: ts.Type; at: ts.Node } | undefined {
  const found = sources.texts.has(`${path}.d.ts`)
    ? types.defaultExport(`${path}.d.ts`)
    : types.declaredValue(path, [nameOfFile(path)])
  const parameter = found?.type.getCallSignatures()[0]?.getParameters().at(-1)
  const definition = found?.type.getConstructSignatures()[0]?.getReturnType().getProperty('$$prop_def')
  const symbol = parameter ?? definition
  if (!found || !symbol) return undefined
  const type = types.checker.getTypeOfSymbolAtLocation(symbol, found.at)
  return type.flags & ts.TypeFlags.Any ? undefined : { type, at: found.at }
}
