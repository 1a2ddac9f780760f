import ts from 'typescript'
import type { Method } from '../../contract/method'
import type { TypeModel } from '../../contract/type'
import type { CheckedTypes } from './checked-types'
import { wordsOf } from './comments'

type Callable = Pick<Method, 'takes' | 'returns' | 'comment' | 'idle'>

/**
 * The method that a component hands out under a name; `undefined` where what it hands out there is only to be
 * read.
 */
export function methodAt(
  types: CheckedTypes,
  name: string,
  node: ts.Node,
  place: Method['place'],
): Method | undefined {
  const callable = callableAt(types, node)
  return callable && { kind: 'method', name, place, known: 'declared', disagreements: [], ...callable }
}

/**
 * What the compiler knows of a name that is handed out to be called; `undefined` where it is no function. Of
 * a name without a type nothing is known, and it may be one.
 */
function callableAt(types: CheckedTypes, node: ts.Node): Callable | undefined {
  const type = types.checker.getTypeAtLocation(node)
  const isUnknown = !!(type.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown))
  return isUnknown ? { takes: [], returns: { is: 'other', text: 'unknown' } } : calledAs(types, type, node)
}

/** How what is of a type is called, looked at from a place; `undefined` where it is no function. */
export function calledAs(types: CheckedTypes, type: ts.Type, node: ts.Node): Callable | undefined {
  const { checker } = types
  const [signature] = type.getCallSignatures()
  if (!signature) return undefined
  const declaration = signature.getDeclaration() as ts.SignatureDeclaration | undefined
  const comment = declaration && wordsOf(declarationWithWords(declaration))
  return {
    takes: signature.getParameters().map((parameter) => {
      const declared = parameter.valueDeclaration
      return {
        name: parameter.name,
        type: types.model(checker.getTypeOfSymbolAtLocation(parameter, node), node),
        optional:
          !!declared &&
          ts.isParameter(declared) &&
          (!!declared.questionToken || !!declared.initializer || !!declared.dotDotDotToken),
      }
    }),
    returns: types.model(signature.getReturnType(), node),
    ...(comment ? { comment } : {}),
    ...(declaration && isIdle(declaration) ? { idle: true } : {}),
  }
}

/** The comment of a function that is kept in a constant stands over the constant. */
function declarationWithWords(declaration: ts.SignatureDeclaration): ts.Node {
  const kept = ts.isArrowFunction(declaration) || ts.isFunctionExpression(declaration)
  return (kept && ts.findAncestor(declaration, ts.isVariableStatement)) || declaration
}

/** Whether nothing is done when it is called. */
export function isIdle(declaration: ts.Node): boolean {
  const body = ts.isFunctionLike(declaration) && 'body' in declaration ? declaration.body : undefined
  return body !== undefined && ts.isBlock(body) && body.statements.length === 0
}

/**
 * Types of what a function is called with; `undefined` where the type is none of a function. That it may
 * be called with anything (`(...values: any[]) => void`) says nothing of what it is called with.
 */
export function takenBy(types: CheckedTypes, type: ts.Type, at: ts.Node): TypeModel[] | undefined {
  const { checker } = types
  const [signature] = checker.getNonNullableType(type).getCallSignatures()
  return signature
    ?.getParameters()
    .filter(({ valueDeclaration: at }) => !(at && ts.isParameter(at) && takesWhatever(at)))
    .flatMap((parameter) => {
      const given = checker.getTypeOfSymbolAtLocation(parameter, at)
      return checker.isTupleType(given) ? checker.getTypeArguments(given as ts.TypeReference) : [given]
    })
    .map((given) => types.model(given, at))
}

const takesWhatever = ({ dotDotDotToken, type }: ts.ParameterDeclaration): boolean =>
  dotDotDotToken !== undefined && type?.getText() === 'any[]'
