import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import ts from 'typescript'

// Which file of the house takes values from which, types left aside: those are gone once it is compiled.

const rooms = ['core', 'frame', 'server', 'app', 'cli']
const files = rooms
  .flatMap((room) => readdirSync(room, { recursive: true, encoding: 'utf8' }).map((path) => join(room, path)))
  .filter((path) => /\.(?:ts|vue)$/.test(path) && !path.endsWith('.test.ts'))
const known = new Set(files)

/** The script of a file; of a page or a component of ours what stands in its block. */
function scriptOf(file: string): string {
  const text = readFileSync(file, 'utf8')
  return file.endsWith('.vue') ? (/<script[^>]*>(.*?)<\/script>/s.exec(text)?.[1] ?? '') : text
}

/** What a file imports that has values: files of the house by their path, packages by their name. */
function importsOf(file: string): string[] {
  const { outputText } = ts.transpileModule(scriptOf(file), {
    compilerOptions: {
      target: ts.ScriptTarget.ESNext,
      // what a template uses looks unused in a script of its own
      ...(file.endsWith('.vue') ? { verbatimModuleSyntax: true } : {}),
    },
  })
  return ts.preProcessFile(outputText).importedFiles.map(({ fileName }) => {
    const path = fileName.startsWith('.')
      ? join(dirname(file), fileName)
      : fileName.replace(/^~~\//, '').replace(/^~\//, 'app/')
    return [path, `${path}.ts`, `${path}/index.ts`].find((candidate) => known.has(candidate)) ?? fileName
  })
}

/** By every file of the house, what it imports. */
export const importGraph = (): Map<string, string[]> => new Map(files.map((file) => [file, importsOf(file)]))
