import ts from 'typescript'
import { unwrap } from '../../read/source/nodes'

/** A text of a script that holds a drawing. */
export type DrawingLiteral = ts.StringLiteral | ts.NoSubstitutionTemplateLiteral

/** The drawing that an expression is, as a text or a template with a tag; nothing where it is none. */
export function drawingIn(expression: ts.Expression): DrawingLiteral | undefined {
  const value = unwrap(expression)
  const literal = ts.isTaggedTemplateExpression(value) ? value.template : value
  return (ts.isStringLiteral(literal) || ts.isNoSubstitutionTemplateLiteral(literal)) &&
    /^\s*<svg[\s>][\s\S]*<\/svg>\s*$/i.test(literal.text)
    ? literal
    : undefined
}

/** A drawing as a literal of the same kind, on as many lines as that had. */
function literalFor(literal: DrawingLiteral, drawing: string): string {
  const written = literal.getText()
  const breaks = '\n'.repeat(written.split('\n').length - 1)
  const oneLine = drawing.replaceAll(/\s*\n\s*/g, ' ')
  if (written.startsWith('`'))
    return `\`${oneLine.replaceAll('\\', '\\\\').replaceAll('`', '\\`').replaceAll('${', '\\${')}${breaks}\``
  const quote = written[0]!
  return quote + oneLine.replaceAll('\\', '\\\\').replaceAll(quote, `\\${quote}`) + quote
}

/** A text with other drawings in place of some literals, by their order in it. */
export function withLiterals(
  text: string,
  replaced: readonly { literal: DrawingLiteral; drawing: string | undefined }[],
): string {
  let out = text
  for (const { literal, drawing } of replaced.toReversed())
    if (drawing !== undefined)
      out = out.slice(0, literal.getStart()) + literalFor(literal, drawing) + out.slice(literal.end)
  return out
}
