import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import ts from 'typescript'
import { languageFile } from '../languages/files'
import { Lines } from './source/lines'
import type { SourceText } from './source/source-text'
import { walk } from './source/walk'

/** A file's script as the compiler has it, on its own lines; `undefined` where there is none. */
export function scriptIn(file: SourceText): ts.SourceFile | undefined {
  const language = languageFile(file.path)
  const script = language
    ? language.script(file.path, file.text)
    : /\.[cm]?[jt]sx?$/.test(file.path)
      ? { text: file.text, kind: /\.jsx?$/.test(file.path) ? ts.ScriptKind.JSX : undefined }
      : undefined
  return script && ts.createSourceFile(file.path, script.text, ts.ScriptTarget.Latest, true, script.kind)
}

/** What stands for what an interpolation fills in. */
export const blanked = '\u0001'

/**
 * The text of a string or template as it is written, without its quotes; what is filled in is blanked, at the
 * same length.
 */
export function writtenText(node: ts.StringLiteralLike | ts.TemplateExpression): string {
  const all = node.getSourceFile().text
  const from = node.getStart() + 1
  let text = all.slice(from, node.end - 1)
  if (ts.isTemplateExpression(node)) {
    for (const span of node.templateSpans) {
      const [start, end] = [span.expression.pos - 2 - from, span.literal.getStart() + 1 - from]
      text = text.slice(0, start) + blanked.repeat(Math.max(0, end - start)) + text.slice(end)
    }
  }
  return text
}

/** The sheets in a text: those of its style elements where it is markup, else all of it. */
export function stylesIn(text: string): { text: string; from: number }[] {
  if (!/<style[\s>]/i.test(text)) return [{ text, from: 0 }]
  const found: { text: string; from: number }[] = []
  const visit = (node: DefaultTreeAdapterMap['node']): void => {
    const inner = node.nodeName === 'style' && 'childNodes' in node ? node.childNodes[0] : undefined
    if (inner && 'value' in inner)
      found.push({ text: inner.value, from: inner.sourceCodeLocation?.startOffset ?? 0 })
    if ('content' in node) visit(node.content)
    if ('childNodes' in node) node.childNodes.forEach(visit)
  }
  visit(parseFragment(text, { sourceCodeLocationInfo: true }))
  return found
}

/**
 * A text of script that may be a sheet: `conditions` asks for at-rules of conditions, `rules` for any rule.
 */
const looksLike = {
  conditions: /@(?:supports|media|container)\b/i,
  rules: /[{][^{}]*:/,
}

/**
 * A sheet as it stands in a file; `line` is that of an offset in the sheet, counted from 1, `place` the
 * offset in the
 * file, where that is known.
 */
export interface SheetInFile {
  css: string
  line(offset: number): number
  place(offset: number): number | undefined
  /** It stands in a component's own file, and goes into the page as it is written. */
  isOpen?: boolean
}

/**
 * The style sheets that stand in a file: its own text, styles of a component's own file, strings and
 * templates of
 * script that may be one.
 */
export function sheetsIn(
  file: SourceText,
  script = scriptIn(file),
  wanted: keyof typeof looksLike = 'conditions',
): SheetInFile[] {
  const lines = new Lines(file.text)
  const at = (css: string, from: number) => ({
    css,
    line: (offset: number) => lines.before(from + offset) + 1,
    place: (offset: number) => from + offset,
  })
  const found: SheetInFile[] = file.path.endsWith('.css')
    ? [at(file.text, 0)]
    : (languageFile(file.path)?.sheets(file.path, file.text) ?? []).map((sheet) => ({
        ...at(sheet.content, sheet.offset),
        ...(sheet.isOpen ? { isOpen: true } : {}),
      }))
  if (script) {
    const places = new Lines(script.text)
    walk(script, (node) => {
      if (!ts.isStringLiteralLike(node) && !ts.isTemplateExpression(node)) return
      const css = writtenText(node).replaceAll(blanked, ' ')
      if (!looksLike[wanted].test(css)) return
      const begin = node.getStart() + 1
      for (const { text, from } of stylesIn(css))
        found.push({
          css: text,
          line: (offset) => places.before(begin + from + offset) + 1,
          // the script of a file of several languages may stand elsewhere in it
          place: (offset) => (script.text === file.text ? begin + from + offset : undefined),
        })
    })
  }
  return found
}
