import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { originalPositionFor, TraceMap, type EncodedSourceMap } from '@jridgewell/trace-mapping'
import type { OnLoadResult, OnResolveArgs, OnResolveResult, Plugin } from 'esbuild'
import { membersOf, type Contract } from '~~/core/contract/contract'
import { namesInCode } from '~~/core/evidence/code-names'
import type { LanguageFile } from '~~/core/languages/file'
import { languageFile, scriptCompiler } from '~~/core/languages/files'
import { isElement, languageOf } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { SourceSet } from '~~/core/read/source/source-set'
import { assetType } from '~~/core/read/source/assets'
import { withPieces } from '~~/core/read/source/pieces'
import { packageIn } from '~~/core/read/source/packages'
import type { SourceText } from '~~/core/read/source/source-text'
import { bytesOf } from './assets'
import { withBundlerCalls } from './bundler-calls'
import {
  failureIn,
  isPlain,
  isScript,
  leftToConsumer,
  loaderOf,
  mapComment,
  notInstalled,
  packageOf,
  specifierOf,
  suffixFor,
} from './importing'
import { endingOf, sheetEntry, sheetModule, type SheetWay, sheetWays, wholeSheet } from './sheets'

export interface Sourcing {
  /**
   * The folder with `node_modules` in which the library's packages were installed; without it nothing outside
   * the library is read.
   */
  dependencies?: string | undefined
  contracts?: Contract[]
  /**
   * The sheet that consumers load beside the scripts, which components that are no elements are looked at in.
   */
  beside?: string | undefined
  /** Packages a consumer installs beside the library, and that are not put into its modules. */
  external?: ReadonlySet<string>
  /** Packages that stay outside whoever asks for them, while others are put in. */
  peers?: ReadonlySet<string>
  /** Files that were found not to compile: built around. */
  broken?: Broken
  /** Whether scripts of the library tell which pieces of them ran. */
  tellsPieces?: boolean
  /** Where lines of compiled files come from; filled while building. */
  maps?: Map<string, TraceMap>
}
export type Broken = Map<string, Problem[]>

/** Adapters: source of ours, built with the library's own runtime. */
const adapterFolder = () => join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), 'frame', 'adapters')
const ours = 'kept-shelf:adapter/'
export const entryOfComponent = 'kept-shelf:component/'

/**
 * Serves esbuild the library’s files from memory. Packages come from the folder they were installed in, and
 * from nowhere else.
 */
// eslint-disable-next-line max-lines-per-function -- a plugin: hooks that share the files of one build
export function librarySource(
  files: SourceText[],
  {
    dependencies,
    contracts = [],
    beside,
    external,
    peers = new Set(),
    broken = new Map(),
    tellsPieces = false,
    maps = new Map(),
  }: Sourcing = {},
): Plugin {
  const texts = new Map(files.map((file) => [file.path, file.text]))
  const paths = new Set(texts.keys())
  const configs = new Set(['package.json', 'tsconfig.json'])
  const names = new SourceSet(
    files.map((file) => ({ path: file.path, text: configs.has(file.path) ? file.text : '' })),
    undefined,
    { parse: false },
  )
  const byFile = new Map(contracts.map((contract) => [contract.files[0]!, contract]))
  const byTag = new Map(contracts.map((contract) => [contract.tag, contract]))
  /** What members are called in code, where it is told which pieces of it ran. */
  const inCode = new Set(tellsPieces ? contracts.flatMap(namesInCode) : [])
  const read = (path: string) =>
    texts.get(path) ??
    (dependencies && /(^|\/)node_modules\//.test(path) ? textAt(join(dependencies, path)) : undefined)
  /** The text of a file that imports; an entry of ours takes no name of what it imports for its looks. */
  const importerOf = ({ importer, namespace }: OnResolveArgs): string => {
    if (importer.startsWith(entryOfComponent)) return `import ${JSON.stringify(`./${beside}`)}`
    return (namespace === 'library' ? texts.get(importer) : textAt(importer)) ?? ''
  }
  const suffixOf = (path: string, args: OnResolveArgs): string =>
    suffixFor(path, args, () => importerOf(args))

  const plugin: Plugin = {
    name: 'library',
    // eslint-disable-next-line max-lines-per-function -- the hooks, which share how a file is found
    setup(build) {
      /** Finds a file of a package as esbuild does, from the folder of the file that names it. */
      const inPackage = async (args: OnResolveArgs, folder: string): Promise<OnResolveResult | undefined> => {
        const { path, errors, sideEffects } = await build.resolve(args.path.replace(/\?.*$/, ''), {
          resolveDir: folder,
          kind: args.kind === 'url-token' ? 'import-statement' : args.kind,
          pluginData: 'outside',
        })
        if (errors.length || !path.startsWith(`${dependencies}/`)) return undefined
        return { path, namespace: 'file', sideEffects, suffix: suffixOf(path, args) }
      }
      build.onResolve({ filter: /.*/ }, async (args) => {
        if (args.pluginData === 'outside') return undefined
        if (args.kind === 'entry-point') return { path: args.path, namespace: 'library' }
        if (args.path.startsWith(entryOfComponent)) return { path: args.path, namespace: 'library' }
        if (peers.has(packageOf(args.path))) return { path: args.path, external: true }
        if (/^(data|https?):|^#./.test(args.path) && /^(url-token|import-rule)$/.test(args.kind))
          return { path: args.path, external: true }
        if (args.path.startsWith(ours)) return { path: args.path.slice(ours.length), namespace: 'adapter' }
        if (args.namespace === 'adapter' && args.path.startsWith('./'))
          return { path: args.path.slice(2), namespace: 'adapter' }
        // inside an installed package esbuild finds its own way, but for what it would not load as we do
        if (args.namespace === 'file')
          return isPlain(args.path) ? undefined : inPackage(args, args.resolveDir)
        const importer = args.importer.replace(sheetEntry, '')
        const path =
          args.namespace === 'library'
            ? names.resolve(importer.startsWith(entryOfComponent) ? 'entry' : importer, specifierOf(args))
            : undefined
        if (path) return { path, namespace: 'library', suffix: suffixOf(path, args) }
        // a picture or a face that is not there costs a component no more than that picture
        if (args.kind === 'url-token')
          return (
            (dependencies && (await inPackage(args, dependencies))) || { path: args.path, external: true }
          )
        if (args.path.startsWith('.'))
          return { errors: [{ text: `There is no file “${args.path}” beside it` }] }
        if (external) return leftToConsumer(args.path, external)
        const isOfPackage = dependencies && !args.path.startsWith('node:') && !args.path.startsWith('/')
        return (isOfPackage && (await inPackage(args, dependencies))) || notInstalled(args.path, dependencies)
      })
      build.onLoad({ filter: /.*/, namespace: 'file' }, async (args) => {
        if (!dependencies || !args.path.startsWith(`${dependencies}/`)) return failingModule(args.path)
        if (broken.has(args.path.slice(1))) return leftOut
        const inside = args.path.slice(dependencies.length + 1)
        const compile = languageFile(args.path)?.compile ?? scriptCompiler(args.path)
        if (compile) return compiled(inside, textAt(args.path) ?? '', compile, args.path.slice(1))
        const way = sheetWays.get(args.suffix)
        if (way) return sheet(inside, textAt(args.path) ?? '', way)
        if (assetType(args.path) || args.suffix === '?url')
          return { contents: readFileSync(args.path), loader: 'dataurl' }
        return args.suffix === '?raw' || endingOf(args.path) === 'svg'
          ? { contents: readFileSync(args.path), loader: 'text' }
          : undefined
      })
      build.onLoad({ filter: /.*/, namespace: 'adapter' }, (args) =>
        broken.has(`adapter:${args.path}`)
          ? leftOut
          : { contents: readFileSync(join(adapterFolder(), `${args.path}.ts`), 'utf8'), loader: 'ts' },
      )
      build.onLoad({ filter: /.*/, namespace: 'library' }, async (args) => {
        if (broken.has(`library:${args.path}`)) return leftOut
        if (args.path.startsWith(entryOfComponent))
          return {
            contents: entryText(byTag.get(args.path.slice(entryOfComponent.length))!, beside),
            loader: 'js',
          }
        const contents = texts.get(args.path) ?? ''
        const compile = languageFile(args.path)?.compile ?? scriptCompiler(args.path)
        if (compile) return compiled(args.path, contents, compile)
        const way = sheetWays.get(args.suffix)
        if (way) return sheet(args.path, contents, way)
        if (assetType(args.path)) return { contents: bytesOf(contents), loader: 'dataurl' }
        if (args.suffix === '?url') return { contents, loader: 'dataurl' }
        const loader = args.suffix === '?raw' || args.with.type === 'text' ? 'text' : loaderOf(args.path)
        if (!isScript(loader)) return { contents, loader }
        const answered = withBundlerCalls(args.path, contents, paths)
        return { contents: withPieces(args.path, answered, inCode, { loader }), loader }
      })

      const sheet = async (path: string, text: string, way: SheetWay): Promise<OnLoadResult> => {
        try {
          const css = await wholeSheet(path, text, read, plugin)
          return { contents: await sheetModule(path, css, way), loader: 'js' }
        } catch (error) {
          return failureIn(path, text, error)
        }
      }
      const compiled = async (
        path: string,
        text: string,
        compile: LanguageFile['compile'],
        file = `library:${path}`,
      ): Promise<OnLoadResult> => {
        try {
          const { code, loader, map } = await compile(path, text, {
            read,
            contract: byFile.get(path),
            style: (css, language) => wholeSheet(`${path}.${language}`, css, read, plugin),
          })
          const answered = withBundlerCalls(path, code, paths)
          const trace = map && new TraceMap(map as EncodedSourceMap)
          const lineOf = (line: number, column: number) =>
            (trace && originalPositionFor(trace, { line, column }).line) ?? line
          const isOwn = file === `library:${path}`
          const told = isOwn ? withPieces(path, answered, inCode, { loader, lineOf }) : answered
          if (!trace) return { contents: told, loader }
          maps.set(file, trace)
          return { contents: `${told}\n${mapComment(path, text, map)}`, loader }
        } catch (error) {
          return failureIn(path, text, error, file)
        }
      }
    },
  }
  return plugin
}

/**
 * Stands for a package that was found above the folder of those installed for the library, and so is not one
 * of them: whoever needs it fails, and whoever asks for it only if it is there goes on without it.
 */
function failingModule(path: string): OnLoadResult {
  const inside = path.split('/node_modules/').at(-1) ?? ''
  const name = packageIn(inside)?.name ?? inside
  const says = JSON.stringify(`The package “${name}” is not among what was installed for the library.`)
  return { contents: `throw new Error(${says}); module.exports = {}`, loader: 'js' }
}

/** Stands for a file that does not compile: whoever needs it fails, and no name is missed in it meanwhile. */
const leftOut: OnLoadResult = { contents: "throw new Error('left out'); module.exports = {}", loader: 'js' }

/**
 * What stands in a component's entry: a custom element with the module that registers it, of others the
 * component under one name and the adapter of its language.
 */
const entryText = (contract: Contract, beside: string | undefined): string =>
  isElement(contract)
    ? registrationOf(contract, './') +
      // what a loader brings in by itself need not be there twice
      (contract.registeredBy && contract.registeredIn
        ? ''
        : `export * from ${JSON.stringify(`./${contract.files[0]!}`)}\n`)
    : (beside === undefined ? '' : `import ${JSON.stringify(`./${beside}`)}\n`) +
      `import { ${contract.exportName ?? 'default'} as component } from ` +
      `${JSON.stringify(`./${contract.files[0]!}`)}\n` +
      factsText(contract) +
      `export { component }\nexport { adapter } from '${ours}${languageOf(contract).adapter}'\n`

/** What registers an element when a module begins with it; `to` leads to the top of the library. */
export function registrationOf(
  { registeredIn, registeredBy, files: [own = ''] }: Contract,
  to: string,
): string {
  const from = JSON.stringify(to + (registeredIn ?? own))
  if (registeredBy !== undefined) return `import { ${registeredBy} as register } from ${from}\nregister()\n`
  return registeredIn === undefined ? '' : `import ${from}\n`
}

/**
 * What the adapter is told of a component: where it gives values to its slots by their place, the names the
 * contract has for them; and the props that it changes itself.
 */
function factsText(contract: Contract): string {
  const slots = membersOf(contract, 'slot').filter((slot) => slot.passes?.length)
  const passes = Object.fromEntries(slots.map((slot) => [slot.name, slot.passes!.map(({ name }) => name)]))
  const binds = membersOf(contract, 'prop').flatMap((prop) => (prop.bindable ? [prop.name] : []))
  return (
    (languageOf(contract).passesByPlace && slots.length > 0
      ? `component.passes = ${JSON.stringify(passes)}\n`
      : '') + (binds.length > 0 ? `component.binds = ${JSON.stringify(binds)}\n` : '')
  )
}

const textAt = (path: string): string | undefined => {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return undefined
  }
}
