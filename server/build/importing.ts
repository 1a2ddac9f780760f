import type { Loader, OnLoadResult, OnResolveArgs, OnResolveResult } from 'esbuild'
import ts from 'typescript'
import { CompileFailure } from '~~/core/languages/file'
import { languageFile } from '~~/core/languages/files'
import { assetType } from '~~/core/read/source/assets'
import { isAddress } from '~~/core/read/source/is-address'
import { endingOf, isSheet, sheetWayOf } from './sheets'

/** What sheets name without `./` stands beside them all the same (CSS Values 4, 4.5). */
export const specifierOf = ({ kind, path }: OnResolveArgs): string =>
  (kind === 'url-token' || kind === 'import-rule') && !/^[./~@]/.test(path)
    ? `./${path}`
    : path.replace(/^~/, '')

/** Whether a file is loaded by esbuild as it is. */
export const isPlain = (specifier: string): boolean =>
  !/\?(url|raw|inline)\b/.test(specifier) &&
  !isSheet(specifier.replace(/\?.*$/, '')) &&
  !assetType(specifier) &&
  endingOf(specifier) !== 'svg'

/**
 * How a file that is no script is taken, as what stands behind its path: a sheet in one of its ways, an
 * address, a text. `importer` is the text of the file that names it.
 */
export function suffixFor(path: string, args: OnResolveArgs, importer: () => string): string {
  const query = /\?.*$/.exec(args.path)?.[0] ?? ''
  const type = args.with.type
  if (isSheet(path) && args.kind !== 'import-rule' && !/^\?url\b/.test(query)) {
    const takesName = args.kind !== 'import-statement' || takesNameOf(args.importer, importer(), args.path)
    return `?sheet=${sheetWayOf(path, { type, query, takesName })}`
  }
  if (/^\?(url|raw|inline)\b/.test(query)) return /^\?raw\b/.test(query) ? '?raw' : '?url'
  if (endingOf(path) === 'svg' && type !== 'text')
    return args.kind === 'url-token' || isAddress(importer(), args.path) ? '?url' : ''
  return ''
}

/**
 * Whether an importer takes a name of what it imports: `import './card.css'` brings looks and no name; in a
 * file of a language styles are looks.
 */
function takesNameOf(importer: string, script: string, specifier: string): boolean {
  if (languageFile(importer)) return false
  return !ts
    .createSourceFile('importer.tsx', script, ts.ScriptTarget.Latest, false, ts.ScriptKind.TSX)
    .statements.some(
      (statement) =>
        ts.isImportDeclaration(statement) &&
        !statement.importClause &&
        ts.isStringLiteral(statement.moduleSpecifier) &&
        statement.moduleSpecifier.text === specifier,
    )
}

export const isScript = (loader: Loader): boolean => /^[jt]sx?$/.test(loader)

export function loaderOf(path: string): Loader {
  switch (endingOf(path)) {
    case 'css':
      return 'css'
    case 'html':
    case 'svg':
    case 'txt':
    case 'md':
      return 'text'
    case 'json':
      return 'json'
    case 'tsx':
      return 'tsx'
    case 'jsx':
    case 'js':
    case 'mjs':
      return 'jsx'
    case 'cjs':
      return 'js'
    default:
      return 'ts'
  }
}

export const notInstalled = (specifier: string, dependencies: string | undefined): OnResolveResult => ({
  errors: [
    {
      text:
        `The package “${specifier}” is not ` +
        `${dependencies ? 'among what was installed for' : 'part of'} the library`,
    },
  ],
})

/** The package that something is imported from. */
export const packageOf = (specifier: string): string =>
  specifier
    .split('/')
    .slice(0, specifier.startsWith('@') ? 2 : 1)
    .join('/')

/** A package that a consumer installs stays named; one that nothing says is needed is told. */
export function leftToConsumer(specifier: string, external: ReadonlySet<string>): OnResolveResult {
  const name = packageOf(specifier)
  if (external.has(name)) return { path: specifier, external: true }
  const text = `The package “${name}” is not named in the dependencies or peerDependencies of package.json`
  return { errors: [{ text }] }
}

/** A failure of the source as esbuild tells it; throws what is none. */
export function failureIn(
  path: string,
  text: string,
  error: unknown,
  file = `library:${path}`,
): OnLoadResult {
  if (!(error instanceof CompileFailure)) throw error
  const lineText = text.split('\n')[error.line - 1] ?? ''
  return {
    errors: [{ text: error.message, location: { file, line: error.line, column: 0, lineText } }],
  }
}

/** A source map as a comment of the script it belongs to. */
export function mapComment(path: string, text: string, map: object): string {
  const whole = JSON.stringify({ ...map, sources: [path.split('/').at(-1)], sourcesContent: [text] })
  return `//# sourceMappingURL=data:application/json;base64,${Buffer.from(whole).toString('base64')}`
}
