import type ts from 'typescript'
import type { Contract } from '../contract/contract'
import type { SourceText } from '../read/source/source-text'
import type { Written } from '../read/places'

/** A style sheet in a file, and the offset in the file at which it begins. */
export interface SheetInFile {
  content: string
  offset: number
  /**
   * It goes into the page as it is written: its names are not made over, nor kept to what the file renders.
   */
  isOpen?: boolean
}

/** A file of a language as a script that a browser's bundler takes. Types may still stand in it. */
export interface CompiledFile {
  code: string
  loader: 'ts' | 'tsx' | 'js'
  /** From the script to the file as it was written (source map, version 3). */
  map: object | undefined
}

/** What a compiler may ask for besides the file. */
export interface CompileHelp {
  /** Another file of the library or of what was installed for it. */
  read(path: string): string | undefined
  contract: Contract | undefined
  /**
   * CSS of styles that stand in the file, in the style language that is named, with what they import put in.
   * Throws a {@link CompileFailure}.
   */
  style(text: string, language: string): Promise<string>
}

/** Why a file cannot be compiled, and the line of it. */
export class CompileFailure extends Error {
  constructor(
    message: string,
    readonly line: number,
  ) {
    super(message)
  }
}

/** How the files that are of one language alone are taken apart and compiled. */
export interface LanguageFile {
  endings: readonly string[]
  /** The script as a module on its own lines, all else blank; `undefined` where there is none. */
  script(path: string, text: string): { text: string; kind: ts.ScriptKind } | undefined
  sheets(path: string, text: string): SheetInFile[]
  /** The expressions that stand in the markup. */
  expressions(path: string, text: string): string[]
  /** Adds the elements, the rules and what feeds custom properties to what is written. */
  written(file: SourceText, written: Written): void
  /** Throws a {@link CompileFailure} where the file cannot be compiled. */
  compile(path: string, text: string, help: CompileHelp): Promise<CompiledFile>
  /** Whether a plain script is one that its compiler has a say in, by its name; and how that is compiled. */
  isModule?(path: string): boolean
  compileModule?(path: string, text: string, help: CompileHelp): Promise<CompiledFile>
}
