import { tokenTypes } from 'css-tree/tokenizer'
import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import ts from 'typescript'
import { Tokens, walkSheet } from '../style/sheet'
import { selectorKey, type Written } from './places'
import { blanked, writtenText } from './sheets-in'
import { Lines } from './source/lines'
import { walk, type SourceText } from './source/source-set'
import { vueParts } from './source/vue-script'

/**
 * Every element and every rule that stands in files of a component: markup and sheets in strings and
 * templates of script, JSX, templates and styles of Vue components, and style sheets. What an
 * interpolation fills in is left out of attributes.
 */
export function writtenIn(files: readonly SourceText[]): Written {
  const written: Written = { elements: [], rules: [], feeds: [] }
  for (const file of files) {
    if (file.path.endsWith('.css')) rulesIn(file.text, file, 0, written)
    else if (file.path.endsWith('.vue')) inVue(file, written)
    else if (/\.[cm]?[jt]sx?$/.test(file.path)) inScript(file, written)
  }
  return written
}

function rulesIn(
  text: string,
  file: SourceText,
  offset: number,
  written: Written,
  lines = new Lines(file.text),
): void {
  const tokens = new Tokens(text)
  walkSheet(tokens, {
    rule: (prelude) => {
      written.rules.push({
        selector: selectorKey(tokens.slice(prelude)),
        place: { file: file.path, line: lines.before(offset + tokens.start(tokens.past(prelude.from))) + 1 },
      })
    },
    ruleEnd: () => undefined,
    declaration: () => undefined,
  })
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

/** Names that an expression is made from; of `this.level` and `props.level` it is `level`. */
function namesIn(expression: ts.Node): string[] {
  const names = new Set<string>()
  walk(expression, (node) => {
    if (ts.isPropertyAccessExpression(node)) {
      const base = node.expression
      if (
        base.kind === ts.SyntaxKind.ThisKeyword ||
        (ts.isIdentifier(base) && (base.text === 'props' || base.text === '$props'))
      )
        names.add(node.name.text)
      else return
      return false
    }
    if (
      ts.isIdentifier(node) &&
      !(ts.isPropertyAccessExpression(node.parent) && node.parent.name === node) &&
      node.text !== 'undefined'
    )
      names.add(node.text)
  })
  return [...names]
}
const expressionOf = (text: string): ts.Node =>
  ts.createSourceFile('expression.ts', `(${text})`, ts.ScriptTarget.Latest, true)

function inVue(file: SourceText, written: Written): void {
  const { descriptor } = vueParts(file.path, file.text)
  const visit = (node: unknown): void => {
    if (typeof node !== 'object' || node === null) return
    const { tag, props, children, branches, loc } = node as {
      tag?: string
      props?: { type: number; name: string; value?: { content: string } }[]
      children?: unknown[]
      branches?: unknown[]
      loc?: { start: { line: number } }
    }
    for (const prop of props ?? []) {
      const bound = prop as {
        type: number
        name: string
        exp?: { content?: string; loc?: { start: { line: number } } }
      }
      if (bound.type !== 7 || bound.name !== 'bind' || !bound.exp?.content?.includes('--')) continue
      walk(expressionOf(bound.exp.content), (node) => {
        if (
          ts.isPropertyAssignment(node) &&
          ts.isStringLiteralLike(node.name) &&
          node.name.text.startsWith('--')
        )
          written.feeds.push({
            property: node.name.text,
            names: namesIn(node.initializer),
            place: { file: file.path, line: bound.exp!.loc?.start.line ?? 1 },
          })
      })
    }
    if (tag && loc)
      written.elements.push({
        tag,
        attributes: Object.fromEntries(
          (props ?? [])
            .filter((prop) => prop.type === 6)
            .map((prop) => [prop.name, prop.value?.content ?? '']),
        ),
        place: { file: file.path, line: loc.start.line },
      })
    for (const child of [...(children ?? []), ...(branches ?? [])]) visit(child)
  }
  descriptor.template?.ast?.children.forEach(visit)
  const lines = new Lines(file.text)
  for (const style of descriptor.styles) {
    rulesIn(style.content, file, style.loc.start.offset, written)
    // Vue's `v-bind()` in CSS becomes a custom property with a made-up name
    const tokens = new Tokens(style.content)
    walkSheet(tokens, {
      rule: () => undefined,
      ruleEnd: () => undefined,
      declaration: (property, at, value) => {
        for (let i = value.from; i < value.to; i++) {
          if (tokens.type(i) !== tokenTypes.Function || tokens.name(i) !== 'v-bind') continue
          const inside = tokens.slice({ from: i + 1, to: tokens.closing(i, value.to) })
          written.feeds.push({
            property,
            names: namesIn(expressionOf(inside.replace(/^(["'])(.*)\1$/s, '$2'))),
            place: { file: file.path, line: lines.before(style.loc.start.offset + at) + 1 },
          })
        }
      },
    })
  }
}
