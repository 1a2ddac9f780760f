import ts from 'typescript'
import type { Contract } from '~~/core/contract/contract'
import { languageFile } from '~~/core/languages/files'
import { isComponentFile, languageOf } from '~~/core/languages/languages'
import { assetType } from '~~/core/read/source/assets'
import { libraryFiles } from '~~/core/read/source/library-files'
import type { SourceText } from '~~/core/read/source/source-text'
import { bareName } from '~~/core/release/manifest'
import type { PackageFile } from '~~/core/release/package'
import { sourceFolder, sourceIndex, sourceModule } from '~~/core/release/places'
import { bytesOf } from './assets'
import { isSheet } from './sheets'

/**
 * The source of a library whose components consumers compile themselves, in their own build: its files as
 * they are, scripts without types, and an index that hands on every component.
 */
export function sourceForm(
  files: readonly SourceText[],
  contracts: readonly Contract[],
  prefix: string,
): PackageFile[] {
  if (!contracts.some((contract) => languageOf(contract).sourceCondition)) return []
  const kept = libraryFiles([...files]).files.filter(
    ({ path }) =>
      (isComponentFile(path) || isSheet(path) || assetType(path) || /\.(svg|json)$/.test(path)) &&
      !path.endsWith('.d.ts') &&
      path !== 'package.json' &&
      path !== 'tsconfig.json',
  )
  const inSource = contracts.filter((contract) => languageOf(contract).sourceCondition)
  const lines = contracts.map((contract) =>
    inSource.includes(contract)
      ? handsOn(contract)
      : `export * from '../${bareName(contract.tag, prefix)}.js'\n`,
  )
  return [
    ...kept.map((file) => ({ path: `${sourceFolder}/${scriptName(file.path)}`, content: plainSource(file) })),
    ...kept.filter(({ path }) => /\.[cm]?tsx?$/.test(path)).map(declarationOf),
    ...inSource.map((contract) => ({ path: sourceModule(contract, prefix), content: handsOn(contract) })),
    { path: sourceIndex, content: lines.join('') },
  ]
}

const handsOn = (contract: Contract): string =>
  `export { ${contract.exportName ?? 'default'} as ${contract.tag} } from './${contract.files[0]!}'\n`

/** The types that a script loses in the package, for components whose own source names them. */
function declarationOf({ path, text }: SourceText): PackageFile {
  const { outputText } = ts.transpileDeclaration(text, {
    fileName: path,
    compilerOptions: { target: ts.ScriptTarget.ESNext, module: ts.ModuleKind.ESNext },
  })
  const declared = scriptName(path)
    .replace(/js$/, 'd.ts')
    .replace(/\.([cm])d\.ts$/, '.d.$1ts')
  return {
    path: `${sourceFolder}/${declared}`,
    content: renamed(outputText, outputText, path, ts.ScriptKind.TS),
  }
}

/** `pier.ts` becomes `pier.js`; files of a language keep their names. */
const scriptName = (path: string): string => path.replace(/\.([cm]?)tsx?$/, '.$1js')

function plainSource(file: SourceText): string | Uint8Array {
  if (assetType(file.path)) return bytesOf(file.text)
  const script = languageFile(file.path)?.script(file.path, file.text)
  // offsets of the script are those of the file, which is otherwise blank
  if (script) return renamed(file.text, script.text, file.path, script.kind)
  if (!/\.[cm]?tsx?$/.test(file.path)) return file.text
  const { outputText } = ts.transpileModule(file.text, {
    fileName: file.path,
    compilerOptions: {
      target: ts.ScriptTarget.ESNext,
      module: ts.ModuleKind.ESNext,
      jsx: ts.JsxEmit.Preserve,
    },
  })
  return renamed(outputText, outputText, file.path, ts.ScriptKind.JSX)
}

/** A text in which imports of scripts of the library name them as they are called in the package. */
function renamed(text: string, script: string, path: string, kind: ts.ScriptKind): string {
  const specifiers = ts
    .createSourceFile(path, script, ts.ScriptTarget.Latest, true, kind)
    .statements.flatMap((statement) =>
      (ts.isImportDeclaration(statement) || ts.isExportDeclaration(statement)) &&
      statement.moduleSpecifier &&
      ts.isStringLiteral(statement.moduleSpecifier) &&
      /^\.{1,2}\//.test(statement.moduleSpecifier.text)
        ? [statement.moduleSpecifier]
        : [],
    )
  return specifiers.reduceRight((all, specifier) => {
    const [from, to] = [specifier.getStart() + 1, specifier.end - 1]
    return all.slice(0, from) + scriptName(specifier.text) + all.slice(to)
  }, text)
}
