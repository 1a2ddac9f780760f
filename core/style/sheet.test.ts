import { readdirSync, readFileSync } from 'node:fs'
import * as csstree from 'css-tree'
import fc from 'fast-check'
import { Tokens, walkSheet } from './sheet'

/** Rules and declarations as {@link walkSheet} tells them. */
function told(text: string): string[] {
  const tokens = new Tokens(text)
  const found: string[] = []
  let depth = 0
  walkSheet(tokens, {
    rule: (prelude) => {
      found.push(`${depth++} ${tokens.slice(prelude)}`)
    },
    ruleEnd: () => {
      depth--
    },
    declaration: (property, at, value) => {
      if (!text.includes('\\')) expect(text.startsWith(property, at)).toBe(true)
      found.push(`${depth} ${property}: ${tokens.slice(value).replace(/\s*!\s*important$/, '')}`)
    },
  })
  expect(depth).toBe(0)
  return found
}

/** The same, by a parser that others wrote. */
function byParser(text: string): string[] {
  const found: string[] = []
  let depth = 0
  csstree.walk(
    csstree.parse(text, {
      parseValue: false,
      parseCustomProperty: false,
      parseRulePrelude: false,
      parseAtrulePrelude: false,
    }),
    {
      enter(node: csstree.CssNode) {
        if (node.type === 'Rule') found.push(`${depth++} ${(node.prelude as csstree.Raw).value.trim()}`)
        if (node.type === 'Declaration')
          found.push(`${depth} ${node.property}: ${(node.value as csstree.Raw).value.trim()}`)
      },
      leave(node: csstree.CssNode) {
        if (node.type === 'Rule') depth--
      },
    },
  )
  return found
}

const sheets = ['demo/tern/src', 'demo/tern/styles'].flatMap((folder) =>
  readdirSync(folder)
    .filter((text) => text.endsWith('.css'))
    .map((text) => `${folder}/${text}`),
)

test.each(sheets)('%s is taken apart as a parser of others does', (file) => {
  const text = readFileSync(file, 'utf8')
  expect(told(text)).toEqual(byParser(text))
  expect(told(text).length).toBeGreaterThan(3)
})

test('random sheets are taken apart as a parser of others does', () => {
  const value = fc.constantFrom(
    'red',
    'var(--a, calc(1px + var(--b)))',
    'url(x;y)',
    '"a;b}c"',
    '1px /**/ solid',
    'rgb(0 0 0 / 50%)',
    '[a b]',
    'red !important',
  )
  const property = fc.constantFrom('color', '--tone', 'width', '-webkit-x', 'background')
  const declaration = fc.tuple(property, value).map(([name, value]) => `${name}: ${value}`)
  const selector = fc.constantFrom(
    'a',
    ':host([open])',
    '.a > b',
    'a:hover, b::before',
    '[x="{;}"]',
    ':is(a, b) c',
    '::part(label)',
  )
  const { sheet } = fc.letrec<{ sheet: string; block: string }>((tie) => ({
    block: fc.oneof(
      { maxDepth: 3 },
      fc
        .tuple(selector, fc.array(declaration, { maxLength: 4 }))
        .map(([value, list]) => `${value} { ${list.join('; ')} }`),
      fc
        .tuple(
          fc.constantFrom('@media (width > 3px)', '@layer a.b', '@supports (x: y)', '@container c (width)'),
          fc.array(tie('block'), { maxLength: 3 }),
        )
        .map(([value, list]) => `${value} { ${list.join('\n')} }`),
      fc.constantFrom('@import url(a.css);', '/* a { b: c } */'),
    ),
    sheet: fc.array(tie('block') as fc.Arbitrary<string>, { maxLength: 6 }).map((list) => list.join('\n')),
  }))
  fc.assert(
    fc.property(sheet, (text) => {
      expect(told(text)).toEqual(byParser(text))
    }),
    { numRuns: 400 },
  )
})

test('nested rules, also such as begin like a declaration', () => {
  expect(
    told(
      ':host { --a: { b: c; }; a:hover { color: red } & .x { top: 0 } @media print { left: 0 } ; right: 0 }',
    ),
  ).toEqual([
    '0 :host',
    '1 --a: { b: c; }',
    '1 a:hover',
    '2 color: red',
    '1 & .x',
    '2 top: 0',
    '1 left: 0',
    '1 right: 0',
  ])
})

test('what is written wrong costs itself and nothing after it', () => {
  expect(told('a { color red; top: 0 } } b { left: 0')).toEqual(['0 a', '1 top: 0', '0 b', '1 left: 0'])
  expect(told('a { b( } c { top: 0 }')).toEqual(['0 a', '0 c', '1 top: 0'])
})

test('broken sheets never crash and are always ended', () => {
  const piece = fc.constantFrom(
    '{',
    '}',
    '(',
    ')',
    ';',
    ':',
    'a',
    '--x',
    '@media',
    '"',
    '/*',
    'var(',
    '\\',
    ',',
    ' ',
    'url(',
    '[',
    '&',
  )
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (list) => {
      told(list.join(''))
    }),
    { numRuns: 2000 },
  )
})

test('a sheet of some megabytes takes a moment', () => {
  const text = 'a { color: red; --x: 1px }\n'.repeat(100_000)
  const began = performance.now()
  expect(told(text.slice(0, 270)).length).toBe(30)
  let count = 0
  walkSheet(new Tokens(text), {
    rule: () => undefined,
    ruleEnd: () => undefined,
    declaration: () => {
      count++
    },
  })
  expect(count).toBe(200_000)
  expect(performance.now() - began).toBeLessThan(5000)
})
