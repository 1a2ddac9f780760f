import ts from 'typescript'
import type { Place } from '../../contract/member'
import { functionBehind } from './declarations'
import { Lines } from './lines'
import type { Plain } from './plain'
import { unwrap, type SourceSet } from './source-set'
import { grow, mostOfExpression, mostOfValue, sizeOf } from './value-size'

export type { Plain } from './plain'

/** A plain value as source text, strings in single quotes. */
export const printPlain = (value: Plain): string =>
  typeof value === 'string' ? `'${value}'` : JSON.stringify(value)

/**
 * A default as a person would write it, and its value where that is plain; a function that returns it is
 * opened.
 */
export function shownDefault(
  sources: SourceSet,
  expression: ts.Expression | undefined,
): { default?: string; defaultValue?: Plain } {
  if (!expression) return {}
  const node = unwrap(expression)
  const inner =
    ts.isArrowFunction(node) && !ts.isBlock(node.body) && node.parameters.length === 0
      ? node.body
      : ts.isArrowFunction(node) || ts.isFunctionExpression(node)
        ? (returnedOnly(node.body) ?? node)
        : node
  if (inner.getText() === 'undefined' || (ts.isVoidExpression(inner) && inner.getText() === 'void 0'))
    return {}
  const value = evaluate(sources, inner)
  return value === undefined
    ? { default: unwrap(inner).getText().replace(/\s+/g, ' ') }
    : { default: printPlain(value), defaultValue: value }
}

const returnedOnly = (body: ts.ConciseBody): ts.Expression | undefined => {
  const [only] = ts.isBlock(body) ? body.statements : []
  return only && ts.isBlock(body) && body.statements.length === 1 && ts.isReturnStatement(only)
    ? only.expression
    : undefined
}

/** Names bound while a function is followed, and how many more steps may be taken. */
interface Following {
  names: ReadonlyMap<string, Plain | undefined>
  left: { steps: number; depth: number; size: number }
}

/**
 * The value of an expression that can be known without running it: literals, templates, constants
 * followed through imports, members of constant objects and enums, lists and objects put together by
 * the built-in functions of lists, objects and strings, and by small pure functions of the library.
 * `undefined` where it cannot be known; nothing of the source is executed.
 */
export function evaluate(sources: SourceSet, expression: ts.Expression): Plain | undefined {
  return valueOf(sources, expression, {
    names: new Map(),
    left: { steps: 5000, depth: 0, size: mostOfExpression },
  })
}

function valueOf(sources: SourceSet, expression: ts.Expression, following: Following): Plain | undefined {
  const { left } = following
  if (--left.steps < 0 || left.depth > 100) return undefined
  left.depth++
  const value = valueOfNode(sources, expression, following)
  left.depth--
  return value
}

/**
 * The budget of one value while it is put together: `false` once it, or all of its expression, is too large,
 * which is told at its line.
 */
function budgetOf(sources: SourceSet, node: ts.Node, { left }: Following): (more: number) => boolean {
  let size = 0
  return (more) => {
    size += more
    left.size -= more
    if (size <= mostOfValue && left.size >= 0) return true
    sources.tellTooLarge(node)
    return false
  }
}

function valueOfNode(sources: SourceSet, expression: ts.Expression, following: Following): Plain | undefined {
  const node = unwrap(expression)
  const again = (expression: ts.Expression) => valueOf(sources, expression, following)
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isNumericLiteral(node)) return Number(node.text)
  if (node.kind === ts.SyntaxKind.TrueKeyword) return true
  if (node.kind === ts.SyntaxKind.FalseKeyword) return false
  if (node.kind === ts.SyntaxKind.NullKeyword) return null
  if (ts.isPrefixUnaryExpression(node)) {
    const value = again(node.operand)
    if (node.operator === ts.SyntaxKind.MinusToken) return typeof value === 'number' ? -value : undefined
    return node.operator === ts.SyntaxKind.ExclamationToken && value !== undefined ? !value : undefined
  }
  if (ts.isTemplateExpression(node)) {
    let text = node.head.text
    const fits = budgetOf(sources, node, following)
    for (const span of node.templateSpans) {
      const value = again(span.expression)
      if (
        (typeof value !== 'string' && typeof value !== 'number') ||
        !fits(sizeOf(value) + span.literal.text.length)
      )
        return undefined
      text += value + span.literal.text
    }
    return text
  }
  if (ts.isBinaryExpression(node)) {
    const joined = joinedBy(node.operatorToken.kind, again(node.left), () => again(node.right))
    const isNew = node.operatorToken.kind === ts.SyntaxKind.PlusToken
    return !isNew || budgetOf(sources, node, following)(sizeOf(joined)) ? joined : undefined
  }
  if (ts.isConditionalExpression(node)) {
    const test = again(node.condition)
    return test === undefined ? undefined : again(test ? node.whenTrue : node.whenFalse)
  }
  if (ts.isArrayLiteralExpression(node)) {
    const list: Plain[] = []
    const fits = budgetOf(sources, node, following)
    for (const element of node.elements) {
      const value = again(ts.isSpreadElement(element) ? element.expression : element)
      if (value === undefined) return undefined
      const added = !ts.isSpreadElement(element) ? [value] : Array.isArray(value) ? value : []
      if (!fits(sizeOf(added))) return undefined
      for (const entry of added) list.push(entry)
    }
    return list
  }
  if (ts.isObjectLiteralExpression(node)) return objectOf(sources, node, following)
  if (ts.isIdentifier(node)) {
    if (following.names.has(node.text)) return following.names.get(node.text)
    const found = constantOf(sources, node)
    return found
      ? constantValue(sources, found, following)
      : sources.lookUp(node.getSourceFile().fileName, node.text)?.is === 'text'
        ? textOf(sources, node)
        : undefined
  }
  if (ts.isElementAccessExpression(node))
    return memberOf(again(node.expression), again(node.argumentExpression))
  if (ts.isPropertyAccessExpression(node)) {
    if (ts.isIdentifier(node.expression) && !following.names.has(node.expression.text)) {
      const declared = sources.lookUp(node.getSourceFile().fileName, node.expression.text)
      if (declared?.is === 'node' && ts.isEnumDeclaration(declared.node)) {
        const member = declared.node.members.find((member) => nameOf(sources, member.name) === node.name.text)
        return member?.initializer ? again(member.initializer) : undefined
      }
      if (declared?.is === 'node' && ts.isClassDeclaration(declared.node))
        return staticOf(declared.node, node.name.text, again)
    }
    const object =
      node.expression.kind === ts.SyntaxKind.ThisKeyword ||
      node.expression.kind === ts.SyntaxKind.SuperKeyword
        ? undefined
        : again(node.expression)
    const found = memberOf(object, node.name.text)
    if (found !== undefined) return found
    const inside =
      node.expression.kind === ts.SyntaxKind.ThisKeyword
        ? undefined
        : ts.findAncestor(node, ts.isClassDeclaration)
    return inside && ts.isIdentifier(node.expression) && node.expression.text === inside.name?.text
      ? staticOf(inside, node.name.text, again)
      : undefined
  }
  return ts.isCallExpression(node) ? called(sources, node, following) : undefined
}

/** A constant's value, worked out once. */
function constantValue(
  sources: SourceSet,
  initializer: ts.Expression,
  following: Following,
): Plain | undefined {
  const known = sources.constants.get(initializer)
  if (known) return known.value as Plain | undefined
  const value = valueOf(sources, initializer, { ...following, names: new Map() })
  // where the steps ran out, nothing is known; with more left it may be
  if (value !== undefined || (following.left.steps > 0 && following.left.depth < 50))
    sources.constants.set(initializer, {
      value: typeof value === 'object' && value !== null ? (Object.freeze(value) as Plain) : value,
    })
  return value
}

const memberOf = (object: Plain | undefined, key: Plain | undefined): Plain | undefined => {
  if (typeof object === 'string' || Array.isArray(object))
    return key === 'length' ? object.length : typeof key === 'number' ? object[key] : undefined
  return typeof object === 'object' &&
    object !== null &&
    typeof key === 'string' &&
    Object.hasOwn(object, key)
    ? object[key]
    : undefined
}

function joinedBy(
  operator: ts.SyntaxKind,
  left: Plain | undefined,
  other: () => Plain | undefined,
): Plain | undefined {
  if (left === undefined) return undefined
  switch (operator) {
    case ts.SyntaxKind.AmpersandAmpersandToken:
      return left ? other() : left
    case ts.SyntaxKind.BarBarToken:
      return left ? left : other()
    case ts.SyntaxKind.QuestionQuestionToken:
      return left === null ? other() : left
    case ts.SyntaxKind.CommaToken:
      return other()
  }
  const right = other()
  if (right === undefined) return undefined
  if (operator === ts.SyntaxKind.EqualsEqualsEqualsToken) return left === right
  if (operator === ts.SyntaxKind.ExclamationEqualsEqualsToken) return left !== right
  if (typeof left === 'number' && typeof right === 'number') {
    switch (operator) {
      case ts.SyntaxKind.PlusToken:
        return left + right
      case ts.SyntaxKind.MinusToken:
        return left - right
      case ts.SyntaxKind.AsteriskToken:
        return left * right
      case ts.SyntaxKind.SlashToken:
        return left / right
    }
  }
  const plain = (plain: Plain) => typeof plain === 'string' || typeof plain === 'number'
  return operator === ts.SyntaxKind.PlusToken && plain(left) && plain(right)
    ? `${left as string}${right as string}`
    : undefined
}

function objectOf(
  sources: SourceSet,
  node: ts.ObjectLiteralExpression,
  following: Following,
): Plain | undefined {
  const object: Record<string, Plain> = {}
  const fits = budgetOf(sources, node, following)
  for (const property of node.properties) {
    if (ts.isSpreadAssignment(property)) {
      const spread = valueOf(sources, property.expression, following)
      if (typeof spread !== 'object' || spread === null || Array.isArray(spread) || !fits(sizeOf(spread)))
        return undefined
      Object.assign(object, spread)
      continue
    }
    if (!ts.isPropertyAssignment(property) && !ts.isShorthandPropertyAssignment(property)) return undefined
    const key = ts.isComputedPropertyName(property.name)
      ? valueOf(sources, property.name.expression, following)
      : nameOf(sources, property.name)
    const value = valueOf(
      sources,
      ts.isPropertyAssignment(property) ? property.initializer : property.name,
      following,
    )
    if (typeof key !== 'string' || value === undefined || !fits(key.length + 8 + sizeOf(value)))
      return undefined
    // as JSON is read: a name like any other
    Object.defineProperty(object, key, { value, writable: true, enumerable: true, configurable: true })
  }
  return object
}

type Apply = (...values: (Plain | undefined)[]) => Plain | undefined
const every = (list: (Plain | undefined)[]): Plain[] | undefined =>
  list.every((item) => item !== undefined) ? list : undefined
const isRecord = (value: Plain | undefined): value is Record<string, Plain> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * What built-in functions give for known values (ECMAScript, built-in objects), for those that tables of
 * names are made with.
 */
const ofObjects: Record<string, (...values: Plain[]) => Plain | undefined> = {
  freeze: (given) => given,
  keys: (given) => (isRecord(given) ? Object.keys(given) : undefined),
  values: (given) => (isRecord(given) ? Object.values(given) : undefined),
  entries: (given) => (isRecord(given) ? Object.entries(given) : undefined),
  fromEntries: (given) =>
    Array.isArray(given) && given.every((pair) => Array.isArray(pair) && typeof pair[0] === 'string')
      ? Object.fromEntries(given as [string, Plain][])
      : undefined,
  assign: (...all) => (all.every(isRecord) ? (Object.assign({}, ...all) as Plain) : undefined),
}
const ofStrings: Record<string, (text: string, ...values: Plain[]) => Plain | undefined> = {
  toLowerCase: (text: string) => text.toLowerCase(),
  toUpperCase: (text: string) => text.toUpperCase(),
  trim: (text: string) => text.trim(),
  toString: (text: string) => text,
  concat: (text: string, ...more: Plain[]) => text + more.join(''),
  slice: (text: string, from, to) => text.slice(from as number, to as number),
  split: (text: string, by) => (typeof by === 'string' ? text.split(by) : undefined),
  replace: (text: string, from, to) =>
    typeof from === 'string' && typeof to === 'string' ? text.replace(from, () => to) : undefined,
}
const ofLists: Record<
  string,
  (list: Plain[], apply: Apply | undefined, values: (Plain | undefined)[]) => Plain | undefined
> = {
  map: (list, apply) => apply && every(list.map((item, i) => apply(item, i))),
  filter: (list, apply) => apply && list.filter((item, i) => apply(item, i)),
  flatMap: (list, apply) => apply && (every(list.map((item, i) => apply(item, i)))?.flat(1) as Plain),
  reduce: (list, apply, values) =>
    apply &&
    list.reduce<Plain | undefined>(
      (sum, item, i) => (sum === undefined ? undefined : apply(sum, item, i)),
      values[1],
    ),
  concat: (list, _apply, values) => every(values)?.reduce<Plain[]>((all, entry) => all.concat(entry), list),
  join: (list, _apply, [by]) => list.join(typeof by === 'string' ? by : ','),
  flat: (list) => list.flat(1) as Plain,
  slice: (list, _apply, [from, to]) => list.slice(from as number, to as number),
  includes: (list, _apply, [given]) => (given === undefined ? undefined : list.includes(given)),
}

function called(sources: SourceSet, node: ts.CallExpression, following: Following): Plain | undefined {
  const value = (expression: ts.Expression) =>
    valueOf(sources, ts.isSpreadElement(expression) ? expression.expression : expression, following)
  const fits = budgetOf(sources, node, following)
  const callee = unwrap(node.expression)
  if (ts.isIdentifier(callee)) {
    const fn = functionBehind(sources, callee)
    return fn && applied(sources, fn, { ...following, names: new Map() })(...node.arguments.map(value))
  }
  if (!ts.isPropertyAccessExpression(callee)) return undefined
  const name = callee.name.text
  if (ts.isIdentifier(callee.expression) && callee.expression.text === 'Object') {
    const given = every(node.arguments.map(value))
    // what these make is no larger than what they are given
    return given && Object.hasOwn(ofObjects, name) && fits(sizeOf(given))
      ? ofObjects[name]!(...given)
      : undefined
  }
  if (
    callee.expression.kind === ts.SyntaxKind.ThisKeyword ||
    callee.expression.kind === ts.SyntaxKind.SuperKeyword
  )
    return undefined
  if (!Object.hasOwn(ofLists, name) && !Object.hasOwn(ofStrings, name)) return undefined
  const target = value(callee.expression)
  if (typeof target === 'string') {
    const given = every(node.arguments.map(value))
    if (!given || !Object.hasOwn(ofStrings, name) || !fits(lengthMade(name, target, given))) return undefined
    return ofStrings[name]!(target, ...given)
  }
  if (!Array.isArray(target) || !Object.hasOwn(ofLists, name)) return undefined
  const first = node.arguments[0] && functionIn(node.arguments[0])
  const apply = first && applied(sources, first, following)
  const counted: Apply | undefined =
    apply &&
    ((...values) => {
      const made = apply(...values)
      return fits(8 + sizeOf(made)) ? made : undefined
    })
  const values = node.arguments.map((argument) => (functionIn(argument) ? undefined : value(argument)))
  const joint =
    name === 'join'
      ? sizeOf(target) + target.length * sizeOf(values[0])
      : sizeOf(target) + values.reduce<number>((sum, given) => sum + sizeOf(given), 0)
  return fits(joint) ? ofLists[name]!(target, counted, values) : undefined
}

/** The most that a function of strings gives for these. */
function lengthMade(name: string, text: string, given: Plain[]): number {
  if (name === 'split') return text.length * 9
  return name === 'replace' ? text.length + sizeOf(given[1]) : text.length + sizeOf(given)
}

function functionIn(expression: ts.Expression): ts.ArrowFunction | ts.FunctionExpression | undefined {
  const node = unwrap(expression)
  return ts.isArrowFunction(node) || ts.isFunctionExpression(node) ? node : undefined
}

/**
 * A small pure function of the library, followed statement by statement: names, assignments into objects,
 * conditions, a return.
 */
function applied(
  sources: SourceSet,
  fn: ts.ArrowFunction | ts.FunctionExpression | ts.FunctionDeclaration,
  following: Following,
): Apply {
  return (...values) => {
    const names = new Map(following.names)
    const inside: Following = { names, left: following.left }
    const bind = (name: ts.BindingName, given: Plain | undefined): void => {
      if (ts.isIdentifier(name)) names.set(name.text, given)
      else if (ts.isArrayBindingPattern(name))
        name.elements.forEach((element, i) => {
          if (ts.isBindingElement(element)) bind(element.name, memberOf(given, i))
        })
      else
        for (const element of name.elements)
          bind(element.name, memberOf(given, (element.propertyName ?? element.name).getText()))
    }
    fn.parameters.forEach((parameter, i) =>
      bind(
        parameter.name,
        values[i] ?? (parameter.initializer && valueOf(sources, parameter.initializer, inside)),
      ),
    )
    if (!fn.body) return undefined
    if (!ts.isBlock(fn.body)) return valueOf(sources, fn.body, inside)
    const unknown = Symbol('not followed')
    const run = (statements: readonly ts.Statement[]): Plain | undefined | typeof unknown => {
      for (const statement of statements) {
        if (--following.left.steps < 0) return undefined
        if (ts.isReturnStatement(statement))
          return statement.expression && valueOf(sources, statement.expression, inside)
        if (ts.isVariableStatement(statement))
          for (const made of statement.declarationList.declarations)
            bind(made.name, made.initializer && valueOf(sources, made.initializer, inside))
        else if (ts.isIfStatement(statement)) {
          const test = valueOf(sources, statement.expression, inside)
          // a member that is not there is falsy
          const arm = test ? statement.thenStatement : statement.elseStatement
          const result = arm ? run(ts.isBlock(arm) ? arm.statements : [arm]) : unknown
          if (result !== unknown) return result
        } else if (
          ts.isExpressionStatement(statement) &&
          ts.isBinaryExpression(statement.expression) &&
          statement.expression.operatorToken.kind === ts.SyntaxKind.EqualsToken
        ) {
          const { left, right } = statement.expression
          const key = ts.isElementAccessExpression(left)
            ? valueOf(sources, left.argumentExpression, inside)
            : ts.isPropertyAccessExpression(left)
              ? left.name.text
              : undefined
          const target =
            ts.isElementAccessExpression(left) || ts.isPropertyAccessExpression(left)
              ? valueOf(sources, left.expression, inside)
              : undefined
          const value = valueOf(sources, right, inside)
          if (!isRecord(target) || Object.isFrozen(target) || typeof key !== 'string' || value === undefined)
            return undefined
          // a copy: what is written into an object can then not hold the object itself
          const kept = typeof value === 'object' ? (JSON.parse(JSON.stringify(value)) as Plain) : value
          if (!budgetOf(sources, statement, following)(sizeOf(target) + sizeOf(kept))) return undefined
          if (key === '__proto__') continue
          target[key] = kept
          grow(target, kept)
        } else return undefined
      }
      return unknown
    }
    const result = run(fn.body.statements)
    return result === unknown ? undefined : result
  }
}

function staticOf(
  node: ts.ClassDeclaration,
  name: string,
  again: (expression: ts.Expression) => Plain | undefined,
): Plain | undefined {
  for (const member of node.members) {
    if (!member.name || !ts.isIdentifier(member.name) || member.name.text !== name) continue
    if (ts.isPropertyDeclaration(member) && member.initializer) return again(member.initializer)
    const returned = ts.isGetAccessorDeclaration(member)
      ? member.body?.statements.find(ts.isReturnStatement)?.expression
      : undefined
    if (returned) return again(returned)
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
export function localDeclaration(
  node: ts.Identifier,
): ts.VariableDeclaration | ts.ParameterDeclaration | undefined {
  for (let at: ts.Node = node; at.parent && !ts.isSourceFile(at); at = at.parent) {
    const scope = at.parent
    if (ts.isFunctionLike(scope)) {
      const parameter = scope.parameters.find(
        (parameter) => ts.isIdentifier(parameter.name) && parameter.name.text === node.text,
      )
      if (parameter) return parameter
    }
    if (ts.isBlock(scope)) {
      for (const statement of scope.statements) {
        if (!ts.isVariableStatement(statement)) continue
        const found = statement.declarationList.declarations.find(
          (declaration) => ts.isIdentifier(declaration.name) && declaration.name.text === node.text,
        )
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
interface Piece {
  text: string
  file: string
  line: number
  end: number
  lines: Lines
}

/** Stands where an expression's value is not known before it runs: a character no markup or style uses. */
export const unknownValue = '\uE000'

/**
 * Text put together from literals, constants and imported files, each length of which knows where it comes
 * from.
 */
export class Fragment {
  readonly pieces: Piece[] = []
  text = ''

  add(text: string, place: Place): void {
    this.text += text
    this.pieces.push({
      text,
      file: place.file,
      line: place.line,
      end: this.text.length,
      lines: new Lines(text),
    })
  }

  /** Where the character at an offset was written. */
  place(offset: number): Place {
    const piece = this.pieces.find((piece) => offset < piece.end) ?? this.pieces.at(-1)!
    return {
      file: piece.file,
      line: piece.line + piece.lines.before(offset - (piece.end - piece.text.length)),
    }
  }
}

/**
 * Opens what a text is put together from besides constants: the expression a call or a member of the class
 * stands for, where that is known.
 */
export type Opener = (node: ts.Expression) => ts.Expression | undefined

/**
 * The text an expression yields, with places kept. Both arms of a condition are in it; values not
 * known become {@link unknownValue}.
 */
export function fragmentOf(
  sources: SourceSet,
  expression: ts.Expression,
  open: Opener = () => undefined,
  into = new Fragment(),
  depth = 0,
): Fragment {
  const node = unwrap(expression)
  const place = sources.place(node)
  const more = (expression: ts.Expression) => fragmentOf(sources, expression, open, into, depth + 1)
  if (depth > 20 || into.text.length > 2_000_000) return into
  if (ts.isStringLiteralLike(node)) into.add(node.text, place)
  else if (ts.isTaggedTemplateExpression(node)) more(node.template)
  else if (ts.isTemplateExpression(node)) {
    into.add(node.head.text, place)
    for (const span of node.templateSpans) {
      more(span.expression)
      into.add(span.literal.text, sources.place(span.literal))
    }
  } else if (ts.isConditionalExpression(node)) {
    more(node.whenTrue)
    more(node.whenFalse)
  } else if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.PlusToken) {
    // a long sum leans to the left: taken apart at one depth
    const pieces: ts.Expression[] = []
    let at: ts.Expression = node
    for (
      ;
      ts.isBinaryExpression(at) && at.operatorToken.kind === ts.SyntaxKind.PlusToken;
      at = unwrap(at.left)
    )
      pieces.push(at.right)
    for (const expression of [at, ...pieces.reverse()]) more(expression)
  } else if (
    ts.isBinaryExpression(node) &&
    [
      ts.SyntaxKind.AmpersandAmpersandToken,
      ts.SyntaxKind.BarBarToken,
      ts.SyntaxKind.QuestionQuestionToken,
    ].includes(node.operatorToken.kind)
  )
    more(node.right)
  else if (ts.isArrayLiteralExpression(node) && node.elements.length > 0)
    node.elements.forEach((element) => more(ts.isSpreadElement(element) ? element.expression : element))
  else if (ts.isIdentifier(node)) {
    const constant = constantOf(sources, node)
    const declared = constant ? undefined : sources.lookUp(node.getSourceFile().fileName, node.text)
    if (constant) more(constant)
    else if (declared?.is === 'text') into.add(declared.text, { file: declared.file, line: 1 })
    else into.add(unknownValue, place)
  } else {
    const value = evaluate(sources, node)
    const opened = value === undefined ? open(node) : undefined
    if (opened) more(opened)
    else
      into.add(typeof value === 'string' || typeof value === 'number' ? String(value) : unknownValue, place)
  }
  return into
}
