import { realpathSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join, relative, sep } from 'node:path'
import { build, type Loader, type Plugin } from 'esbuild'
import ts from 'typescript'
import { judged, typedModule, type Manifest, type Tried } from '~~/core/release/consumer/consumer'

/** The compiler's own declarations. */
const compiler = dirname(createRequire(import.meta.url).resolve('typescript'))

/** As a project is set up that wants to hear of everything. */
const options: ts.CompilerOptions = {
  target: ts.ScriptTarget.ES2022,
  module: ts.ModuleKind.ESNext,
  moduleResolution: ts.ModuleResolutionKind.Bundler,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
  jsx: ts.JsxEmit.ReactJSX,
  strict: true,
  skipLibCheck: false,
  noEmit: true,
}

const isWithin = (folder: string, path: string): boolean => path === folder || path.startsWith(folder + sep)
/** Whether a path really leads into one of some folders, links followed. */
function leadsInto(folders: readonly string[], path: string): boolean {
  try {
    const real = realpathSync(path)
    return folders.some((folder) => isWithin(folder, real))
  } catch {
    return false
  }
}

/** What the compiler says of a project in a folder that uses all types of a package installed there. */
export function compileConsumer(folder: string, manifest: Manifest): Tried {
  const root = realpathSync(folder)
  const readable = [root, compiler]
  const entry = join(root, 'all.ts')
  const text = typedModule(manifest)
  const system = ts.createCompilerHost(options)
  const host: ts.CompilerHost = {
    ...system,
    getCurrentDirectory: () => root,
    getDefaultLibLocation: () => compiler,
    fileExists: (path) => path === entry || (leadsInto(readable, path) && system.fileExists(path)),
    readFile: (path) =>
      path === entry ? text : leadsInto(readable, path) ? system.readFile(path) : undefined,
    directoryExists: (path) => leadsInto(readable, path) && system.directoryExists!(path),
    getDirectories: (path) => (leadsInto(readable, path) ? system.getDirectories!(path) : []),
    getSourceFile: (path, language) => {
      const content = host.readFile(path)
      return content === undefined ? undefined : ts.createSourceFile(path, content, language)
    },
    writeFile: () => undefined,
  }
  const own = join(root, 'node_modules', manifest.name)
  const program = ts.createProgram([entry], options, host)
  const said = ts
    .getPreEmitDiagnostics(program)
    .filter(({ file }) => !file || file.fileName === entry || isWithin(own, file.fileName))
    .map((diagnostic) => sayDiagnostic(diagnostic, own))
  return judged([...new Set(said)])
}

function sayDiagnostic({ file, start, messageText }: ts.Diagnostic, own: string): string {
  const message = ts.flattenDiagnosticMessageText(messageText, ' ').replace(/\.?$/, '.')
  if (!file || start === undefined || !isWithin(own, file.fileName)) return message
  const { line } = file.getLineAndCharacterOfPosition(start)
  return `${relative(own, file.fileName)}, line ${line + 1}: ${message}`
}

const addresses = [
  '.png',
  '.jpg',
  '.jpeg',
  '.gif',
  '.webp',
  '.avif',
  '.svg',
  '.woff',
  '.woff2',
  '.ttf',
  '.otf',
]
const loaders: Record<string, Loader> = Object.fromEntries(addresses.map((ending) => [ending, 'dataurl']))

/** Bundles a script of a project for a page, with what is installed in its folder and nothing else. */
export async function bundleConsumer(
  folder: string,
  script: string,
): Promise<{ script: string; sheet: string }> {
  const root = realpathSync(folder)
  const { outputFiles } = await build({
    stdin: { contents: script, resolveDir: root, sourcefile: 'page.js' },
    absWorkingDir: root,
    bundle: true,
    write: false,
    format: 'esm',
    target: 'es2022',
    outdir: join(root, 'out'),
    loader: loaders,
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'silent',
    plugins: [stayWithin(root)],
  })
  const textOf = (ending: string) => outputFiles.find(({ path }) => path.endsWith(ending))?.text ?? ''
  return { script: textOf('.js'), sheet: textOf('.css') }
}

/** Whatever a package names as the place of a file: nothing outside the project is read. */
const stayWithin = (root: string): Plugin => ({
  name: 'stay-within',
  setup(bundler) {
    bundler.onLoad({ filter: /.*/, namespace: 'file' }, ({ path }) =>
      leadsInto([root], path) ? undefined : { errors: [{ text: 'It reads a file outside of the project.' }] },
    )
  },
})
