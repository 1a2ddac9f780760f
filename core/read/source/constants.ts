import ts from 'typescript'
import { parentOf } from './parents'
import type { SourceSet } from './source-set'

/** The initialiser of the constant an identifier names: local to a function, of its module, or imported. */
export function constantOf(sources: SourceSet, node: ts.Identifier): ts.Expression | undefined {
  const local = localDeclaration(node)
  if (local) return ts.isVariableDeclaration(local) ? local.initializer : undefined
  const found = sources.lookUp(node.getSourceFile().fileName, node.text)
  return found?.is === 'node' && ts.isVariableDeclaration(found.node) ? found.node.initializer : undefined
}

/** The variable or parameter inside an enclosing function that an identifier names. */
export function localDeclaration(
  node: ts.Identifier,
): ts.VariableDeclaration | ts.ParameterDeclaration | undefined {
  for (let at: ts.Node = node; parentOf(at) && !ts.isSourceFile(at); at = at.parent) {
    const scope = at.parent
    if (ts.isFunctionLike(scope)) {
      const parameter = scope.parameters.find(
        (parameter) => ts.isIdentifier(parameter.name) && parameter.name.text === node.text,
      )
      if (parameter) return parameter
    }
    if (ts.isBlock(scope)) {
      for (const statement of scope.statements) {
        if (!ts.isVariableStatement(statement)) continue
        const found = statement.declarationList.declarations.find(
          (declaration) => ts.isIdentifier(declaration.name) && declaration.name.text === node.text,
        )
        if (found && found !== at) return found
      }
    }
  }
  return undefined
}
