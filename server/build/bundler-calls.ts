import picomatch from 'picomatch'
import ts from 'typescript'
import { joined } from '~~/core/read/source/paths'
import { walk } from '~~/core/read/source/walk'

/** What stands in a script in place of a call that only a bundler answers, and what that imports. */
interface Answer {
  text: string
  imports: string[]
}

/**
 * A script in which what only bundlers answer is answered: `import.meta.glob(…)` is the object of modules it
 * stands for, and `new URL('./tide.png', import.meta.url)` the address of a file of the library. `paths` are
 * all files of the library. Lines keep their numbers.
 */
export function withBundlerCalls(path: string, text: string, paths: ReadonlySet<string>): string {
  if (!/import\.meta\.(glob|url)/.test(text)) return text
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX)
  const edits: { from: number; to: number; text: string }[] = []
  const heads: string[] = []
  walk(file, (node) => {
    const answer =
      globAnswer(node, path, paths, heads.length) ?? addressAnswer(node, path, paths, heads.length)
    if (!answer) return true
    heads.push(...answer.imports)
    edits.push({ from: node.getStart(), to: node.end, text: answer.text })
    return false
  })
  const edited = edits.reduceRight(
    (all, edit) => all.slice(0, edit.from) + edit.text + all.slice(edit.to),
    text,
  )
  return [...heads, edited].join(' ')
}

/** `new URL('./tide.png', import.meta.url)`, where the library has the file and it is no script. */
function addressAnswer(
  node: ts.Node,
  path: string,
  paths: ReadonlySet<string>,
  taken: number,
): Answer | undefined {
  if (!ts.isNewExpression(node) || node.expression.getText() !== 'URL') return undefined
  const [name, base] = node.arguments ?? []
  if (!name || !ts.isStringLiteralLike(name) || base?.getText() !== 'import.meta.url') return undefined
  if (!paths.has(pathFrom(path, name.text)) || /\.[cm]?[jt]sx?$/.test(name.text)) return undefined
  const from = JSON.stringify(`${/^\.{0,2}\//.test(name.text) ? '' : './'}${name.text}?url`)
  return { text: `new URL(__address${taken})`, imports: [`import __address${taken} from ${from};`] }
}

/** `import.meta.glob('./icons/*.svg', { eager: true, import: 'default', query: '?raw' })`. */
function globAnswer(
  node: ts.Node,
  path: string,
  paths: ReadonlySet<string>,
  taken: number,
): Answer | undefined {
  if (!ts.isCallExpression(node) || node.expression.getText() !== 'import.meta.glob') return undefined
  const [given, options] = node.arguments
  const patterns = given && (ts.isArrayLiteralExpression(given) ? [...given.elements] : [given])
  if (!patterns?.every(ts.isStringLiteralLike)) return undefined
  const option = optionsOf(options)
  const as = option('as')
  const name = option('import') ?? (as ? 'default' : undefined)
  const query = (option('query') ?? as ?? '').replace(/^(?=[^?])/, '?')
  const found = filesFor(
    patterns.map((pattern) => pattern.text),
    path,
    paths,
  )
  const member = (file: string, value: string) => `${JSON.stringify(file)}: ${value}`
  if (option('eager') !== 'true') {
    const then = name ? `.then((module) => module[${JSON.stringify(name)}])` : ''
    const members = found.map((file) => member(file, `() => import(${JSON.stringify(file + query)})${then}`))
    return { text: `({ ${members.join(', ')} })`, imports: [] }
  }
  return {
    text: `({ ${found.map((file, i) => member(file, `__glob${taken + i}`)).join(', ')} })`,
    imports: found.map((file, i) => {
      const what = name ? `{ ${name} as __glob${taken + i} }` : `* as __glob${taken + i}`
      return `import ${what} from ${JSON.stringify(file + query)};`
    }),
  }
}

/** The plain options of a call, as text. */
const optionsOf =
  (options: ts.Expression | undefined) =>
  (name: string): string | undefined => {
    if (!options || !ts.isObjectLiteralExpression(options)) return undefined
    const value = options.properties
      .filter(ts.isPropertyAssignment)
      .find((property) => property.name.getText() === name)?.initializer
    return value && (ts.isStringLiteralLike(value) ? value.text : value.getText())
  }

/** The files that patterns take, without those that one with `!` takes; as a script at `path` names them. */
function filesFor(patterns: readonly string[], path: string, paths: ReadonlySet<string>): string[] {
  const matcher = (glob: string) => picomatch(pathFrom(path, glob))
  const takes = patterns.filter((glob) => !glob.startsWith('!')).map(matcher)
  const leaves = patterns.filter((glob) => glob.startsWith('!')).map((glob) => matcher(glob.slice(1)))
  return [...paths]
    .filter((file) => file !== path && takes.some((match) => match(file)))
    .filter((file) => !leaves.some((match) => match(file)))
    .sort()
    .map((file) => (patterns[0]!.startsWith('/') ? `/${file}` : relative(path, file)))
}

/** The path that a specifier in a file leads to; one that begins with `/` from the top. */
const pathFrom = (path: string, specifier: string): string =>
  joined(specifier.startsWith('/') ? [] : path.split('/').slice(0, -1), specifier)

function relative(path: string, file: string): string {
  const folder = path.split('/').slice(0, -1)
  const steps = file.split('/')
  let shared = 0
  while (shared < folder.length && folder[shared] === steps[shared]) shared++
  const up = folder.length - shared
  return `${up ? '../'.repeat(up) : './'}${steps.slice(shared).join('/')}`
}
