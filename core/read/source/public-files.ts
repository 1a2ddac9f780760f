import ts from 'typescript'
import { ownEndings } from '../../languages/languages'
import { packageEntries } from './public-names'
import type { Declared, SourceSet } from './source-set'
import { unwrap } from './nodes'

/** Files that are walked on the way from the entries of a package to what it hands on. */
const mostFiles = 5000

/**
 * What the package of a library calls its components that are files, by path: the name that whoever installs
 * it imports, with that of what it is a member of before it (`AvatarImage` of `Avatar.Image`). Empty where
 * the package says no entry that is there.
 */
export function publicFiles(sources: SourceSet): ReadonlyMap<string, string> {
  const walk = new Walk(sources)
  for (const file of packageEntries(sources)) walk.module(file, '')
  return walk.names
}

class Walk {
  readonly names = new Map<string, string>()
  private readonly seen = new Set<string>()

  constructor(private readonly sources: SourceSet) {}

  /** All that a module hands on, as members of `owner` where it has one. */
  module(file: string, owner: string): void {
    const way = `${owner} ${file}`
    if (this.seen.has(way) || this.seen.size >= mostFiles) return
    this.seen.add(way)
    for (const statement of this.sources.scripts.get(file)?.statements ?? [])
      if (ts.isExportDeclaration(statement) && !statement.isTypeOnly) this.handedOn(file, statement, owner)
      else if (ts.isVariableStatement(statement) && isExported(statement))
        for (const { name, initializer } of statement.declarationList.declarations)
          if (initializer) this.value(initializer, `${owner}${name.getText()}`)
  }

  private handedOn(
    file: string,
    { moduleSpecifier, exportClause }: ts.ExportDeclaration,
    owner: string,
  ): void {
    const target =
      moduleSpecifier && ts.isStringLiteral(moduleSpecifier)
        ? this.sources.resolve(file, moduleSpecifier.text)
        : undefined
    if (exportClause === undefined || ts.isNamespaceExport(exportClause)) {
      if (target !== undefined) this.module(target, `${owner}${exportClause?.name.text ?? ''}`)
      return
    }
    for (const { propertyName, name } of exportClause.elements) {
      const local = (propertyName ?? name).text
      const called = `${owner}${name.text === 'default' ? '' : name.text}`
      if (!moduleSpecifier) this.named(file, local, called)
      else if (target !== undefined && isComponentOf(target)) this.name(target, called)
      else if (target !== undefined) this.found(this.sources.lookUpExport(target, local), called)
    }
  }

  /** What a name of a module stands for: a component that it imports, or something it makes of some. */
  private named(file: string, local: string, called: string, depth = 0): void {
    const imported = this.sources.importOf(file, local)
    const target = imported && this.sources.resolve(file, imported.from)
    if (target !== undefined && isComponentOf(target)) this.name(target, called)
    else this.found(this.sources.lookUp(file, local), called, depth)
  }

  private found(declared: Declared | undefined, called: string, depth = 0): void {
    if (declared?.is === 'node' && ts.isVariableDeclaration(declared.node) && declared.node.initializer)
      this.value(declared.node.initializer, called, depth)
  }

  /** A component, an object of some, or a component with others as its properties. */
  private value(expression: ts.Expression, called: string, depth = 0): void {
    const node = unwrap(expression)
    // names may stand for one another, round and round
    if (depth > 6) return
    if (ts.isIdentifier(node)) this.named(node.getSourceFile().fileName, node.text, called, depth + 1)
    else if (ts.isObjectLiteralExpression(node)) {
      for (const property of node.properties)
        if (ts.isPropertyAssignment(property) || ts.isShorthandPropertyAssignment(property)) {
          const member = ts.isPropertyAssignment(property) ? property.initializer : property.name
          this.value(member, `${called}${property.name.getText()}`, depth + 1)
        }
    } else if (ts.isCallExpression(node) && node.expression.getText() === 'Object.assign')
      for (const argument of node.arguments) this.value(argument, called, depth + 1)
  }

  private name(path: string, called: string): void {
    if (called !== '' && !this.names.has(path)) this.names.set(path, called)
  }
}

const isComponentOf = (path: string): boolean => ownEndings.some((ending) => path.endsWith(`.${ending}`))

const isExported = (statement: ts.VariableStatement): boolean =>
  statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword) ?? false
