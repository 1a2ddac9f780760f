import type ts from 'typescript'
import { languageFile } from '../../languages/files'
import { parsed } from './expression'
import type { SourceSet } from './source-set'

/**
 * The expressions that stand in the markup of a file of a language of its own, each once and as a script of its own.
 */
export const expressionsIn = (sources: SourceSet, file: string): ts.SourceFile[] =>
  sources.once(`expressions ${file}`, [file], () => {
    const text = sources.texts.get(file)
    const written = text === undefined ? [] : (languageFile(file)?.expressions(file, text) ?? [])
    return [...new Set(written)].map((expression) => parsed(`(${expression})`))
  })
