import ts from 'typescript'
import type { Place } from '../../contract/member'
import { constantOf, localDeclaration } from './constants'
import { returnedBy } from './declarations'
import { evaluate } from './evaluate'
import { Lines } from './lines'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'

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
  /** Some of it is made by code that was not read, and may hold anything. */
  unread = false

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
// eslint-disable-next-line max-lines-per-function -- one walk that puts text together, with where each piece of it stands
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
    const opened = constant ? undefined : open(node)
    const declared = constant || opened ? undefined : sources.lookUp(node.getSourceFile().fileName, node.text)
    if (constant ?? opened) more((constant ?? opened)!)
    else if (declared?.is === 'text') into.add(declared.text, { file: declared.file, line: 1 })
    else {
      into.unread ||= !isDataOf(node)
      into.add(unknownValue, place)
    }
  } else {
    const value = evaluate(sources, node)
    const opened = value === undefined ? open(node) : undefined
    const made = value === undefined && !opened && ts.isCallExpression(node) ? madeBy(node) : []
    if (opened) more(opened)
    else if (made.length > 0) made.forEach(more)
    else {
      into.unread ||= value === undefined && !isData(node)
      into.add(typeof value === 'string' || typeof value === 'number' ? String(value) : unknownValue, place)
    }
  }
  return into
}

/**
 * Whether an expression that is not known holds data, such as a prop, and no markup or style of the code's
 * own.
 */
const isData = (node: ts.Expression): boolean =>
  ts.isPropertyAccessExpression(node) ||
  ts.isElementAccessExpression(node) ||
  ts.isPrefixUnaryExpression(node) ||
  ts.isBinaryExpression(node) ||
  ts.isArrowFunction(node) ||
  ts.isFunctionExpression(node) ||
  ts.isArrayLiteralExpression(node) ||
  ts.isObjectLiteralExpression(node)

/** Whether a name is what a function in place is handed, as `row` in `rows.map((row) => …)`. */
function isDataOf(name: ts.Identifier): boolean {
  const local = localDeclaration(name)
  return local !== undefined && (!ts.isParameter(local) || ts.isCallExpression(local.parent.parent))
}

/**
 * What a call puts together out of what it is given, where nothing is known of the function itself: what the
 * functions among its arguments return, and what the object it is called of is made of, as in
 * `rows.map((row) => …).join('')`. Tagged templates are markup of their own.
 */
function madeBy(call: ts.CallExpression): ts.Expression[] {
  const owner = ts.isPropertyAccessExpression(call.expression)
    ? unwrap(call.expression.expression)
    : undefined
  const inner = owner && (ts.isCallExpression(owner) || ts.isArrayLiteralExpression(owner)) ? [owner] : []
  const returned = call.arguments.flatMap((argument) => {
    const fn = unwrap(argument)
    const value = ts.isArrowFunction(fn) || ts.isFunctionExpression(fn) ? returnedBy(fn.body) : undefined
    return value && !ts.isTaggedTemplateExpression(unwrap(value)) ? [value] : []
  })
  return [...inner.filter((node) => !ts.isCallExpression(node) || madeBy(node).length > 0), ...returned]
}
