import ts from 'typescript'
import type { Place } from '../../contract/member'
import type { Problem } from '../../problem'

/** A source file as text. `path` is relative to the library's root, with forward slashes. */
export interface SourceText { path: string; text: string }

/** The declaration a name leads to, with the file it stands in. */
export type Declared =
  | { is: 'node'; node: ts.Declaration; file: string }
  | { is: 'text'; text: string; file: string }

/** What a stretch of code holds, each in the order it is written: gathered once a file, sliced for a declaration. */
export interface Gathered {
  calls: ts.CallExpression[]
  assignments: ts.BinaryExpression[]
  /** Uses of names that the file declares or imports at its top. */
  names: ts.Identifier[]
  classes: ts.ClassLikeDeclaration[]
  functions: ts.FunctionDeclaration[]
}

const scriptFile = /\.(?:[cm]?[jt]s|[jt]sx)$/

/**
 * The parsed files of a library and the names in them. Names are followed through imports and
 * re-exports inside the library; packages from outside are not opened.
 */
export class SourceSet {
  readonly scripts = new Map<string, ts.SourceFile>()
  readonly texts = new Map<string, string>()
  readonly problems: Problem[] = []
  private readonly gathered = new Map<ts.SourceFile, Gathered>()
  private readonly topNames = new Map<string, Map<string, ts.Declaration>>()

  constructor(files: SourceText[]) {
    for (const file of files) {
      this.texts.set(file.path, file.text)
      if (!scriptFile.test(file.path) || file.path.endsWith('.d.ts')) continue
      const parsed = ts.createSourceFile(file.path, file.text, ts.ScriptTarget.Latest, true)
      const [error] = (parsed as unknown as { parseDiagnostics: ts.DiagnosticWithLocation[] }).parseDiagnostics
      if (error) {
        this.problems.push({
          code: 'source-does-not-parse',
          what: `This file does not parse: ${ts.flattenDiagnosticMessageText(error.messageText, ' ')}`,
          where: { file: file.path, line: parsed.getLineAndCharacterOfPosition(error.start).line + 1 },
          todo: 'Mend the line and bring the file in again. What it offered before stays on the shelf meanwhile.',
        })
        continue
      }
      this.scripts.set(file.path, parsed)
    }
  }

  place(node: ts.Node, offset = node.getStart()): Place {
    const file = node.getSourceFile()
    return { file: file.fileName, line: file.getLineAndCharacterOfPosition(offset).line + 1 }
  }

  /** The library file a relative import leads to, or `undefined` for packages and files that are not there. */
  resolve(from: string, specifier: string): string | undefined {
    if (!specifier.startsWith('.')) return undefined
    const parts = from.split('/').slice(0, -1)
    for (const step of specifier.split('?')[0]!.split('/')) {
      if (step === '..') parts.pop()
      else if (step !== '.') parts.push(step)
    }
    const path = parts.join('/')
    const bare = path.replace(/\.([cm]?)js(x?)$/, '.$1ts$2')
    return [path, bare, `${path}.ts`, `${path}.tsx`, `${path}.js`, `${path}/index.ts`, `${path}/index.js`].find((one) => this.texts.has(one))
  }

  private namesOf(file: string): Map<string, ts.Declaration> {
    const known = this.topNames.get(file)
    if (known) return known
    const names = new Map<string, ts.Declaration>()
    this.topNames.set(file, names)
    for (const statement of this.scripts.get(file)?.statements ?? []) {
      if (ts.isVariableStatement(statement)) {
        for (const one of statement.declarationList.declarations) if (ts.isIdentifier(one.name)) names.set(one.name.text, one)
      } else if (ts.isImportDeclaration(statement) && statement.importClause) {
        const { name, namedBindings } = statement.importClause
        if (name) names.set(name.text, statement.importClause)
        if (namedBindings && ts.isNamedImports(namedBindings)) for (const one of namedBindings.elements) names.set(one.name.text, one)
      } else if (
        (ts.isClassDeclaration(statement) || ts.isFunctionDeclaration(statement) || ts.isTypeAliasDeclaration(statement) ||
          ts.isInterfaceDeclaration(statement) || ts.isEnumDeclaration(statement)) && statement.name
      ) {
        // a function's overloads and an interface's parts: the first that has a body, or the first
        if (!names.has(statement.name.text)) names.set(statement.name.text, statement)
      }
    }
    return names
  }

  /** The calls, assignments, names and classes inside a node. One walk a file serves every question about it. */
  gather(node: ts.Node): Gathered {
    const file = node.getSourceFile()
    let all = this.gathered.get(file)
    if (!all) {
      const top = this.namesOf(file.fileName)
      const into: Gathered = { calls: [], assignments: [], names: [], classes: [], functions: [] }
      walk(file, (one) => {
        switch (one.kind) {
          case ts.SyntaxKind.Identifier:
            if (top.has((one as ts.Identifier).text) && !(ts.isPropertyAccessExpression(one.parent) && one.parent.name === one)) into.names.push(one as ts.Identifier)
            return false
          case ts.SyntaxKind.CallExpression:
            into.calls.push(one as ts.CallExpression)
            return true
          case ts.SyntaxKind.BinaryExpression:
            if ((one as ts.BinaryExpression).operatorToken.kind === ts.SyntaxKind.EqualsToken) into.assignments.push(one as ts.BinaryExpression)
            return true
          case ts.SyntaxKind.ClassDeclaration:
          case ts.SyntaxKind.ClassExpression:
            into.classes.push(one as ts.ClassLikeDeclaration)
            return true
          case ts.SyntaxKind.FunctionDeclaration:
            into.functions.push(one as ts.FunctionDeclaration)
            return true
          default:
            // types say nothing about what the code does
            return !ts.isTypeNode(one) || one.kind === ts.SyntaxKind.ExpressionWithTypeArguments
        }
      })
      this.gathered.set(file, (all = into))
    }
    if (node === file) return all
    return {
      calls: inside(all.calls, node), assignments: inside(all.assignments, node), names: inside(all.names, node),
      classes: inside(all.classes, node), functions: inside(all.functions, node),
    }
  }

  /** What a top-level name of a file stands for, imports followed to the end. */
  lookUp(file: string, name: string, seen?: Set<string>): Declared | undefined {
    const node = this.namesOf(file).get(name)
    if (!node) return undefined
    if (!ts.isImportClause(node) && !ts.isImportSpecifier(node)) return { is: 'node', node, file }
    const statement = ts.isImportClause(node) ? node.parent : node.parent.parent.parent
    if (!ts.isImportDeclaration(statement) || !ts.isStringLiteral(statement.moduleSpecifier)) return undefined
    const target = this.resolve(file, statement.moduleSpecifier.text)
    if (!target) return undefined
    if (!this.scripts.has(target)) return { is: 'text', text: this.texts.get(target)!, file: target }
    return this.lookUpExport(target, ts.isImportClause(node) ? 'default' : (node.propertyName ?? node.name).text, seen ?? new Set())
  }

  /** What a file exports under a name, re-exports followed. `seen` ends rounds of files that export each other. */
  private lookUpExport(file: string, name: string, seen: Set<string>): Declared | undefined {
    const key = `${file}\0${name}`
    if (seen.has(key)) return undefined
    seen.add(key)
    const own = name === 'default' ? undefined : this.namesOf(file).get(name)
    if (own && !ts.isImportClause(own) && !ts.isImportSpecifier(own)) return { is: 'node', node: own, file }
    for (const statement of this.scripts.get(file)?.statements ?? []) {
      if (name === 'default') {
        if (ts.isExportAssignment(statement) && ts.isIdentifier(statement.expression)) return this.lookUp(file, statement.expression.text, seen)
        if (hasModifier(statement, ts.SyntaxKind.DefaultKeyword)) return { is: 'node', node: statement as unknown as ts.Declaration, file }
      }
      if (!ts.isExportDeclaration(statement)) continue
      const target = statement.moduleSpecifier && ts.isStringLiteral(statement.moduleSpecifier) ? this.resolve(file, statement.moduleSpecifier.text) : undefined
      if (statement.exportClause && ts.isNamedExports(statement.exportClause)) {
        const one = statement.exportClause.elements.find((element) => element.name.text === name)
        if (!one) continue
        const original = (one.propertyName ?? one.name).text
        return target ? this.lookUpExport(target, original, seen) : this.lookUp(file, original, seen)
      }
      if (!statement.exportClause && target) {
        const found = this.lookUpExport(target, name, seen)
        if (found) return found
      }
    }
    return undefined
  }
}

/** Those of a list, in order of writing, that lie inside a node. */
function inside<N extends ts.Node>(list: N[], node: ts.Node): N[] {
  let low = 0
  let high = list.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (list[middle]!.pos < node.pos) low = middle + 1
    else high = middle
  }
  const found: N[] = []
  for (let i = low; i < list.length && list[i]!.pos < node.end; i++) if (list[i]!.end <= node.end) found.push(list[i]!)
  return found
}

/** Walks a tree of nodes; `visit` returns `false` to leave a branch out. */
export function walk(node: ts.Node, visit: (node: ts.Node) => boolean | void): void {
  const step = (one: ts.Node): void => {
    if (visit(one) !== false) ts.forEachChild(one, step)
  }
  step(node)
}

export const unwrap = (node: ts.Expression): ts.Expression =>
  ts.isParenthesizedExpression(node) || ts.isAsExpression(node) || ts.isSatisfiesExpression(node) || ts.isNonNullExpression(node)
    ? unwrap(node.expression)
    : node

export const hasModifier = (node: ts.Node, ...kinds: ts.SyntaxKind[]): boolean =>
  ts.canHaveModifiers(node) && !!ts.getModifiers(node)?.some((m) => kinds.includes(m.kind))
