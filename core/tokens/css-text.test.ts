import { generate, parse, type Declaration } from 'css-tree'
import fc from 'fast-check'
import { base } from '../../tests/themes'
import { cssText, isOtherInCss } from './css-text'
import { resolveTokens } from './resolve'
import { themesCss } from './themes'

const css = (document: Record<string, unknown>) => {
  const { tokens, problems } = resolveTokens(base(document as never))
  return {
    tokens: [...tokens].map(([path, { type, css: text }]) => `${path} ${type} ${text}`),
    problems: problems.map(({ what }) => what),
  }
}

describe('what only CSS has', () => {
  test('a token of no type of the format stands as it is written, and so does what refers to it', () => {
    expect(
      css({
        line: { $value: 'underline' },
        shape: { $type: 'flexDirection', $value: 'column' },
        alias: { $type: 'flexDirection', $value: '{line}' },
        dashes: { $type: 'dimension', $value: '{line}' },
      }),
    ).toEqual({
      tokens: ['line css underline', 'shape css column', 'alias css underline', 'dashes css underline'],
      problems: [],
    })
  })
  test('a value that is none of its type stands too where CSS takes it there, and is told where it does not', () => {
    expect(
      css({
        a: { $type: 'dimension', $value: '1.5em' },
        b: { $type: 'dimension', $value: { value: 0.9, unit: 'em' } },
        c: { $type: 'color', $value: 'color-mix(in srgb, red, blue 20%)' },
        d: { $type: 'color', $value: 'rgb(from var(--x) r g b / 50%)' },
        e: { $type: 'fontWeight', $value: '550' },
        f: { $type: 'number', $value: '0.8' },
        g: { $type: 'dimension', $value: '12 pz' },
        h: { $type: 'color', $value: 'rgb(1 2)' },
        i: { $type: 'border', $value: 'thin' },
      }),
    ).toEqual({
      tokens: [
        'a css 1.5em',
        'b css 0.9em',
        'c css color-mix(in srgb, red, blue 20%)',
        'd css rgb(from var(--x) r g b / 50%)',
        'e fontWeight 550',
        'f number 0.8',
      ],
      problems: ['g: This is not a dimension.', 'h: This is not a colour.', 'i: This is not a border.'],
    })
  })
  test('aliases within a text are followed, and sums of them worked out', () => {
    const document = {
      space: { $type: 'dimension', $value: '8px' },
      wide: { $type: 'dimension', $value: '{space} * 3' },
      face: { $type: 'fontFamily', $value: ['Own Face', 'serif'] },
      ink: { $type: 'color', $value: '#0B1F2A' },
      veil: { $type: 'color', $value: 'rgba({ink}, 0.4)' },
      type: { $value: 'italic {wide} {face}' },
      lost: { $type: 'dimension', $value: '{gone} * 2' },
    }
    expect(css(document)).toEqual({
      tokens: [
        'space dimension 8px',
        'wide dimension 24px',
        'face fontFamily "Own Face", serif',
        'ink color #0B1F2A',
        'veil color #0B1F2A66',
        'type css italic 24px "Own Face", serif',
      ],
      problems: ['lost refers to {gone}, which is not there.'],
    })
    expect(resolveTokens(base(document)).tokens.get('wide')!.written).toBe('{space} * 3')
  })
  test('a field of a composite may be what only CSS has', () => {
    const value = {
      fontFamily: 'A',
      fontSize: '1.2em',
      fontWeight: '{bold}',
      letterSpacing: '2%',
      lineHeight: 1.2,
    }
    const bold = { $type: 'fontWeights', $value: 'bolder' }
    expect(css({ bold, text: { $type: 'typography', $value: value } }).tokens.at(-1)).toMatch(
      /^text typography bolder 1\.2em\/1\.2 "?A"?/,
    )
  })
})

test.each([
  '}',
  'a;b',
  'a{b',
  '</style>',
  '/* a',
  '*/',
  'url(a b',
  'url(a',
  '"a',
  '"a\\"',
  'a)',
  '(a',
  '!important',
  "'{a}'",
  '"all of {a.b} here"',
  'url({a})',
  '@x',
  '',
  '\\',
])('%j stands in no sheet', (text) => {
  expect(cssText.parse(text).ok).toBe(false)
  expect(isOtherInCss('shadow', text)).toBe(false)
})

test('whatever is taken ends where it stands: what comes after it in a sheet is as it was', () => {
  const text = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 12 }),
    fc
      .array(
        fc.constantFrom(
          '1px',
          'a',
          '(',
          ')',
          '[',
          ']',
          '{',
          '}',
          ';',
          ',',
          '"',
          "'",
          '\\',
          '/*',
          '*/',
          ' ',
          'url(',
        ),
        {
          maxLength: 8,
        },
      )
      .map((parts) => parts.join('')),
  )
  let taken = 0
  fc.assert(
    fc.property(text, (value) => {
      if (!cssText.parse(value).ok) return
      taken++
      const sheet = themesCss(
        [{ name: 'day', title: 'Day', on: null, document: { a: { $value: value }, z: { $value: 'end' } } }],
        'k',
      ).css
      const names: string[] = []
      const ast = parse(sheet, { context: 'stylesheet' })
      const declarations = JSON.parse(JSON.stringify(ast)) as unknown
      JSON.stringify(declarations, (_key, node: Declaration) => {
        if (node?.type === 'Declaration') names.push(node.property)
        return node
      })
      expect(names).toEqual(['--k-a', '--k-z'])
      expect(generate(ast)).toMatch(/--k-z:\s*end/)
    }),
    { numRuns: 2000 },
  )
  expect(taken).toBeGreaterThan(100)
})
