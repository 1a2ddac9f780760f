import ts from 'typescript'
import { unionOf, type TypeModel } from '../../contract/type'
import { localDeclaration, constantOf } from './constants'
import { functionBehind } from './declarations'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'

const keywords: Partial<Record<ts.SyntaxKind, TypeModel['is']>> = {
  [ts.SyntaxKind.StringKeyword]: 'string',
  [ts.SyntaxKind.NumberKeyword]: 'number',
  [ts.SyntaxKind.BooleanKeyword]: 'boolean',
  [ts.SyntaxKind.UndefinedKeyword]: 'undefined',
  [ts.SyntaxKind.VoidKeyword]: 'void',
}

const constructors: Record<string, TypeModel> = {
  String: { is: 'string' },
  Number: { is: 'number' },
  Boolean: { is: 'boolean' },
  Date: { is: 'date' },
  Function: { is: 'function' },
  Array: { is: 'list', of: { is: 'other', text: 'unknown' } },
  Object: { is: 'object', fields: [] },
}
/** The type a built-in constructor stands for as an option (`type: Boolean`). */
export const typeOfConstructor = (node: ts.Expression): TypeModel | undefined =>
  ts.isIdentifier(node) ? constructors[node.text] : undefined

/** The model of a written type, with the library's own aliases, interfaces and enums opened. */
export function typeOfNode(sources: SourceSet, node: ts.TypeNode, seen: readonly ts.Node[] = []): TypeModel {
  const again = (typeNode: ts.TypeNode) => typeOfNode(sources, typeNode, [...seen, node])
  const asWritten = (): TypeModel => ({ is: 'other', text: node.getText().replace(/\s+/g, ' ') })
  const keyword = keywords[node.kind]
  if (keyword) return { is: keyword } as TypeModel
  if (ts.isParenthesizedTypeNode(node)) return again(node.type)
  if (ts.isUnionTypeNode(node)) return unionOf(node.types.map(again))
  if (ts.isArrayTypeNode(node)) return { is: 'list', of: again(node.elementType) }
  if (ts.isTypeOperatorNode(node) && node.operator === ts.SyntaxKind.ReadonlyKeyword) return again(node.type)
  if (ts.isFunctionTypeNode(node)) return { is: 'function' }
  if (ts.isLiteralTypeNode(node)) return typeOfLiteral(node.literal) ?? asWritten()
  if (ts.isTypeLiteralNode(node))
    return node.members.some(
      (member) => ts.isIndexSignatureDeclaration(member) || ts.isCallSignatureDeclaration(member),
    )
      ? asWritten()
      : typeOfMembers(sources, node.members, seen)
  if (ts.isIndexedAccessTypeNode(node)) return typeOfValues(sources, node) ?? asWritten()
  if (!ts.isTypeReferenceNode(node) || !ts.isIdentifier(node.typeName)) return asWritten()

  const name = node.typeName.text
  const [first] = node.typeArguments ?? []
  if (name === 'Date') return { is: 'date' }
  if (name === 'Function') return { is: 'function' }
  if ((name === 'Array' || name === 'ReadonlyArray') && first) return { is: 'list', of: again(first) }
  if (name === 'Readonly' && first) return again(first)
  if (name === 'Node' || name === 'HTMLElement' || name === 'Element') return { is: 'node' }
  const declared = sources.lookUp(node.getSourceFile().fileName, name)
  if (declared?.is !== 'node' || seen.includes(declared.node)) return asWritten()
  const inside = [...seen, declared.node]
  if (ts.isTypeAliasDeclaration(declared.node))
    return named(typeOfNode(sources, declared.node.type, inside), name)
  if (ts.isInterfaceDeclaration(declared.node)) {
    const own = typeOfMembers(sources, declared.node.members, inside)
    const bases = (declared.node.heritageClauses ?? []).flatMap((clause) => [...clause.types])
    return bases.length === 0 && own.is === 'object' && own.fields.length > 0 ? named(own, name) : asWritten()
  }
  if (ts.isEnumDeclaration(declared.node)) {
    return unionOf(
      declared.node.members.map(
        (member, i) =>
          (member.initializer && typeOfLiteral(member.initializer)) ?? { is: 'literal', value: i },
      ),
    )
  }
  return asWritten()
}

const named = (type: TypeModel, name: string): TypeModel =>
  type.is === 'union' || type.is === 'object' ? { ...type, named: name } : type

/** `(typeof list)[number]` over a constant list: its values. */
function typeOfValues(sources: SourceSet, node: ts.IndexedAccessTypeNode): TypeModel | undefined {
  const object = ts.isParenthesizedTypeNode(node.objectType) ? node.objectType.type : node.objectType
  if (!ts.isTypeQueryNode(object) || !ts.isIdentifier(object.exprName)) return undefined
  const constant = constantOf(sources, object.exprName)
  const list = constant && unwrap(constant)
  if (!list || !ts.isArrayLiteralExpression(list)) return undefined
  const values = list.elements.map((element) => typeOfLiteral(unwrap(element)))
  return values.every((value) => value !== undefined) ? unionOf(values) : undefined
}

function typeOfMembers(
  sources: SourceSet,
  members: ts.NodeArray<ts.TypeElement>,
  seen: readonly ts.Node[],
): TypeModel {
  return {
    is: 'object',
    fields: members.flatMap((member) =>
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- source that is being written may lack it
      ts.isPropertySignature(member) && member.type && member.name
        ? [
            {
              name: member.name.getText(),
              type: typeOfNode(sources, member.type, seen),
              optional: !!member.questionToken,
            },
          ]
        : [],
    ),
  }
}

function typeOfLiteral(node: ts.Expression): TypeModel | undefined {
  if (ts.isStringLiteralLike(node)) return { is: 'literal', value: node.text }
  if (ts.isNumericLiteral(node)) return { is: 'literal', value: Number(node.text) }
  if (node.kind === ts.SyntaxKind.TrueKeyword) return { is: 'literal', value: true }
  if (node.kind === ts.SyntaxKind.FalseKeyword) return { is: 'literal', value: false }
  if (node.kind === ts.SyntaxKind.NullKeyword) return { is: 'null' }
  return undefined
}

/** Methods of elements, lists and texts that answer with a boolean. */
const answersYesOrNo = new Set([
  'hasAttribute',
  'toggleAttribute',
  'matches',
  'contains',
  'includes',
  'startsWith',
  'endsWith',
  'some',
  'every',
  'has',
  'test',
])

/** The type an expression has, as far as its form shows it; literals are widened as for a `let`. */
export function typeOfExpression(sources: SourceSet, expression: ts.Expression, depth = 0): TypeModel {
  if (depth > 20) return unknown
  if (ts.isAsExpression(expression) && !ts.isConstTypeReference(expression.type))
    return typeOfNode(sources, expression.type)
  const node = unwrap(expression)
  const again: Again = (inner) => typeOfExpression(sources, inner, depth + 1)
  const literal = typeOfLiteral(node)
  if (literal?.is === 'literal') return { is: typeof literal.value as 'string' | 'number' | 'boolean' }
  if (literal) return literal
  return (
    typeByForm(node, again) ??
    (ts.isCallExpression(node) ? typeOfCall(sources, node, depth < 8 ? again : undefined) : undefined) ??
    (ts.isBinaryExpression(node) ? typeOfOperation(node, again) : undefined) ??
    (ts.isIdentifier(node) ? typeOfName(sources, node, again) : undefined) ??
    (ts.isPropertyAccessExpression(node) ? typeOfOwnMember(sources, node, again) : undefined) ??
    unknown
  )
}

type Again = (inner: ts.Expression) => TypeModel
const unknown: TypeModel = { is: 'other', text: 'unknown' }

/** What an expression gives by the way it is written. */
function typeByForm(node: ts.Expression, again: Again): TypeModel | undefined {
  if (ts.isTemplateExpression(node)) return { is: 'string' }
  if (ts.isArrayLiteralExpression(node))
    return { is: 'list', of: node.elements.length ? unionOf(node.elements.map(again)) : unknown }
  if (ts.isObjectLiteralExpression(node))
    return { is: 'object', fields: node.properties.flatMap((property) => fieldOf(property, again)) }
  if (ts.isArrowFunction(node) || ts.isFunctionExpression(node)) return { is: 'function' }
  if (ts.isNewExpression(node) && ts.isIdentifier(node.expression))
    return node.expression.text === 'Date' ? { is: 'date' } : { is: 'other', text: node.expression.text }
  if (ts.isPrefixUnaryExpression(node))
    return { is: node.operator === ts.SyntaxKind.ExclamationToken ? 'boolean' : 'number' }
  return undefined
}

function fieldOf(property: ts.ObjectLiteralElementLike, again: Again) {
  if (ts.isPropertyAssignment(property))
    return [{ name: property.name.getText(), type: again(property.initializer), optional: false }]
  if (ts.isShorthandPropertyAssignment(property))
    return [{ name: property.name.text, type: again(property.name), optional: false }]
  return []
}

/** What the language's own functions give that are commonly called for a value of a type. */
const converted: Readonly<Record<string, TypeModel>> = {
  Number: { is: 'number' },
  String: { is: 'string' },
  Boolean: { is: 'boolean' },
  parseInt: { is: 'number' },
  parseFloat: { is: 'number' },
}

/** What a call gives; without `again` what a function returns is not looked at. */
function typeOfCall(
  sources: SourceSet,
  { expression: callee }: ts.CallExpression,
  again: Again | undefined,
): TypeModel | undefined {
  if (ts.isPropertyAccessExpression(callee)) {
    if (answersYesOrNo.has(callee.name.text)) return { is: 'boolean' }
    return callee.name.text === 'getAttribute' ? unionOf([{ is: 'string' }, { is: 'null' }]) : undefined
  }
  if (!ts.isIdentifier(callee)) return undefined
  if (Object.hasOwn(converted, callee.text)) return converted[callee.text]
  const fn = functionBehind(sources, callee)
  if (fn?.type) return typeOfNode(sources, fn.type)
  const returned =
    fn?.body &&
    (ts.isBlock(fn.body) ? fn.body.statements.findLast(ts.isReturnStatement)?.expression : fn.body)
  return returned && again?.(returned)
}

function typeOfOperation(
  { left, right, operatorToken }: ts.BinaryExpression,
  again: Again,
): TypeModel | undefined {
  switch (operatorToken.kind) {
    case ts.SyntaxKind.PlusToken: {
      const first = again(left)
      return first.is === 'other' ? again(right) : first
    }
    case ts.SyntaxKind.QuestionQuestionToken:
    case ts.SyntaxKind.BarBarToken: {
      const otherwise = again(right)
      return otherwise.is === 'other' ? withoutNothing(again(left)) : otherwise
    }
    case ts.SyntaxKind.MinusToken:
    case ts.SyntaxKind.AsteriskToken:
    case ts.SyntaxKind.SlashToken:
      return { is: 'number' }
    default:
      return isComparison(operatorToken.kind) ? { is: 'boolean' } : undefined
  }
}
const isComparison = (kind: ts.SyntaxKind): boolean =>
  kind >= ts.SyntaxKind.LessThanToken && kind <= ts.SyntaxKind.ExclamationEqualsEqualsToken

const withoutNothing = (type: TypeModel): TypeModel =>
  unionOf((type.is === 'union' ? type.of : [type]).filter(({ is }) => is !== 'null' && is !== 'undefined'))

function typeOfName(sources: SourceSet, node: ts.Identifier, again: Again): TypeModel | undefined {
  const local = localDeclaration(node)
  if (local?.type) return typeOfNode(sources, local.type)
  const constant = constantOf(sources, node)
  return constant && constant !== node ? again(constant) : undefined
}

/** `this.name`: what the class declares it as, or begins it with. */
function typeOfOwnMember(
  sources: SourceSet,
  node: ts.PropertyAccessExpression,
  again: Again,
): TypeModel | undefined {
  if (node.expression.kind !== ts.SyntaxKind.ThisKeyword) return undefined
  const member = ts
    .findAncestor(node, ts.isClassLike)
    ?.members.find((member) => member.name?.getText() === node.name.text)
  if (!member || !(ts.isPropertyDeclaration(member) || ts.isGetAccessorDeclaration(member))) return undefined
  if (member.type) return typeOfNode(sources, member.type)
  return ts.isPropertyDeclaration(member) && member.initializer ? again(member.initializer) : undefined
}
