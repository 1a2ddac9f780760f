import ts from 'typescript'
import { assignedValue, objectBehind } from '../source/declarations'
import { unwrap } from '../source/nodes'
import type { SourceSet } from '../source/source-set'

/** What is done to the options of a component after they were written, by the name of the option. */
export type Completed = ReadonlyMap<string, ts.Expression>

/**
 * Options that a file adds to a component it made before, as compilers of Vue files do: `main.render =
 * render`, and pairs that a helper is handed with it, `complete(main, [['render', render], ['__scopeId',
 * 'data-v-1']])`.
 */
export function completedBy(sources: SourceSet, options: ts.ObjectLiteralExpression): Completed {
  const added = new Map<string, ts.Expression>()
  const script = options.getSourceFile()
  const name = nameKeptBy(options)
  if (name === undefined) return added
  const isComponent = (node: ts.Expression) => ts.isIdentifier(node) && node.text === name
  for (const { left, right } of sources.gather(script).assignments)
    if (ts.isPropertyAccessExpression(left) && isComponent(unwrap(left.expression)))
      added.set(left.name.text, assignedValue(right))
  for (const call of sources.gather(script).calls)
    if (call.arguments.some((argument) => isComponent(unwrap(argument))))
      for (const [key, value] of pairsIn(call)) added.set(key, value)
  return added
}

/** The constant of a file that options are kept in, alone or handed to a helper. */
function nameKeptBy(options: ts.ObjectLiteralExpression): string | undefined {
  const declaration = ts.findAncestor(options, ts.isVariableDeclaration)
  const isAtTop = declaration && ts.isSourceFile(declaration.parent.parent.parent)
  return isAtTop && ts.isIdentifier(declaration.name) ? declaration.name.text : undefined
}

/** Pairs of an option's name and its value that a call is handed in lists: `[['render', render]]`. */
export const pairsIn = (call: ts.CallExpression): [string, ts.Expression][] => call.arguments.flatMap(pairsOf)

function pairsOf(argument: ts.Expression): [string, ts.Expression][] {
  const list = unwrap(argument)
  if (!ts.isArrayLiteralExpression(list)) return []
  return list.elements.flatMap((element): [string, ts.Expression][] => {
    const pair = unwrap(element)
    if (!ts.isArrayLiteralExpression(pair)) return []
    const [key, value] = pair.elements
    return key && value && ts.isStringLiteralLike(key) ? [[key.text, value]] : []
  })
}

/** What a component calls itself, where its options are known. */
export function nameOfOptions(sources: SourceSet, component: ts.Identifier): string | undefined {
  const options = objectBehind(sources, component)
  for (const key of ['__name', 'name'])
    for (const property of options?.properties ?? [])
      if (ts.isPropertyAssignment(property) && property.name.getText() === key) {
        const value = unwrap(property.initializer)
        if (ts.isStringLiteralLike(value)) return value.text
      }
  return undefined
}
