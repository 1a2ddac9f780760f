import ts from 'typescript'
import { walk } from '../read/source/walk'
import type { Names } from './wish'

// Source of a component that another is written after, taken apart by its syntax tree.

/** Whether code says a name by itself, and not as that of a member; spread counts. */
export const isNamed = (name: string, text: string): boolean =>
  new RegExp(`(?<![\\w$#])(?<!(?:^|[^.])\\.)${name.replaceAll('$', '\\$')}(?![\\w$])`, 'm').test(text)

const literalText = (node: ts.Node): string | undefined =>
  ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)
    ? node.text
    : ts.isTemplateExpression(node)
      ? node.head.text + node.templateSpans.map((templateSpan) => templateSpan.literal.text).join('')
      : undefined
export const isMarkup = (node: ts.Node): boolean => /<[a-z][\w-]*[\s>/]/.test(literalText(node) ?? '')
export const isLook = (node: ts.Node): boolean =>
  (ts.isTaggedTemplateExpression(node) && /css$/i.test(node.tag.getText())) ||
  (ts.isNoSubstitutionTemplateLiteral(node) && /\{[^{}]*:[^{}]*\}/.test(node.text) && !isMarkup(node))

/** Names that stand for looks: of sheets, and of modules that are called after styles. */
export const sheetImports = (script: ts.SourceFile): Set<string> =>
  new Set(
    script.statements.filter(ts.isImportDeclaration).flatMap(({ moduleSpecifier, importClause }) => {
      if (
        !ts.isStringLiteral(moduleSpecifier) ||
        !/\.css|[.\-/]styles?(\.[cm]?[jt]s)?$/i.test(moduleSpecifier.text) ||
        !importClause
      )
        return []
      const { name, namedBindings } = importClause
      return [
        ...(name ? [name.text] : []),
        ...(namedBindings && ts.isNamedImports(namedBindings)
          ? namedBindings.elements.map((element) => element.name.text)
          : []),
      ]
    }),
  )

/** Code with nothing in its markup and its looks. */
export function withoutMarkup(node: ts.Node): string {
  const from = node.getStart()
  const cuts: ts.Node[] = []
  walk(node, (node) => {
    const cut =
      isLook(node) && ts.isTaggedTemplateExpression(node)
        ? node.template
        : isMarkup(node) || isLook(node)
          ? node
          : undefined
    if (!cut) return true
    cuts.push(cut)
    return false
  })
  return cuts
    .reverse()
    .reduce(
      (text, cut) => `${text.slice(0, cut.getStart() - from)}''${text.slice(cut.end - from)}`,
      node.getText(),
    )
}

/** The class from its decorators to the brace, without what it says it implements. */
export function headerOf(script: ts.SourceFile, node: ts.ClassDeclaration): string {
  const from = node.getStart()
  const brace = script.text.lastIndexOf('{', node.members.pos)
  const clause = node.heritageClauses?.find(
    (heritageClause) => heritageClause.token === ts.SyntaxKind.ImplementsKeyword,
  )
  return clause
    ? `${script.text.slice(from, clause.pos)} ${script.text.slice(clause.end, brace + 1).trimStart()}`
    : script.text.slice(from, brace + 1)
}

/** The names a statement declares, taken apart ones too. */
export function bindingNames(statement: ts.VariableStatement): string[] {
  const names: string[] = []
  for (const declaration of statement.declarationList.declarations)
    walk(declaration.name, (node) => {
      if (ts.isIdentifier(node)) names.push(node.text)
    })
  return names
}

/** A getter and the setter under it. */
export const isPair = (a: ts.Node, b: ts.Node): boolean =>
  ts.isAccessor(a) && ts.isAccessor(b) && a.name.getText() === b.name.getText()

export const indentOf = (script: ts.SourceFile, node: ts.Node): string =>
  /[ \t]*$/.exec(script.text.slice(0, node.getStart()))![0]

/** An import as far as its names are used; of what is imported for its effect only looks stay. */
export function importOf(
  node: ts.ImportDeclaration,
  text: string,
  bare: string,
  names: Names,
): string | undefined {
  const specifier = (node.moduleSpecifier as ts.StringLiteral).text
  const renamed = specifier.replace(new RegExp(`(^|/)${bare}(?=[./]|$)`, 'g'), `$1${names.kebab}`)
  const tail = node
    .getSourceFile()
    .text.slice(node.moduleSpecifier.getStart(), node.end)
    .replace(specifier, renamed)
  const used = (name: string) => isNamed(name, text)
  const { importClause } = node
  if (!importClause) return /\.css/.test(specifier) ? `import ${tail}` : undefined
  const bindings = importClause.namedBindings
  if (bindings && ts.isNamespaceImport(bindings)) return used(bindings.name.text) ? node.getText() : undefined
  const own = importClause.name && used(importClause.name.text) ? importClause.name.text : undefined
  const named =
    bindings?.elements.filter((element) => used(element.name.text)).map((element) => element.getText()) ?? []
  if (!own && named.length === 0) return undefined
  const taken = [own, named.length ? `{ ${named.join(', ')} }` : undefined].filter(Boolean).join(', ')
  return `import ${importClause.isTypeOnly ? 'type ' : ''}${taken} from ${tail}`
}

/** Looks as they stand in a script, two steps in. */
export const looksIn = (css: string, indent: string): string =>
  `\n${css
    .split('\n')
    .map((text) => `${indent.repeat(2)}${text}`)
    .join('\n')}\n${indent}`

/**
 * Code with other texts in place of the markup and of the looks it holds, or `undefined` where it holds
 * another number of them than there are texts for; a first, empty text for looks says that there need be
 * none.
 */
export function withTexts(
  path: string,
  text: string,
  markups: readonly string[],
  sheets: readonly string[],
): string | undefined {
  const script = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true)
  const inner = (node: ts.Node): { from: number; to: number } => ({
    from: node.getStart() + 1,
    to: node.end - 1,
  })
  const found: { from: number; to: number; text: string }[] = []
  const looked: { from: number; to: number; text: string }[] = []
  walk(script, (node) => {
    if (isLook(node)) {
      looked.push({
        ...inner(ts.isTaggedTemplateExpression(node) ? node.template : node),
        text: sheets.at(-1) ?? '',
      })
      return false
    }
    if (!isMarkup(node)) return true
    const own = markups[found.length] ?? ''
    found.push({
      ...inner(node),
      text: ts.isStringLiteral(node) && node.getText().startsWith('"') ? own.replaceAll('"', "'") : own,
    })
    return false
  })
  if (found.length !== markups.length || looked.length > 1 || (looked.length === 0 && sheets[0] !== ''))
    return undefined
  return [...found, ...looked]
    .sort((a, b) => b.from - a.from)
    .reduce((now, entry) => now.slice(0, entry.from) + entry.text + now.slice(entry.to), text)
}
