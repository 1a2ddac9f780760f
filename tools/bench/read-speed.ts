import ts from 'typescript'
import { readLibrary } from '~~/core/read/read'
import { median, terns, time } from './terns'

const files = terns(20)
const scripts = files.filter((file) => file.path.endsWith('.ts') && !file.path.endsWith('.d.ts'))

const full = () => readLibrary(files).contracts.length
/** What the compiler does with the same files before it knows any type: parsing and binding. */
const { bindSourceFile } = ts as unknown as {
  bindSourceFile(file: ts.SourceFile, options: ts.CompilerOptions): void
}
const bare = () =>
  scripts.map((script) => {
    const file = ts.createSourceFile(script.path, script.text, ts.ScriptTarget.Latest, true)
    bindSourceFile(file, {})
    return file
  }).length
const count = full()
for (let i = 0; i < 5; i++) {
  full()
  bare()
}
const ours: number[] = []
const theirs: number[] = []
for (let i = 0; i < 21; i++) {
  ours.push(time(full))
  theirs.push(time(bare))
}
process.stdout.write(
  JSON.stringify({
    ours: median(ours),
    bare: median(theirs),
    components: count,
    lines: scripts.reduce((sum, script) => sum + script.text.split('\n').length, 0),
  }),
)
