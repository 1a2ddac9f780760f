import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import ts from 'typescript'
import type { Place } from '../contract/member'
import { languageFile } from '../languages/files'
import type { Written } from './places'
import { blanked, writtenText } from './sheets-in'
import { Lines } from './source/lines'
import { walk } from './source/walk'
import type { SourceText } from './source/source-text'
import { attributeOfProperty, namesIn, noteText, rulesIn } from './written-parts'

/**
 * Every element and every rule that stands in files of a component: markup and sheets in strings and
 * templates of script, JSX, files of languages that have their own, and style sheets. What an
 * interpolation fills in is left out of attributes.
 */
export function writtenIn(files: readonly SourceText[]): Written {
  const written: Written = { elements: [], rules: [], feeds: [], texts: [] }
  for (const file of files) {
    if (file.path.endsWith('.css')) rulesIn(file.text, file, 0, written)
    else if (languageFile(file.path)) languageFile(file.path)!.written(file, written)
    else if (/\.[cm]?[jt]sx?$/.test(file.path)) inScript(file, written)
  }
  return written
}

type Node = DefaultTreeAdapterMap['node']
/** Whether what stands in an element is read by nobody. */
const isUnread = (parent: Node | null): boolean =>
  parent !== null && (parent.nodeName === 'style' || parent.nodeName === 'script')

function markupIn(text: string, file: SourceText, offset: number, written: Written, lines: Lines): void {
  const visit = (node: Node): void => {
    const from = offset + (node.sourceCodeLocation?.startOffset ?? 0)
    if (node.nodeName === '#text' && 'value' in node && !isUnread(node.parentNode)) {
      const before = node.value.length - node.value.trimStart().length
      const place = { file: file.path, line: lines.before(from + before) + 1 }
      noteText(written, node.value.replaceAll(blanked, ' '), place)
    }
    if ('tagName' in node) {
      const place = { file: file.path, line: lines.before(from) + 1 }
      for (const { name, value } of node.attrs) noteText(written, value.replaceAll(blanked, ' '), place, name)
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
  const placeOf = (node: ts.Node) => ({ file: file.path, line: lines.before(node.getStart()) + 1 })
  walk(source, (node) => {
    const said = saidBy(node)
    if (said) noteText(written, said.text, placeOf(node), said.attribute)
    if (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) {
      const from = node.getStart() + 1
      const text = writtenText(node)
      if (/<[a-z]/i.test(text))
        markupIn(text, file, from, isForReaders(node) ? written : withoutTexts(written), lines)
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
    } else noteJsx(node, placeOf, written)
  })
}

/** Notes an element of JSX, what it says, and what stands in it. */
function noteJsx(node: ts.Node, placeOf: (node: ts.Node) => Place, written: Written): void {
  if (ts.isJsxText(node)) noteText(written, node.text, placeOf(node))
  else if (ts.isJsxAttribute(node) && node.initializer && ts.isStringLiteral(node.initializer))
    noteText(written, node.initializer.text, placeOf(node), node.name.getText())
  else if (ts.isJsxOpeningElement(node) || ts.isJsxSelfClosingElement(node)) {
    const tag = node.tagName.getText()
    if (!/^[a-z]/.test(tag)) return
    const attributes = node.attributes.properties.flatMap((property) =>
      ts.isJsxAttribute(property) && property.initializer && ts.isStringLiteral(property.initializer)
        ? [[nameInMarkup(property.name.getText()), property.initializer.text] as const]
        : [],
    )
    written.elements.push({ tag, attributes: Object.fromEntries(attributes), place: placeOf(node) })
  }
}
const nameInMarkup = (name: string): string => (name === 'className' ? 'class' : name)

/** The same to add to, but for texts. */
const withoutTexts = (written: Written): Written => ({ ...written, texts: [] })

/** Whether a text has an element that ends: `<x-page> must stand in a page` only names one. */
const hasElements = (text: string): boolean => /<\/|\/>|<(?:img|input|br|hr)\b/i.test(text)

/** Whether a text of script is markup that readers see: no sheet, no error, and nothing for the console. */
function isForReaders(node: ts.Node): boolean {
  if (!hasElements(node.getText())) return false
  for (let at = node; !ts.isSourceFile(at); at = at.parent) {
    if (ts.isThrowStatement(at)) return false
    if (ts.isTaggedTemplateExpression(at) && at.tag.getText() === 'css') return false
    if (ts.isNewExpression(at) && /(?:Error|Exception)$/.test(at.expression.getText())) return false
    if (ts.isCallExpression(at) && /^(?:window\.)?console\.\w+$/.test(at.expression.getText())) return false
    if (ts.isStatement(at)) return true
  }
  return true
}

/** Properties of an element that are its text. */
const textProperties = ['textContent', 'innerText']

/**
 * A text that a statement of script puts on an element: `x.textContent = 'Late'`, `x.setAttribute('title',
 * …)`.
 */
function saidBy(node: ts.Node): { text: string; attribute?: string } | undefined {
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.EqualsToken) {
    const text = textIn(node.right)
    if (text === undefined || !ts.isPropertyAccessExpression(node.left)) return undefined
    // a field of the component itself is no element
    if (node.left.expression.kind === ts.SyntaxKind.ThisKeyword) return undefined
    const name = node.left.name.text
    return textProperties.includes(name) ? { text } : { text, attribute: attributeOfProperty(name) }
  }
  if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression)) return undefined
  const [name, value] = node.arguments
  const text = value && textIn(value)
  return node.expression.name.text === 'setAttribute' &&
    name &&
    ts.isStringLiteralLike(name) &&
    text !== undefined
    ? { text, attribute: name.text }
    : undefined
}
const textIn = (node: ts.Node): string | undefined =>
  ts.isStringLiteralLike(node)
    ? node.text
    : ts.isTemplateExpression(node)
      ? writtenText(node).replaceAll(blanked, ' ')
      : undefined
