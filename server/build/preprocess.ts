import less from 'less'
import { compileString, type Syntax } from 'sass'
import { CompileFailure } from '~~/core/languages/file'
import { joined } from '~~/core/read/source/paths'

/** Gives the text of a file of the library, or of a package that was installed for it. */
export type ReadText = (path: string) => string | undefined

/** Style languages that are compiled to CSS, by the endings of their files. */
const syntaxes: Record<string, Syntax | 'less'> = { scss: 'scss', sass: 'indented', less: 'less' }
export const isPreprocessed = (ending: string): boolean => ending in syntaxes

/**
 * CSS from a sheet in another style language, `ending` says which. What it imports is looked for beside it
 * and in installed packages, and nowhere else; nothing in a sheet runs as script. Throws a {@link
 * CompileFailure} with the line where it cannot be compiled.
 */
export async function toCss(path: string, ending: string, text: string, read: ReadText): Promise<string> {
  const syntax = syntaxes[ending]
  if (!syntax) throw new CompileFailure(`Styles written in ${ending} are not compiled.`, 1)
  return syntax === 'less' ? fromLess(path, text, read) : fromSass(path, text, syntax, read)
}

const scheme = 'library:/'
const pathOf = (url: URL): string => decodeURIComponent(url.pathname.slice(1))

function fromSass(path: string, text: string, syntax: Syntax, read: ReadText): string {
  const importer = {
    canonicalize(specifier: string, { containingUrl }: { containingUrl: URL | null }) {
      const found = fileOf(
        specifier.startsWith(scheme) ? `/${specifier.slice(scheme.length)}` : specifier,
        containingUrl ? pathOf(containingUrl) : path,
        ['scss', 'sass', 'css'],
        read,
      )
      return found === undefined ? null : new URL(scheme + encodeURI(found))
    },
    load(url: URL) {
      const contents = read(pathOf(url))
      if (contents === undefined) return null
      const ending = /\.(\w+)$/.exec(url.pathname)?.[1]
      const found: Syntax = ending === 'sass' ? 'indented' : ending === 'css' ? 'css' : 'scss'
      return { contents, syntax: found }
    },
  }
  try {
    const { css } = compileString(text, {
      syntax,
      url: new URL(scheme + encodeURI(path)),
      importer,
      importers: [importer],
      logger: { warn: () => undefined, debug: () => undefined },
    })
    return css
  } catch (error) {
    const { sassMessage, message, span } = error as Error & {
      sassMessage?: string
      span?: { start: { line: number } }
    }
    throw new CompileFailure(sassMessage ?? message, (span?.start.line ?? 0) + 1)
  }
}

async function fromLess(path: string, text: string, read: ReadText): Promise<string> {
  const found = (specifier: string, folder: string): { filename: string; contents: string } => {
    const file = fileOf(specifier, `${folder}file.less`, ['less', 'css'], read)
    if (file === undefined) throw new Error(`There is no file “${specifier}” beside it`)
    return { filename: file, contents: read(file)! }
  }
  class LibraryFiles extends less.FileManager {
    override supports = (): boolean => true
    override supportsSync = (): boolean => true
    override async loadFile(
      specifier: string,
      folder: string,
    ): Promise<{ filename: string; contents: string }> {
      return found(specifier, folder)
    }
    override loadFileSync(specifier: string, folder: string): { filename: string; contents: string } {
      return found(specifier, folder)
    }
  }
  try {
    const { css } = await less.render(text, {
      filename: path,
      // a plug-in of a sheet is script
      disablePluginRule: true,
      javascriptEnabled: false,
      plugins: [
        {
          install: (_less: unknown, manager: Less.PluginManager) =>
            manager.addFileManager(new LibraryFiles()),
        },
      ],
    } as Less.Options)
    return css
  } catch (error) {
    const { message, line } = error as Less.RenderError
    throw new CompileFailure(message, line)
  }
}

/**
 * The file that a sheet names: beside it, from the top of the library, or in a package (`~` before it or
 * not), with an ending or without, as a partial or as the index of a folder.
 */
function fileOf(
  specifier: string,
  from: string,
  endings: readonly string[],
  read: ReadText,
): string | undefined {
  const bare = specifier.replace(/^(~|pkg:)/, '')
  const folder = from.slice(0, from.lastIndexOf('/') + 1)
  const tops = specifier.startsWith('/')
    ? [bare.slice(1)]
    : [
        ...(bare === specifier ? [folder + bare] : []),
        ...(bare.startsWith('.') ? [] : [`node_modules/${bare}`]),
      ]
  return tops
    .map((path) => joined([], path))
    .flatMap((top) => named(top, endings))
    .find((path) => read(path) !== undefined)
}

function named(path: string, endings: readonly string[]): string[] {
  const at = path.lastIndexOf('/') + 1
  const partial = `${path.slice(0, at)}_${path.slice(at)}`
  const bases = [path, partial, `${path}/_index`, `${path}/index`]
  const hasEnding = endings.some((ending) => path.endsWith(`.${ending}`))
  return [
    ...(hasEnding ? [path, partial] : []),
    ...bases.flatMap((base) => endings.map((ending) => `${base}.${ending}`)),
  ]
}
