import ts from 'typescript'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { unwrap } from '../read/source/nodes'
import { isLanguageTag } from './language-tags'
import { mostLanguages, mostMessages, type Bundle, type Message } from './message'
import { placeholdersIn } from './placeholders'

/** Languages, and messages that two of them share, at least: other objects have short keys too. */
const [leastLanguages, leastShared] = [2, 1]
/** How deep messages may be grouped. */
const mostDepth = 8

type Messages = Record<string, Message>
/** Where the messages of one language stand. */
export interface LanguageNode {
  tag: string
  /** The object they stand in, in the constant’s own file or another. */
  object: ts.ObjectLiteralExpression
  /** What the constant has for the language. */
  value: ts.Expression
}
/** A constant that holds messages by language. */
export interface MessageTable {
  path: string
  name: string
  object: ts.ObjectLiteralExpression
  languages: LanguageNode[]
}

/** The constants of a library that hold messages by language. */
export const messageTables = (sources: SourceSet): MessageTable[] =>
  [...sources.scripts].flatMap(([path, script]) =>
    script.statements.filter(ts.isVariableStatement).flatMap(({ declarationList }) =>
      declarationList.declarations.flatMap(({ name, initializer }) => {
        const object = initializer && objectIn(initializer)
        const languages = object ? languagesIn(sources, path, object) : []
        return ts.isIdentifier(name) && object && languages.length >= leastLanguages
          ? [{ path, name: name.text, object, languages }]
          : []
      }),
    ),
  )

function objectIn(expression: ts.Expression): ts.ObjectLiteralExpression | undefined {
  const inner = unwrap(expression)
  const given = ts.isCallExpression(inner) && inner.arguments[0] ? unwrap(inner.arguments[0]) : inner
  return ts.isObjectLiteralExpression(given) ? given : undefined
}

/** The languages of an object whose every key is one; none where something else is among them. */
function languagesIn(sources: SourceSet, path: string, object: ts.ObjectLiteralExpression): LanguageNode[] {
  const languages: LanguageNode[] = []
  for (const property of object.properties) {
    const name = property.name && !ts.isComputedPropertyName(property.name) ? property.name.text : ''
    if (!isLanguageTag(name)) return []
    const value = ts.isPropertyAssignment(property)
      ? property.initializer
      : ts.isShorthandPropertyAssignment(property)
        ? property.name
        : undefined
    const inner = value && messagesObject(sources, path, value)
    if (!value || !inner) return []
    languages.push({ tag: name, object: inner, value })
  }
  return languages
}

/** The object an expression is: written there, or what its name leads to, in a script or a file of data. */
function messagesObject(
  sources: SourceSet,
  path: string,
  expression: ts.Expression,
): ts.ObjectLiteralExpression | undefined {
  const inner = unwrap(expression)
  if (ts.isObjectLiteralExpression(inner)) return inner
  if (!ts.isIdentifier(inner)) return undefined
  const declared = sources.lookUp(path, inner.text)
  if (declared?.is === 'text') return dataObject(declared.file, declared.text)
  const { node } = declared ?? {}
  if (!node) return undefined
  if (ts.isVariableDeclaration(node)) return node.initializer && objectIn(node.initializer)
  return ts.isExportAssignment(node) ? objectIn(node.expression) : undefined
}

/** A file of data as an object; nothing where it holds something else. */
function dataObject(path: string, text: string): ts.ObjectLiteralExpression | undefined {
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.JSON)
  const [statement] = file.statements
  const { parseDiagnostics } = file as unknown as { parseDiagnostics: unknown[] }
  return parseDiagnostics.length === 0 && statement && ts.isExpressionStatement(statement)
    ? objectIn(statement.expression)
    : undefined
}

/** All messages of a library, by the constant or the files they stand in. */
export function bundlesIn(sources: SourceSet, files: readonly SourceText[]): Bundle[] {
  const tables = messageTables(sources)
  const ofTables = tables.map(({ path, name, languages }): Bundle => ({
    way: 'table',
    path,
    name,
    languages: languages
      .slice(0, mostLanguages)
      .map(({ tag, object }) => ({ tag, messages: messagesIn(object) })),
  }))
  const taken = new Set(
    tables.flatMap(({ languages }) => languages.map(({ object }) => object.getSourceFile().fileName)),
  )
  return [
    ...ofTables,
    ...filesByLanguage(
      sources,
      files.filter(({ path }) => !taken.has(path)),
    ),
  ].filter(isBundle)
}

/** Whether languages share messages: an object of two-letter names may be something else altogether. */
const isBundle = ({ languages }: Bundle): boolean => {
  const keys = languages.map(({ messages }) => Object.keys(messages))
  const [first = []] = keys
  return (
    languages.length >= leastLanguages &&
    keys.slice(1).some((others) => first.filter((key) => others.includes(key)).length >= leastShared)
  )
}

/** Files that are alike but for the language in their path. */
function filesByLanguage(sources: SourceSet, files: readonly SourceText[]): Bundle[] {
  const byPath = new Map<string, { tag: string; prefix: string; object: ts.ObjectLiteralExpression }[]>()
  for (const { path, text } of files) {
    const place = languageIn(path)
    const object = place && (path.endsWith('.json') ? dataObject(path, text) : exportedObject(sources, path))
    if (place && object) byPath.set(place.path, [...(byPath.get(place.path) ?? []), { ...place, object }])
  }
  return [...byPath].map(([path, found]) => ({
    way: 'files',
    path,
    languages: [...new Set(found.map(({ tag }) => tag))].slice(0, mostLanguages).map((tag) => ({
      tag,
      messages: Object.assign(
        {},
        ...found.filter((file) => file.tag === tag).map(({ object, prefix }) => messagesIn(object, prefix)),
      ) as Messages,
    })),
  }))
}

/** The language that a file is of by its path: its name, or a folder over it. */
function languageIn(path: string): { tag: string; path: string; prefix: string } | undefined {
  const [, stem, ending] = /^(.*)\.(json|[cm]?[jt]s)$/.exec(path) ?? []
  if (stem === undefined) return undefined
  const steps = stem.split('/')
  const name = steps.at(-1)!
  const folder = steps.at(-2)
  const above = (count: number, rest: string) => [...steps.slice(0, -count), rest].join('/')
  if (isLanguageTag(name)) return { tag: name, path: above(1, `*.${ending}`), prefix: '' }
  return folder !== undefined && isLanguageTag(folder)
    ? { tag: folder, path: above(2, '*/'), prefix: `${name}.` }
    : undefined
}

/** The object that a script hands on, by default or as the one constant it has. */
function exportedObject(sources: SourceSet, path: string): ts.ObjectLiteralExpression | undefined {
  const script = sources.script(path)
  if (!script) return undefined
  const byDefault = script.statements.find(ts.isExportAssignment)
  if (byDefault) return messagesObject(sources, path, byDefault.expression)
  const constants = script.statements
    .filter(ts.isVariableStatement)
    .flatMap(({ declarationList }) => [...declarationList.declarations])
  const [only] = constants
  return constants.length === 1 && only?.initializer ? objectIn(only.initializer) : undefined
}

/** The messages of one language by their keys, those of groups with a point between. */
function messagesIn(
  object: ts.ObjectLiteralExpression,
  prefix = '',
  into: Messages = {},
  depth = 0,
): Messages {
  for (const property of object.properties) {
    if (!property.name || ts.isComputedPropertyName(property.name)) continue
    const key = prefix + property.name.text
    const value = ts.isPropertyAssignment(property) ? unwrap(property.initializer) : property
    if (ts.isObjectLiteralExpression(value)) {
      if (depth < mostDepth) messagesIn(value, `${key}.`, into, depth + 1)
      continue
    }
    const said = saidBy(value)
    if (said && Object.keys(into).length < mostMessages) into[key] = { ...said, ...placeOf(property) }
  }
  return into
}

const placeOf = (node: ts.Node): { file: string; line: number } => {
  const file = node.getSourceFile()
  return { file: file.fileName, line: file.getLineAndCharacterOfPosition(node.getStart()).line + 1 }
}

/** The text that an expression says, and what is put into it: a text, a template, or a function of one. */
function saidBy(node: ts.Node): Pick<Message, 'text' | 'placeholders'> | undefined {
  if (ts.isStringLiteralLike(node)) return { text: node.text, placeholders: placeholdersIn(node.text) }
  if (ts.isTemplateExpression(node)) {
    const names = node.templateSpans.map(({ expression }) => expression.getText())
    const text =
      node.head.text + node.templateSpans.map(({ literal }, i) => `{${names[i]}}${literal.text}`).join('')
    return { text, placeholders: [...new Set(names)].sort() }
  }
  if (!isFunction(node) || !node.body) return undefined
  const answered = ts.isBlock(node.body)
    ? node.body.statements.find(ts.isReturnStatement)?.expression
    : node.body
  const said = answered && saidBy(unwrap(answered))
  const given = node.parameters.map(({ name }) => name.getText())
  return { text: said?.text ?? '', placeholders: said?.placeholders ?? given.sort() }
}

export const isFunction = (
  node: ts.Node,
): node is ts.ArrowFunction | ts.FunctionExpression | ts.MethodDeclaration =>
  ts.isArrowFunction(node) || ts.isFunctionExpression(node) || ts.isMethodDeclaration(node)
