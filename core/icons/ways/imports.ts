import ts from 'typescript'
import { isAddress } from '../../read/source/is-address'
import { walk } from '../../read/source/walk'
import type { IconSource } from './way'

/** An import of a file: where it leads, and whether only the file’s address is taken. */
interface FileImport {
  from: string
  to: string
  line: number
  takesAddress: boolean
  /** It is fetched when it is wanted. */
  isFetched: boolean
}

const known = new WeakMap<IconSource, FileImport[]>()
/** Everything that scripts of a library import of it. */
export function importsOf(source: IconSource): FileImport[] {
  const before = known.get(source)
  if (before) return before
  const found = [...source.sources.scripts].flatMap(([from, script]) => importsIn(source, from, script))
  known.set(source, found)
  return found
}

function importsIn({ sources }: IconSource, from: string, script: ts.SourceFile): FileImport[] {
  const found: FileImport[] = []
  walk(script, (node) => {
    const specifier = specifierIn(node)
    const to = specifier && sources.resolve(from, specifier.text)
    if (!specifier || to === undefined) return
    found.push({
      from,
      to,
      line: sources.place(specifier).line,
      isFetched: ts.isCallExpression(node),
      takesAddress:
        /\.svg(\?|$)/i.test(specifier.text) &&
        (/\?url\b/.test(specifier.text) || isAddress(script.text, specifier.text)),
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
