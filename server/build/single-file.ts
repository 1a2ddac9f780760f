import { build, type BuildFailure, type Metafile } from 'esbuild'
import { injected } from '~~/core/languages/injected'
import { tokenPrefix, type PackageFile, type PackageInput } from '~~/core/release/package'
import { singlePaths } from '~~/core/release/places'
import type { SourceText } from '~~/core/read/source/source-text'
import { themesCss } from '~~/core/tokens/themes'
import { asInPage, asInstalled, compiling, withoutPlace } from './compiling'
import { packageOf } from './importing'
import { librarySource } from './library-source'
import { entriesOf, indexEntry } from './package-modules'
import { thirdPartyLicences } from './third-party'

export interface Single {
  files: PackageFile[]
  /** What there is, or why it is not. */
  says: string
}

/**
 * A library in one file for pages without a build: its components, looks, themes and icons, and the packages that
 * it depends on. As a module, and as a classic script where nothing stays outside of it: peers are the page's own.
 * `dependencies`: the folder that its packages are installed in.
 */
export async function singleFiles(
  files: SourceText[],
  input: Omit<PackageInput, 'built'>,
  dependencies: string | undefined,
): Promise<Single> {
  const { library, contracts } = input
  const peers = new Set(Object.keys(library.peerDependencies ?? {}))
  const paths = singlePaths(library.name)
  const ours = [...entriesOf(contracts, input.prefix), ...singleEntry(input)]
  const formed = (form: 'module' | 'classic') =>
    build({
      ...compiling(files),
      entryPoints: [{ in: singlePath, out: paths[form].replace(/\.js$/, '') }],
      format: form === 'module' ? 'esm' : 'iife',
      ...(form === 'classic' ? { globalName: paths.global } : {}),
      minify: true,
      sourcemap: 'linked',
      sourcesContent: true,
      metafile: true,
      define: asInPage,
      plugins: [librarySource([...files, ...ours], { contracts, dependencies, peers })],
    })
  try {
    const module = await formed('module')
    // what the module takes from outside, a classic script has no way to get
    const outside = takenFromOutside(module.metafile)
    const classic = outside.length ? [] : (await formed('classic')).outputFiles
    const licences = thirdPartyLicences(Object.keys(module.metafile.inputs), dependencies)
    return {
      files: [
        ...[...module.outputFiles, ...classic].map(({ path, contents }) => ({
          path: path.replace(/^\/out\//, ''),
          content: withoutPlace(contents, dependencies),
        })),
        ...(licences ? [{ path: paths.licences, content: licences }] : []),
      ],
      says: outside.length
        ? `As one module, which takes ${outside.join(' and ')} from the page by an import map; so it is no classic script.`
        : 'As one module, and as one classic script.',
    }
  } catch (error) {
    return { files: [], says: `In no single file: ${reasonOf(error)}` }
  }
}

const singlePath = 'entry/single.ts'

/** What stands in the single file: looks first, then all components. */
function singleEntry({
  library: { name },
  prefix,
  themes,
  icons = [],
  sheet,
}: Omit<PackageInput, 'built'>): SourceText[] {
  const iconsCss = icons.find(({ path }) => path === 'icons/icons.css')?.content ?? ''
  const { css } = themesCss(themes, tokenPrefix(prefix))
  const looks = [injected(`${css}${String(iconsCss)}`, name)]
  if (sheet !== undefined) looks.push(`{ ${injected(sheet, `${name}/style.css`)} }`)
  return [
    { path: 'entry/looks.ts', text: looks.join('\n') },
    { path: singlePath, text: `import './looks.ts'\nexport * from '../${indexEntry}'\n` },
  ]
}

/** The packages that what was built imports from outside of it. */
function takenFromOutside({ outputs }: Metafile): string[] {
  const imported = Object.values(outputs).flatMap(({ imports }) => imports)
  return [...new Set(imported.filter(({ external }) => external).map(({ path }) => packageOf(path)))]
}

/** The first thing that was wrong, as a sentence. */
function reasonOf(error: unknown): string {
  const { errors = [], message } = error as Partial<BuildFailure> & Error
  return asInstalled(errors[0]?.text ?? message).replace(/\.?$/, '.')
}
