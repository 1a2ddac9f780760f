import { createHash } from 'node:crypto'
import { originalPositionFor, type TraceMap } from '@jridgewell/trace-mapping'
import { build, type BuildFailure, type BuildResult, type Message, type Metafile } from 'esbuild'
import type { Contract } from '~~/core/contract/contract'
import { isElement } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { sheetBeside } from '~~/core/read/source/sheet-beside'
import type { SourceText } from '~~/core/read/source/source-text'
import { asInPage, asInstalled, compiling, withoutPlace } from './compiling'
import { type Sourcing, type Broken, entryOfComponent, librarySource } from './library-source'

export interface BuiltModules {
  hash: string | undefined
  modules: { name: string; content: Uint8Array }[]
  components: { tag: string; entry: string | undefined; problems: Problem[] }[]
}

const options = (files: SourceText[], entries: string[], sourcing: Sourcing) => ({
  ...compiling(files),
  entryPoints: entries.map((entry) => ({
    in: entry,
    out: entry
      .replace(entryOfComponent, '')
      .replace(/^.*\//, '')
      .replace(/\.[^.]+$/, ''),
  })),
  splitting: true,
  format: 'esm' as const,
  entryNames: '[name]-[hash]',
  chunkNames: 'shared-[hash]',
  sourcemap: 'linked' as const,
  sourcesContent: true,
  metafile: true as const,
  define: asInPage,
  logLimit: 0,
  legalComments: 'none' as const,
  plugins: [librarySource(files, sourcing)],
})

const problemOf = (message: Message, map?: TraceMap): Problem => ({
  code: 'does-not-compile',
  what: asInstalled(message.text).replace(/\.?$/, '.'),
  ...(message.location
    ? {
        where: {
          file: asInstalled(message.location.file.replace(/^library:/, '')),
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
// eslint-disable-next-line max-lines-per-function -- one build, again without what is broken, and what came of it
export async function buildModules(
  files: SourceText[],
  contracts: Contract[],
  dependencies?: string,
): Promise<BuiltModules> {
  const entryOf = new Map(
    contracts.map((contract) => [
      contract.tag,
      isElement(contract) && !contract.registeredIn && !contract.registeredBy
        ? contract.files[0]!
        : `${entryOfComponent}${contract.tag}`,
    ]),
  )
  const entries = [...new Set(entryOf.values())]
  const beside = sheetBeside(files)
  const broken: Broken = new Map()
  const maps = new Map<string, TraceMap>()
  let result: (BuildResult & { metafile: Metafile }) | undefined
  for (let round = 0; entries.length && !result; round++) {
    try {
      result = await build(
        options(files, entries, { dependencies, contracts, beside, broken, maps, tellsPieces: true }),
      )
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
      // how a file is taken stands behind its path
      (broken.get(need.replace(/\?.*$/, '')) ?? []).map((problem) =>
        need.startsWith('adapter:')
          ? { ...problem, where: { file }, todo: 'Name it in package.json, and bring the source in again.' }
          : problem,
      ),
    )
  const modules = (result?.outputFiles ?? []).map((file) => ({
    name: file.path.replace(/^\/out\//, ''),
    content: withoutPlace(file.contents, dependencies),
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
