import ts from 'typescript'
import { isComponentFile } from '../../languages/languages'
import type { Problem } from '../../problem'
import type { ReadFrom } from '../read-from'
import { packageFile } from './package-file'
import { entryOf, mainOf, typeEntries } from './packages'
import { isDeclaration, joined } from './paths'
import { isBeside, isManifest } from './reading'
import type { SourceText } from './source-text'

/** Folders that build tools write to. */
const builtFolder = /^(dist|lib|es|esm|cjs|umd|iife|build|out|cdn|types)([-_.][\w-]+)?\//

/** Whether a library has both what people wrote and what was built from it. */
export const hasBoth = (files: readonly SourceText[]): boolean =>
  files.some(isWritten) && files.some((file) => builtFolder.test(file.path) && isComponentFile(file.path))

/**
 * How many components what was built may hold: its scripts by name, the same of several builds once. Reading
 * it
 * too is worth its time only where people's own files hold far fewer.
 */
export const componentsSuspected = (files: readonly SourceText[]): number =>
  new Set(
    files
      .filter(({ path }) => builtFolder.test(path) && isComponentFile(path) && !isDeclaration(path))
      .map(({ path }) => path.split('/').at(-1)),
  ).size

const isWritten = ({ path }: SourceText): boolean => /^src\//.test(path) && isComponentFile(path)

/**
 * The files a library is read from, and what is left aside with the reason: tests and demonstrations, what
 * was
 * built where what people wrote is read (or the other way round), and of several builds those that are not
 * handed
 * to consumers.
 */
export function libraryFiles<F extends SourceText>(
  files: F[],
  from: ReadFrom = files.some(isWritten) ? 'source' : 'built',
): { files: F[]; problems: Problem[] } {
  const entry = from === 'built' ? entryFolders(files) : undefined
  const bundles = entry ? bundlesBeside(files, entry.path) : new Set<string>()
  const paths = new Set(files.map(({ path }) => path))
  const aside = new Map<string, F[]>()
  const kept = files.filter((file) => {
    const isCopy = bundles.has(file.path) || isVariant(file.path, paths)
    const why = whyAside(file, from, entry) ?? (isCopy ? 'build' : undefined)
    if (why) aside.set(why, [...(aside.get(why) ?? []), file])
    return !why
  })
  return {
    files: inOrder(kept, entry?.folder ?? ''),
    problems: Object.entries(reasons).flatMap(([why, told]) => tell(aside.get(why), why, told)),
  }
}

/**
 * Whatever order files come in they are read in one: those of the build that is handed to consumers
 * before others, since of what stands twice the first is read.
 */
function inOrder<F extends SourceText>(files: readonly F[], first: string): F[] {
  const isLater = ({ path }: F): number => (path.startsWith(first) ? 0 : 1)
  return files.toSorted((a, b) => isLater(a) - isLater(b) || (a.path < b.path ? -1 : 1))
}

function whyAside(
  file: SourceText,
  from: ReadFrom,
  entry: EntryFolders | undefined,
): keyof typeof reasons | undefined {
  const { path } = file
  if (isBeside(path) && isComponentFile(path)) return 'beside'
  if (isManifest(path)) return undefined
  if (from === 'source') return builtFolder.test(path) ? 'built' : undefined
  // what was built may be declared where it was written
  if (isWritten(file)) return isDeclaration(path) ? undefined : 'source'
  if (!entry || !isComponentFile(path)) return undefined
  const folder = builtFolder.exec(path)?.[0]
  const beside = folder && besideIn(folder, path)
  const isOther = folder !== undefined && folder !== entry.folder
  const isOtherInside = beside !== undefined && entry.others.has(beside)
  const build = isOtherInside ? beside : isOther ? folder : undefined
  if (build === undefined) return undefined
  return isDeclaration(path) && (entry.types.size === 0 || entry.types.has(build)) ? undefined : 'build'
}

/** The part of all that a script has from which on one that stands alone is all of it once more. */
const wholePart = 0.2

/**
 * Scripts that hold once more what the entry hands on: made to be sent, or much of all there is, with
 * nothing of the library imported; no other script names them, and they are not the entry.
 */
function bundlesBeside(files: readonly SourceText[], entry: string): Set<string> {
  const scripts = files.filter(({ path }) => isComponentFile(path) && !isDeclaration(path))
  const folder = folderOf(entry) ?? ''
  const parts = scripts.filter(({ path }) => path.startsWith(folder))
  const all = parts.reduce((sum, { text }) => sum + text.length, 0)
  const imports = new Map<string, string[]>()
  const importsOf = ({ path, text }: SourceText): string[] => {
    const known = imports.get(path) ?? relativeImports(text)
    imports.set(path, known)
    return known
  }
  const isWhole = (file: SourceText) =>
    file.text.length > all * wholePart && parts.length > mostBundles && importsOf(file).length === 0
  const isNamed = ({ path }: SourceText) => {
    const name = nameOf(path)
    const saying = scripts.filter((file) => file.path !== path && file.text.includes(name))
    return saying.some((file) => importsOf(file).some((specifier) => nameOf(specifier) === name))
  }
  return new Set(
    scripts
      .filter((file) => file.path !== entry && (isMinified(file) || isWhole(file)) && !isNamed(file))
      .map(({ path }) => path),
  )
}

const relativeImports = (text: string): string[] =>
  ts
    .preProcessFile(text)
    .importedFiles.flatMap(({ fileName }) => (fileName.startsWith('.') ? [fileName] : []))

/** The name of a script without what it ends in: `a` of `./b/a.mjs`. */
const nameOf = (path: string): string =>
  path
    .split('/')
    .at(-1)!
    .replace(/\.[cm]?jsx?$/, '')

/** Scripts of a package that consists of bundles alone. */
const mostBundles = 8

/** Characters of a line that nobody wrote. */
const longLine = 500
/** Whether most of a script stands in lines that nobody wrote. */
function isMinified({ text }: SourceText): boolean {
  const long = text.split('\n').filter(({ length }) => length > longLine)
  return long.reduce((sum, { length }) => sum + length, 0) > text.length / 2
}

/** Whether a script is another form of one beside it: `a.min.js` or `a.dev.js` of `a.js`. */
const isVariant = (path: string, paths: ReadonlySet<string>): boolean => {
  const plain = path.replace(/\.(min|dev|prod|development|production)(\.[cm]?js)$/, '$2')
  return plain !== path && paths.has(plain)
}

interface EntryFolders {
  /** The entry itself. */
  path: string
  folder: string
  /** Folders in it that hold other builds: `dist/cjs/` of `dist/es/`. */
  others: ReadonlySet<string>
  types: Set<string>
}

/** The folder of the build that a package hands to those who import it, and those of its declarations. */
function entryFolders(files: readonly SourceText[]): EntryFolders | undefined {
  const file = packageFile(files.find(({ path }) => path === 'package.json')?.text)
  const entry = file && (entryOf(file, '.') ?? mainOf(file))
  const folder = entry === undefined ? undefined : folderOf(entry)
  // an entry that only points elsewhere says nothing of where the components are
  if (!file || folder === undefined) return undefined
  if (!files.some(({ path }) => path.startsWith(folder) && !isDeclaration(path))) return undefined
  const types = typeEntries(file).flatMap((types) => {
    const path = joined([], types)
    const folder = folderOf(types)
    return folder === undefined ? [] : [folder, besideIn(folder, path) ?? folder]
  })
  return {
    path: joined([], entry!),
    folder,
    others: otherBuilds(files, folder, joined([], entry!)),
    types: new Set(types),
  }
}

/** The folder right in another that a path leads through. */
function besideIn(folder: string, path: string): string | undefined {
  const rest = path.startsWith(folder) ? path.slice(folder.length) : ''
  const at = rest.indexOf('/')
  return at < 0 ? undefined : `${folder}${rest.slice(0, at + 1)}`
}

/** Scripts by the same path that tell two folders of one package as builds of the same. */
const leastAlike = 3

/**
 * Folders beside the one of the entry, in the folder of all builds, that hold the same once more: by what
 * builds are called, or by having half of their scripts, and some, at the very same paths.
 */
function otherBuilds(files: readonly SourceText[], folder: string, entry: string): Set<string> {
  const own = besideIn(folder, entry)
  if (own === undefined) return new Set()
  const scripts = new Map<string, Set<string>>()
  for (const { path } of files) {
    const beside = besideIn(folder, path)
    if (beside === undefined || !isComponentFile(path)) continue
    const known = scripts.get(beside) ?? scripts.set(beside, new Set()).get(beside)!
    if (!isDeclaration(path)) known.add(path.slice(beside.length).replace(/\.[cm]?jsx?$/, ''))
  }
  const isBuild = (beside: string) => builtFolder.test(beside.slice(folder.length))
  const isSame = (beside: string, held: ReadonlySet<string>) => {
    const alike = [...held].filter((path) => scripts.get(own)?.has(path)).length
    return (isBuild(own) && isBuild(beside)) || (alike >= leastAlike && alike * 2 >= held.size)
  }
  return new Set(
    [...scripts].flatMap(([beside, held]) => (beside !== own && isSame(beside, held) ? [beside] : [])),
  )
}

const folderOf = (entry: string): string | undefined => builtFolder.exec(joined([], entry))?.[0]

const otherwise = 'Where that is not meant, choose what is read under Bring in.'
const reasons = {
  beside: {
    what: 'tests, demonstrations and settings',
    todo: 'Nothing to do, unless a component is among them: then move it.',
  },
  built: {
    what: 'what was built from the source',
    todo: `Nothing to do: the source is read instead. ${otherwise}`,
  },
  source: {
    what: 'the folder src',
    todo: `Nothing to do: what was built is read instead. ${otherwise}`,
  },
  build: {
    what: 'other builds of the same',
    todo: 'Nothing to do: the build that package.json hands out is read.',
  },
}

const tell = (
  list: readonly SourceText[] | undefined,
  why: string,
  { what, todo }: (typeof reasons)['built'],
): Problem[] =>
  list?.length
    ? [
        {
          code: `left-aside-${why}`,
          what:
            `${list.length} file${list.length === 1 ? '' : 's'} of ${what} ` +
            `${list.length === 1 ? 'was' : 'were'} left aside, ${list[0]!.path} first.`,
          where: { file: list[0]!.path },
          todo,
        },
      ]
    : []
