import ts from 'typescript'
import type { Place } from '../../contract/member'
import type { Problem } from '../../problem'
import { needsOf, touchedBy, type Needs } from './needs'
import { doesNotParse } from './reading'
import { isInPackage, Packages } from './packages'
import { gatheredIn, gatherFile, type Gathered } from './gathered'
import { Resolver } from './imports'
import { scriptOf } from './script-text'
import { topNamesOf } from './top-names'
import { hasModifier, isExportedAs } from './nodes'
import type { SourceText } from './source-text'

/** The declaration a name leads to, with the file it stands in. */
export type Declared =
  { is: 'node'; node: ts.Declaration; file: string } | { is: 'text'; text: string; file: string }

/**
 * Where files outside the library come from: the text under a path such as
 * `node_modules/vue/index.d.ts`, or `undefined`. It is asked for what is needed only.
 */
export type Outside = (path: string) => string | undefined

/**
 * The parsed files of a library and the names in them. Names are followed through imports and
 * re-exports, into installed packages too, whose scripts are opened when a name leads there.
 */
export class SourceSet {
  readonly scripts = new Map<string, ts.SourceFile>()
  readonly texts = new Map<string, string>()
  readonly problems: Problem[] = []
  private readonly packages: Packages
  private readonly broken = new Set<string>()
  private readonly gathered = new Map<ts.SourceFile, Gathered>()
  private readonly parts = new Map<ts.Node, Gathered>()
  private readonly topNames = new Map<string, Map<string, ts.Declaration>>()
  private readonly lookedUp = new Map<string, Map<string, Declared | undefined>>()
  private readonly resolver: Resolver
  private readonly needed = new Map<string, Needs>()
  private readonly found = new Map<string, unknown>()
  private readonly earlier: ReadonlyMap<string, unknown>
  /** The files whose reading may be another than before; all of them where nothing was read before. */
  readonly touched: ReadonlySet<string> | undefined
  /** Values of constants, worked out once. */
  readonly constants = new WeakMap<ts.Expression, { value: unknown }>()
  /** Lines at which a value is too large to be worked out, by file. */
  private readonly large = new Map<string, Set<number>>()

  /** Notes that a value is too large to be worked out. */
  tellTooLarge(node: ts.Node): void {
    const { file, line } = this.place(node)
    this.large.set(file, (this.large.get(file) ?? new Set()).add(line))
  }
  /** What was too large to be worked out while everything else was read. */
  get tooLarge(): Problem[] {
    return [...this.large].flatMap(([file, lines]) =>
      [...lines].slice(0, 20).map((line): Problem => ({
        code: 'value-too-large',
        what: 'This value is too large to be worked out; what depends on it is not known.',
        where: { file, line },
        todo: 'Write it out where a component needs it.',
      })),
    )
  }

  /**
   * With `parse` false only paths are known, for who wants to resolve imports and no more. With
   * `before`, the same library as it was read last, what did not change is taken over.
   */
  constructor(
    files: SourceText[],
    readonly outside: Outside = () => undefined,
    { parse = true, before }: { parse?: boolean; before?: SourceSet | undefined } = {},
  ) {
    this.packages = before?.packages ?? new Packages(outside)
    for (const file of files) {
      this.texts.set(file.path, file.text)
      const same = before?.texts.get(file.path) === file.text ? before.scripts.get(file.path) : undefined
      if (same) {
        this.scripts.set(file.path, same)
        continue
      }
      const parsed = parse ? this.parsed(file) : undefined
      if (!parsed) continue
      const [error] = (parsed as unknown as { parseDiagnostics: ts.DiagnosticWithLocation[] })
        .parseDiagnostics
      if (error) {
        this.broken.add(file.path)
        this.problems.push(
          doesNotParse(
            file.path,
            parsed.getLineAndCharacterOfPosition(error.start).line + 1,
            ts.flattenDiagnosticMessageText(error.messageText, ' '),
          ),
        )
        continue
      }
      this.scripts.set(file.path, parsed)
    }
    this.resolver = new Resolver(this.texts)
    this.touched = before && touchedBy(this, before)
    this.earlier = this.touched && before ? before.found : new Map()
    if (before && this.touched) this.takeOver(before, this.touched)
  }

  private takeOver(before: SourceSet, touched: ReadonlySet<string>): void {
    for (const [file, needs] of before.needed) if (!touched.has(file)) this.needed.set(file, needs)
    for (const [file, names] of before.lookedUp) if (!touched.has(file)) this.lookedUp.set(file, names)
    for (const [path, script] of this.scripts) {
      const names = before.topNames.get(path)
      const large = before.large.get(path)
      if (large && before.scripts.get(path) === script) this.large.set(path, large)
      if (before.scripts.get(path) !== script || !names) continue
      this.topNames.set(path, names)
      const gathered = before.gathered.get(script)
      if (gathered) this.gathered.set(script, gathered)
    }
  }

  /** Whether a file of the library holds script that does not parse. */
  isBroken(path: string): boolean {
    return this.broken.has(path)
  }

  /** What reading a file may look at in others. */
  needs(file: string): Needs {
    let needs = this.needed.get(file)
    if (!needs) this.needed.set(file, (needs = needsOf(this, file)))
    return needs
  }

  /**
   * What `read` finds, once in a reading, or what it found in an earlier reading where none of `files`, nor
   * anything they need, changed since. It must follow from these files alone, and nobody may change it.
   */
  once<T>(key: string, files: string[], read: () => T): T {
    if (this.found.has(key)) return this.found.get(key) as T
    const kept = this.touched && this.earlier.has(key) && !files.some((file) => this.touched!.has(file))
    const found = kept ? (this.earlier.get(key) as T) : read()
    this.found.set(key, found)
    return found
  }

  /**
   * A file's script as a tree. Source that is nested so deep that no tree can be made of it is a problem, as
   * source that does not parse is.
   */
  private parsed(file: SourceText): ts.SourceFile | undefined {
    try {
      const script = scriptOf(file)
      return script && ts.createSourceFile(file.path, script.text, ts.ScriptTarget.Latest, true, script.kind)
    } catch (error) {
      this.broken.add(file.path)
      this.problems.push(doesNotParse(file.path, 1, (error as Error).message))
      return undefined
    }
  }

  place(node: ts.Node, offset = node.getStart()): Place {
    const file = node.getSourceFile()
    return { file: file.fileName, line: file.getLineAndCharacterOfPosition(offset).line + 1 }
  }

  /** The script of a file of the library, or of an installed package. */
  script(path: string): ts.SourceFile | undefined {
    return this.scripts.get(path) ?? (isInPackage(path) ? this.packages.script(path) : undefined)
  }

  /** The file an import leads to, in the library or in an installed package. */
  moduleAt(from: string, specifier: string): string | undefined {
    return (
      (isInPackage(from) ? undefined : this.resolve(from, specifier)) ??
      this.packages.resolve(from, specifier.split('?')[0]!)
    )
  }

  /**
   * The library file an import leads to, aliases and the library's own package name included; `undefined` for
   * other packages and files that are not there.
   */
  resolve(from: string, specifier: string): string | undefined {
    return this.resolver.resolve(from, specifier)
  }

  private namesOf(file: string): Map<string, ts.Declaration> {
    let names = this.topNames.get(file)
    if (!names) this.topNames.set(file, (names = topNamesOf(this.script(file))))
    return names
  }

  /**
   * The calls, assignments, names and classes inside a node. One walk a file serves every question about it.
   */
  gather(node: ts.Node): Gathered {
    const file = node.getSourceFile()
    let all = this.gathered.get(file)
    if (!all) this.gathered.set(file, (all = gatherFile(file, this.namesOf(file.fileName))))
    if (node === file) return all
    let part = this.parts.get(node)
    if (!part) this.parts.set(node, (part = gatheredIn(all, node)))
    return part
  }

  /** What a top-level name of a file stands for, imports followed to the end. */
  lookUp(file: string, name: string, seen?: Set<string>): Declared | undefined {
    if (seen) return this.lookUpOnce(file, name, seen)
    let names = this.lookedUp.get(file)
    if (!names) this.lookedUp.set(file, (names = new Map<string, Declared | undefined>()))
    const known = names.get(name)
    if (known !== undefined || names.has(name)) return known
    const found = this.lookUpOnce(file, name)
    names.set(name, found)
    return found
  }

  private lookUpOnce(file: string, name: string, seen?: Set<string>): Declared | undefined {
    const node = this.namesOf(file).get(name)
    if (!node) return undefined
    if (ts.isNamespaceImport(node)) return undefined
    if (!ts.isImportClause(node) && !ts.isImportSpecifier(node)) return { is: 'node', node, file }
    const statement = ts.isImportClause(node) ? node.parent : node.parent.parent.parent
    if (!ts.isImportDeclaration(statement) || !ts.isStringLiteral(statement.moduleSpecifier)) return undefined
    const target = this.moduleAt(file, statement.moduleSpecifier.text)
    if (!target) return undefined
    if (!this.script(target)) {
      const text = this.texts.get(target)
      return text === undefined ? undefined : { is: 'text', text, file: target }
    }
    return this.lookUpExport(
      target,
      ts.isImportClause(node) ? 'default' : (node.propertyName ?? node.name).text,
      seen ?? new Set(),
    )
  }

  /** The import a top-level name of a file comes from: specifier and name, `*` for a whole module. */
  importOf(file: string, name: string): { from: string; name: string } | undefined {
    const node = this.namesOf(file).get(name)
    const statement = node && ts.findAncestor(node, ts.isImportDeclaration)
    if (!node || !statement || !ts.isStringLiteral(statement.moduleSpecifier)) return undefined
    const from = statement.moduleSpecifier.text
    return {
      from,
      name: ts.isImportSpecifier(node)
        ? (node.propertyName ?? node.name).text
        : ts.isNamespaceImport(node)
          ? '*'
          : 'default',
    }
  }

  /**
   * What a file exports under a name, re-exports followed. `seen` ends rounds of files that export each
   * other.
   */
  lookUpExport(file: string, name: string, seen: Set<string> = new Set()): Declared | undefined {
    const key = `${file}\0${name}`
    if (seen.has(key)) return undefined
    seen.add(key)
    const own = name === 'default' ? undefined : this.namesOf(file).get(name)
    const isOwn = own && !ts.isImportClause(own) && !ts.isImportSpecifier(own) && !ts.isNamespaceImport(own)
    // in code that was made small another name may be exported by the name of one that is not
    if (isOwn && !isExportedAs(this.script(file), name)) return { is: 'node', node: own, file }
    for (const statement of this.script(file)?.statements ?? []) {
      if (name === 'default') {
        if (ts.isExportAssignment(statement))
          return ts.isIdentifier(statement.expression)
            ? this.lookUp(file, statement.expression.text, seen)
            : { is: 'node', node: statement, file }
        if (hasModifier(statement, ts.SyntaxKind.DefaultKeyword))
          return { is: 'node', node: statement as unknown as ts.Declaration, file }
      }
      if (!ts.isExportDeclaration(statement)) continue
      const target =
        statement.moduleSpecifier && ts.isStringLiteral(statement.moduleSpecifier)
          ? this.moduleAt(file, statement.moduleSpecifier.text)
          : undefined
      if (statement.exportClause && ts.isNamedExports(statement.exportClause)) {
        const exportSpecifier = statement.exportClause.elements.find((element) => element.name.text === name)
        if (!exportSpecifier) continue
        const original = (exportSpecifier.propertyName ?? exportSpecifier.name).text
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
