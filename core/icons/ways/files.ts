import ts from 'typescript'
import { stemOf } from '../sets'
import type { IconUse } from '../glyph'
import { isAddress } from '../../read/source/is-address'
import { walk } from '../../read/source/walk'
import type { IconSource, IconWay } from './way'

/** An import of an SVG file: where it leads, and whether only the file’s address is taken. */
interface SvgImport {
  from: string
  to: string
  line: number
  takesAddress: boolean
}

const known = new WeakMap<IconSource, SvgImport[]>()
function importsOf(source: IconSource): SvgImport[] {
  const before = known.get(source)
  if (before) return before
  const found = [...source.sources.scripts].flatMap(([from, script]) => importsIn(source, from, script))
  known.set(source, found)
  return found
}

function importsIn({ sources }: IconSource, from: string, script: ts.SourceFile): SvgImport[] {
  const found: SvgImport[] = []
  walk(script, (node) => {
    const specifier = specifierIn(node)
    if (!specifier || !/\.svg(\?.*)?$/i.test(specifier.text)) return
    const to = sources.resolve(from, specifier.text)
    if (to === undefined) return
    found.push({
      from,
      to,
      line: sources.place(specifier).line,
      takesAddress: /\?url\b/.test(specifier.text) || isAddress(script.text, specifier.text),
    })
  })
  return found
}

/** What an import, a re-export or `import()` names. */
function specifierIn(node: ts.Node): ts.StringLiteralLike | undefined {
  const named =
    ts.isImportDeclaration(node) || ts.isExportDeclaration(node)
      ? node.moduleSpecifier
      : ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.ImportKeyword
        ? node.arguments[0]
        : undefined
  return named && ts.isStringLiteralLike(named) ? named : undefined
}

const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1)
const isIn = (folder: string, path: string): boolean => folderOf(path) === folder && /\.svg$/i.test(path)

/** SVG files of a folder, each imported by whoever shows it. */
export const files: IconWay = {
  way: 'files',
  find: (source) =>
    [...new Set(importsOf(source).map(({ to }) => folderOf(to)))].map((path) => ({ way: 'files', path })),
  glyphs: ({ path }, source) =>
    source.files
      .filter((file) => isIn(path, file.path))
      .map((file) => ({ role: stemOf(file.path), svg: file.text, file: file.path, line: 1 })),
  uses: ({ path }, source) =>
    importsOf(source)
      .filter(({ to }) => isIn(path, to))
      .map(({ from, to, line }): IconUse => ({ role: stemOf(to), file: from, line })),
  swap: ({ path }, source, drawings) => {
    // whoever takes the address shows the file apart from the page, where no custom property of it reaches
    const apart = new Set(importsOf(source).flatMap(({ to, takesAddress }) => (takesAddress ? [to] : [])))
    return source.files.flatMap((file) => {
      const drawing =
        isIn(path, file.path) && !apart.has(file.path) ? drawings.get(stemOf(file.path)) : undefined
      return drawing === undefined || drawing === file.text ? [] : [{ ...file, text: drawing }]
    })
  },
}
