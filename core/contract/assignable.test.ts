import fc from 'fast-check'
import ts from 'typescript'
import { printType, unionOf, type TypeModel } from './type'
import { isWithin } from './weight'

// Whether a value of one type may stand where another is asked for, held against the compiler.

const literal = (value: string | number | boolean): TypeModel => ({ is: 'literal', value })
const leaf = fc.constantFrom<TypeModel>(
  { is: 'string' },
  { is: 'number' },
  { is: 'boolean' },
  { is: 'null' },
  { is: 'undefined' },
  { is: 'date' },
  { is: 'function' },
  { is: 'node' },
  { is: 'other', text: 'unknown' },
  literal('calm'),
  literal('storm'),
  literal(1),
  literal(2),
  literal(true),
  literal(false),
)
const { type } = fc.letrec<{ type: TypeModel }>((tie) => ({
  type: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    leaf,
    fc.array(tie('type'), { minLength: 2, maxLength: 4 }).map((all) => unionOf(all)),
    tie('type').map((of): TypeModel => ({ is: 'list', of })),
    fc
      .uniqueArray(
        fc.record({ name: fc.constantFrom('from', 'to', 'via'), type: tie('type'), optional: fc.boolean() }),
        {
          selector: ({ name }) => name,
          maxLength: 3,
        },
      )
      .map((fields): TypeModel => ({ is: 'object', fields })),
  ),
}))

/** The same type with something in it otherwise, so that pairs are often alike. */
const wider = fc.tuple(type, type).map(([a, b]) => unionOf([a, b]))
const pair = fc.oneof(
  fc.tuple(type, type),
  fc.tuple(type, wider).map(([a, b]): [TypeModel, TypeModel] => [a, unionOf([a, b])]),
  fc.tuple(type, wider).map(([a, b]): [TypeModel, TypeModel] => [unionOf([a, b]), a]),
)

/** Which pairs the compiler takes, in the same order. */
function takenByCompiler(pairs: readonly (readonly [TypeModel, TypeModel])[]): boolean[] {
  const lines = pairs.map(
    ([narrow, wide], i) =>
      `{ const from = given<${printType(narrow, true)}>(); const to: ${printType(wide, true)} = from; use(${i}, to) }`,
  )
  const text = `interface Node { nodeType: number; nodeName: string }\ndeclare function given<T>(): T\ndeclare function use(at: number, value: unknown): void;\n${lines.join('\n')}\n`
  const options: ts.CompilerOptions = {
    strict: true,
    noEmit: true,
    target: ts.ScriptTarget.ES2022,
    lib: ['lib.es2022.d.ts'],
  }
  const host = ts.createCompilerHost(options)
  const read = host.getSourceFile.bind(host)
  host.getSourceFile = (name, target) =>
    name === 'pairs.ts' ? ts.createSourceFile(name, text, target) : read(name, target)
  const program = ts.createProgram(['pairs.ts'], options, host)
  const wrong = new Set(
    program
      .getSemanticDiagnostics(program.getSourceFile('pairs.ts'))
      .map(({ file, start }) => file!.getLineAndCharacterOfPosition(start!).line - 3),
  )
  return pairs.map((_, i) => !wrong.has(i))
}

test('two thousand pairs: what is called within another is taken by the compiler, and what it takes is called so', () => {
  const pairs = fc.sample(pair, { numRuns: 2000, seed: 7 })
  const taken = takenByCompiler(pairs)
  const sayPair = (i: number) => pairs[i]!.map((type) => printType(type, true)).join('   in   ')
  const differing = pairs.flatMap(([narrow, wide], i) =>
    isWithin(narrow, wide) === taken[i] ? [] : [`${taken[i] ? 'taken' : 'refused'}: ${sayPair(i)}`],
  )
  expect(taken.filter(Boolean).length).toBeGreaterThan(300)
  expect(differing).toEqual([])
}, 60_000)
