import fc from 'fast-check'
import { base, theme } from '../../tests/themes'
import { tokenValues } from '../../tests/token-values'
import { parseTokenDocument, tokenKinds, tokensOf, withValue, type TokenDocument } from './document'
import { referencesIn, withReferences } from './references'
import { resolveTokens, typedValue } from './resolve'
import { themesCss } from './themes'

/** A file with one token of each kind that its composites refer to. */
const scale: TokenDocument = {
  ink: { $type: 'color', $value: '#11344A' },
  hair: { $type: 'dimension', $value: { value: 1, unit: 'px' } },
  wide: { $type: 'dimension', $value: { value: 4, unit: 'px' } },
  quick: { $type: 'duration', $value: { value: 120, unit: 'ms' } },
  ease: { $type: 'cubicBezier', $value: [0.2, 0, 0, 1] },
  faces: { $type: 'fontFamily', $value: ['Hanken Grotesk', 'sans-serif'] },
}
const resolved = (more: TokenDocument) => resolveTokens(base({ ...scale, ...more }))
const cssOf = (type: string, $value: unknown) => {
  const { tokens, problems } = resolved({ x: { $type: type, $value: $value as string } })
  return problems[0]?.what ?? tokens.get('x')!.css
}

describe('composite values, as a whole and by their fields', () => {
  test.each([
    ['cubicBezier', [0.2, 0, 0, 1], 'cubic-bezier(0.2, 0, 0, 1)'],
    ['strokeStyle', 'dotted', 'dotted'],
    ['strokeStyle', { dashArray: ['{hair}', { value: 2, unit: 'px' }], lineCap: 'round' }, 'dashed'],
    ['border', { color: '{ink}', width: '{hair}', style: 'solid' }, '1px solid #11344A'],
    [
      'shadow',
      {
        color: '#00000080',
        offsetX: '{hair}',
        offsetY: '{wide}',
        blur: '{wide}',
        spread: '{hair}',
        inset: true,
      },
      'inset 1px 4px 4px 1px #00000080',
    ],
    [
      'gradient',
      [
        { color: '{ink}', position: 0 },
        { color: '#FFF', position: 1.5 },
      ],
      '#11344A 0%, #FFFFFF 100%',
    ],
    [
      'transition',
      { duration: '{quick}', delay: { value: 0, unit: 'ms' }, timingFunction: '{ease}' },
      '120ms cubic-bezier(0.2, 0, 0, 1) 0ms',
    ],
    [
      'typography',
      {
        fontFamily: '{faces}',
        fontSize: '{wide}',
        fontWeight: 'semi-bold',
        letterSpacing: '{hair}',
        lineHeight: 1.4,
      },
      '600 4px/1.4 "Hanken Grotesk", sans-serif',
    ],
    ['color', { $ref: '#/ink/$value' }, '#11344A'],
    [
      'border',
      { color: { $ref: '#/edge/$value/color' }, width: '{hair}', style: 'solid' },
      'x refers to {edge}, which is not there.',
    ],
    [
      'border',
      { color: '{ink}', width: '{ink}', style: 'solid' },
      'x: The width of this border is not as its type has it.',
    ],
    ['border', 'thin', 'x: This is not a border.'],
    ['gradient', [], 'x: This is not a gradient.'],
    ['cubicBezier', [2, 0, 0, 1], 'x: This is not a curve of time.'],
  ])('%s %j is %s', (type, value, css) => expect(cssOf(type, value)).toBe(css))

  test('a pointer leads into a value, a shadow may stand on others, and fields are properties of their own', () => {
    const layer = { color: '{ink}', offsetX: '{hair}', offsetY: '{hair}', blur: '{hair}', spread: '{hair}' }
    const { tokens, problems } = resolved({
      edge: { $type: 'border', $value: { color: '{ink}', width: '{hair}', style: 'solid' } },
      low: { $type: 'shadow', $value: layer },
      high: { $type: 'shadow', $value: ['{low}', { ...layer, inset: true }] },
      line: { $type: 'color', $value: { $ref: '#/edge/$value/color' } },
      alias: { $value: '{edge}' },
    })
    expect(problems).toEqual([])
    expect(tokens.get('high')).toMatchObject({
      css: '1px 1px 1px 1px #11344A, inset 1px 1px 1px 1px #11344A',
      written: '{low}, inset {hair} {hair} {hair} {hair} {ink}',
      refers: ['low', 'ink', 'hair'],
    })
    expect(tokens.get('line')).toMatchObject({ css: '#11344A', written: '#/edge/$value/color' })
    expect(tokens.get('alias')).toMatchObject({
      chain: ['alias', 'edge'],
      own: { color: '#11344A', width: '1px' },
    })
    const { css } = themesCss(
      [
        theme('day', null, {
          ...scale,
          edge: { $type: 'border', $value: { color: '{ink}', width: '{hair}', style: 'solid' } },
        }),
      ],
      'x',
    )
    expect(css).toContain('--x-edge: 1px solid #11344A;\n  --x-edge-color: #11344A;\n  --x-edge-width: 1px;')
  })

  test('a theme that changes what stands in a part of a value changes the value, and its region says so', () => {
    const day = theme('day', null, {
      ...scale,
      edge: { $type: 'border', $value: { color: '{ink}', width: '{hair}', style: 'solid' } },
    })
    const night = theme('night', 'day', { ink: { $value: '#EEEEEE' } })
    const [, region] = themesCss([day, night], 'x').css.split('[data-theme="night"]')
    expect(region).toContain('--x-edge: 1px solid #EEEEEE;\n  --x-edge-color: #EEEEEE;')
  })

  test('circles through parts of values are told once, and what rests on them says on what', () => {
    const edge = (color: string) => ({ $type: 'border', $value: { color, width: '{hair}', style: 'solid' } })
    const { problems, tokens } = resolved({
      a: { $type: 'color', $value: { $ref: '#/edge/$value/color' } },
      edge: edge('{a}'),
      rests: edge('{a}'),
    })
    expect(problems.map(({ code, what }) => `${code} ${what}`)).toEqual([
      'token-circle edge refers to itself: a → edge → a.',
      'token-alias a refers to {edge}, which has no value at color.',
      'token-alias rests refers to {a}, which has no value.',
    ])
    expect([...tokens.keys()]).toEqual(Object.keys(scale))
  })
})

describe('typed by hand', () => {
  test.each([
    ['cubicBezier', '0.2, 0, 0, 1'],
    ['strokeStyle', '4px 2px round'],
    ['strokeStyle', '{hair} 2px butt'],
    ['fontFamily', '{faces}, serif'],
    ['border', '{hair} solid {ink}'],
    ['border', '2px 4px 2px round rgb(1 2 3)'],
    ['shadow', '{low}, inset 0px 1px 3px 0px #00000033'],
    ['gradient', '#E3F0F4 0%, {ink} 62.5%'],
    ['transition', '{quick} cubic-bezier(0.2, 0, 0, 1) 0ms'],
    ['typography', '{strong} 16px/1.4 Hanken Grotesk, sans-serif; 0.2px'],
    ['color', '#/edge/$value/color'],
  ])('%s %s is shown as it was typed, aliases among it', (type, text) => {
    const typed = typedValue(text, type)
    if (!typed.ok) throw new Error(typed.problems[0]!.what)
    const references = referencesIn(typed.value)
    const isReference = text.startsWith('#/')
    expect(references.length > 0).toBe(/[{]|#\//.test(text))
    if (!isReference) expect(typedValue(tokenKinds[type]!.show(typed.value), type)).toEqual(typed)
  })
  test.each([
    ['border', '2px solid'],
    ['border', 'solid 2px #000'],
    ['shadow', '0 1px'],
    ['shadow', 'red'],
    ['color', 'rgb(1 2'],
    ['shadow', '0px 1px 2px 3px #000 more'],
    ['gradient', '#000'],
    ['transition', '1s'],
    ['typography', 'large'],
    ['cubicBezier', 'ease-in'],
    ['strokeStyle', '4px round 2px'],
    ['border', '-1px solid #000'],
    ['typography', '600 -4px Fira'],
    ['shadow', '0px 0px -1px 0px #000'],
  ])('%s %s is refused with what to do', (type, text) => {
    const typed = typedValue(text, type)
    expect(typed.ok).toBe(false)
    if (!typed.ok) expect(typed.problems[0]!.todo.length).toBeGreaterThan(10)
  })
  test('whatever stands in a composite, what is shown is read back to the same', () => {
    for (const [type, values] of Object.entries(tokenValues))
      fc.assert(
        fc.property(values, (value) => {
          const kind = tokenKinds[type]!
          const read = kind.read(value)
          if (!read.ok) return false
          const again = kind.parse(kind.show(read.value))
          return again.ok && kind.css(again.value) === kind.css(read.value)
        }),
      )
  })
})

describe('groups', () => {
  const button: TokenDocument = {
    button: {
      $type: 'color',
      ground: { $value: '#112233' },
      text: { rest: { $value: '#FFFFFF' }, hover: { $value: '#EEEEEE' } },
    },
  }
  test('a group takes over another, and its own stands over that, token by token', () => {
    const { tokens, problems } = resolveTokens(
      base({
        ...button,
        quiet: { $extends: '{button}', text: { rest: { $value: '{button.ground}' } } },
        quieter: { $extends: { $ref: '#/quiet' }, ground: { $value: '#000000' } },
      }),
    )
    expect(problems).toEqual([])
    expect([...tokens].map(([path, { css }]) => `${path} ${css}`)).toEqual([
      'button.ground #112233',
      'button.text.rest #FFFFFF',
      'button.text.hover #EEEEEE',
      'quiet.ground #112233',
      'quiet.text.rest #112233',
      'quiet.text.hover #EEEEEE',
      'quieter.ground #000000',
      'quieter.text.rest #112233',
      'quieter.text.hover #EEEEEE',
    ])
  })
  test('what is taken over in a circle, from itself or from nowhere is told, and the rest stands', () => {
    const { tokens, problems } = resolveTokens(
      base({
        ...button,
        a: { $extends: '{b}', $type: 'number', x: { $value: 1 } },
        b: { $extends: '{a}', $type: 'number', y: { $value: 2 } },
        c: { $extends: '{none}' },
        d: { $type: 'number', e: { $extends: '{d}', z: { $value: 3 } } },
      }),
    )
    expect(problems.map(({ what }) => what)).toEqual(
      expect.arrayContaining([
        'c takes over a group that is not there.',
        'd.e takes over itself.',
        expect.stringMatching(/^[ab] takes over itself\.$/),
      ]),
    )
    expect([...tokens.keys()]).toEqual(expect.arrayContaining(['a.x', 'b.y', 'd.e.z', 'button.ground']))
  })
  test('groups that take one another over a thousand times end, and say so', () => {
    const groups: TokenDocument = { g0: { $type: 'number', a: { $value: 1 }, b: { $value: 2 } } }
    for (let i = 1; i < 40; i++)
      groups[`g${i}`] = { one: { $extends: `{g${i - 1}}` }, two: { $extends: `{g${i - 1}}` } }
    const began = performance.now()
    const { problems } = resolveTokens(base(groups))
    expect(problems.length).toBeGreaterThan(0)
    expect(performance.now() - began).toBeLessThan(20_000)
  })
  test('values that are made of one another, each twice as large as the one before, come to an end', () => {
    const faces: TokenDocument = { $type: 'fontFamily', f0: { $value: ['Fira', 'serif'] } }
    const shadows: TokenDocument = {
      $type: 'shadow',
      s0: { $value: { color: '#000', offsetX: '0px', offsetY: '0px', blur: '0px', spread: '0px' } },
    }
    for (let i = 1; i < 60; i++) {
      faces[`f${i}`] = { $value: [`{faces.f${i - 1}}`, `{faces.f${i - 1}}`] }
      shadows[`s${i}`] = { $value: [`{shades.s${i - 1}}`, `{shades.s${i - 1}}`] }
    }
    const { tokens, problems } = resolveTokens(base({ faces, shades: shadows }))
    expect([4, 5].map((i) => tokens.has(`faces.f${i}`))).toEqual([true, false])
    expect([4, 5].map((i) => tokens.has(`shades.s${i}`))).toEqual([true, false])
    expect(problems).toHaveLength(110)
  })
  test('a group that is a token itself has it at its root, and prints the name of the group', () => {
    const document: TokenDocument = {
      accent: { $type: 'color', $root: { $value: '#112233' }, light: { $value: '{accent.$root}' } },
    }
    const { tokens, problems } = resolveTokens(base(document))
    expect([problems, [...tokens.keys()]]).toEqual([[], ['accent.$root', 'accent.light']])
    const { css } = themesCss([theme('day', null, document)], 'x')
    expect(css).toContain('--x-accent: #112233;\n  --x-accent-light: #112233;')
    expect(parseTokenDocument(JSON.stringify(document), 'a.json').ok).toBe(true)
    const changed = withValue(document, 'accent.$root', '#000000')
    expect(tokensOf(changed)[0]).toMatchObject({ path: 'accent.$root', value: '#000000' })
    expect(withValue({ a: { $root: { $value: 1 }, b: { $value: 2 } } }, 'a.b', undefined)).toEqual({
      a: { $root: { $value: 1 } },
    })
  })
  test('what is deprecated is so with all that is in it, unless it takes that back', () => {
    const told = tokensOf({
      $type: 'number',
      old: { $deprecated: 'use new', a: { $value: 1 }, b: { $value: 1, $deprecated: false } },
      c: { $value: 1, $deprecated: true },
      d: { $value: 1 },
    }).map(({ path, deprecated }) => [path, deprecated])
    expect(told).toEqual([
      ['old.a', 'use new'],
      ['old.b', undefined],
      ['c', ''],
      ['d', undefined],
    ])
  })
  test('two tokens that print one custom property are told', () => {
    const { problems } = themesCss(
      [
        theme('day', null, {
          ...scale,
          Ink: { $type: 'color', $value: '#000' },
          edge: { $type: 'border', $value: { color: '{ink}', width: '{hair}', style: 'solid' } },
          'edge-color': { $type: 'color', $value: '#000' },
        }),
      ],
      'x',
    )
    expect(problems.map(({ what }) => what)).toEqual([
      'Ink and ink both print --x-ink.',
      'edge-color and edge both print --x-edge-color.',
    ])
  })
})

test('what a value refers to is found wherever it stands in it, and put in its place', () => {
  const plain = fc.letrec((tie) => ({
    value: fc.oneof(
      { depthSize: 'small' },
      fc.integer(),
      fc.constantFrom('{a}', '{b.c}', 'plain'),
      fc.constant({ $ref: '#/d/$value/0' }),
      fc.array(tie('value'), { maxLength: 3 }),
      fc.dictionary(fc.constantFrom('x', 'y'), tie('value'), { maxKeys: 2 }),
    ),
  })).value
  fc.assert(
    fc.property(plain, (value) => {
      const count = referencesIn(value).length
      let put = 0
      const done = withReferences(
        value,
        () => `got ${put++}`,
        (path) => path,
      )
      expect(put).toBe(count)
      expect(referencesIn(done)).toEqual([])
    }),
  )
})
