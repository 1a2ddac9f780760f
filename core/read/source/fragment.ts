import ts from 'typescript'
import type { Place } from '../../contract/member'
import { constantOf } from './constants'
import { evaluate } from './evaluate'
import { Lines } from './lines'
import { unwrap, type SourceSet } from './source-set'

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
