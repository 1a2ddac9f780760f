import ts from 'typescript'
import { languageFile } from '../../languages/files'
import { stylesIn, writtenText, blanked } from '../sheets-in'
import { Lines } from '../source/lines'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import { readSelected, type Selected } from './selected'

/** Sheets of their own, in CSS or a style language that nests as it does. */
export const isSheet = (path: string): boolean => /\.(css|scss|less|pcss|postcss)$/.test(path)

/** Whether a text of script may be a sheet of a shadow tree: of others code has its sheets in files. */
const maySelect = (text: string): boolean => /:host\b|<style[\s>]/i.test(text)

/** What the sheets in one file of the library select by. */
export const selectedIn = (sources: SourceSet, path: string): Selected[] =>
  sources.once(`selected ${path}`, [path], () => readFileSheets(sources, path))

function readFileSheets(sources: SourceSet, path: string): Selected[] {
  const text = sources.texts.get(path)
  if (text === undefined) return []
  const lines = new Lines(text)
  const read = (css: string, from: number): Selected[] =>
    readSelected(css, (offset) => ({ file: path, line: lines.before(from + offset) + 1 }))
  if (isSheet(path)) return read(text, 0)
  const own = languageFile(path)?.sheets(path, text) ?? []
  const script = sources.scripts.get(path)
  return [
    ...own.flatMap((sheet) => read(sheet.content, sheet.offset)),
    ...(script && maySelect(text) ? inScript(script) : []),
  ]
}

/** Sheets that stand as text in a script. */
function inScript(script: ts.SourceFile): Selected[] {
  const found: Selected[] = []
  const lines = new Lines(script.text)
  walk(script, (node) => {
    if (!ts.isStringLiteralLike(node) && !ts.isTemplateExpression(node)) return
    const text = writtenText(node)
    if (!maySelect(text)) return
    for (const { text: css, from } of stylesIn(text.replaceAll(blanked, ' ')))
      found.push(
        ...readSelected(css, (offset) => ({
          file: script.fileName,
          line: lines.before(node.getStart() + 1 + from + offset) + 1,
        })),
      )
  })
  return found
}

/** Every class that a sheet of the library selects by, with the rules that do. */
export class ClassIndex {
  private readonly byName = new Map<string, Selected[]>()

  private readonly written = new Map<string, boolean>()

  constructor(private readonly sources: SourceSet) {
    for (const path of sources.texts.keys()) {
      if (!isSheet(path) && !languageFile(path)) continue
      for (const selected of selectedIn(sources, path)) {
        if (selected.className === undefined) continue
        const same = this.byName.get(selected.className)
        if (same) same.push(selected)
        else this.byName.set(selected.className, [selected])
      }
    }
  }

  rulesOf(className: string): readonly Selected[] {
    return this.byName.get(className) ?? []
  }

  /** Whether code or markup of the library names a class whole. */
  isWritten(className: string): boolean {
    const known = this.written.get(className)
    if (known !== undefined) return known
    const isWritten = [...this.sources.texts].some(
      ([path, text]) => !isSheet(path) && text.includes(className),
    )
    this.written.set(className, isWritten)
    return isWritten
  }

  /** The rules of every class that ends, or begins and ends, as it is said. */
  *between(before: string | undefined, after: string | undefined): Iterable<[string, readonly Selected[]]> {
    for (const [name, rules] of this.byName)
      if (name.startsWith(before ?? '') && name.endsWith(after ?? '')) yield [name, rules]
  }
}
