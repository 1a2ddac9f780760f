import ts from 'typescript'
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
