import ts from 'typescript'
import { declarationOf } from './declarations'
import type { SourceSet } from './source-set'
import { hasModifier, unwrap } from './nodes'

/** A declaration that a file hands on, with the name it has there and the name it is handed on by. */
export interface Exported {
  name: string
  exportName: string
  node: ts.Declaration
}

/** What a file exports of its own: what it only passes on is another file's. */
export function exportsOf(sources: SourceSet, file: string): Exported[] {
  const script = sources.scripts.get(file)
  const found: Exported[] = []
  const add = (name: string, exportName: string, node: ts.Declaration | undefined) => {
    if (node?.getSourceFile() === script) found.push({ name, exportName, node: node! })
  }
  for (const statement of script?.statements ?? []) {
    const isExported = hasModifier(statement, ts.SyntaxKind.ExportKeyword)
    if ((ts.isFunctionDeclaration(statement) || ts.isClassDeclaration(statement)) && isExported) {
      const name = statement.name?.text ?? ''
      add(name, hasModifier(statement, ts.SyntaxKind.DefaultKeyword) ? 'default' : name, statement)
    } else if (ts.isVariableStatement(statement) && isExported) {
      for (const declaration of statement.declarationList.declarations)
        if (ts.isIdentifier(declaration.name)) add(declaration.name.text, declaration.name.text, declaration)
    } else if (
      ts.isExportDeclaration(statement) &&
      !statement.moduleSpecifier &&
      !statement.isTypeOnly &&
      statement.exportClause &&
      ts.isNamedExports(statement.exportClause)
    ) {
      for (const { propertyName, name, isTypeOnly } of statement.exportClause.elements) {
        const local = (propertyName ?? name) as ts.Identifier
        if (!isTypeOnly) add(local.text, name.text, declarationOf(sources, local))
      }
    } else if (ts.isExportAssignment(statement) && !statement.isExportEquals) {
      const value = unwrap(statement.expression)
      if (ts.isIdentifier(value)) add(value.text, 'default', declarationOf(sources, value))
      else add('', 'default', statement)
    }
  }
  return found
}
