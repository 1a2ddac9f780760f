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

/** Whether all that is known of a type, beside functions, is what it is called. */
const isNamedOnly = (type: TypeModel): boolean => {
  const named = parts(type).filter(({ is }) => is !== 'function' && is !== 'undefined' && is !== 'null')
  return named.length > 0 && named.every(({ is }) => is === 'other')
}

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
  /** Values that a type takes which is told by its name only. */
  accepts?: (string | number)[]
}

/**
 * What the component's type says its props are; where no types are written, what its function takes out of
 * its first parameter.
 */
export function propsOf(sources: SourceSet, types: CheckedTypes, foundComponent: FoundComponent): RawProp[] {
  const { checker } = types
  const at: ts.Node = foundComponent.fn ?? foundComponent.node
  const written = foundComponent.fn?.parameters[0]
  const isTyped =
    types.isTakenIn(foundComponent.file) &&
    (!written ||
      written.type !== undefined ||
      ts.getJSDocType(written) !== undefined ||
      !/\.[cm]?jsx?$/.test(written.getSourceFile().fileName))
  const type = isTyped ? typeOfComponent(types, foundComponent) : declaredType(types, foundComponent)
  const props = type && propsOfComponent(checker, type, at)
  const fromTypes = props && !(props.flags & ts.TypeFlags.Any) ? types.propsOf(props, at) : []
  if (fromTypes.length) {
    const declared = fromTypes.map(({ symbol, name, optional, model }) => {
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
      if (isNamedOnly(raw.type)) raw.accepts = types.acceptedBy(checker.getTypeOfSymbolAtLocation(symbol, at))
      const handler = /^on[A-Z]/.test(name)
        ? checker
            .getNonNullableType(checker.getTypeOfSymbolAtLocation(symbol, at))
            .getCallSignatures()[0]
            ?.getParameters()[0]
        : undefined
      if (handler) raw.carries = types.model(checker.getTypeOfSymbolAtLocation(handler, at), at)
      return raw
    })
    // what compiled code takes besides what was declared for it
    const known = new Set(declared.map(({ name }) => name))
    return isTyped
      ? declared
      : [...declared, ...taken(sources, foundComponent).filter(({ name }) => !known.has(name))]
  }
  return taken(sources, foundComponent)
}

/** The type that a component has where it is written. */
const typeOfComponent = ({ checker }: CheckedTypes, { node }: FoundComponent): ts.Type =>
  checker.getTypeAtLocation(ts.isExportAssignment(node) ? node.expression : node)

/** The type that declarations give a component that is compiled code. */
function declaredType(types: CheckedTypes, found: FoundComponent): ts.Type | undefined {
  const symbol = types.declared(found.file, [found.exportName, found.name])
  const place = symbol?.declarations?.[0]
  return symbol && place && types.checker.getTypeOfSymbolAtLocation(symbol, place)
}

/** What a component is given: the first parameter of its function, or the `props` of its class. */
function propsOfComponent(checker: ts.TypeChecker, type: ts.Type, at: ts.Node): ts.Type | undefined {
  const parameter = type.getCallSignatures().at(-1)?.getParameters()[0]
  if (parameter) return checker.getTypeOfSymbolAtLocation(parameter, at)
  const instance = type.getConstructSignatures().at(-1)?.getReturnType()
  const props = instance?.getProperty('props')
  return props && checker.getTypeOfSymbolAtLocation(props, at)
}

/** JavaScript without types: the names that are taken out. */
function taken(sources: SourceSet, { fn }: FoundComponent): RawProp[] {
  const names = fn?.parameters[0] ? namesTaken(fn) : new Map<string, ts.Node>()
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
