import ts from 'typescript'
import { ownEndings } from '../../languages/languages'

// Where imports lead inside a library, by its texts and what its tsconfig and package.json say.

const endings = ['.ts', '.tsx', '.js', '.jsx', '.mjs', ...ownEndings.map((ending) => `.${ending}`), '.d.ts']

/** A path from a folder, `..` and `.` followed. */
export const joined = (folders: string[], path: string): string => {
  const parts = [...folders]
  for (const step of path.split('/')) {
    if (step === '..') parts.pop()
    else if (step !== '.' && step !== '') parts.push(step)
  }
  return parts.join('/')
}

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
  try {
    const { name } = JSON.parse(texts.get('package.json') ?? '{}') as { name?: unknown }
    if (typeof name === 'string')
      aliases.push({ from: `${name}/`, to: '', whole: false }, { from: `${name}/`, to: 'src', whole: false })
  } catch {
    /* a package file that is no JSON is told where it is read */
  }
  for (const sign of ['@/', '~/'])
    aliases.push({ from: sign, to: 'src', whole: false }, { from: sign, to: '', whole: false })
  return aliases
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
