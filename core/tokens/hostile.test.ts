import { parseTokenDocument, tokenKinds, valueAt, withValue } from './document'
import { base, theme } from '../../tests/themes'
import { resolveTokens, typedValue } from './resolve'
import { themesCss } from './themes'

describe('what nobody means well', () => {
  const evil = 'x"; } body { display: none } </style><script>\n'
  test('a family, a theme’s name and a token’s name never leave their place', () => {
    const themes = [
      theme('day', null, {
        face: { $type: 'fontFamily', $value: [evil, 'serif'] },
        'a;b': { $type: 'number', $value: 1 },
      }),
    ]
    const { css } = themesCss(themes, 'tern')
    expect(css).not.toContain('<')
    expect(css.split('\n').filter((line) => line.includes('body'))).toHaveLength(1)
    expect(css).toContain('--tern-a\\;b: 1;')
  })
  test.each([
    'a;b',
    'a}b',
    'a{b',
    'a.b',
    'a\nb',
    'a\0b',
    'a<b',
    'a"b',
    "a'b",
    'a\\b',
    '',
    'x'.repeat(201),
    'a\ud800',
    'a\u2028b',
  ])('%j is refused as a name', (name) => {
    const read = parseTokenDocument(
      JSON.stringify({ group: { [name]: { $type: 'number', $value: 1 } } }),
      'x.json',
    )
    expect(read).toMatchObject({ ok: false, problems: [{ code: 'token-name' }] })
  })
  test('names of what every object has are names like any other, in tokens, weights and themes', () => {
    const names = ['constructor', 'toString', 'hasOwnProperty', 'valueOf', '__proto__']
    const text = `{"$type":"number",${names.map((name, i) => `"${name}":{"$value":${i}}`).join(',')}}`
    const read = parseTokenDocument(text, 'x.json')
    if (!read.ok) throw new Error('It was refused.')
    const { tokens, problems } = resolveTokens(base(read.value))
    expect([problems, [...tokens.keys()].filter((name) => name !== '__proto__')]).toEqual([
      [],
      names.slice(0, 4),
    ])
    for (const name of names.slice(0, 4)) {
      expect(valueAt(withValue(read.value, name, 7), name)).toBe(7)
      expect(valueAt({}, name)).toBeUndefined()
      expect(tokenKinds.fontWeight!.read(name).ok).toBe(false)
      expect(typedValue('1', name).ok).toBe(false)
      expect(resolveTokens(base({ a: { $type: name, $value: 1 } })).tokens.get('a')!.type).toBe('css')
    }
  })
  test(
    'thousands of names that are not there, and a way over thousands of tokens, are told ' +
      'without looking through all for each',
    () => {
      const lost = Object.fromEntries(
        Array.from({ length: 8000 }, (_, i) => [
          `name-of-token-number-${i}`,
          { $type: 'number', $value: `{name-of-token-numbers-${i}}` },
        ]),
      )
      const told = resolveTokens(base(lost)).problems
      expect(told).toHaveLength(200)
      // near names are looked for where somebody will read them
      expect(told.filter((problem) => problem.todo.startsWith('Did you mean'))).toHaveLength(10)
      const long = Object.fromEntries(
        Array.from({ length: 15_000 }, (_, i) => [
          `t${i}`,
          { $type: 'number', $value: i === 14_999 ? 1 : `{t${i + 1}}` },
        ]),
      )
      const { tokens, problems } = resolveTokens(base(long))
      expect(tokens.size).toBe(200)
      expect(problems[0]!.code).toBe('token-chain')
    },
  )
  test('more tokens, and groups deeper, than may be are refused', () => {
    const many = JSON.stringify(
      Object.fromEntries(Array.from({ length: 20_001 }, (_, i) => [`t${i}`, { $value: 1 }])),
    )
    expect(parseTokenDocument(many, 'x')).toMatchObject({ ok: false, problems: [{ code: 'token-count' }] })
    let deep: object = { $value: 1 }
    for (let i = 0; i < 60; i++) deep = { g: deep }
    expect(parseTokenDocument(JSON.stringify(deep), 'x')).toMatchObject({
      ok: false,
      problems: [{ code: 'token-depth' }],
    })
  })
})
