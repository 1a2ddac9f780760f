import ts from 'typescript'
import { outside } from '../../../tests/outside'
import { printType } from '../../contract/type'
import { CheckedTypes } from './checked-types'
import { shownDefault } from './defaults'
import { evaluate } from './evaluate'
import { SourceSet } from './source-set'
import { typeOfText } from './type-text'

/** The value of the constant `x` at the end of a file, with others beside it. */
function valueOf(text: string, more: Record<string, string> = {}): unknown {
  const sources = new SourceSet(
    Object.entries({ 'a.ts': text, ...more }).map(([path, own]) => ({ path, text: own })),
  )
  const last = sources.scripts.get('a.ts')!.statements.at(-1)!
  return ts.isVariableStatement(last)
    ? evaluate(sources, last.declarationList.declarations[0]!.initializer!)
    : undefined
}

test.each([
  ["const x = 'a' + 1 + `b${2}`", 'a1b2'],
  ['const x = [1, ...[2, 3], -4]', [1, 2, 3, -4]],
  ["const a = { b: 'c' }; const x = { ...a, d: [a.b] }", { b: 'c', d: ['c'] }],
  ["enum E { A = 'one' }\nconst x = E.A", 'one'],
  ["class C { static t = 'x' }\nconst x = C.t", 'x'],
  ["class C { static get t() { return 'y' } }\nconst x = C.t", 'y'],
  ["const x = Object.keys({ a: 1, b: 2 }).map((k) => k.toUpperCase()).join('-')", 'A-B'],
  ["const x = Object.fromEntries(['a', 'b'].map((k, i) => [k, i]))", { a: 0, b: 1 }],
  ["const x = ['a', 'b', 'c'].filter((k) => k !== 'b').concat('d')", ['a', 'c', 'd']],
  ["const x = Object.values({ a: ['p'], b: ['q'] }).flat().includes('q')", true],
  [
    "const x = Object.entries({ A: 'B' }).reduce((all, [k, v]) => { all[k] = v.toLowerCase(); " +
      'return all }, {})',
    { A: 'b' },
  ],
  ["const tag = (name, prefix = 'x-') => `${prefix}${name.trim()}`\nconst x = tag(' card ')", 'x-card'],
  [
    "function pick(on) { if (on) return 'yes'; return 'no' }\nconst x = [pick(true), pick(false)]",
    ['yes', 'no'],
  ],
  ["const x = (true ? 'a' : 'b') as const", 'a'],
  ['const x = Object.freeze([1] as const)', [1]],
  ["const x = null ?? 'd'", 'd'],
])('%s', (text, value) => expect(valueOf(text)).toEqual(value))

test('through imports, re-exports, namespaces left alone', () => {
  expect(
    valueOf("import { B as C } from './b'\nimport d from './d'\nconst x = [C, d]", {
      'b.ts': "export * from './c'",
      'c.ts': "export const B = 'deep'",
      'd.ts': "const e = 'def'\nexport default e",
    }),
  ).toEqual(['deep', 'def'])
  expect(
    valueOf("import * as all from './b'\nconst x = all.y", { 'b.ts': 'export const y = 1' }),
  ).toBeUndefined()
})

test.each([
  ['what runs', 'const x = fetch("/a")'],
  ['what asks the clock', 'const x = Date.now()'],
  ['what turns back on itself', 'const y = x\nconst x = y'],
  ['what never ends', 'function f(n) { return f(n) }\nconst x = f(1)'],
  ['what a loop puts together', 'function f() { const a = []; for (;;) a.push(1) }\nconst x = f()'],
  ['prototypes', "const x = ({})['__proto__']"],
  ['what is not its own', 'const x = ({}).constructor'],
])('%s is not known, and ends', (_what, text) => expect(valueOf(text)).toBeUndefined())

test('a table that a function changes does not change for others', () => {
  expect(
    valueOf(
      'const base = { a: 1 }\nfunction add(to) { to.b = 2; return to }\nconst y = ' +
        'add(base)\nconst x = [base, y]',
    ),
  ).toBeUndefined()
  expect(valueOf('const base = { a: 1 }\nconst x = base')).toEqual({ a: 1 })
})

test('defaults as a person would write them: functions that return one are opened, undefined is none', () => {
  const shown = (text: string) => {
    const sources = new SourceSet([{ path: 'a.ts', text: `const x = ${text}` }])
    const [statement] = sources.scripts.get('a.ts')!.statements
    return shownDefault(
      sources,
      (statement as ts.VariableStatement).declarationList.declarations[0]!.initializer,
    )
  }
  expect(shown("() => ['a']")).toEqual({ default: '["a"]', defaultValue: ['a'] })
  expect(shown('function () { return 3 }')).toEqual({ default: '3', defaultValue: 3 })
  expect(shown('undefined')).toEqual({})
  expect(shown('getDefault("x") as string')).toEqual({ default: 'getDefault("x")' })
})

test.each([
  ['string | null', 'string | null'],
  ["('a'|'b')[]", "('a' | 'b')[]"],
  ['Array<string>', 'string[]'],
  ['{ a: number, b?: Date }', '{ a: number; b?: Date }'],
  ['(x: number) => void', '(...values: unknown[]) => unknown'],
  ['not a type at all {', 'not a type at all {'],
  ['Map<string, X>', 'Map<string, X>'],
  ['{ [key: string]: X }', '{ [key: string]: X }'],
])('a type that comes as text: %s', (text, printed) => expect(printType(typeOfText(text))).toBe(printed))

describe('types as the compiler works them out', () => {
  const model = (text: string) => {
    const sources = new SourceSet([{ path: 'a.ts', text }], outside)
    const types = new CheckedTypes(sources)
    const last = sources.scripts.get('a.ts')!.statements.at(-1)! as ts.TypeAliasDeclaration
    return printType(types.model(types.checker.getTypeFromTypeNode(last.type), last), true)
  }
  test.each([
    ["type T = Exclude<'a' | 'b' | 'c', 'b'>", "'a' | 'c'"],
    ["type R = Record<'x' | 'y', number>\ntype T = Partial<R>", '{ x?: number; y?: number }'],
    ["type T = `${'s' | 'm'}-size`", "'s-size' | 'm-size'"],
    ["const list = ['p', 'q'] as const\ntype T = (typeof list)[number]", "'p' | 'q'"],
    ['type T = Awaited<Promise<string[]>>', 'string[]'],
    ["type T = 'known' | (string & {})", "string | 'known'"],
    ['type T = ReturnType<() => Date | null>', 'Date | null'],
    ["type T = Omit<string, 'a'>", 'string'],
    [
      'interface A { n: number } interface A { m?: boolean }\ntype T = Readonly<A>',
      '{ n: number; m?: boolean }',
    ],
  ])('%s', (text, printed) => expect(model(text).split(' | ').sort()).toEqual(printed.split(' | ').sort()))
  test('a type that leads nowhere is any, and the import is told', () => {
    const sources = new SourceSet(
      [{ path: 'a.ts', text: "import type { Lost } from 'lost'\ntype T = Lost" }],
      outside,
    )
    const types = new CheckedTypes(sources)
    const last = sources.scripts.get('a.ts')!.statements.at(-1)! as ts.TypeAliasDeclaration
    expect(types.model(types.checker.getTypeFromTypeNode(last.type), last)).toEqual({
      is: 'other',
      text: 'any',
    })
    expect([...types.missing]).toEqual(['lost'])
  })
})

describe('values that grow without end', () => {
  const chain = (line: (i: number) => string, count = 40) =>
    [
      'const a0 = [1, "x"]',
      ...Array.from({ length: count }, (_, i) => line(i + 1)),
      `export const last = a${count}`,
    ].join('\n')
  test.each([
    ['lists that double', chain((i) => `const a${i} = a${i - 1}.concat(a${i - 1})`)],
    ['lists spread twice', chain((i) => `const a${i} = [...a${i - 1}, ...a${i - 1}]`)],
    ['lists in lists', chain((i) => `const a${i} = [a${i - 1}, a${i - 1}]`)],
    ['objects in objects', chain((i) => `const a${i} = { x: a${i - 1}, y: a${i - 1} }`)],
    [
      'texts that double',
      chain((i) => `const a${i} = \`\${a${i - 1}}\${a${i - 1}}\``).replace('[1, "x"]', '"x"'),
    ],
    ['sums of texts', chain((i) => `const a${i} = a${i - 1} + a${i - 1}`).replace('[1, "x"]', '"x"')],
  ])('%s: not worked out, told at a line, and in no time', (_what, text) => {
    const began = performance.now()
    const sources = new SourceSet([{ path: 'a.ts', text }])
    const script = sources.scripts.get('a.ts')!
    const last = script.statements.at(-1) as ts.VariableStatement
    const value = evaluate(sources, last.declarationList.declarations[0]!.initializer!)
    expect(performance.now() - began).toBeLessThan(4000)
    expect(value === undefined).toBe(true)
    expect(sources.tooLarge[0]).toMatchObject({ code: 'value-too-large', where: { file: 'a.ts' } })
  })
  test('what takes too many steps is not worked out either', () => {
    const sources = new SourceSet([
      { path: 'a.ts', text: chain((i) => `const a${i} = a${i - 1}.flatMap((x) => [x, x])`) },
    ])
    const last = sources.scripts.get('a.ts')!.statements.at(-1) as ts.VariableStatement
    expect(evaluate(sources, last.declarationList.declarations[0]!.initializer!) === undefined).toBe(true)
  })
  test('an object written into itself ends', () => {
    const text =
      'function make() { const o = { a: 1 }; o.self = o; o.self = o; return o }\nexport const last = make()'
    const sources = new SourceSet([{ path: 'a.ts', text }])
    const last = sources.scripts.get('a.ts')!.statements.at(-1) as ts.VariableStatement
    expect(JSON.stringify(evaluate(sources, last.declarationList.declarations[0]!.initializer!))).toContain(
      '"a":1',
    )
  })
})
