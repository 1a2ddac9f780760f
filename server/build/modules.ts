import { createHash } from 'node:crypto'
import { originalPositionFor, type TraceMap } from '@jridgewell/trace-mapping'
import { build, type BuildFailure, type BuildResult, type Message, type Metafile } from 'esbuild'
import type { Contract } from '~~/core/contract/contract'
import { isElement } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { compilerOptionsOf } from '~~/core/read/source/imports'
import { sheetBeside } from '~~/core/read/source/sheet-beside'
import type { SourceText } from '~~/core/read/source/source-text'
import { type Sourcing, type Broken, entryOfComponent, librarySource } from './library-source'

export interface BuiltModules {
  hash: string | undefined
  modules: { name: string; content: Uint8Array }[]
  components: { tag: string; entry: string | undefined; problems: Problem[] }[]
}

/** What is known of a page before it runs, as build tools set it. */
const define = {
  'process.env.NODE_ENV': '"production"',
  // other variables of a build are not set
  'process.env': '{}',
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
    // packages name what is compiled with the library by the condition of its language
    conditions: ['svelte', 'module'],
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

/**
 * A path of an installed package as the library sees it: where packages lie on this server is nobody's
 * affair.
 */
const asInstalled = (text: string): string => text.replace(/[^\s"'“”()]*\/(node_modules\/)/g, '$1')

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

/**
 * A module, or its map, without the folder of this server that packages are installed in: who looks at it is
 * told which file of which package it is, and no more.
 */
function withoutPlace(content: Uint8Array, dependencies: string | undefined): Uint8Array {
  const place = dependencies && `${dependencies.slice(1)}/`
  const text = Buffer.from(content.buffer, content.byteOffset, content.byteLength)
  return place && text.includes(place) ? Buffer.from(text.toString('utf8').replaceAll(place, '')) : content
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
