import type { SummaryRow } from '../accessible/summary'
import type { Contract } from '../contract/contract'
import { languageOf } from '../languages/languages'
import { iconExports } from '../icons/exports'
import { messageExports } from '../messages/package'
import { tokenFiles } from '../tokens/print/files'
import type { Theme } from '../tokens/themes'
import type { Combination } from '../variants/combination'
import type { LibraryPackage } from './library'
import { bareName, customElementsManifest, type Words } from './manifest'
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
  licence: string
  changelog: ChangelogEntry[]
  registry: string
}

/** All files of a published package, in a fixed order, so that the same input packs to the same bytes. */
export function packageFiles(input: PackageInput): PackageFile[] {
  const { contracts, themes, prefix } = input
  const manifest = customElementsManifest(contracts, prefix, input.words, input.accessible)
  const files: PackageFile[] = [
    { path: 'package.json', content: `${JSON.stringify(packageJson(input), null, 2)}\n` },
    { path: 'README.md', content: readme(input) },
    { path: 'CHANGELOG.md', content: changelog(input.changelog) },
    { path: 'LICENSE', content: input.licence },
    {
      path: 'custom-elements.json',
      content: `${JSON.stringify(manifest, null, 2)}\n`,
    },
    ...tokenFiles(themes, tokenPrefix(prefix)).map(({ path, content }) => ({ path, content })),
    ...(input.icons ?? []),
    ...(input.messages ?? []),
    ...input.built,
  ]
  return files.sort((a, b) => (a.path < b.path ? -1 : 1))
}

/** `tern-` stands in front of tags; `tern` in front of custom properties. */
export const tokenPrefix = (prefix: string): string => prefix.replace(/-$/, '')

/** Where a package keeps the source that consumers compile themselves, and what hands on all of it. */
export const sourceFolder = 'dist/source'
export const sourceIndex = `${sourceFolder}/index.js`

/** The module that hands on the source of one component. */
export const sourceModule = (contract: Contract, prefix: string): string =>
  `${sourceFolder}/${bareName(contract.tag, prefix)}.js`

/** Where a component's source is, under the condition that its consumers' builds ask for. */
function sourceOf(contract: Contract, prefix: string): object {
  const { sourceCondition } = languageOf(contract)
  return sourceCondition ? { [sourceCondition]: `./${sourceModule(contract, prefix)}` } : {}
}

/** The published package.json: ES modules only, one entry a component, declarations beside each. */
export function packageJson(
  input: Pick<PackageInput, 'library' | 'version' | 'contracts' | 'prefix' | 'icons' | 'messages'>,
): object {
  const { library, version, contracts, prefix } = input
  const entry = (name: string, source: object = {}) => ({
    types: `./dist/${name}.d.ts`,
    ...source,
    default: `./dist/${name}.js`,
  })
  const conditions = new Set(contracts.flatMap((contract) => languageOf(contract).sourceCondition ?? []))
  const wholeSource = Object.fromEntries([...conditions].map((condition) => [condition, `./${sourceIndex}`]))
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
    customElements: 'custom-elements.json',
    exports: {
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
      './tokens.css': './tokens/tokens.css',
      './tokens/*': './tokens/*',
      './custom-elements.json': './custom-elements.json',
      './package.json': './package.json',
    },
    files: [
      'dist',
      'tokens',
      ...(input.icons?.length ? ['icons'] : []),
      ...(input.messages?.length ? ['messages'] : []),
      'custom-elements.json',
      'CHANGELOG.md',
    ],
    // every module registers its element when it is loaded, so none may be dropped as unused
    sideEffects: ['./dist/**/*.js', './tokens/*.css', ...(input.icons?.length ? ['./icons/*.css'] : [])],
    ...(library.dependencies ? { dependencies: library.dependencies } : {}),
    ...(library.peerDependencies ? { peerDependencies: library.peerDependencies } : {}),
    ...(library.engines ? { engines: library.engines } : {}),
  }
}

/** The whole changelog, in the layout of Keep a Changelog 1.1.0, newest first. */
export function changelog(entries: ChangelogEntry[]): string {
  const told = entries.map(
    ({ version, date, notes }) => `## [${version}] - ${date}\n\n${notes.trim() || 'No notes.'}\n`,
  )
  return `# Changelog\n\nVersions follow Semantic Versioning.\n\n${told.join('\n')}`
}

/**
 * The tag-name map: `document.createElement('tern-…')` gets its own type. A module, elements in it or not: only one
 * may say something of the global scope.
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
