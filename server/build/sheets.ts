import { compileStyleAsync } from '@vue/compiler-sfc'
import { build, type Plugin } from 'esbuild'
import { injected } from '~~/core/languages/injected'
import { isPreprocessed, toCss, type ReadText } from './preprocess'

/**
 * What an importer wants of a sheet: that its looks are in the document, its text, a constructed sheet (CSS
 * Module Scripts), or the names it was given for its classes (CSS Modules).
 */
export type SheetWay = 'looks' | 'text' | 'sheet' | 'names'

export const endingOf = (path: string): string => /\.([^./]+)$/.exec(path)?.[1]?.toLowerCase() ?? ''
export const isSheet = (path: string): boolean => endingOf(path) === 'css' || isPreprocessed(endingOf(path))
export const sheetWays = new Map<string, SheetWay>(
  (['looks', 'text', 'sheet', 'names'] as const).map((way) => [`?sheet=${way}`, way]),
)

/**
 * What an import asks for by its attributes, by its query, by the file's name, or by taking no name at all.
 */
export function sheetWayOf(
  path: string,
  { type, query, takesName }: { type: string | undefined; query: string; takesName: boolean },
): SheetWay {
  if (type === 'css') return 'sheet'
  if (type === 'text' || /^\?(inline|raw)\b/.test(query)) return 'text'
  if (/\.module\.[^.]+$/.test(path)) return 'names'
  return takesName ? 'text' : 'looks'
}

/** A script that gives what is asked for of a sheet in CSS. */
export async function sheetModule(path: string, css: string, way: SheetWay): Promise<string> {
  switch (way) {
    case 'looks':
      return injected(css, path)
    case 'text':
      return `export default ${JSON.stringify(css)}\n`
    case 'sheet':
      return [
        'const sheet = new CSSStyleSheet()',
        `sheet.replaceSync(${JSON.stringify(css)})`,
        'export default sheet',
        '',
      ].join('\n')
    case 'names': {
      const done = await compileStyleAsync({ source: css, filename: path, id: path, modules: true })
      const names = done.modules ?? {}
      const exported = Object.entries(names)
        .filter(([name]) => /^[A-Za-z_$][\w$]*$/.test(name) && !reserved.has(name))
        .map(([name, value]) => `export const ${name} = ${JSON.stringify(value)}\n`)
      return `${injected(done.code, path)}\n${exported.join('')}export default ${JSON.stringify(names)}\n`
    }
  }
}
/** Names that no binding can have (ECMAScript, 12.7.2) and that classes are called by now and then. */
const reserved = new Set(
  (
    'await break case catch class const continue debugger default delete do else enum export extends false ' +
    'finally for function if import in instanceof new null return super switch this throw true try typeof var ' +
    'void while with yield let static implements interface package private protected public arguments eval'
  ).split(' '),
)

/**
 * The CSS of a sheet with what it imports put in and its pictures and faces as data URLs; as it stands where
 * it names no other file. What is not there stays named.
 */
export async function wholeSheet(
  path: string,
  text: string,
  read: ReadText,
  library: Plugin,
): Promise<string> {
  const ending = endingOf(path)
  const css = isPreprocessed(ending) ? await toCss(path, ending, text, read) : text
  if (!/@import|url\(/i.test(css)) return css
  const result = await build({
    entryPoints: [`${sheetEntry}${path}`],
    bundle: true,
    write: false,
    outdir: '/out',
    absWorkingDir: '/',
    logLevel: 'silent',
    legalComments: 'inline',
    plugins: [entryWith(css), library],
  })
  return result.outputFiles.find((file) => file.path.endsWith('.css'))?.text ?? css
}

export const sheetEntry = 'kept-shelf:sheet/'
const entryWith = (css: string): Plugin => ({
  name: 'sheet',
  setup(build) {
    build.onLoad({ filter: /^kept-shelf:sheet\//, namespace: 'library' }, () => ({
      contents: css,
      loader: 'css',
    }))
  },
})
