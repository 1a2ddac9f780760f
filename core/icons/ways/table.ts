import ts from 'typescript'
import type { IconStore, IconUse } from '../glyph'
import { unwrap } from '../../read/source/nodes'
import { textsOf } from '../../read/source/texts'
import { walk } from '../../read/source/walk'
import { drawingIn, withLiterals, type DrawingLiteral } from './literals'
import type { IconSource, IconWay } from './way'

/** Glyphs that a constant holds at least to be taken for a table of them. */
const leastGlyphs = 2

/** One entry of a table: its role, and the literal that holds its drawing. */
interface Entry {
  role: string
  literal: DrawingLiteral
}
/** How deep drawings may be grouped, such as by weight. */
const mostDepth = 3

/** The constants of a script that hold drawings by name. */
function tablesIn(script: ts.SourceFile): { name: string; node: ts.VariableDeclaration; entries: Entry[] }[] {
  return script.statements.filter(ts.isVariableStatement).flatMap(({ declarationList }) =>
    declarationList.declarations.flatMap((node) => {
      const entries = node.initializer ? entriesIn(node.initializer) : []
      return ts.isIdentifier(node.name) && entries.length >= leastGlyphs
        ? [{ name: node.name.text, node, entries }]
        : []
    }),
  )
}

function entriesIn(expression: ts.Expression, prefix = '', depth = 0): Entry[] {
  const inner = unwrap(expression)
  // `Object.freeze({ … })` is what it is given
  const object = ts.isCallExpression(inner) && inner.arguments[0] ? unwrap(inner.arguments[0]) : inner
  if (!ts.isObjectLiteralExpression(object) || depth >= mostDepth) return []
  return object.properties.flatMap((property) => {
    if (!ts.isPropertyAssignment(property) || ts.isComputedPropertyName(property.name)) return []
    const role = prefix + property.name.text
    const literal = drawingIn(property.initializer)
    return literal ? [{ role, literal }] : entriesIn(property.initializer, `${role}.`, depth + 1)
  })
}

function tableOf({ path, name }: IconStore, { sources }: IconSource) {
  const script = sources.script(path)
  return script && tablesIn(script).find((table) => table.name === name)
}

/** A constant of a script that holds drawings by name, from which whoever shows one takes it. */
export const table: IconWay = {
  way: 'table',
  find: ({ sources }) =>
    [...sources.scripts].flatMap(([path, script]) =>
      tablesIn(script).map(({ name }) => ({ way: 'table', path, name })),
    ),
  glyphs: (store, source) =>
    (tableOf(store, source)?.entries ?? []).map(({ role, literal }) => ({
      role,
      svg: literal.text.trim(),
      ...source.sources.place(literal),
    })),
  uses: (store, source) => {
    const declaration = tableOf(store, source)?.node
    if (!declaration) return []
    return [...source.sources.scripts].flatMap(([path, script]) =>
      usesIn(source, path, script, declaration, store.name!),
    )
  },
  swap: (store, source, drawings) => {
    const script = source.sources.script(store.path)
    const file = source.files.find(({ path }) => path === store.path)
    // the script of a file of several languages stands elsewhere in it
    if (!script || !file || script.text !== file.text) return []
    const entries = tableOf(store, source)?.entries ?? []
    const text = withLiterals(
      file.text,
      entries.map(({ role, literal }) => ({ literal, drawing: drawings.get(role) })),
    )
    return text === file.text ? [] : [{ ...file, text }]
  },
}

/** What of a table a script takes, under whatever name it has it. */
function usesIn(
  { sources }: IconSource,
  path: string,
  script: ts.SourceFile,
  declaration: ts.VariableDeclaration,
  name: string,
): IconUse[] {
  const found: IconUse[] = []
  const isTable = (node: ts.Expression): boolean => {
    const inner = unwrap(node)
    if (!ts.isIdentifier(inner)) return false
    if (path === declaration.getSourceFile().fileName && inner.text === name) return true
    const declared = sources.lookUp(path, inner.text)
    return declared?.is === 'node' && declared.node === declaration
  }
  walk(script, (node) => {
    const at = { file: path, line: sources.place(node).line }
    if (isAccess(node) && !(isAccess(node.parent) && node.parent.expression === node)) {
      const path = rolesAlong(sources, node, isTable)
      if (path) found.push(...path.map((role) => ({ role, ...at })))
    } else if (ts.isVariableDeclaration(node) && node.initializer && isTable(node.initializer))
      found.push(...takenApart(node.name).map((role) => ({ role, ...at })))
  })
  return found
}

/** The names that are taken out of an object; all of it may be asked for where it gets another name. */
const takenApart = (name: ts.BindingName): (string | undefined)[] =>
  ts.isObjectBindingPattern(name)
    ? name.elements.map(({ propertyName, name: bound }) => {
        const key = propertyName ?? bound
        return ts.isIdentifier(key) || ts.isStringLiteral(key) ? key.text : undefined
      })
    : [undefined]

type Access = ts.PropertyAccessExpression | ts.ElementAccessExpression
const isAccess = (node: ts.Node): node is Access =>
  ts.isPropertyAccessExpression(node) || ts.isElementAccessExpression(node)

/**
 * The roles that a path from a table leads to; one that is not known where a step may be anything. `undefined`
 * where it is no path from a table.
 */
function rolesAlong(
  sources: IconSource['sources'],
  node: Access,
  isTable: (node: ts.Expression) => boolean,
): (string | undefined)[] | undefined {
  const steps: string[][] = []
  let at: ts.Expression = node
  while (isAccess(at)) {
    steps.unshift(
      ts.isPropertyAccessExpression(at) ? [at.name.text] : textsOf(sources, at.argumentExpression),
    )
    at = unwrap(at.expression)
  }
  if (!isTable(at)) return undefined
  if (steps.some((texts) => texts.length === 0)) return [undefined]
  return steps.reduce<string[]>(
    (paths, texts) => paths.flatMap((path) => texts.map((text) => (path ? `${path}.${text}` : text))),
    [''],
  )
}
