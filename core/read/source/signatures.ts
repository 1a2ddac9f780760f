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
  const { checker } = types
  const type = checker.getTypeAtLocation(node)
  const [signature] = type.getCallSignatures()
  if (!signature) {
    const isUnknown = !!(type.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown))
    return isUnknown ? { takes: [], returns: { is: 'other', text: 'unknown' } } : undefined
  }
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

/** Types of what a function is called with; `undefined` where the type is none of a function. */
export function takenBy(types: CheckedTypes, type: ts.Type, at: ts.Node): TypeModel[] | undefined {
  const { checker } = types
  const [signature] = checker.getNonNullableType(type).getCallSignatures()
  return signature
    ?.getParameters()
    .flatMap((parameter) => {
      const given = checker.getTypeOfSymbolAtLocation(parameter, at)
      return checker.isTupleType(given) ? checker.getTypeArguments(given as ts.TypeReference) : [given]
    })
    .map((given) => types.model(given, at))
}
