import ts from 'typescript'
import type { IconUse } from '../glyph'
import { foldersOf, roleAt } from './folders'
import { importsOf } from './imports'
import { drawingIn, withLiterals, type DrawingLiteral } from './literals'
import type { IconSource, IconWay } from './way'

const known = new WeakMap<IconSource, Map<string, DrawingLiteral>>()
/** The scripts that hand on one drawing and nothing else, with its text. */
function modulesIn(source: IconSource): Map<string, DrawingLiteral> {
  const before = known.get(source)
  if (before) return before
  const found = new Map<string, DrawingLiteral>()
  for (const [path, script] of source.sources.scripts) {
    const literal = drawingOf(script)
    if (literal) found.set(path, literal)
  }
  known.set(source, found)
  return found
}

function drawingOf({ statements }: ts.SourceFile): DrawingLiteral | undefined {
  const drawings = statements.flatMap((statement) => {
    if (ts.isExportAssignment(statement)) return drawingIn(statement.expression) ?? []
    if (!ts.isVariableStatement(statement)) return []
    const { declarations } = statement.declarationList
    return declarations.flatMap(({ initializer }) => (initializer && drawingIn(initializer)) ?? [])
  })
  // a constant and its export are two statements
  return drawings.length === 1 && statements.length <= 2 ? drawings[0] : undefined
}

/** Scripts of a folder that hand on one drawing each. */
export const modules: IconWay = {
  way: 'modules',
  find: (source) => foldersOf([...modulesIn(source).keys()]).map((path) => ({ way: 'modules', path })),
  glyphs: ({ path: folder }, source) =>
    [...modulesIn(source)].flatMap(([path, literal]) => {
      const role = roleAt(folder, path)
      return role === undefined ? [] : [{ role, svg: literal.text.trim(), ...source.sources.place(literal) }]
    }),
  uses: ({ path: folder }, source) =>
    importsOf(source).flatMap(({ from, to, line, isFetched }): IconUse[] => {
      const role = modulesIn(source).has(to) ? roleAt(folder, to) : undefined
      return role === undefined ? [] : [{ role, file: from, line, isFetched }]
    }),
  swap: ({ path: folder }, source, drawings) =>
    source.files.flatMap((file) => {
      const literal = modulesIn(source).get(file.path)
      const role = literal && roleAt(folder, file.path)
      if (!literal || role === undefined || literal.getSourceFile().text !== file.text) return []
      const text = withLiterals(file.text, [{ literal, drawing: drawings.get(role) }])
      return text === file.text ? [] : [{ ...file, text }]
    }),
}
