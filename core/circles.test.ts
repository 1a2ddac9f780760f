import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import ts from 'typescript'

const rooms = ['core', 'frame', 'server', 'app', 'cli']
const files = rooms
  .flatMap((room) => readdirSync(room, { recursive: true, encoding: 'utf8' }).map((path) => join(room, path)))
  .filter((path) => path.endsWith('.ts') && !path.endsWith('.test.ts'))
const known = new Set(files)

/** The files that a file takes values from; types alone are gone once it is compiled. */
function importsOf(file: string): string[] {
  const { importedFiles } = ts.preProcessFile(
    ts.transpileModule(readFileSync(file, 'utf8'), { compilerOptions: { target: ts.ScriptTarget.ESNext } })
      .outputText,
  )
  return importedFiles.flatMap(({ fileName }) => {
    const path = fileName.startsWith('.')
      ? join(dirname(file), fileName)
      : fileName.replace(/^~~\//, '').replace(/^~\//, 'app/')
    return [path, `${path}.ts`, `${path}/index.ts`].filter((candidate) => known.has(candidate)).slice(0, 1)
  })
}

test('no file takes values from one that takes values from it, however far around', () => {
  const imports = new Map(files.map((file) => [file, importsOf(file)]))
  const done = new Set<string>()
  const circles: string[] = []
  const visit = (file: string, trail: readonly string[]): void => {
    if (trail.includes(file)) circles.push([...trail.slice(trail.indexOf(file)), file].join(' → '))
    if (done.has(file)) return
    done.add(file)
    for (const next of imports.get(file) ?? []) visit(next, [...trail, file])
  }
  for (const file of files) visit(file, [])
  expect(circles).toEqual([])
})
