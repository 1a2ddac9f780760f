import type { SummaryRow } from '../accessible/summary'
import type { Contract } from '../contract/contract'
import { isElement, languageOf } from '../languages/languages'
import { iconExports } from '../icons/exports'
import { messageExports } from '../messages/package'
import { tokenFiles } from '../tokens/print/files'
import type { Theme } from '../tokens/themes'
import type { Combination } from '../variants/combination'
import type { LibraryPackage } from './library'
import { bareName, customElementsManifest, type Words } from './manifest'
import { sheetPath, sourceIndex, sourceModule } from './places'
import { readme } from './readme'

export interface PackageFile {
  path: string
  content: string | Uint8Array
}

/** A version as the changelog tells it. `date` is ISO 8601, a day. */
export interface ChangelogEntry {
  version: string
  date: string
  notes: string
}

export interface PackageInput {
  library: LibraryPackage
  prefix: string
  version: string
  contracts: Contract[]
  words: Words
  /** Named variants and what must not be used, by tag. */
  combinations: Readonly<Record<string, readonly Combination[]>>
  /** What assistive technology is told, by tag, where a browser was asked. */
  accessible: Readonly<Record<string, SummaryRow[]>>
  themes: Theme[]
  /** Icons as files of their own, with paths under `icons/`. */
  icons?: readonly PackageFile[]
  /** Messages by language, with paths under `messages/`. */
  messages?: readonly PackageFile[]
  /** Built modules and declarations, with paths under `dist/`. */
  built: PackageFile[]
  /** Modules that register elements when they are loaded, by their paths; unknown before it is built. */
  registering?: readonly string[]
  /** The sheet that is loaded beside modules, where the library has one. */
  sheet?: string | undefined
  /** The library as single files, with paths under `single/`. */
  single?: readonly PackageFile[]
  licence: string
  changelog: ChangelogEntry[]
  registry: string
}

/** All files of a published package, in a fixed order, so that the same input packs to the same bytes. */
export function packageFiles(input: PackageInput): PackageFile[] {
  const { themes, prefix } = input
  const files: PackageFile[] = [
    { path: 'package.json', content: `${JSON.stringify(packageJson(input), null, 2)}\n` },
    { path: 'README.md', content: readme(input) },
    { path: 'CHANGELOG.md', content: changelog(input.changelog) },
    { path: 'LICENSE', content: input.licence },
    ...manifestFiles(input),
    ...tokenFiles(themes, tokenPrefix(prefix)).map(({ path, content }) => ({ path, content })),
    ...(input.icons ?? []),
    ...(input.messages ?? []),
    ...(input.sheet === undefined ? [] : [{ path: sheetPath, content: input.sheet }]),
    ...(input.single ?? []),
    ...input.built,
  ]
  return files.sort((a, b) => (a.path < b.path ? -1 : 1))
}

/** What says of custom elements what they offer; no file where there are none. */
const manifestFiles = ({ contracts, prefix, words, accessible }: PackageInput): PackageFile[] =>
  contracts.some(isElement)
    ? [
        {
          path: manifestPath,
          content: `${JSON.stringify(customElementsManifest(contracts, prefix, words, accessible), null, 2)}\n`,
        },
      ]
    : []
const manifestPath = 'custom-elements.json'

/** `tern-` stands in front of tags; `tern` in front of custom properties. */
export const tokenPrefix = (prefix: string): string => prefix.replace(/-$/, '')

/** Where a component's source is, under the condition that its consumers' builds ask for. */
function sourceOf(contract: Contract, prefix: string): object {
  const { sourceCondition } = languageOf(contract)
  return sourceCondition ? { [sourceCondition]: `./${sourceModule(contract, prefix)}` } : {}
}

/** What a package.json is made from. */
type Described = Pick<
  PackageInput,
  'library' | 'version' | 'contracts' | 'prefix' | 'icons' | 'messages' | 'registering' | 'sheet'
>

/** The published package.json: ES modules only, one entry a component, declarations beside each. */
export function packageJson(input: Described): object {
  const { library, version, contracts } = input
  const hasElements = contracts.some(isElement)
  return {
    name: library.name,
    version,
    ...(library.description ? { description: library.description } : {}),
    ...(library.keywords ? { keywords: library.keywords } : {}),
    license: library.license,
    ...(library.author ? { author: library.author } : {}),
    ...(library.homepage ? { homepage: library.homepage } : {}),
    ...(library.repository ? { repository: library.repository } : {}),
    type: 'module',
    main: './dist/index.js',
    module: './dist/index.js',
    types: './dist/index.d.ts',
    ...(input.sheet === undefined ? {} : { style: `./${sheetPath}` }),
    ...(hasElements ? { customElements: manifestPath } : {}),
    exports: exportsOf(input),
    files: [
      'dist',
      'tokens',
      ...(input.icons?.length ? ['icons'] : []),
      ...(input.messages?.length ? ['messages'] : []),
      'single',
      ...(input.sheet === undefined ? [] : [sheetPath]),
      ...(hasElements ? [manifestPath] : []),
      'CHANGELOG.md',
    ],
    sideEffects: [...effectiveModules(input), './single/*.js', './**/*.css'],
    ...(library.dependencies ? { dependencies: library.dependencies } : {}),
    ...(library.peerDependencies ? { peerDependencies: library.peerDependencies } : {}),
    ...(library.engines ? { engines: library.engines } : {}),
  }
}

/** What can be imported of a package, by the ways of Node's `exports`. */
function exportsOf(input: Described): object {
  const { contracts, prefix } = input
  const entry = (name: string, source: object = {}) => ({
    types: `./dist/${name}.d.ts`,
    ...source,
    default: `./dist/${name}.js`,
  })
  const conditions = new Set(contracts.flatMap((contract) => languageOf(contract).sourceCondition ?? []))
  const wholeSource = Object.fromEntries([...conditions].map((condition) => [condition, `./${sourceIndex}`]))
  return {
    '.': entry('index', wholeSource),
    // a component of that name comes after it, and is what the name leads to
    './tokens': {
      types: './tokens/index.d.ts',
      sass: './tokens/_index.scss',
      default: './tokens/index.js',
    },
    ...Object.fromEntries(
      contracts.map((contract) => [
        `./${bareName(contract.tag, prefix)}`,
        entry(bareName(contract.tag, prefix), sourceOf(contract, prefix)),
      ]),
    ),
    ...(input.icons?.length ? iconExports : {}),
    ...(input.messages?.length ? messageExports : {}),
    ...(input.sheet === undefined ? {} : { [`./${sheetPath}`]: `./${sheetPath}` }),
    './single/*': './single/*',
    './tokens.css': './tokens/tokens.css',
    './tokens/*': './tokens/*',
    ...(contracts.some(isElement) ? { [`./${manifestPath}`]: `./${manifestPath}` } : {}),
    './package.json': './package.json',
  }
}

/**
 * Modules that bundlers keep though nothing of them is used: those that register elements when they are
 * loaded; of a library whose own package.json does not say that the others do nothing then, all.
 */
function effectiveModules({
  library: { sideEffects = true },
  registering,
}: Pick<PackageInput, 'library' | 'registering'>): string[] {
  const isSheet = (pattern: string) => /\.(css|scss|sass|less)$/.test(pattern)
  const doNothing = Array.isArray(sideEffects) ? sideEffects.every(isSheet) : !sideEffects
  return doNothing && registering ? registering.map((path) => `./${path}`) : ['./dist/**/*.js']
}

/** The whole changelog, in the layout of Keep a Changelog 1.1.0, newest first. */
export function changelog(entries: ChangelogEntry[]): string {
  const told = entries.map(
    ({ version, date, notes }) => `## [${version}] - ${date}\n\n${notes.trim() || 'No notes.'}\n`,
  )
  return `# Changelog\n\nVersions follow Semantic Versioning.\n\n${told.join('\n')}`
}

/**
 * The tag-name map: `document.createElement('tern-…')` gets its own type. A module, elements in it or
 * not: only one may say something of the global scope.
 */
export function tagNameMap(contracts: Contract[], prefix: string): string {
  const imports = contracts.map(({ tag, className, exportName }) => {
    const name = exportName === 'default' ? `default as ${className}` : className
    return `import type { ${name} } from './${bareName(tag, prefix)}.js'`
  })
  const entries = contracts.map(({ tag, className }) => `    '${tag}': ${className}`)
  return `${imports.join('\n')}

declare global {
  interface HTMLElementTagNameMap {
${entries.join('\n')}
  }
}
export {}
`
}
