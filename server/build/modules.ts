import { createHash } from 'node:crypto'
import { build, type BuildFailure, type Message, type Plugin } from 'esbuild'
import type { Contract } from '~~/core/contract/contract'
import type { Problem } from '~~/core/problem'
import { SourceSet, type SourceText } from '~~/core/read/source/source-set'

export interface BuiltModules {
  hash: string | undefined
  modules: { name: string; content: Uint8Array }[]
  components: { tag: string; entry: string | undefined; problems: Problem[] }[]
}

/** Serves esbuild the library's files from memory; nothing outside them is read. */
export function librarySource(files: SourceText[]): Plugin {
  const texts = new Map(files.map((file) => [file.path, file.text]))
  const paths = new SourceSet(files.map((file) => ({ path: `${file.path}`, text: '' })))
  return {
    name: 'library',
    setup(build) {
      build.onResolve({ filter: /.*/ }, (args) => {
        if (args.kind === 'entry-point') return { path: args.path, namespace: 'library' }
        const path = paths.resolve(args.importer, args.path)
        if (path) return { path, namespace: 'library' }
        return {
          errors: [{ text: args.path.startsWith('.') ? `There is no file “${args.path}” beside it` : `The package “${args.path}” is not part of the library` }],
        }
      })
      build.onLoad({ filter: /.*/, namespace: 'library' }, (args) => {
        const contents = texts.get(args.path) ?? ''
        const ending = /\.([^.]+)$/.exec(args.path)?.[1] ?? ''
        const loader = args.with.type === 'text' || ['css', 'html', 'svg', 'txt'].includes(ending) ? 'text' : ending === 'json' ? 'json' : ending === 'tsx' ? 'tsx' : ending === 'jsx' ? 'jsx' : ending.endsWith('js') ? 'js' : 'ts'
        return { contents, loader }
      })
    },
  }
}

const options = (files: SourceText[], entries: string[]) => ({
  entryPoints: entries, bundle: true, splitting: true, format: 'esm' as const, target: 'es2022', outdir: '/out', outbase: '/',
  entryNames: '[name]-[hash]', chunkNames: 'shared-[hash]', sourcemap: 'linked' as const, sourcesContent: true, write: false, metafile: true,
  logLevel: 'silent' as const, legalComments: 'none' as const, plugins: [librarySource(files)], absWorkingDir: '/',
})

const problemOf = (message: Message): Problem => ({
  code: 'does-not-compile',
  what: message.text.replace(/\.?$/, '.'),
  ...(message.location ? { where: { file: message.location.file.replace(/^library:/, ''), line: message.location.line } } : {}),
  todo: message.location?.lineText ? `The line reads: ${message.location.lineText.trim().slice(0, 120)}` : 'Mend the source and bring it in again.',
})

const failureOf = (error: unknown): Problem[] => {
  const { errors } = error as BuildFailure
  // an error thrown by our own plugin is ours, not the source's
  if (!Array.isArray(errors) || errors.some((one) => one.detail instanceof Error)) throw error
  return errors.map(problemOf)
}

/**
 * Builds a module for each component, shared code split out. One that does not compile is told by
 * its own errors and costs only the components that need it.
 */
export async function buildModules(files: SourceText[], contracts: Contract[]): Promise<BuiltModules> {
  const entryOf = new Map(contracts.map((one) => [one.tag, one.files[0]!]))
  const failed = new Map<string, Problem[]>()
  let entries = [...new Set(entryOf.values())]
  let result
  try {
    result = await build(options(files, entries))
  } catch (error) {
    failureOf(error)
    for (const entry of entries) {
      try {
        await build({ ...options(files, [entry]), sourcemap: false })
      } catch (own) {
        failed.set(entry, failureOf(own))
      }
    }
    entries = entries.filter((one) => !failed.has(one))
    result = entries.length ? await build(options(files, entries)) : undefined
  }
  const modules = (result?.outputFiles ?? []).map((file) => ({ name: file.path.replace(/^\/out\//, ''), content: file.contents }))
  const outputOf = new Map(Object.entries(result?.metafile?.outputs ?? {}).flatMap(([path, output]) => (output.entryPoint ? [[output.entryPoint.replace(/^library:/, ''), path.replace(/^.*\//, '')] as const] : [])))
  const hash = createHash('sha256')
  for (const one of modules.toSorted((a, b) => (a.name < b.name ? -1 : 1))) hash.update(one.name).update('\0').update(one.content).update('\0')
  return {
    hash: modules.length ? hash.digest('hex') : undefined,
    modules,
    components: contracts.map((one) => {
      const entry = entryOf.get(one.tag)!
      return { tag: one.tag, entry: outputOf.get(entry), problems: failed.get(entry) ?? [] }
    }),
  }
}
