import ts from 'typescript'
import type { Place } from '../contract/member'
import { Tokens, walkSheet } from '../style/sheet'
import { selectorKey, type Written } from './places'
import { Lines } from './source/lines'
import type { SourceText } from './source/source-text'
import { walk } from './source/walk'

/** Adds the rules of a sheet that begins at an offset of a file. */
export function rulesIn(
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

/** Names that an expression is made from; of `this.level` and `props.level` it is `level`. */
export function namesIn(expression: ts.Node): string[] {
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
/** An expression as a tree. */
export const expressionOf = (text: string): ts.Node =>
  ts.createSourceFile('expression.ts', `(${text})`, ts.ScriptTarget.Latest, true)

/** Attributes whose value somebody reads or is told (HTML, 3.2.6; WAI-ARIA 1.2, 6.6). */
const readAttributes = new Set([
  'title',
  'alt',
  'placeholder',
  'label',
  'aria-label',
  'aria-description',
  'aria-placeholder',
  'aria-roledescription',
  'aria-valuetext',
])
/** The attribute that a property of an element reflects (ARIA in HTML). */
export const attributeOfProperty = (name: string): string =>
  name.startsWith('aria') ? name.replace(/^aria(?=[A-Z])/, 'aria-').toLowerCase() : name

/** Notes a text that is words: three letters, or two words; units are shorter. */
export function noteText(written: Written, given: string, place: Place, attribute?: string): void {
  if (attribute !== undefined && !readAttributes.has(attribute)) return
  const text = given.replaceAll(/\s+/g, ' ').trim()
  if (/\p{L}{3}|\p{L}{2}\s+\p{L}{2}/u.test(text))
    written.texts.push({ text, place, ...(attribute ? { attribute } : {}) })
}
