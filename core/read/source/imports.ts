import ts from 'typescript'
import { ownEndings } from '../../languages/languages'
import { joined } from './paths'
import { packageFile } from './package-file'
import { entryOf, packageIn } from './packages'

// Where imports lead inside a library, by its texts and what its tsconfig and package.json say.

const endings = ['.ts', '.tsx', '.js', '.jsx', '.mjs', ...ownEndings.map((ending) => `.${ending}`), '.d.ts']

/**
 * What a library's `tsconfig.json` asks of the compiler; nothing where there is none, or none that can be
 * read.
 */
export function compilerOptionsOf(text: string | undefined): Record<string, unknown> {
  const read: unknown =
    text === undefined ? undefined : ts.parseConfigFileTextToJson('tsconfig.json', text).config
  const options: unknown =
    typeof read === 'object' && read !== null && 'compilerOptions' in read ? read.compilerOptions : undefined
  return typeof options === 'object' && options !== null ? { ...options } : {}
}

/** What an import that begins so, or is so as a whole, may lead to. */
export interface Alias {
  from: string
  to: string
  whole: boolean
}

/**
 * What imports without a dot may mean in this library: `paths` of its tsconfig, the name of its own
 * package with `exports` left aside, and `@/` and `~/` for `src`, which build tools set up outside the
 * source.
 */
export function aliasesIn(texts: ReadonlyMap<string, string>): Alias[] {
  const aliases: Alias[] = []
  const { baseUrl, paths } = compilerOptionsOf(texts.get('tsconfig.json'))
  const base = typeof baseUrl === 'string' ? baseUrl : '.'
  for (const [from, to] of Object.entries(typeof paths === 'object' && paths ? paths : {})) {
    for (const entry of Array.isArray(to) ? to : [])
      if (typeof entry === 'string')
        aliases.push({
          from: from.replace(/\*$/, ''),
          to: joined(joined([], base).split('/').filter(Boolean), entry.replace(/\*$/, '')),
          whole: !from.endsWith('*'),
        })
  }
  const name = packageFile(texts.get('package.json'))?.name
  if (name !== undefined)
    aliases.push({ from: `${name}/`, to: '', whole: false }, { from: `${name}/`, to: 'src', whole: false })
  for (const sign of ['@/', '~/'])
    aliases.push({ from: sign, to: 'src', whole: false }, { from: sign, to: '', whole: false })
  return aliases
}

/**
 * The file of the library that its own package name leads to, by what its `package.json` exports. What is
 * built
 * from `src` and is not there itself stands for its source.
 */
export function ownEntry(texts: ReadonlyMap<string, string>, specifier: string): string | undefined {
  const own = packageFile(texts.get('package.json'))
  const asked = packageIn(specifier)
  if (!own || asked?.name !== own.name) return undefined
  const target = entryOf(own, asked.entry)
  if (target === undefined) return undefined
  const path = joined([], target)
  const inSource = joined(['src'], path.split('/').slice(1).join('/'))
  return (
    fileAt(texts, path) ??
    fileAt(texts, inSource) ??
    fileAt(texts, inSource.replace(/(\.(?:esm|es|min|prod))*\.[cm]?js$/, ''))
  )
}

/** The file a path without its ending may stand for. */
export function fileAt(texts: ReadonlyMap<string, string>, path: string): string | undefined {
  const source = path.replace(/\.([cm]?)js(x?)$/, '.$1ts$2')
  const tsx = path.replace(/\.js$/, '.tsx')
  return [
    path,
    source,
    tsx,
    ...endings.map((ending) => `${path}${ending}`),
    ...endings.map((ending) => `${path}/index${ending}`),
  ].find((text) => texts.has(text))
}

/** Where imports without a dot, and with one, lead inside a library. Each is worked out once a folder. */
export class Resolver {
  private readonly aliases: readonly Alias[]
  private readonly resolved = new Map<string, string | undefined>()

  constructor(private readonly texts: ReadonlyMap<string, string>) {
    this.aliases = aliasesIn(texts)
  }

  /** The file, aliases and the library's own package name included; `undefined` where there is none. */
  resolve(from: string, specifier: string): string | undefined {
    const key = `${from.slice(0, from.lastIndexOf('/') + 1)}\0${specifier}`
    if (!this.resolved.has(key)) this.resolved.set(key, this.resolveOnce(from, specifier))
    return this.resolved.get(key)
  }

  private resolveOnce(from: string, specifier: string): string | undefined {
    const bare = specifier.split('?')[0]!
    if (bare.startsWith('.')) return fileAt(this.texts, joined(from.split('/').slice(0, -1), bare))
    const own = ownEntry(this.texts, bare)
    if (own !== undefined) return own
    for (const alias of this.aliases) {
      const path = pathBy(alias, bare)
      const found = path === undefined ? undefined : fileAt(this.texts, path)
      if (found !== undefined) return found
    }
    return undefined
  }
}

/** The path that an alias makes of an import; `undefined` where it says nothing of it. */
function pathBy({ from, to, whole }: Alias, specifier: string): string | undefined {
  if (whole) return specifier === from ? to : undefined
  if (!specifier.startsWith(from)) return undefined
  return joined(to.split('/').filter(Boolean), specifier.slice(from.length))
}
