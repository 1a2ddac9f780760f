import ts from 'typescript'
import type { IconStore, IconUse } from '../glyph'
import { unwrap } from '../../read/source/nodes'
import type { SourceText } from '../../read/source/source-text'
import { textsOf } from '../../read/source/texts'
import { walk } from '../../read/source/walk'
import type { IconSource, IconWay } from './way'

/** Glyphs that a constant holds at least to be taken for a table of them. */
const leastGlyphs = 2

/** One entry of a table: its role, and the literal that holds its drawing. */
interface Entry {
  role: string
  literal: ts.StringLiteral | ts.NoSubstitutionTemplateLiteral
}

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

function entriesIn(expression: ts.Expression): Entry[] {
  const inner = unwrap(expression)
  // `Object.freeze({ … })` is what it is given
  const object = ts.isCallExpression(inner) && inner.arguments[0] ? unwrap(inner.arguments[0]) : inner
  if (!ts.isObjectLiteralExpression(object)) return []
  return object.properties.flatMap((property) => {
    if (!ts.isPropertyAssignment(property) || ts.isComputedPropertyName(property.name)) return []
    const value = unwrap(property.initializer)
    const literal = ts.isTaggedTemplateExpression(value) ? value.template : value
    const isDrawing =
      (ts.isStringLiteral(literal) || ts.isNoSubstitutionTemplateLiteral(literal)) &&
      /^\s*<svg[\s>][\s\S]*<\/svg>\s*$/i.test(literal.text)
    return isDrawing ? [{ role: property.name.text, literal: literal as Entry['literal'] }] : []
  })
}

function tableOf({ path, name }: IconStore, { sources }: IconSource) {
  const script = sources.script(path)
  return script && tablesIn(script).find((table) => table.name === name)
}

/** A drawing as a literal of the same kind, on as many lines as that had. */
function literalFor(literal: Entry['literal'], drawing: string): string {
  const written = literal.getText()
  const breaks = '\n'.repeat(written.split('\n').length - 1)
  const oneLine = drawing.replaceAll(/\s*\n\s*/g, ' ')
  if (written.startsWith('`'))
    return `\`${oneLine.replaceAll('\\', '\\\\').replaceAll('`', '\\`').replaceAll('${', '\\${')}${breaks}\``
  const quote = written[0]!
  return quote + oneLine.replaceAll('\\', '\\\\').replaceAll(quote, `\\${quote}`) + quote
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
    let { text } = file
    for (const { role, literal } of (tableOf(store, source)?.entries ?? []).toReversed()) {
      const drawing = drawings.get(role)
      if (drawing !== undefined)
        text = text.slice(0, literal.getStart()) + literalFor(literal, drawing) + text.slice(literal.end)
    }
    return text === file.text ? [] : [{ ...file, text } satisfies SourceText]
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
    const at = () => ({ file: path, line: sources.place(node).line })
    if (ts.isPropertyAccessExpression(node) && isTable(node.expression))
      found.push({ role: node.name.text, ...at() })
    else if (ts.isElementAccessExpression(node) && isTable(node.expression)) {
      const roles = textsOf(sources, node.argumentExpression)
      found.push(...(roles.length ? roles : [undefined]).map((role) => ({ role, ...at() })))
    } else if (ts.isVariableDeclaration(node) && node.initializer && isTable(node.initializer))
      found.push(...takenApart(node.name).map((role) => ({ role, ...at() })))
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
