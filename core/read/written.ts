import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import ts from 'typescript'
import { languageFile } from '../languages/files'
import type { Written } from './places'
import { blanked, writtenText } from './sheets-in'
import { Lines } from './source/lines'
import { walk } from './source/walk'
import type { SourceText } from './source/source-text'
import { namesIn, rulesIn } from './written-parts'

/**
 * Every element and every rule that stands in files of a component: markup and sheets in strings and
 * templates of script, JSX, files of languages that have their own, and style sheets. What an
 * interpolation fills in is left out of attributes.
 */
export function writtenIn(files: readonly SourceText[]): Written {
  const written: Written = { elements: [], rules: [], feeds: [] }
  for (const file of files) {
    if (file.path.endsWith('.css')) rulesIn(file.text, file, 0, written)
    else if (languageFile(file.path)) languageFile(file.path)!.written(file, written)
    else if (/\.[cm]?[jt]sx?$/.test(file.path)) inScript(file, written)
  }
  return written
}

type Node = DefaultTreeAdapterMap['node']
function markupIn(text: string, file: SourceText, offset: number, written: Written, lines: Lines): void {
  const visit = (node: Node): void => {
    if ('tagName' in node) {
      const at = node.sourceCodeLocation?.startOffset
      if (at !== undefined)
        written.elements.push({
          tag: node.tagName,
          attributes: Object.fromEntries(
            node.attrs.filter((attr) => !attr.value.includes(blanked)).map((attr) => [attr.name, attr.value]),
          ),
          place: { file: file.path, line: lines.before(offset + at) + 1 },
        })
      const styles = node.tagName === 'style' ? node.childNodes[0] : undefined
      if (styles && 'value' in styles)
        rulesIn(
          styles.value,
          file,
          offset + (node.sourceCodeLocation?.startTag?.endOffset ?? 0),
          written,
          lines,
        )
    }
    if ('content' in node) visit(node.content)
    if ('childNodes' in node) node.childNodes.forEach(visit)
  }
  visit(parseFragment(text, { sourceCodeLocationInfo: true }))
}

function inScript(file: SourceText, written: Written): void {
  const source = ts.createSourceFile(
    file.path,
    file.text,
    ts.ScriptTarget.Latest,
    true,
    /\.jsx?$/.test(file.path) ? ts.ScriptKind.JSX : undefined,
  )
  const lines = new Lines(file.text)
  walk(source, (node) => {
    if (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) {
      const from = node.getStart() + 1
      const text = writtenText(node)
      if (/<[a-z]/i.test(text)) markupIn(text, file, from, written, lines)
      else if (text.includes('{') && text.includes(':'))
        rulesIn(text.replaceAll(blanked, ' '), file, from, written, lines)
    } else if (
      ts.isCallExpression(node) &&
      ts.isPropertyAccessExpression(node.expression) &&
      node.expression.name.text === 'setProperty'
    ) {
      const [name, value] = node.arguments
      if (name && value && ts.isStringLiteralLike(name) && name.text.startsWith('--'))
        written.feeds.push({
          property: name.text,
          names: namesIn(value),
          place: { file: file.path, line: lines.before(node.getStart()) + 1 },
        })
    } else if (
      ts.isPropertyAssignment(node) &&
      ts.isStringLiteralLike(node.name) &&
      node.name.text.startsWith('--')
    ) {
      written.feeds.push({
        property: node.name.text,
        names: namesIn(node.initializer),
        place: { file: file.path, line: lines.before(node.getStart()) + 1 },
      })
    } else if (ts.isJsxOpeningElement(node) || ts.isJsxSelfClosingElement(node)) {
      const tag = node.tagName.getText()
      if (/^[a-z]/.test(tag))
        written.elements.push({
          tag,
          attributes: Object.fromEntries(
            node.attributes.properties.flatMap((property) =>
              ts.isJsxAttribute(property) && property.initializer && ts.isStringLiteral(property.initializer)
                ? [
                    [
                      property.name.getText() === 'className' ? 'class' : property.name.getText(),
                      property.initializer.text,
                    ],
                  ]
                : [],
            ),
          ),
          place: { file: file.path, line: lines.before(node.getStart()) + 1 },
        })
    }
  })
}
