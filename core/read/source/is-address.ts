import ts from 'typescript'
import { walk } from './walk'

/** What takes the address of a picture or a face: attributes and properties (HTML, SVG) by their names. */
const taking =
  /^(src|srcset|srcSet|href|xlinkHref|poster|data|background|backgroundImage|image|icon|url|logo)$/

/**
 * Whether a script uses what it imports from a specifier as an address, as in `<img src={tide}>` or
 * `url(${tide})`; else it is the text that is wanted.
 */
export function isAddress(script: string, specifier: string): boolean {
  const file = ts.createSourceFile('importer.tsx', script, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX)
  const name = file.statements
    .filter(ts.isImportDeclaration)
    .find(({ moduleSpecifier }) => ts.isStringLiteral(moduleSpecifier) && moduleSpecifier.text === specifier)
    ?.importClause?.name?.text
  let found = false
  if (name !== undefined)
    walk(file, (node) => {
      if (ts.isIdentifier(node) && node.text === name && !ts.isImportClause(node.parent))
        found ||= isTaken(node)
      return !found
    })
  return found
}

function isTaken(use: ts.Identifier): boolean {
  const { parent } = use
  if (ts.isJsxExpression(parent) && ts.isJsxAttribute(parent.parent))
    return taking.test(parent.parent.name.getText())
  if (ts.isPropertyAssignment(parent)) return taking.test(parent.name.getText().replace(/['"]/g, ''))
  if (ts.isBinaryExpression(parent) && ts.isPropertyAccessExpression(parent.left))
    return parent.right === use && taking.test(parent.left.name.text)
  if (!ts.isTemplateSpan(parent)) return false
  const { head, templateSpans } = parent.parent
  const at = templateSpans.indexOf(parent)
  const before = at === 0 ? head.text : templateSpans[at - 1]!.literal.text
  return /(url\(|\b(src|href|poster)\s*=)\s*["']?$/.test(before)
}
