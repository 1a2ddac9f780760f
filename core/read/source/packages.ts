import { exports as exportOf, legacy } from 'resolve.exports'
import ts from 'typescript'
import { packageFile, type PackageFile } from './package-file'
import { joined } from './paths'
import type { SourceText } from './source-text'

/** Where the text of a file outside the library comes from, as in `SourceSet`. */
type Outside = (path: string) => string | undefined

/** Files of packages that are opened for one library: bases, mixins and helpers, not whole frameworks. */
const mostFiles = 400
/** Characters above which a file of a package is not opened: it is a bundle, and no base class. */
const longest = 3_000_000

const modules = 'node_modules/'
/** Whether a path is one of an installed package. */
export const isInPackage = (path: string): boolean => path.startsWith(modules)

/** The package that a specifier names, and what it asks of it: `@a/b/c` is `@a/b` and `./c`. */
export function packageIn(specifier: string): { name: string; entry: string } | undefined {
  const found = /^((?:@[^/]+\/)?[^./@][^/]*)(\/.*)?$/.exec(specifier)
  return found ? { name: found[1]!, entry: `.${found[2] ?? ''}` } : undefined
}

/**
 * The file that an entry of a package leads to, from the package's folder: by its `exports` (Node, package
 * entry
 * points), or where it has none by `module`, `main` or the path itself. Code as its authors wrote it is
 * preferred
 * to what was made small.
 */
export function entryOf(file: PackageFile, entry: string): string | undefined {
  try {
    const [found] = exportOf(file, entry, { browser: true, conditions: ['development', 'module'] }) ?? []
    if (found) return found
  } catch {
    // what a package does not hand on may still stand in it
    if (entry === '.') return undefined
  }
  return entry === '.' ? mainOf(file) : entry
}

/**
 * What a package's older fields name as its entry; what it hands on, where it says that, may leave it
 * out.
 */
export function mainOf(file: PackageFile): string {
  const main = legacy(file, { browser: false, fields: ['module', 'main'] })
  return typeof main === 'string' ? main : './index.js'
}

/** Where a package says that the declarations of its entry are, from its folder. */
export function typeEntries(file: PackageFile): string[] {
  const named = [file.types, file.typings].filter((path) => typeof path === 'string')
  try {
    return [...named, ...(exportOf(file, '.', { conditions: ['types'] }) ?? [])]
  } catch {
    return named
  }
}

/** Where they are where it does not say: beside the entry itself (TypeScript handbook, publishing). */
export const typesBesideEntry = (file: PackageFile): string[] =>
  [file.module, file.main, 'index.js']
    .filter((path) => typeof path === 'string')
    .map((path) => path.replace(/(\.[cm]?jsx?)?$/, '.d.ts'))

/**
 * Scripts of installed packages, opened one at a time when a name leads to them: superclasses, mixins and
 * props
 * that a library takes from elsewhere. Declarations are the compiler's affair.
 */
export class Packages {
  private readonly scripts = new Map<string, ts.SourceFile | undefined>()

  constructor(private readonly outside: Outside) {}

  /** The parsed script at a path of a package; `undefined` where there is none, or too much was opened. */
  script(path: string): ts.SourceFile | undefined {
    if (!this.scripts.has(path)) this.scripts.set(path, this.parsed(path))
    return this.scripts.get(path)
  }

  private parsed(path: string): ts.SourceFile | undefined {
    if (this.scripts.size >= mostFiles) return undefined
    const text = this.outside(path)
    if (text === undefined || text.length > longest) return undefined
    const file: SourceText = { path, text }
    try {
      return ts.createSourceFile(file.path, file.text, ts.ScriptTarget.Latest, true, ts.ScriptKind.JSX)
    } catch {
      return undefined
    }
  }

  /** The script that an import leads to in a package, asked for by a file of the library or of a package. */
  resolve(from: string, specifier: string): string | undefined {
    const folders = from.split('/').slice(0, -1)
    if (specifier.startsWith('.')) return this.at(joined(folders, specifier))
    const asked = packageIn(specifier)
    if (!asked) return undefined
    // packages of a package come before those beside it
    for (const folder of [...nestedModules(folders), modules]) {
      const place = `${folder}${asked.name}`
      const file = packageFile(this.outside(`${place}/package.json`))
      const target = file && entryOf(file, asked.entry)
      if (target !== undefined) return this.at(joined(place.split('/'), target))
    }
    return undefined
  }

  private at(path: string): string | undefined {
    return [path, ...['.js', '.mjs', '/index.js', '/index.mjs'].map((ending) => `${path}${ending}`)].find(
      (candidate) => /\.[cm]?jsx?$/.test(candidate) && this.outside(candidate) !== undefined,
    )
  }
}

/** Folders of packages inside the packages that a path goes through, the nearest first. */
function nestedModules(folders: string[]): string[] {
  const found: string[] = []
  for (let i = folders.length; i > 0; i--)
    if (folders[i - 1] !== 'node_modules' && folders.slice(0, i).includes('node_modules'))
      found.push(`${folders.slice(0, i).join('/')}/${modules}`)
  return found
}
