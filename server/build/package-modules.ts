import { build } from 'esbuild'
import { isElement } from '~~/core/languages/languages'
import type { Contract } from '~~/core/contract/contract'
import { bareName } from '~~/core/release/manifest'
import type { PackageFile, PackageInput } from '~~/core/release/package'
import { sheetOfPackage } from '~~/core/release/sheet'
import type { SourceText } from '~~/core/read/source/source-text'
import { asBuilt, compiling } from './compiling'
import { librarySource, registrationOf } from './library-source'
import { wholeSheet } from './sheets'

interface PackageModules {
  modules: PackageFile[]
  /** The modules of the package that each of them loads, by their paths. */
  imports: ReadonlyMap<string, string[]>
  /** Those that register elements when they are loaded. */
  registering: string[]
}

/** One ES module a component and an index; what they share stands once, in `dist/shared/`. */
export async function packageModules(
  files: SourceText[],
  { contracts, prefix, library }: Omit<PackageInput, 'built'>,
): Promise<PackageModules> {
  const entries = entriesOf(contracts, prefix)
  const result = await build({
    ...compiling(files),
    entryPoints: entries.map((file) => file.path),
    splitting: true,
    format: 'esm',
    entryNames: '[name]',
    chunkNames: 'shared/[hash]',
    sourcemap: 'linked',
    metafile: true,
    sourcesContent: true,
    define: asBuilt,
    plugins: [
      librarySource([...files, ...entries], {
        contracts,
        external: new Set(Object.keys({ ...library.dependencies, ...library.peerDependencies })),
      }),
    ],
  })
  const placed = (path: string): string => `dist/${path.replace(/^\/?out\//, '')}`
  const outputs = Object.entries(result.metafile.outputs)
  const ofElements = new Set(
    contracts
      .filter(isElement)
      .flatMap(({ tag, files: [own], registeredIn }) => [
        `library:${own}`,
        `library:${registeredIn ?? own}`,
        `library:entry/${bareName(tag, prefix)}.ts`,
        `library:${indexEntry}`,
      ]),
  )
  return {
    modules: result.outputFiles.map(({ path, contents }) => ({ path: placed(path), content: contents })),
    imports: new Map(
      outputs.map(([path, { imports }]) => [
        placed(path),
        imports.filter(({ external }) => !external).map((imported) => placed(imported.path)),
      ]),
    ),
    registering: outputs.flatMap(([path, { inputs }]) =>
      path.endsWith('.js') && Object.keys(inputs).some((input) => ofElements.has(input))
        ? [placed(path)]
        : [],
    ),
  }
}

/** Where the entry of all components is, beside one of each. */
export const indexEntry = 'entry/index.ts'

/** Modules of ours that hand on the components of a library: each by itself, and all of them. */
export function entriesOf(contracts: readonly Contract[], prefix: string): SourceText[] {
  const entryOf = (contract: Contract, isOwn: boolean): string =>
    isElement(contract)
      ? elementEntry(contract, prefix, isOwn)
      : `export { ${contract.exportName ?? 'default'} as ${contract.tag} } from '../${contract.files[0]!}'\n`
  return [
    ...contracts.map((contract) => ({
      path: `entry/${bareName(contract.tag, prefix)}.ts`,
      text: entryOf(contract, true),
    })),
    { path: indexEntry, text: contracts.map((contract) => entryOf(contract, false)).join('') },
  ]
}

function elementEntry(contract: Contract, prefix: string, isOwn: boolean): string {
  const from = `from '../${contract.files[0]!}'\n`
  // one entry for all takes each from its own, where that registers it
  const isRegistered = contract.registeredIn !== undefined || contract.registeredBy !== undefined
  const loading = isRegistered ? `import './${bareName(contract.tag, prefix)}.ts'\n` : ''
  return [
    isOwn ? registrationOf(contract, '../') : loading,
    `export * ${from}`,
    ...(isOwn && contract.exportName === 'default' ? [`export { default } ${from}`] : []),
  ].join('')
}

/** The sheet that the library's consumers load beside its modules, whole; nothing where it has none. */
export async function packageSheet(
  files: SourceText[],
  contracts: readonly Contract[],
  dependencies: string | undefined,
): Promise<string | undefined> {
  const path = sheetOfPackage(contracts, files)
  if (path === undefined) return undefined
  const texts = new Map(files.map((file) => [file.path, file.text]))
  return wholeSheet(path, texts.get(path)!, (name) => texts.get(name), librarySource(files, { dependencies }))
}
