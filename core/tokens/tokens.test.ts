import fc from 'fast-check'
import { parseTokenDocument, tokenKinds, tokensOf, withValue, type TokenDocument } from './document'
import { base, theme } from '../../tests/themes'
import { resolveTokens, typedValue } from './resolve'
import { cssName, themesCss, tokenTable } from './themes'

const srgb = (r: number, g: number, b: number) => ({ colorSpace: 'srgb' as const, components: [r, g, b] })
describe('reading values', () => {
  test.each([
    ['color', '#E2A03F', '#E2A03F'],
    ['color', srgb(1, 1, 1), '#FFFFFF'],
    ['color', { colorSpace: 'oklch', components: [0.75, 0.13, 73] }, 'oklch(0.75 0.13 73)'],
    ['color', { ...srgb(0, 0, 0), alpha: 0.5 }, '#00000080'],
    ['color', { colorSpace: 'hsl', components: [120, 100, 50] }, 'hsl(120 100% 50%)'],
    ['dimension', '4px', '4px'],
    ['dimension', { value: 0.875, unit: 'rem' }, '0.875rem'],
    ['duration', { value: 120, unit: 'ms' }, '120ms'],
    ['number', 1.4, '1.4'],
    ['fontWeight', 'semi-bold', '600'],
    ['fontFamily', ['Hanken Grotesk', 'sans-serif'], '"Hanken Grotesk", sans-serif'],
  ])('%s %j prints as %s', (type, value, css) => {
    const kind = tokenKinds[type]!
    const read = kind.read(value)
    expect(read.ok && kind.css(read.value)).toBe(css)
  })

  test.each([
    ['color', 'bluish'],
    ['color', { colorSpace: 'srgb', components: [1, 2] }],
    ['dimension', '4em'],
    ['dimension', { value: 4, unit: 'vw' }],
    ['duration', '-1ms'],
    ['number', 'four'],
    ['fontWeight', 0],
    ['fontWeight', 'heavyish'],
    ['fontFamily', []],
  ])('%s refuses %j with what to do', (type, value) => {
    const read = tokenKinds[type]!.read(value)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.problems[0]!.todo.length).toBeGreaterThan(10)
  })

  test('what is shown is read back to the same, for every kind', () => {
    const values = fc.oneof(
      fc.tuple(
        fc.constant('color'),
        fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)).map((c) => srgb(c[0] / 255, c[1] / 255, c[2] / 255)),
      ),
      fc.tuple(
        fc.constant('dimension'),
        fc.record({ value: fc.integer({ min: -500, max: 500 }), unit: fc.constantFrom('px', 'rem') }),
      ),
      fc.tuple(fc.constant('duration'), fc.record({ value: fc.nat(5000), unit: fc.constantFrom('ms', 's') })),
      fc.tuple(
        fc.constant('number'),
        fc.integer().map((n) => n / 8),
      ),
      fc.tuple(fc.constant('fontWeight'), fc.integer({ min: 1, max: 1000 })),
    )
    fc.assert(
      fc.property(values, ([type, value]) => {
        const kind = tokenKinds[type]!
        const read = kind.read(value)
        if (!read.ok) return false
        const again = kind.parse(kind.show(read.value))
        return again.ok && kind.css(again.value) === kind.css(read.value)
      }),
    )
  })
})

describe('resolving', () => {
  test('aliases lead through groups, types come from the group above', () => {
    const { tokens, problems } = resolveTokens(
      base({
        sea: { $type: 'color', '500': { $value: '#5FA8C4' } },
        line: { calm: { $type: 'color', $value: '{sea.500}' } },
        notice: { edge: { $value: '{line.calm}' } },
      }),
    )
    expect(problems).toEqual([])
    expect(tokens.get('notice.edge')).toMatchObject({
      css: '#5FA8C4',
      type: 'color',
      chain: ['notice.edge', 'line.calm', 'sea.500'],
      written: '{line.calm}',
    })
  })
  test('an alias to nothing names the near one', () => {
    const { problems } = resolveTokens(
      base({ calm: { $type: 'color', $value: '#FFF' }, edge: { $type: 'color', $value: '{clam}' } }),
    )
    expect(problems).toEqual([expect.objectContaining({ code: 'token-alias', todo: 'Did you mean {calm}?' })])
  })
  test('an alias to itself, and a circle of three, are told as a circle and cost only themselves', () => {
    const { problems, tokens } = resolveTokens(
      base({
        $type: 'number',
        a: { $value: '{a}' },
        b: { $value: '{c}' },
        c: { $value: '{d}' },
        d: { $value: '{b}' },
        e: { $value: 1 },
      }),
    )
    expect(
      problems.some((problem) => problem.code === 'token-circle' && problem.what.includes('a → a')),
    ).toBe(true)
    expect(problems.some((problem) => problem.what.includes('→ c →') || problem.what.includes('c → d'))).toBe(
      true,
    )
    expect([...tokens.keys()]).toEqual(['e'])
  })
  test('a type that does not fit its alias is told', () => {
    const { problems } = resolveTokens(
      base({ a: { $type: 'number', $value: 1 }, b: { $type: 'color', $value: '{a}' } }),
    )
    expect(problems[0]).toMatchObject({ code: 'token-type' })
  })
  test('no graph of aliases makes it hang or lose a token without a word', () => {
    const names = ['a', 'b', 'c', 'd', 'e', 'f']
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.constantFrom(...names).map((text) => `{${text}}`),
            fc.integer(),
          ),
          { minLength: 6, maxLength: 6 },
        ),
        (values) => {
          const document = Object.fromEntries(
            names.map((name, i) => [name, { $type: 'number', $value: values[i]! }]),
          )
          const { tokens, problems } = resolveTokens(base(document))
          return names.every(
            (name) => tokens.has(name) !== problems.some((problem) => problem.what.startsWith(`${name} `)),
          )
        },
      ),
    )
  })
})

describe('themes', () => {
  const day = theme('day', null, {
    ink: { $type: 'color', $value: '#000' },
    paper: { $type: 'color', $value: '#FFF' },
    text: { $type: 'color', $value: '{ink}' },
    edge: { $type: 'color', $value: '{text}' },
  })
  const night = theme('night', 'day', { ink: { $value: '#EEE' } })
  test('a region restates what a changed token feeds, and nothing else', () => {
    const { css } = themesCss([day, night], 'tern')
    const region = css.split('[data-theme="night"]')[1]!
    expect(region).toContain('--tern-ink: #EEEEEE')
    expect(region).toContain('--tern-edge: #EEEEEE')
    expect(region).not.toContain('--tern-paper')
  })
  test('a theme on a theme, and one that is built on itself', () => {
    const late = theme('late', 'night', { paper: { $value: '#111' } })
    expect(themesCss([day, night, late], 't').css.split('[data-theme="late"]')[1]).toMatch(
      /--t-ink: #EEEEEE[\s\S]*--t-paper: #111111|--t-paper: #111111[\s\S]*--t-ink: #EEEEEE/,
    )
    expect(() => themesCss([day, { ...night, on: 'night' }], 't')).not.toThrow()
  })
  test('the table says which theme a value is its own in', () => {
    const row = tokenTable([day, night]).rows.find((row) => row.path === 'ink')!
    expect([row.cells.day?.own, row.cells.night?.own]).toEqual([true, true])
    expect(tokenTable([day, night]).rows.find((row) => row.path === 'edge')!.cells.night).toMatchObject({
      own: false,
      css: '#EEEEEE',
    })
  })
  test('names for CSS', () => expect(cssName('tern', 'notice.edge.Warn')).toBe('--tern-notice-edge-warn'))
})

describe('editing a file', () => {
  const document: TokenDocument = {
    $description: 'kept',
    a: {
      $type: 'color',
      b: { $value: '#FFF', $description: 'also kept', $extensions: { 'org.example': 1 } },
    },
  }
  test('only the value changes', () => {
    expect(withValue(document, 'a.b', '{c}')).toEqual({
      $description: 'kept',
      a: {
        $type: 'color',
        b: { $value: '{c}', $description: 'also kept', $extensions: { 'org.example': 1 } },
      },
    })
    expect(document).toMatchObject({ a: { b: { $value: '#FFF' } } })
  })
  test('a theme gets groups it did not have, and loses them when its value is taken out', () => {
    const changed = withValue({}, 'x.y.z', 1, 'number')
    expect(tokensOf(changed)).toEqual([expect.objectContaining({ path: 'x.y.z', value: 1, type: 'number' })])
    expect(withValue(changed, 'x.y.z', undefined)).toEqual({})
  })
  test('setting and taking back leaves the document as it was', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 3 }),
        fc.integer(),
        (path, value) => {
          const at = ['new', ...path].join('.')
          return (
            JSON.stringify(withValue(withValue(document, at, value), at, undefined)) ===
            JSON.stringify(document)
          )
        },
      ),
    )
  })
  test('text that is no token file is refused by file', () => {
    expect(parseTokenDocument('{', 'x.json')).toMatchObject({
      ok: false,
      problems: [{ where: { file: 'x.json' } }],
    })
    expect(parseTokenDocument('[1]', 'x.json')).toMatchObject({ ok: false })
    expect(parseTokenDocument('{"a.b":{"$value":1}}', 'x.json')).toMatchObject({
      ok: false,
      problems: [{ code: 'token-name' }],
    })
  })
  test('what a person types', () => {
    expect(typedValue('{sea.500}', 'color')).toEqual({ ok: true, value: '{sea.500}' })
    expect(typedValue('12', 'dimension')).toMatchObject({ ok: false })
    expect(typedValue('12px', 'dimension')).toEqual({ ok: true, value: { value: 12, unit: 'px' } })
  })
})
