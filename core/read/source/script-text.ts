import ts from 'typescript'
import { languageFile } from '../../languages/files'
import type { SourceText } from './source-text'

const scriptFile = /\.(?:[cm]?[jt]s|[jt]sx)$/
/**
 * Which text of a file is script, and of which kind. In a file of a language of its own it is what stands in
 * its script blocks, on its own lines.
 */
export function scriptOf({ path, text }: SourceText): { text: string; kind?: ts.ScriptKind } | undefined {
  const language = languageFile(path)
  if (language) return language.script(path, text)
  // a library in plain JavaScript may write markup in it
  return scriptFile.test(path) && !/\.d\.[cm]?ts$/.test(path)
    ? { text, ...(path.endsWith('.js') ? { kind: ts.ScriptKind.JSX } : {}) }
    : undefined
}
