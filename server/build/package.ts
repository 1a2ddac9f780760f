import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import ssri from 'ssri'
import { pack } from 'tar-stream'
import ts from 'typescript'
import { readFileSync, readdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Problem } from '~~/core/problem'
import type { Contract } from '~~/core/contract/contract'
import { isElement } from '~~/core/languages/languages'
import { sourceLanguage } from '~~/core/languages/sources'
import { withSaidValues } from '~~/core/variants/said-values'
import { classDeclarationOf } from '~~/core/release/declarations'
import { bareName } from '~~/core/release/manifest'
import { packageFiles, tagNameMap, type PackageFile, type PackageInput } from '~~/core/release/package'
import type { SourceText } from '~~/core/read/source/source-text'
import type { Sent } from '~~/core/release/sizes'
import { measure, sizeOf } from './measure'
import { packageModules, packageSheet } from './package-modules'
import { singleFiles } from './single-file'
import { sourceForm } from './source-form'

export interface Packed {
  tarball: Uint8Array
  integrity: string
  shasum: string
  unpackedSize: number
  files: ({ path: string } & Pick<Sent, 'size'> & Partial<Sent>)[]
  /** What it takes to send each component alone, by tag, with what it shares counted once; where that was asked. */
  weights: Record<string, Sent>
  manifest: object
  /** What single files the package has, or lacks, and why. */
  singleSays: string
  problems: Problem[]
}

/**
 * Modules, declarations and everything else of a package, packed. The same input gives the same bytes.
 * `dependencies`: the folder that the library's packages are installed in, for what goes into its single files.
 */
export async function buildPackage(
  files: SourceText[],
  input: Omit<PackageInput, 'built'>,
  { isMeasured = false, dependencies }: { isMeasured?: boolean; dependencies?: string | undefined } = {},
): Promise<Packed> {
  const { modules, imports, registering } = await packageModules(files, input)
  const declarations = packageDeclarations(files, input)
  const source = sourceForm(files, input.contracts, input.prefix)
  const sheet = await packageSheet(files, input.contracts, dependencies)
  const single = await singleFiles(files, { ...input, sheet }, dependencies)
  const all = packageFiles({
    ...input,
    registering,
    sheet,
    single: single.files,
    built: [...modules, ...declarations.files, ...source],
  })
  const tarball = await packTarball(all)
  return {
    tarball,
    integrity: ssri.fromData(Buffer.from(tarball), { algorithms: ['sha512'] }).toString(),
    shasum: createHash('sha1').update(tarball).digest('hex'),
    unpackedSize: all.reduce((sum, file) => sum + Buffer.byteLength(file.content), 0),
    ...(isMeasured ? measure(all, input, imports) : { files: all.map(sizeOf), weights: {} }),
    manifest: JSON.parse(
      String(all.find((packageFile) => packageFile.path === 'package.json')!.content),
    ) as Record<string, unknown>,
    singleSays: single.says,
    problems: declarations.problems,
  }
}

const libFolder = dirname(createRequire(import.meta.url).resolve('typescript'))
let libs: Map<string, string> | undefined

/** TypeScript's own declarations of the language and the DOM. */
function standardLibs(): Map<string, string> {
  return (libs ??= new Map(
    readdirSync(libFolder)
      .filter((text) => /^lib\..*d\.ts$/.test(text))
      .map((text) => [text, readFileSync(join(libFolder, text), 'utf8')]),
  ))
}

/**
 * Declarations by the TypeScript compiler, files in memory only. `dist/<component>.d.ts` and
 * `dist/index.d.ts` re-export what the sources declare, with the tag-name map beside them.
 */
// eslint-disable-next-line max-lines-per-function -- the files of one package, each put in its place
function packageDeclarations(
  files: SourceText[],
  { contracts, prefix, combinations, words }: Omit<PackageInput, 'built'>,
): { files: PackageFile[]; problems: Problem[] } {
  const said = (contract: Contract) => withSaidValues(contract, (key) => words(contract.tag, key))
  const texts = new Map(files.map((file) => [`/lib/${file.path}`, file.text]))
  const out: PackageFile[] = []
  const options: ts.CompilerOptions = {
    target: ts.ScriptTarget.ES2022,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    lib: ['lib.es2022.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
    declaration: true,
    emitDeclarationOnly: true,
    strict: true,
    skipLibCheck: true,
    rootDir: '/lib',
    outDir: '/types',
    allowImportingTsExtensions: true,
    allowJs: true,
    maxNodeModuleJsDepth: 0,
    rewriteRelativeImportExtensions: true,
    types: [],
  }
  const host: ts.CompilerHost = {
    getSourceFile(name, version) {
      const text = texts.get(name) ?? standardLibs().get(name.split('/').at(-1)!)
      return text === undefined ? undefined : ts.createSourceFile(name, text, version)
    },
    getDefaultLibFileName: () => '/std/lib.d.ts',
    getDefaultLibLocation: () => '/std',
    writeFile: (name, text) =>
      out.push({ path: `dist/types/${name.replace(/^\/types\//, '')}`, content: text }),
    getCurrentDirectory: () => '/lib',
    getCanonicalFileName: (name) => name,
    useCaseSensitiveFileNames: () => true,
    getNewLine: () => '\n',
    fileExists: (name) => texts.has(name) || (name.startsWith('/std/') && standardLibs().has(name.slice(5))),
    readFile: (name) => texts.get(name) ?? standardLibs().get(name.split('/').at(-1)!),
    directoryExists: () => true,
  }
  const ambient = [...texts.keys()].filter((key) => key.endsWith('.d.ts'))
  const program = ts.createProgram(
    [...contracts.filter(isElement).map((contract) => `/lib/${contract.files[0]}`), ...ambient],
    options,
    host,
  )
  const emitted = program.emit(undefined, undefined, undefined, true, {
    afterDeclarations: [endingsForConsumers],
  })
  // plain JavaScript declares what can be worked out; what cannot is declared from the contract instead
  const isScript = (name: string) => /\.[cm]?jsx?$/.test(name)
  const wrong = emitted.diagnostics.filter(
    (diagnostic) => diagnostic.category === ts.DiagnosticCategory.Error,
  )
  const problems: Problem[] = wrong
    .filter((diagnostic) => !diagnostic.file || !isScript(diagnostic.file.fileName))
    .map((diagnostic) => ({
      code: 'declarations',
      what: ts.flattenDiagnosticMessageText(diagnostic.messageText, ' '),
      ...(diagnostic.file && diagnostic.start !== undefined
        ? {
            where: {
              file: diagnostic.file.fileName.replace(/^\/lib\//, ''),
              line: diagnostic.file.getLineAndCharacterOfPosition(diagnostic.start).line + 1,
            },
          }
        : {}),
      todo: 'Write the type out where the compiler cannot name it.',
    }))
  // declarations that the library wrote itself go with it
  for (const path of ambient)
    replaceFile(out, { path: `dist/types/${path.slice('/lib/'.length)}`, content: texts.get(path)! })
  const failed = new Set(
    wrong.flatMap((diagnostic) =>
      diagnostic.file && isScript(diagnostic.file.fileName)
        ? [diagnostic.file.fileName.slice('/lib/'.length)]
        : [],
    ),
  )
  const declared = (file: string) => `dist/types/${file.replace(/\.([cm]?)[jt]sx?$/, '.d.$1ts')}`
  for (const contract of contracts.filter(isElement)) {
    const [file = ''] = contract.files
    const isWritten = texts.has(`/lib/${file.replace(/\.([cm]?)[jt]sx?$/, '.d.$1ts')}`)
    const isMade = out.some((packageFile) => packageFile.path === declared(file)) && !failed.has(file)
    if (!isWritten && !isMade)
      replaceFile(out, { path: declared(file), content: classDeclarationOf(said(contract)) })
  }
  const from = (file: string) => `./types/${file.replace(/\.([cm]?)[jt]sx?$/, '.$1js')}`
  const entries: PackageFile[] = contracts.map((contract) => ({
    path: `dist/${bareName(contract.tag, prefix)}.d.ts`,
    content: isElement(contract)
      ? [
          "import './tags.js'\n",
          `export * from '${from(contract.files[0]!)}'\n`,
          ...(contract.exportName === 'default'
            ? [`export { default } from '${from(contract.files[0]!)}'\n`]
            : []),
        ].join('')
      : (sourceLanguage(contract.language).declare?.(said(contract), combinations[contract.tag]) ?? ''),
  }))
  entries.push({
    path: 'dist/index.d.ts',
    content: [
      "import './tags.js'\n",
      ...contracts.map((contract) => {
        const own = isElement(contract) ? from(contract.files[0]!) : `./${bareName(contract.tag, prefix)}.js`
        return `export * from '${own}'\n`
      }),
    ].join(''),
  })
  entries.push({
    path: 'dist/tags.d.ts',
    content: tagNameMap(
      contracts.filter((contract) => contract.exported && isElement(contract)),
      prefix,
    ),
  })
  return { files: [...out, ...entries], problems }
}

const replaceFile = (files: PackageFile[], file: PackageFile): void => {
  const at = files.findIndex((known) => known.path === file.path)
  if (at < 0) files.push(file)
  else files[at] = file
}

/**
 * `./base.ts` in a declaration becomes `./base.js`, which every compiler resolves to the declaration beside
 * it.
 */
const endingsForConsumers: ts.TransformerFactory<ts.SourceFile | ts.Bundle> = (context) => (root) => {
  const visit = (node: ts.Node): ts.Node =>
    ts.isStringLiteral(node) &&
    /^\.{1,2}\/.*\.[cm]?tsx?$/.test(node.text) &&
    !/\.d\.[cm]?ts$/.test(node.text) &&
    (ts.isImportDeclaration(node.parent) ||
      ts.isExportDeclaration(node.parent) ||
      ts.isLiteralTypeNode(node.parent))
      ? context.factory.createStringLiteral(node.text.replace(/\.([cm]?)tsx?$/, '.$1js'), true)
      : ts.visitEachChild(node, visit, context)
  return ts.isSourceFile(root) ? (ts.visitNode(root, visit) as ts.SourceFile) : root
}

/** A gzipped tar as the registry protocol has it: everything under `package/`, times fixed. */
export async function packTarball(files: PackageFile[]): Promise<Uint8Array> {
  const tar = pack()
  const chunks: Buffer[] = []
  tar.on('data', (chunk) => chunks.push(chunk as Buffer))
  const ended = new Promise<void>((resolve, reject) => tar.on('end', resolve).on('error', reject))
  for (const file of files)
    tar.entry(
      { name: `package/${file.path}`, mtime: new Date(499162500000), mode: 0o644 },
      Buffer.from(file.content as Uint8Array),
    )
  tar.finalize()
  await ended
  return gzipSync(Buffer.concat(chunks), { level: 9 })
}
