import { readFileSync, readdirSync } from 'node:fs'
import ts from 'typescript'
import { readLibrary } from '~~/core/read/read'

/** Twenty Terns side by side, tags and class names told apart, so that the time is of reading and not of starting. */
const folder = 'demo/tern/src'
const once = readdirSync(folder).map((name) => ({ name, text: readFileSync(`${folder}/${name}`, 'utf8') }))
const files = Array.from({ length: 20 }, (_, i) => once.map(({ name, text }) => ({ path: `lib${i}/${name}`, text: text.replaceAll(/(['"<`/])tern-/g, `$1tern${i}-`) }))).flat()
const scripts = files.filter((one) => one.path.endsWith('.ts') && !one.path.endsWith('.d.ts'))

const full = () => readLibrary(files).contracts.length
/** What the compiler does with the same files before it knows any type: parsing and binding. */
const { bindSourceFile } = ts as unknown as { bindSourceFile(file: ts.SourceFile, options: ts.CompilerOptions): void }
const bare = () => scripts.map((one) => {
  const file = ts.createSourceFile(one.path, one.text, ts.ScriptTarget.Latest, true)
  bindSourceFile(file, {})
  return file
}).length
const time = (work: () => unknown) => {
  const began = performance.now()
  work()
  return performance.now() - began
}
const median = (list: number[]) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]!
const count = full()
for (let i = 0; i < 5; i++) { full(); bare() }
const ours: number[] = []
const theirs: number[] = []
for (let i = 0; i < 21; i++) {
  ours.push(time(full))
  theirs.push(time(bare))
}
process.stdout.write(JSON.stringify({ ours: median(ours), bare: median(theirs), components: count, lines: scripts.reduce((sum, one) => sum + one.text.split('\n').length, 0) }))
