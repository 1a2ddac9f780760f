import ts from 'typescript'
import type { Place } from '../../contract/member'
import { unwrap, type SourceSet } from './source-set'

export type Plain = string | number | boolean | null | Plain[] | { [key: string]: Plain }

/**
 * The value of an expression that can be known without running it: literals, templates, constants
 * followed through imports, members of constant objects and enums, joined strings, spread lists.
 * `undefined` where it cannot be known.
 */
export function evaluate(sources: SourceSet, expression: ts.Expression, depth = 0): Plain | undefined {
  if (depth > 40) return undefined
  const node = unwrap(expression)
  const again = (one: ts.Expression) => evaluate(sources, one, depth + 1)
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isNumericLiteral(node)) return Number(node.text)
  if (node.kind === ts.SyntaxKind.TrueKeyword) return true
  if (node.kind === ts.SyntaxKind.FalseKeyword) return false
  if (node.kind === ts.SyntaxKind.NullKeyword) return null
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.MinusToken) {
    const value = again(node.operand)
    return typeof value === 'number' ? -value : undefined
  }
  if (ts.isTemplateExpression(node)) {
    let text = node.head.text
    for (const span of node.templateSpans) {
      const value = again(span.expression)
      if (typeof value !== 'string' && typeof value !== 'number') return undefined
      text += value + span.literal.text
    }
    return text
  }
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.PlusToken) {
    const [left, right] = [again(node.left), again(node.right)]
    if (typeof left === 'number' && typeof right === 'number') return left + right
    return (typeof left === 'string' || typeof left === 'number') && (typeof right === 'string' || typeof right === 'number')
      ? `${left}${right}`
      : undefined
  }
  if (ts.isArrayLiteralExpression(node)) {
    const list: Plain[] = []
    for (const element of node.elements) {
      const value = again(ts.isSpreadElement(element) ? element.expression : element)
      if (value === undefined) return undefined
      if (ts.isSpreadElement(element)) list.push(...(Array.isArray(value) ? value : []))
      else list.push(value)
    }
    return list
  }
  if (ts.isObjectLiteralExpression(node)) {
    const object: Record<string, Plain> = {}
    for (const property of node.properties) {
      if (!ts.isPropertyAssignment(property)) return undefined
      const key = nameOf(sources, property.name)
      const value = again(property.initializer)
      if (key === undefined || value === undefined) return undefined
      object[key] = value
    }
    return object
  }
  if (ts.isIdentifier(node)) {
    const found = constantOf(sources, node)
    return found ? again(found) : sources.lookUp(node.getSourceFile().fileName, node.text)?.is === 'text' ? textOf(sources, node) : undefined
  }
  if (ts.isPropertyAccessExpression(node)) {
    if (ts.isIdentifier(node.expression)) {
      const declared = sources.lookUp(node.getSourceFile().fileName, node.expression.text)
      if (declared?.is === 'node' && ts.isEnumDeclaration(declared.node)) {
        const member = declared.node.members.find((one) => nameOf(sources, one.name) === node.name.text)
        return member?.initializer ? again(member.initializer) : undefined
      }
      if (declared?.is === 'node' && ts.isClassDeclaration(declared.node)) return staticOf(declared.node, node.name.text, again)
    }
    const object = again(node.expression)
    if (typeof object === 'object' && object !== null && !Array.isArray(object)) return object[node.name.text]
    const inside = node.expression.kind === ts.SyntaxKind.ThisKeyword ? undefined : ts.findAncestor(node, ts.isClassDeclaration)
    return inside && ts.isIdentifier(node.expression) && node.expression.text === inside.name?.text
      ? staticOf(inside, node.name.text, again)
      : undefined
  }
  if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression) && node.expression.name.text === 'freeze') {
    return node.arguments[0] && again(node.arguments[0])
  }
  return undefined
}

function staticOf(node: ts.ClassDeclaration, name: string, again: (one: ts.Expression) => Plain | undefined): Plain | undefined {
  for (const member of node.members) {
    if (ts.isPropertyDeclaration(member) && member.initializer && ts.isIdentifier(member.name) && member.name.text === name) return again(member.initializer)
  }
  return undefined
}

const textOf = (sources: SourceSet, node: ts.Identifier): string | undefined => {
  const found = sources.lookUp(node.getSourceFile().fileName, node.text)
  return found?.is === 'text' ? found.text : undefined
}

/** The initialiser of the constant an identifier names: local to a function, of its module, or imported. */
export function constantOf(sources: SourceSet, node: ts.Identifier): ts.Expression | undefined {
  const local = localDeclaration(node)
  if (local) return ts.isVariableDeclaration(local) ? local.initializer : undefined
  const found = sources.lookUp(node.getSourceFile().fileName, node.text)
  return found?.is === 'node' && ts.isVariableDeclaration(found.node) ? found.node.initializer : undefined
}

/** The variable or parameter inside an enclosing function that an identifier names. */
export function localDeclaration(node: ts.Identifier): ts.VariableDeclaration | ts.ParameterDeclaration | undefined {
  for (let at: ts.Node = node; at.parent && !ts.isSourceFile(at); at = at.parent) {
    const scope = at.parent
    if (ts.isFunctionLike(scope)) {
      const parameter = scope.parameters.find((one) => ts.isIdentifier(one.name) && one.name.text === node.text)
      if (parameter) return parameter
    }
    if (ts.isBlock(scope)) {
      for (const statement of scope.statements) {
        if (!ts.isVariableStatement(statement)) continue
        const found = statement.declarationList.declarations.find((one) => ts.isIdentifier(one.name) && one.name.text === node.text)
        if (found && found !== at) return found
      }
    }
  }
  return undefined
}

/** The text of a property's name, computed names included where they are constant. */
export function nameOf(sources: SourceSet, name: ts.PropertyName): string | undefined {
  if (ts.isIdentifier(name) || ts.isStringLiteralLike(name) || ts.isNumericLiteral(name)) return name.text
  if (ts.isComputedPropertyName(name)) {
    const value = evaluate(sources, name.expression)
    return typeof value === 'string' ? value : undefined
  }
  return undefined
}

/** A length of text with the place in the library it was written at. */
interface Piece { text: string; file: string; line: number; end: number }

/** Stands where an expression's value is not known before it runs: a character no markup or style uses. */
export const unknownValue = '\uE000'

/** Text put together from literals, constants and imported files, each length of which knows where it comes from. */
export class Fragment {
  readonly pieces: Piece[] = []
  text = ''

  add(text: string, place: Place): void {
    this.text += text
    this.pieces.push({ text, file: place.file, line: place.line, end: this.text.length })
  }

  /** Where the character at an offset was written. */
  place(offset: number): Place {
    const piece = this.pieces.find((one) => offset < one.end) ?? this.pieces.at(-1)!
    const before = piece.text.slice(0, offset - (piece.end - piece.text.length))
    return { file: piece.file, line: piece.line + (before.match(/\n/g)?.length ?? 0) }
  }
}

/** The text an expression yields, with places kept. Values not known become {@link unknownValue}. */
export function fragmentOf(sources: SourceSet, expression: ts.Expression, into = new Fragment(), depth = 0): Fragment {
  const node = unwrap(expression)
  const place = sources.place(node)
  if (depth > 20) return into
  if (ts.isStringLiteralLike(node)) into.add(node.text, place)
  else if (ts.isTemplateExpression(node)) {
    into.add(node.head.text, place)
    for (const span of node.templateSpans) {
      fragmentOf(sources, span.expression, into, depth + 1)
      into.add(span.literal.text, sources.place(span.literal))
    }
  } else if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.PlusToken) {
    fragmentOf(sources, node.left, into, depth + 1)
    fragmentOf(sources, node.right, into, depth + 1)
  } else if (ts.isIdentifier(node)) {
    const constant = constantOf(sources, node)
    const declared = constant ? undefined : sources.lookUp(node.getSourceFile().fileName, node.text)
    if (constant) fragmentOf(sources, constant, into, depth + 1)
    else if (declared?.is === 'text') into.add(declared.text, { file: declared.file, line: 1 })
    else into.add(unknownValue, place)
  } else {
    const value = evaluate(sources, node)
    into.add(typeof value === 'string' || typeof value === 'number' ? String(value) : unknownValue, place)
  }
  return into
}
