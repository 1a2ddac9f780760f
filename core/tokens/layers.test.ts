import fc from 'fast-check'
import type { TokenDocument } from './document'
import { resolveTokens, type Layer } from './resolve'

/** Few names, so that tokens meet, refer to one another, to themselves and to what is not there. */
const names = ['a', 'b', 'c', 'd', 'e', 'f'] as const
const value = fc.oneof(
  fc.constantFrom('#112233', '#445566', 'no colour'),
  fc.constantFrom(...names, 'gone').map((name) => `{ink.${name}}`),
)
const layer = fc.dictionary(fc.constantFrom(...names), value, { maxKeys: 5 })
const documentOf = (values: Record<string, string>): TokenDocument => ({
  ink: {
    $type: 'color',
    ...Object.fromEntries(Object.entries(values).map(([name, $value]) => [name, { $value }])),
  },
})
const told = (layers: Layer[]) => {
  const { tokens, problems } = resolveTokens(layers)
  return {
    tokens: [...tokens.values()].map(({ path, css, chain }) => [path, css, chain]),
    problems: problems.map(({ what }) => what).sort(),
  }
}

test('layers over one another come to the same as all of it in one file', () => {
  fc.assert(
    fc.property(fc.array(layer, { minLength: 1, maxLength: 4 }), (layers) => {
      const stacked = layers.map((values, n) => ({ theme: `t${n}`, document: documentOf(values) }))
      const whole = Object.assign({}, ...layers) as Record<string, string>
      const flat = told([{ theme: 'all', document: documentOf(whole) }])
      expect(told(stacked)).toEqual(flat)
      // and asked once more, as it is remembered
      expect(told(stacked)).toEqual(flat)
    }),
    { numRuns: 500 },
  )
})

test('what is remembered of a document is told of the theme that asks, and of no other', () => {
  const document = documentOf({ a: '{ink.gone}', b: '#112233' })
  for (const theme of ['day', 'day--kept', 'day']) {
    const { tokens, problems } = resolveTokens([{ theme, document }])
    expect(tokens.get('ink.b')!.from).toBe(theme)
    expect(problems.map(({ where }) => where?.file)).toEqual([theme])
  }
})
