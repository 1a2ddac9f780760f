import { base } from '../../../tests/themes'
import { parseTokenDocument } from '../document'
import { resolveTokens } from '../resolve'
import { upgraded } from './upgrade'

test('a file in the older spelling is read, its aliases and types too, and what was made of it is told', () => {
  const { document, says } = upgraded({
    color: {
      comment: 'All colours',
      sea: { '500': { value: '#5FA8C4', comment: 'The sea by day.' } },
      edge: { value: '{color.sea.500.value}', type: 'color' },
      page: { value: '{color.sea.500}' },
    },
    size: { type: 'dimension', small: { value: '4px' }, large: { value: '2rem', type: 'other' } },
    time: { quick: { value: '120ms' } },
    line: { value: 1.4 },
    shade: {
      value: { color: '{color.sea.500.value}', offsetX: '0px', offsetY: '1px', blur: '2px', spread: '0px' },
      type: 'shadow',
    },
  })
  const { tokens, problems } = resolveTokens(base(document))
  expect(problems).toEqual([])
  expect([...tokens].map(([path, { type, css }]) => `${path} ${type} ${css}`)).toEqual([
    'color.sea.500 color #5FA8C4',
    'color.edge color #5FA8C4',
    'color.page color #5FA8C4',
    'size.small dimension 4px',
    'size.large dimension 2rem',
    'time.quick duration 120ms',
    'line number 1.4',
    'shade shadow 0px 1px 2px 0px #5FA8C4',
  ])
  expect(tokens.get('color.sea.500')?.description).toBe('The sea by day.')
  expect(says).toEqual([
    '8 values were in the older spelling',
    '2 aliases lost their “.value”',
    '4 types were told by their values',
    '1 comment is a description now',
  ])
})

test('a file in the spelling of the format is left as it is, whatever its tokens are called', () => {
  const document = { value: { $type: 'number', $value: 1 }, type: { $type: 'number', $value: 2 } }
  expect(upgraded(document)).toMatchObject({ document, says: [] })
  expect(upgraded({})).toMatchObject({ document: {}, says: [] })
})

test('a group that is called value is a group', () => {
  const { document, says } = upgraded({ value: { one: { value: 1 } } })
  expect(document).toEqual({ value: { one: { $type: 'number', $value: 1 } } })
  expect(says[0]).toBe('1 value was in the older spelling')
})

test('what is nested without end is left to be refused', () => {
  let group: Record<string, unknown> = { value: 1 }
  for (let i = 0; i < 5000; i++) group = { a: group }
  expect(upgraded(group as never).says).toEqual([])
  expect(parseTokenDocument(JSON.stringify({ a: { value: 1 } }), 'a.json').ok).toBe(true)
})
