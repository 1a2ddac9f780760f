import ts from 'typescript'
import { declarationsBeside, withinBudget } from './declaration-files'
import { plainPath } from './paths'
import type { SourceSet } from './source-set'

/** Where the texts of the compiler's own libraries (`lib.dom.d.ts` …) are asked for. */
export const compilerLibrary = 'node_modules/typescript/lib'

const options: ts.CompilerOptions & { allowNonTsExtensions: boolean } = {
  target: ts.ScriptTarget.ES2022,
  module: ts.ModuleKind.ESNext,
  moduleResolution: ts.ModuleResolutionKind.Bundler,
  jsx: ts.JsxEmit.ReactJSX,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
  strict: true,
  noEmit: true,
  skipLibCheck: true,
  allowJs: true,
  types: [],
  allowNonTsExtensions: true,
  allowImportingTsExtensions: true,
  resolveJsonModule: true,
}

const extensionOf = (file: string): ts.Extension =>
  file.endsWith('.d.ts') ? ts.Extension.Dts : file.endsWith('.tsx') ? ts.Extension.Tsx : ts.Extension.Ts

/** Parsed declaration files from outside, by path and text: the compiler's own are large and never change. */
const declarations = new Map<string, { text: string; file: ts.SourceFile }>()

/**
 * A program of the compiler over a library's files and what it is built on. `missing` gets the specifiers of
 * imports
 * that lead nowhere, `left` are the declarations past what the compiler is given.
 */
// eslint-disable-next-line max-lines-per-function -- the host that the compiler asks, an object of short answers
export function makeProgram(
  sources: SourceSet,
  missing: Set<string>,
  oldProgram: ts.Program | undefined,
): { program: ts.Program; left: string[] } {
  const { taken, left } = withinBudget(sources)
  const beyond = new Set(left)
  // a file that does not parse is as good as not there: nothing follows what it needs, so nothing may be
  // taken from it
  const read = (path: string) =>
    sources.isBroken(path) || beyond.has(path)
      ? undefined
      : (sources.texts.get(path) ?? sources.outside(path))
  const resolving: ts.ModuleResolutionHost = {
    fileExists: (path) => read(plainPath(path)) !== undefined,
    readFile: (path) => read(plainPath(path)),
  }
  const cache = ts.createModuleResolutionCache('', (text) => text, options)
  const host: ts.CompilerHost = {
    getSourceFile: (path) => {
      const own = sources.scripts.get(plainPath(path))
      if (own) return own
      const text = read(plainPath(path))
      if (text === undefined) return undefined
      const known = declarations.get(path)
      if (known?.text === text) return known.file
      const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true)
      if (sources.texts.get(plainPath(path)) === undefined) declarations.set(path, { text, file })
      return file
    },
    getDefaultLibFileName: () => `${compilerLibrary}/lib.es2023.d.ts`,
    getDefaultLibLocation: () => compilerLibrary,
    getCurrentDirectory: () => '',
    getCanonicalFileName: (text) => text,
    useCaseSensitiveFileNames: () => true,
    getNewLine: () => '\n',
    writeFile: () => undefined,
    fileExists: resolving.fileExists,
    readFile: resolving.readFile,
    resolveModuleNameLiterals: (literals, from) =>
      literals.map((literal) => {
        const found = sources.resolve(plainPath(from), literal.text)
        const file = found === undefined ? undefined : (declarationsBeside(sources, found) ?? found)
        if (file !== undefined && !beyond.has(file) && (sources.scripts.has(file) || file.endsWith('.d.ts')))
          return {
            resolvedModule: {
              resolvedFileName: file,
              extension: extensionOf(file),
              isExternalLibraryImport: false,
            },
          }
        const outside = ts.resolveModuleName(literal.text, from, options, resolving, cache)
        if (!outside.resolvedModule) missing.add(literal.text)
        return outside
      }),
  }
  const program = ts.createProgram({
    // what a compiler wrote beside a component's own file says what types its script had
    // what compiled code is was declared beside it: the compiler need not work it out once more
    rootNames: [
      ...[...sources.scripts.keys()].filter((path) => !declarationsBeside(sources, path)),
      ...taken,
    ],
    options,
    host,
    ...(oldProgram ? { oldProgram } : {}),
  })
  return { program, left }
}
