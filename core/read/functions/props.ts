import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { objectBehind } from '../source/declarations'
import type { CheckedTypes } from '../source/checked-types'
import { unwrap, type SourceSet } from '../source/source-set'
import { type FoundComponent, type FunctionNode } from './components'

const parts = (type: TypeModel): TypeModel[] => (type.is === 'union' ? type.of.flatMap(parts) : [type])
export const isFilling = (type: TypeModel): boolean => parts(type).some((part) => part.is === 'node')
export const isCallable = (type: TypeModel): boolean =>
  parts(type).some(
    (part) => part.is === 'function' || (part.is === 'other' && /=>|Handler|Callback/.test(part.text)),
  )

interface RawProp {
  name: string
  type: TypeModel
  optional: boolean
  outside: boolean
  place: Prop['place']
  comment?: string
  deprecated?: string
  since?: string
  default?: string
  carries?: TypeModel
}

/**
 * What the component's type says its props are; where no types are written, what its function takes out of
 * its first parameter.
 */
export function propsOf(sources: SourceSet, types: CheckedTypes, foundComponent: FoundComponent): RawProp[] {
  const { checker } = types
  const type = ts.isExportAssignment(foundComponent.node)
    ? checker.getTypeAtLocation(foundComponent.node.expression)
    : checker.getTypeAtLocation(foundComponent.node)
  const signature = type.getCallSignatures().at(-1)
  const parameter = signature?.getParameters()[0]
  const at: ts.Node = foundComponent.fn ?? foundComponent.node
  const props = parameter && checker.getTypeOfSymbolAtLocation(parameter, at)
  const written = foundComponent.fn?.parameters[0]
  const isTyped =
    !written ||
    written.type !== undefined ||
    ts.getJSDocType(written) !== undefined ||
    !/\.[cm]?jsx?$/.test(written.getSourceFile().fileName)
  const fromTypes = isTyped && props && !(props.flags & ts.TypeFlags.Any) ? types.propsOf(props, at) : []
  if (fromTypes.length) {
    return fromTypes.map(({ symbol, name, optional, model }) => {
      const own = symbol.declarations?.find((declaration) =>
        sources.texts.has(declaration.getSourceFile().fileName),
      )
      const raw: RawProp = {
        name,
        type: withoutUndefined(model()).type,
        optional,
        outside: own === undefined,
        place: sources.place(own ?? foundComponent.node),
        ...types.wordsOf(symbol),
      }
      const handler = /^on[A-Z]/.test(name)
        ? checker
            .getNonNullableType(checker.getTypeOfSymbolAtLocation(symbol, at))
            .getCallSignatures()[0]
            ?.getParameters()[0]
        : undefined
      if (handler) raw.carries = types.model(checker.getTypeOfSymbolAtLocation(handler, at), at)
      return raw
    })
  }
  // JavaScript without types: the names that are taken out, and `propTypes`
  const names = written ? namesTaken(foundComponent.fn!) : new Map<string, ts.Node>()
  return [...names].map(([name, node]) => ({
    name,
    type: (name === 'children'
      ? { is: 'node' }
      : /^on[A-Z]/.test(name)
        ? { is: 'function' }
        : { is: 'other', text: 'any' }) as TypeModel,
    optional: true,
    outside: false,
    place: sources.place(node),
  }))
}

function namesTaken(fn: FunctionNode): Map<string, ts.Node> {
  const names = new Map<string, ts.Node>()
  for (const pattern of patternsOf(fn))
    for (const element of pattern.elements)
      if (!element.dotDotDotToken) names.set(nameTaken(element), element)
  return names
}

/** The prop that an element of a pattern takes out, whether its name is written in quotes or not. */
const nameTaken = ({ propertyName, name }: ts.BindingElement): string =>
  propertyName && ts.isStringLiteralLike(propertyName) ? propertyName.text : (propertyName ?? name).getText()

/** Where the props are taken apart: in the parameter, or in the body from a parameter that has a name. */
export function patternsOf(fn: FunctionNode): ts.ObjectBindingPattern[] {
  const name = fn.parameters[0]?.name
  if (!name) return []
  if (ts.isObjectBindingPattern(name)) return [name]
  if (!ts.isIdentifier(name) || !fn.body || !ts.isBlock(fn.body)) return []
  return fn.body.statements
    .filter(ts.isVariableStatement)
    .flatMap((statement) => statement.declarationList.declarations)
    .flatMap((declaration) => {
      if (!ts.isObjectBindingPattern(declaration.name) || !declaration.initializer) return []
      const from = unwrap(declaration.initializer)
      const source = ts.isCallExpression(from) ? from.arguments[0] : from
      return source && ts.isIdentifier(source) && source.text === name.text ? [declaration.name] : []
    })
}

/**
 * Defaults by destructuring, in the parameter or the body, and by `defaultProps`; and every name that is
 * taken out at all.
 */
export function defaultsOf(
  sources: SourceSet,
  foundComponent: FoundComponent,
): { values: Map<string, ts.Expression>; named: Set<string> } {
  const values = new Map<string, ts.Expression>()
  const named = new Set<string>()
  for (const pattern of foundComponent.fn ? patternsOf(foundComponent.fn) : []) {
    for (const element of pattern.elements) {
      if (element.dotDotDotToken) continue
      const name = nameTaken(element)
      named.add(name)
      if (element.initializer && !values.has(name)) values.set(name, element.initializer)
    }
  }
  const file = foundComponent.node.getSourceFile()
  for (const assignment of sources.gather(file).assignments) {
    const { left } = assignment
    if (
      !ts.isPropertyAccessExpression(left) ||
      left.name.text !== 'defaultProps' ||
      left.expression.getText() !== foundComponent.name
    )
      continue
    for (const property of objectBehind(sources, assignment.right)?.properties ?? [])
      if (ts.isPropertyAssignment(property)) values.set(property.name.getText(), property.initializer)
  }
  return { values, named }
}
