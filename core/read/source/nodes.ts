import ts from 'typescript'

/** An expression without what only types or groups it. */
export const unwrap = (node: ts.Expression): ts.Expression =>
  ts.isParenthesizedExpression(node) ||
  ts.isAsExpression(node) ||
  ts.isSatisfiesExpression(node) ||
  ts.isNonNullExpression(node)
    ? unwrap(node.expression)
    : node

export const hasModifier = (node: ts.Node, ...kinds: ts.SyntaxKind[]): boolean =>
  ts.canHaveModifiers(node) && !!ts.getModifiers(node)?.some((modifier) => kinds.includes(modifier.kind))

/** Whether a file exports something else of its own under a name: `export { a as b }`. */
export const isExportedAs = (script: ts.SourceFile | undefined, name: string): boolean =>
  (script?.statements ?? []).some(
    (statement) =>
      ts.isExportDeclaration(statement) &&
      statement.exportClause !== undefined &&
      ts.isNamedExports(statement.exportClause) &&
      statement.exportClause.elements.some(
        ({ name: called, propertyName }) => called.text === name && propertyName !== undefined,
      ),
  )
