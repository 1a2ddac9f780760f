import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { originalPositionFor, TraceMap, type EncodedSourceMap } from '@jridgewell/trace-mapping'
import { compileStyleAsync } from '@vue/compiler-sfc'
import {
  build,
  type BuildFailure,
  type BuildResult,
  type Message,
  type Metafile,
  type OnLoadResult,
  type Plugin,
} from 'esbuild'
import ts from 'typescript'
import { membersOf, type Contract } from '~~/core/contract/contract'
import { CompileFailure, type LanguageFile } from '~~/core/languages/file'
import { languageFile, scriptCompiler } from '~~/core/languages/files'
import { injected } from '~~/core/languages/injected'
import { isElement, languageOf } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { compilerOptionsOf } from '~~/core/read/source/imports'
import { SourceSet } from '~~/core/read/source/source-set'
import type { SourceText } from '~~/core/read/source/source-text'

export interface BuiltModules {
  hash: string | undefined
  modules: { name: string; content: Uint8Array }[]
  components: { tag: string; entry: string | undefined; problems: Problem[] }[]
}

export interface Sourcing {
  /**
   * The folder with `node_modules` in which the library's packages were installed; without it nothing outside
   * the library is read.
   */
  dependencies?: string | undefined
  contracts?: Contract[]
  /** Packages a consumer installs beside the library, and that are not put into its modules. */
  external?: ReadonlySet<string>
  /** Files that were found not to compile: built around. */
  broken?: Broken
  /** Where lines of compiled files come from; filled while building. */
  maps?: Map<string, TraceMap>
}
type Broken = Map<string, Problem[]>

/** Adapters: source of ours, built with the library's own runtime. */
const adapterFolder = () => join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), 'frame', 'adapters')
const ours = 'kept-shelf:adapter/'
const entryOfComponent = 'kept-shelf:component/'

/**
 * Serves esbuild the library's files from memory. Packages come from the folder they were installed
 * in, and from nowhere else.
 */
export function librarySource(
  files: SourceText[],
  { dependencies, contracts = [], external, broken = new Map(), maps = new Map() }: Sourcing = {},
): Plugin {
  const texts = new Map(files.map((file) => [file.path, file.text]))
  const configs = new Set(['package.json', 'tsconfig.json'])
  const paths = new SourceSet(
    files.map((file) => ({ path: file.path, text: configs.has(file.path) ? file.text : '' })),
    undefined,
    { parse: false },
  )
  const byFile = new Map(contracts.map((contract) => [contract.files[0]!, contract]))
  const byTag = new Map(contracts.map((contract) => [contract.tag, contract]))
  return {
    name: 'library',
    setup(build) {
      build.onResolve({ filter: /.*/ }, async (args) => {
        if (args.pluginData === 'outside') return undefined
        if (args.kind === 'entry-point') return { path: args.path, namespace: 'library' }
        if (args.path.startsWith(ours)) return { path: args.path.slice(ours.length), namespace: 'adapter' }
        // inside an installed package, and from an adapter, esbuild finds its own way
        if (args.namespace === 'file') return undefined
        const path =
          args.namespace === 'library'
            ? paths.resolve(args.importer.startsWith(entryOfComponent) ? 'entry' : args.importer, args.path)
            : undefined
        if (path)
          return {
            path,
            namespace: 'library',
            pluginData: { sideEffect: isCss(path) && isSideEffect(args.importer, args.path) },
          }
        if (args.path.startsWith('.'))
          return { errors: [{ text: `There is no file “${args.path}” beside it` }] }
        if (external) {
          const name = args.path
            .split('/')
            .slice(0, args.path.startsWith('@') ? 2 : 1)
            .join('/')
          return external.has(name)
            ? { path: args.path, external: true }
            : {
                errors: [
                  {
                    text:
                      `The package “${name}” is not named in the dependencies or ` +
                      'peerDependencies of package.json',
                  },
                ],
              }
        }
        const found =
          dependencies && !args.path.startsWith('node:') && !args.path.startsWith('/')
            ? await build.resolve(args.path, {
                resolveDir: dependencies,
                kind: args.kind,
                pluginData: 'outside',
              })
            : undefined
        if (found && found.errors.length === 0 && found.path.startsWith(`${dependencies}/`))
          return { path: found.path, namespace: 'file', sideEffects: found.sideEffects }
        return {
          errors: [
            {
              text:
                `The package “${args.path}” is not ` +
                `${dependencies ? 'among what was installed for' : 'part of'} the library`,
            },
          ],
        }
      })
      build.onLoad({ filter: /.*/, namespace: 'file' }, (args) =>
        dependencies && args.path.startsWith(`${dependencies}/`)
          ? broken.has(args.path.slice(1))
            ? leftOut
            : undefined
          : { errors: [{ text: `“${args.path}” lies outside the library` }] },
      )
      build.onLoad({ filter: /.*/, namespace: 'adapter' }, (args) =>
        broken.has(`adapter:${args.path}`)
          ? leftOut
          : { contents: readFileSync(join(adapterFolder(), `${args.path}.ts`), 'utf8'), loader: 'ts' },
      )
      build.onLoad({ filter: /.*/, namespace: 'library' }, async (args) => {
        if (broken.has(`library:${args.path}`)) return leftOut
        if (args.path.startsWith(entryOfComponent))
          return { contents: entryText(byTag.get(args.path.slice(entryOfComponent.length))!), loader: 'js' }
        const contents = texts.get(args.path) ?? ''
        const ending = /\.([^.]+)$/.exec(args.path)?.[1] ?? ''
        const compile = languageFile(args.path)?.compile ?? scriptCompiler(args.path)
        if (compile) return compiled(args.path, contents, compile)
        if (
          ending === 'css' &&
          args.with.type !== 'text' &&
          (args.pluginData as { sideEffect?: boolean } | undefined)?.sideEffect
        )
          return { contents: injected(contents, args.path), loader: 'js' }
        if (args.path.endsWith('.module.css'))
          return { contents: await cssModule(args.path, contents), loader: 'js' }
        const loader =
          args.with.type === 'text' || ['css', 'html', 'svg', 'txt', 'md'].includes(ending)
            ? 'text'
            : ending === 'json'
              ? 'json'
              : ending === 'tsx'
                ? 'tsx'
                : ending === 'jsx' || ending === 'js' || ending === 'mjs'
                  ? 'jsx'
                  : ending.endsWith('js')
                    ? 'js'
                    : 'ts'
        return { contents, loader }
      })

      const compiled = async (
        path: string,
        text: string,
        compile: LanguageFile['compile'],
      ): Promise<OnLoadResult> => {
        try {
          const read = (path: string) =>
            texts.get(path) ??
            (dependencies && /(^|\/)node_modules\//.test(path) ? textAt(join(dependencies, path)) : undefined)
          const { code, loader, map } = await compile(path, text, { read, contract: byFile.get(path) })
          if (!map) return { contents: code, loader }
          maps.set(`library:${path}`, new TraceMap(map as EncodedSourceMap))
          return {
            contents:
              `${code}\n//# ` +
              `sourceMappingURL=data:application/json;base64,${Buffer.from(JSON.stringify({ ...map, sources: [path.split('/').at(-1)], sourcesContent: [text] })).toString('base64')}`,
            loader,
          }
        } catch (error) {
          if (!(error instanceof CompileFailure)) throw error
          return {
            errors: [
              {
                text: error.message,
                location: {
                  file: `library:${path}`,
                  line: error.line,
                  column: 0,
                  lineText: text.split('\n')[error.line - 1] ?? '',
                },
              },
            ],
          }
        }
      }
      const isCss = (path: string) => path.endsWith('.css')
      /**
       * `import './card.css'` brings looks and no name; in an importer that takes a name the text is wanted.
       */
      const isSideEffect = (importer: string, specifier: string): boolean => {
        const script = texts.get(importer)
        const statements =
          script === undefined
            ? []
            : ts.createSourceFile('importer.tsx', script, ts.ScriptTarget.Latest, false, ts.ScriptKind.TSX)
                .statements
        return (
          languageFile(importer) !== undefined ||
          statements.some(
            (statement) =>
              ts.isImportDeclaration(statement) &&
              !statement.importClause &&
              ts.isStringLiteral(statement.moduleSpecifier) &&
              statement.moduleSpecifier.text === specifier,
          )
        )
      }
    },
  }
}

/** Stands for a file that does not compile: whoever needs it fails, and no name is missed in it meanwhile. */
const leftOut: OnLoadResult = { contents: "throw new Error('left out'); module.exports = {}", loader: 'js' }

/**
 * What stands in a component's entry: a custom element with the module that registers it, of others the
 * component under one name and the adapter of its language.
 */
const entryText = (contract: Contract): string =>
  isElement(contract)
    ? `import ${JSON.stringify(`./${contract.registeredIn!}`)}\nexport * from ` +
      `${JSON.stringify(`./${contract.files[0]!}`)}\n`
    : `import { ${contract.exportName ?? 'default'} as component } from ` +
      `${JSON.stringify(`./${contract.files[0]!}`)}\n` +
      passesText(contract) +
      `export { component }\nexport { adapter } from '${ours}${languageOf(contract).adapter}'\n`

/** Where a component gives values to its slots by their place: the names the contract has for them. */
function passesText(contract: Contract): string {
  const slots = membersOf(contract, 'slot').filter((slot) => slot.passes?.length)
  if (!languageOf(contract).passesByPlace || slots.length === 0) return ''
  const passes = Object.fromEntries(slots.map((slot) => [slot.name, slot.passes!.map(({ name }) => name)]))
  return `component.passes = ${JSON.stringify(passes)}\n`
}

async function cssModule(path: string, text: string): Promise<string> {
  const done = await compileStyleAsync({ source: text, filename: path, id: path, modules: true })
  return `${injected(done.code, path)}\nexport default ${JSON.stringify(done.modules ?? {})}\n`
}

const textAt = (path: string): string | undefined => {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return undefined
  }
}

/** What is known of a page before it runs, as build tools set it. */
const define = {
  'process.env.NODE_ENV': '"production"',
  'import.meta.env': '{"MODE":"production","PROD":true,"DEV":false,"SSR":false}',
  __VUE_OPTIONS_API__: 'true',
  __VUE_PROD_DEVTOOLS__: 'false',
  __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
}

const options = (files: SourceText[], entries: string[], sourcing: Sourcing) => {
  const { jsxImportSource, experimentalDecorators } = compilerOptionsOf(
    files.find((file) => file.path === 'tsconfig.json')?.text,
  )
  // decorators as they were before the standard work on fields that are assigned
  const old = experimentalDecorators === true
  return {
    entryPoints: entries.map((entry) => ({
      in: entry,
      out: entry
        .replace(entryOfComponent, '')
        .replace(/^.*\//, '')
        .replace(/\.[^.]+$/, ''),
    })),
    bundle: true,
    splitting: true,
    format: 'esm' as const,
    target: 'es2022',
    outdir: '/out',
    outbase: '/',
    entryNames: '[name]-[hash]',
    chunkNames: 'shared-[hash]',
    sourcemap: 'linked' as const,
    sourcesContent: true,
    write: false,
    metafile: true as const,
    define,
    jsx: 'automatic' as const,
    jsxImportSource: typeof jsxImportSource === 'string' ? jsxImportSource : 'react',
    tsconfigRaw: { compilerOptions: { experimentalDecorators: old, useDefineForClassFields: !old } },
    logLevel: 'silent' as const,
    logLimit: 0,
    legalComments: 'none' as const,
    plugins: [librarySource(files, sourcing)],
    absWorkingDir: '/',
  }
}

const problemOf = (message: Message, map?: TraceMap): Problem => ({
  code: 'does-not-compile',
  what: message.text.replace(/\.?$/, '.'),
  ...(message.location
    ? {
        where: {
          file: message.location.file.replace(/^library:/, ''),
          line: (map && originalPositionFor(map, message.location).line) ?? message.location.line,
        },
      }
    : {}),
  todo: message.location?.lineText
    ? `The line reads: ${message.location.lineText.trim().slice(0, 120)}`
    : 'Mend the source and bring it in again.',
})

/** The files a build failed by, each with what is wrong. */
function failuresOf(
  error: unknown,
  maps: ReadonlyMap<string, TraceMap>,
): { file: string; problem: Problem }[] {
  const { errors } = error as BuildFailure
  // an error thrown by our own plugin is ours, not the source's
  if (!Array.isArray(errors) || errors.some((error) => error.detail instanceof Error)) throw error
  return errors.flatMap((error) =>
    error.location
      ? [{ file: error.location.file, problem: problemOf(error, maps.get(error.location.file)) }]
      : [],
  )
}

/**
 * Builds a module for each component, shared code split out. A file that does not compile is told by
 * its own errors and costs only the components that need it: it is left out, and the rest built again.
 */
export async function buildModules(
  files: SourceText[],
  contracts: Contract[],
  dependencies?: string,
): Promise<BuiltModules> {
  const entryOf = new Map(
    contracts.map((contract) => [
      contract.tag,
      isElement(contract) && !contract.registeredIn
        ? contract.files[0]!
        : `${entryOfComponent}${contract.tag}`,
    ]),
  )
  const entries = [...new Set(entryOf.values())]
  const broken: Broken = new Map()
  const maps = new Map<string, TraceMap>()
  let result: (BuildResult & { metafile: Metafile }) | undefined
  for (let round = 0; entries.length && !result; round++) {
    try {
      result = await build(options(files, entries, { dependencies, contracts, broken, maps }))
    } catch (error) {
      const before = broken.size
      for (const { file, problem } of failuresOf(error, maps))
        broken.set(file, [...(broken.get(file) ?? []), problem])
      // errors without a file of their own cannot be built around
      if (broken.size === before || round > 20) throw error
    }
  }
  const needs = needsOf(result?.metafile)
  const problemsOf = (entry: string, file: string) =>
    [...needs(`library:${entry}`)].flatMap((need) =>
      (broken.get(need) ?? []).map((problem) =>
        need.startsWith('adapter:')
          ? { ...problem, where: { file }, todo: 'Name it in package.json, and bring the source in again.' }
          : problem,
      ),
    )
  const modules = (result?.outputFiles ?? []).map((file) => ({
    name: file.path.replace(/^\/out\//, ''),
    content: file.contents,
  }))
  const outputOf = new Map(
    Object.entries(result?.metafile.outputs ?? {}).flatMap(([path, output]) =>
      output.entryPoint
        ? [[output.entryPoint.replace(/^library:/, ''), path.replace(/^.*\//, '')] as const]
        : [],
    ),
  )
  const hash = createHash('sha256')
  for (const module of modules.toSorted((a, b) => (a.name < b.name ? -1 : 1)))
    hash.update(module.name).update('\0').update(module.content).update('\0')
  return {
    hash: modules.length ? hash.digest('hex') : undefined,
    modules,
    components: contracts.map((contract) => {
      const entry = entryOf.get(contract.tag)!
      const problems = problemsOf(entry, contract.files[0]!)
      return { tag: contract.tag, entry: problems.length ? undefined : outputOf.get(entry), problems }
    }),
  }
}

/** All files an entry is made of, by what imports what. */
function needsOf(metafile: Metafile | undefined): (entry: string) => Set<string> {
  return (entry) => {
    const reached = new Set([entry])
    for (const text of reached)
      for (const { path } of metafile?.inputs[text]?.imports ?? []) reached.add(path)
    return reached
  }
}
