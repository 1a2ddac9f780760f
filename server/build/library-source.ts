import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { TraceMap, type EncodedSourceMap } from '@jridgewell/trace-mapping'
import { compileStyleAsync } from '@vue/compiler-sfc'
import type { OnLoadResult, Plugin } from 'esbuild'
import ts from 'typescript'
import { membersOf, type Contract } from '~~/core/contract/contract'
import { CompileFailure, type LanguageFile } from '~~/core/languages/file'
import { languageFile, scriptCompiler } from '~~/core/languages/files'
import { injected } from '~~/core/languages/injected'
import { isElement, languageOf } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { SourceSet } from '~~/core/read/source/source-set'
import type { SourceText } from '~~/core/read/source/source-text'

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
export type Broken = Map<string, Problem[]>

/** Adapters: source of ours, built with the library's own runtime. */
const adapterFolder = () => join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), 'frame', 'adapters')
const ours = 'kept-shelf:adapter/'
export const entryOfComponent = 'kept-shelf:component/'

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
