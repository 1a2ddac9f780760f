import ts from 'typescript'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { unwrap } from '../read/source/nodes'
import { isFunction, messageTables, type LanguageNode, type MessageTable } from './bundles'
import { madeUp } from './made-up'
import { madeUpLanguage, type Bundle } from './message'

/**
 * The files of a library in which constants of messages have one language more, the one that we make up of
 * their first; on the same lines. A file that is another than when it was read is left as it is.
 */
export function withMadeUp(
  sources: SourceSet,
  files: readonly SourceText[],
  bundles: readonly Pick<Bundle, 'path' | 'name'>[],
): SourceText[] {
  const tables = new Map<string, MessageTable[]>()
  const isOfMessages = ({ path, name }: MessageTable) =>
    bundles.some((bundle) => bundle.path === path && bundle.name === name)
  for (const table of messageTables(sources).filter(isOfMessages))
    tables.set(table.path, [...(tables.get(table.path) ?? []), table])
  return files.map((file) => {
    const here = tables.get(file.path)
    // the script of a file of several languages stands elsewhere in it
    if (!here || sources.script(file.path)?.text !== file.text) return file
    let { text } = file
    for (const { object, languages } of here.toReversed()) {
      const base = languages.find(({ tag }) => /^en\b/i.test(tag)) ?? languages[0]!
      const at = object.properties.at(-1)!.end
      const messages = madeUpObject(base)
      const keys = [madeUpLanguage, madeUpLanguage.split('-')[0]!]
      text = text.slice(0, at) + keys.map((key) => `, '${key}': ${messages}`).join('') + text.slice(at)
    }
    return { ...file, text }
  })
}

/** The messages of a language as one expression in the one that we make up. */
function madeUpObject({ object, value }: LanguageNode): string {
  const inner = unwrap(value)
  const name = ts.isIdentifier(inner) ? inner.text : undefined
  return objectText(object, name)
}

/** `from` is how the constant’s own file calls the object, where that stands in another. */
function objectText(object: ts.ObjectLiteralExpression, from: string | undefined): string {
  const entries = object.properties.flatMap((property) => {
    if (!property.name || ts.isComputedPropertyName(property.name)) return []
    const key = JSON.stringify(property.name.text)
    const there = from === undefined ? undefined : `${from}[${key}]`
    const value = ts.isPropertyAssignment(property) ? unwrap(property.initializer) : property
    const text = valueText(value, there)
    return text === undefined ? [] : [`${key}: ${text}`]
  })
  return `{ ${entries.join(', ')} }`
}

function valueText(value: ts.Node, there: string | undefined): string | undefined {
  if (ts.isStringLiteralLike(value)) return JSON.stringify(madeUp(value.text))
  if (ts.isObjectLiteralExpression(value)) return objectText(value, there)
  if (!isFunction(value)) return there
  const own = ts.isMethodDeclaration(value)
    ? `{ ${oneLine(value)} }[${JSON.stringify(value.name.getText())}]`
    : oneLine(value)
  return `((...given) => '⟦' + (${there ?? own})(...given) + ' ~~~~⟧')`
}

const printer = ts.createPrinter({ removeComments: true })
/** A function as text without line breaks between its tokens; those inside of templates are written out. */
const oneLine = (node: ts.Node): string =>
  printer.printNode(ts.EmitHint.Unspecified, node, node.getSourceFile()).replaceAll('\n', ' ')
