import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { objectBehind } from '../source/declarations'
import { catalogueOf } from '../source/catalogue'
import type { CheckedTypes } from '../source/checked-types'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { namesAsked, patternsOfClass, staticObject } from './class-components'
import { checkedProps } from './prop-types'
import { wordsOf } from '../source/comments'
import { takenBy } from '../source/signatures'
import { codeOf, type FoundComponent, type FunctionNode } from './components'

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
export function propsOf(
  sources: SourceSet,
  types: CheckedTypes,
  foundComponent: FoundComponent,
  catalogues: ReadonlySet<string>,
): RawProp[] {
  const { checker } = types
  const at = codeOf(foundComponent)
  const isTyped = isTypedIn(types, foundComponent)
  const props = typeOfProps(types, foundComponent)
  const fromTypes = props ? types.propsOf(props, at) : []
  if (fromTypes.length) {
    const { named } = defaultsOf(sources, foundComponent)
    const declared = fromTypes.map(({ symbol, name, optional, model }) => {
      const own = symbol.declarations?.find((declaration) =>
        sources.texts.has(declaration.getSourceFile().fileName),
      )
      const outside =
        (own === undefined && types.isOfPage(symbol)) || catalogues.has(catalogueOf(symbol) ?? '')
      // what every component takes, and this one does not name, is not looked at closely
      if (outside && name !== 'children' && !named.has(name))
        return { name, type: anything, optional, outside, place: sources.place(foundComponent.node) }
      const raw: RawProp = {
        name,
        type: withoutUndefined(model()).type,
        optional,
        outside,
        place: sources.place(own ?? foundComponent.node),
        ...types.wordsOf(symbol),
      }
      if (isNamedOnly(raw.type)) raw.accepts = types.acceptedBy(checker.getTypeOfSymbolAtLocation(symbol, at))
      const isHandler = /^on[A-Z]/.test(name)
      const [carried] = isHandler
        ? (takenBy(types, checker.getTypeOfSymbolAtLocation(symbol, at), at) ?? [])
        : []
      if (carried) raw.carries = carried
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

/** Whether code stands in JavaScript. */
const isScript = (code: ts.Node): boolean => /\.[cm]?jsx?$/.test(code.getSourceFile().fileName)

const anything: TypeModel = { is: 'other', text: 'any' }

const isTypedIn = (types: CheckedTypes, found: FoundComponent): boolean =>
  types.isTakenIn(found.file) && saysItsTypes(found)

/**
 * The type that a component's props have where it is written, or by what is declared for it; none where
 * it has none.
 */
export function typeOfProps(types: CheckedTypes, found: FoundComponent): ts.Type | undefined {
  const isWritten = isTypedIn(types, found)
  const written = isWritten ? () => typeOfComponent(types, found) : () => undefined
  const declared = () => declaredType(types, found)
  // what a helper makes in compiled code has its types in the declarations: what is told from the code is
  // less
  const isMade = found.fn === undefined && found.made === undefined && isScript(found.node)
  for (const typeOf of isMade ? [declared, written] : [written, declared]) {
    const props = knownProps(types, found, typeOf())
    if (props) return props
  }
  return undefined
}

function knownProps(
  { checker }: CheckedTypes,
  found: FoundComponent,
  type: ts.Type | undefined,
): ts.Type | undefined {
  const props = type && propsOfComponent(checker, type, codeOf(found))
  return props && !(props.flags & ts.TypeFlags.Any) ? props : undefined
}

/** Whether types are written where a component is: in TypeScript, in a comment, or where it takes nothing. */
function saysItsTypes({ fn, made, node }: FoundComponent): boolean {
  if (made) return !isScript(node)
  const written = fn?.parameters[0]
  return (
    !written || written.type !== undefined || ts.getJSDocType(written) !== undefined || !isScript(written)
  )
}

/**
 * The type that a component has where it is written; of a class that of the class, and not of what it makes.
 */
function typeOfComponent({ checker }: CheckedTypes, { node }: FoundComponent): ts.Type {
  const symbol = ts.isClassLike(node) ? checker.getSymbolAtLocation(node.name ?? node) : undefined
  return symbol
    ? checker.getTypeOfSymbolAtLocation(symbol, node)
    : checker.getTypeAtLocation(ts.isExportAssignment(node) ? node.expression : node)
}

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
  if (props) return checker.getTypeOfSymbolAtLocation(props, at)
  // where React's own declarations are not there: what a class hands to the class it builds on
  const handed = ts.isClassLike(at) ? at.heritageClauses?.[0]?.types[0]?.typeArguments?.[0] : undefined
  return handed && checker.getTypeFromTypeNode(handed)
}

/** JavaScript without types: what is stated to be checked when it runs, and the names that are taken out. */
function taken(sources: SourceSet, found: FoundComponent): RawProp[] {
  const stated = staticsOf(sources, found, 'propTypes').flatMap((checks) => checkedProps(sources, checks))
  const checked = stated.map(({ name, node, type, required }): RawProp => {
    const comment = wordsOf(node)
    return {
      name,
      type,
      optional: !required,
      outside: false,
      place: sources.place(node),
      ...(comment ? { comment } : {}),
    }
  })
  const known = new Set(checked.map(({ name }) => name))
  const names = [...namesTaken(found), ...(found.made ? namesAsked(found.made) : [])]
  const named = new Map(names.filter(([name]) => !known.has(name)))
  return [...checked, ...[...named].map(([name, node]) => nameOnly(sources, name, node))]
}

/** A prop of which only the name is known, and what React makes of some names. */
const nameOnly = (sources: SourceSet, name: string, node: ts.Node): RawProp => ({
  name,
  type:
    name === 'children'
      ? { is: 'node' }
      : /^on[A-Z]/.test(name)
        ? { is: 'function' }
        : { is: 'other', text: 'any' },
  optional: true,
  outside: false,
  place: sources.place(node),
})

function namesTaken(found: FoundComponent): Map<string, ts.Node> {
  const names = new Map<string, ts.Node>()
  for (const pattern of patternsOf(found))
    for (const element of pattern.elements)
      if (!element.dotDotDotToken) names.set(nameTaken(element), element)
  return names
}

/** The prop that an element of a pattern takes out, whether its name is written in quotes or not. */
const nameTaken = ({ propertyName, name }: ts.BindingElement): string =>
  propertyName && ts.isStringLiteralLike(propertyName) ? propertyName.text : (propertyName ?? name).getText()

/** Where a component takes its props apart. */
export const patternsOf = ({ fn, made }: FoundComponent): ts.ObjectBindingPattern[] =>
  made ? patternsOfClass(made) : fn ? patternsOfFunction(fn) : []

/** In the parameter, or in the body from a parameter that has a name. */
function patternsOfFunction(fn: FunctionNode): ts.ObjectBindingPattern[] {
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
  const { made } = foundComponent
  if (made) for (const name of namesAsked(made).keys()) named.add(name)
  for (const pattern of patternsOf(foundComponent)) {
    for (const element of pattern.elements) {
      if (element.dotDotDotToken) continue
      const name = nameTaken(element)
      named.add(name)
      if (element.initializer && !values.has(name)) values.set(name, element.initializer)
    }
  }
  const stated = staticsOf(sources, foundComponent, 'defaultProps')
  for (const property of stated.flatMap((object) => [...object.properties]))
    if (ts.isPropertyAssignment(property)) values.set(property.name.getText(), property.initializer)
  return { values, named }
}

/**
 * Objects that are set on a component under a name: in its class, or by its module (`Chip.defaultProps = …`).
 */
function staticsOf(sources: SourceSet, component: FoundComponent, key: string): ts.ObjectLiteralExpression[] {
  const { made } = component
  const names = namesIn(component)
  const after = sources
    .gather(component.node.getSourceFile())
    .assignments.filter(
      ({ left }) =>
        ts.isPropertyAccessExpression(left) && left.name.text === key && names.has(left.expression.getText()),
    )
    .map(({ right }) => objectGiven(sources, right))
  return [made && staticObject(sources, made, key), ...after].filter((object) => object !== undefined)
}

/** An object, also where it is given for one setting of the build alone: `isMade ? {} : { … }`. */
function objectGiven(sources: SourceSet, expression: ts.Expression): ts.ObjectLiteralExpression | undefined {
  const node = unwrap(expression)
  if (!ts.isConditionalExpression(node)) return objectBehind(sources, node)
  const [first, other] = [node.whenTrue, node.whenFalse].map((arm) => objectBehind(sources, arm))
  return first?.properties.length ? first : other
}

/** What a component is called in its file: as it is handed on, and inside what wraps it. */
function namesIn(component: FoundComponent): ReadonlySet<string> {
  const code = codeOf(component)
  const names = new Set([component.name])
  if ((ts.isFunctionDeclaration(code) || ts.isClassLike(code)) && code.name) names.add(code.name.text)
  if (ts.isVariableDeclaration(code.parent)) names.add(code.parent.name.getText())
  return names
}
