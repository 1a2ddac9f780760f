import ts from 'typescript'

/** The declarations at the top of a file by their names, imports among them. */
export function topNamesOf(script: ts.SourceFile | undefined): Map<string, ts.Declaration> {
  const names = new Map<string, ts.Declaration>()
  for (const statement of script?.statements ?? []) {
    if (ts.isVariableStatement(statement)) {
      for (const declaration of statement.declarationList.declarations)
        if (ts.isIdentifier(declaration.name)) names.set(declaration.name.text, declaration)
        else for (const element of elementsOf(declaration.name)) names.set(element.name.getText(), element)
    } else if (ts.isImportDeclaration(statement) && statement.importClause) {
      const { name, namedBindings } = statement.importClause
      if (name) names.set(name.text, statement.importClause)
      if (namedBindings && ts.isNamedImports(namedBindings))
        for (const element of namedBindings.elements) names.set(element.name.text, element)
      else if (namedBindings) names.set(namedBindings.name.text, namedBindings)
    } else if (
      (ts.isClassDeclaration(statement) ||
        ts.isFunctionDeclaration(statement) ||
        ts.isTypeAliasDeclaration(statement) ||
        ts.isInterfaceDeclaration(statement) ||
        ts.isEnumDeclaration(statement)) &&
      statement.name
    ) {
      // a function's overloads and an interface's parts: the first that has a body, or the first
      if (!names.has(statement.name.text)) names.set(statement.name.text, statement)
    }
  }
  return names
}

/** The names that a pattern takes out of an object: `define` of `const { define } = makeRuntime()`. */
const elementsOf = (pattern: ts.BindingPattern): ts.BindingElement[] =>
  ts.isObjectBindingPattern(pattern)
    ? pattern.elements.filter((element) => ts.isIdentifier(element.name) && !element.dotDotDotToken)
    : []
