import ts from 'typescript'
import { isComponentFile } from '../../languages/languages'
import type { Problem } from '../../problem'
import type { SourceSet } from './source-set'
import { walk } from './walk'

/**
 * What a file's reading may look at in other files of the library. `files` are read themselves, and
 * whatever they need in turn; of `passed` only the statements that hand a name on are looked at.
 */
export interface Needs {
  files: ReadonlySet<string>
  passed: ReadonlySet<string>
}

/** The needs of one file: where its imports lead, names followed to the file that declares them. */
export function needsOf(sources: SourceSet, file: string): Needs {
  const files = new Set<string>()
  const passed = new Set<string>()
  const script = sources.scripts.get(file)
  if (!script) return { files, passed }
  const whole = (specifier: ts.Node | undefined) => {
    const target =
      specifier && ts.isStringLiteralLike(specifier) ? sources.resolve(file, specifier.text) : undefined
    if (target !== undefined) files.add(target)
    return target
  }
  const named = (target: string, names: string[]) => {
    for (const name of names) {
      const seen = new Set<string>()
      const found = sources.lookUpExport(target, name, seen)
      for (const key of seen) passed.add(key.slice(0, key.indexOf('\0')))
      files.add(found ? found.file : target)
    }
  }
  for (const statement of script.statements) {
    if (ts.isExportDeclaration(statement)) whole(statement.moduleSpecifier)
    if (!ts.isImportDeclaration(statement)) continue
    const { importClause } = statement
    const bindings = importClause?.namedBindings
    const target = ts.isStringLiteralLike(statement.moduleSpecifier)
      ? sources.resolve(file, statement.moduleSpecifier.text)
      : undefined
    if (target === undefined) continue
    if (!importClause || (bindings && ts.isNamespaceImport(bindings)) || !sources.scripts.has(target))
      files.add(target)
    else
      named(target, [
        ...(importClause.name ? ['default'] : []),
        ...(bindings ? bindings.elements.map((element) => (element.propertyName ?? element.name).text) : []),
      ])
  }
  if (script.text.includes('import(')) {
    walk(script, (node) => {
      if (ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.ImportKeyword)
        whole(node.arguments[0])
      else if (ts.isImportTypeNode(node) && ts.isLiteralTypeNode(node.argument)) whole(node.argument.literal)
    })
  }
  return { files, passed }
}

/**
 * Imports of a file that name a file of the library that is not there; pictures and the like, which we do not
 * keep, aside.
 */
export function lostImports(sources: SourceSet, file: string): Problem[] {
  return (sources.scripts.get(file)?.statements ?? []).flatMap((statement) => {
    const specifier =
      (ts.isImportDeclaration(statement) || ts.isExportDeclaration(statement)) &&
      statement.moduleSpecifier &&
      ts.isStringLiteral(statement.moduleSpecifier)
        ? statement.moduleSpecifier.text
        : undefined
    const isTypeOnly =
      (ts.isImportDeclaration(statement) && statement.importClause?.isTypeOnly) ||
      (ts.isExportDeclaration(statement) && statement.isTypeOnly)
    if (
      !specifier?.startsWith('.') ||
      isTypeOnly ||
      !(/^[^?]*?(\/|\.css|\/[^./]+)$/.test(specifier) || isComponentFile(specifier)) ||
      sources.resolve(file, specifier) !== undefined
    )
      return []
    return [
      {
        code: 'import-not-found',
        what: `There is no file “${specifier}” beside it.`,
        where: sources.place(statement),
        todo: 'Bring that file in too, or mend the import: what comes from it is not known.',
      },
    ]
  })
}

/** Whether a file says something of names everywhere, not only in files that import it. */
export const speaksOfAll = (sources: SourceSet, file: string): boolean => {
  const text = sources.texts.get(file)
  if (text === undefined) return false
  if (/\.d\.[cm]?ts$/.test(file) || /^(package|tsconfig)\.json$/.test(file)) return true
  const script = sources.scripts.get(file)
  return script !== undefined && (!ts.isExternalModule(script) || /\bdeclare\s+(global|module)\b/.test(text))
}

/**
 * The files whose reading may be another than before: those that changed, and those that need one
 * of them. `undefined` where that may be every one.
 */
export function touchedBy(now: SourceSet, before: SourceSet): ReadonlySet<string> | undefined {
  const paths = new Set([...now.texts.keys(), ...before.texts.keys()])
  const changed = [...paths].filter((path) => now.texts.get(path) !== before.texts.get(path))
  if (changed.some((text) => speaksOfAll(now, text) || speaksOfAll(before, text))) return undefined
  const touched = new Set(changed)
  const samePaths = changed.every((text) => now.texts.has(text) && before.texts.has(text))
  const needs = new Map<string, Needs>()
  for (const file of now.texts.keys()) {
    const own = samePaths && !touched.has(file) ? before.needs(file) : now.needs(file)
    needs.set(file, own)
    // a file that came or went may be what an import meant or means
    if (!samePaths && !touched.has(file) && !sameNeeds(own, before.needs(file))) touched.add(file)
  }
  const neededBy = new Map<string, string[]>()
  for (const [file, own] of needs) {
    for (const text of own.files) neededBy.set(text, [...(neededBy.get(text) ?? []), file])
    for (const text of own.passed) if (changed.includes(text)) touched.add(file)
  }
  for (const text of touched) for (const file of neededBy.get(text) ?? []) touched.add(file)
  return touched
}

const sameSet = (a: ReadonlySet<string>, b: ReadonlySet<string>) =>
  a.size === b.size && [...a].every((text) => b.has(text))
const sameNeeds = (a: Needs, b: Needs) => sameSet(a.files, b.files) && sameSet(a.passed, b.passed)
