import { filledIn, slotPropPath, slotPropsIn, valueFilledIn } from './slot-props'

const passed = { row: { name: 'Ardle <b>', at: ['a', 'b'] }, index: 0, gone: undefined }

test('names and fields are filled in, as text; others stay as they are written', () => {
  expect(
    filledIn(
      '{{index}}: {{ row.name }} {{ row.at.1 }}{{ gone }} {{ other }} {{ row.name + 1 }} { index }',
      passed,
    ),
  ).toBe('0: Ardle <b> b {{ other }} {{ row.name + 1 }} { index }')
  expect(filledIn('<i>{{ row.name }}</i>', passed, (text) => text.replaceAll('<', '&lt;'))).toBe(
    '<i>Ardle &lt;b></i>',
  )
  expect(filledIn('{{ row.constructor }}{{ row.name.length }}', passed)).toBe('')
  expect(filledIn('{{ row }}', passed)).toBe('{"name":"Ardle <b>","at":["a","b"]}')
})
test('which of them a text uses, and whether it is nothing else', () => {
  expect(slotPropsIn('{{ row.name }} {{ index }} {{ row.at }} {{ }}')).toEqual(['row', 'index'])
  expect([
    slotPropPath(' {{ row.name }} '),
    slotPropPath('no {{ row }}'),
    slotPropPath('{{ a }}{{ b }}'),
  ]).toEqual(['row.name', undefined, undefined])
})
test('a value that is one of them is that value, whatever it is', () => {
  expect(valueFilledIn('{{ row.at }}', passed)).toBe(passed.row.at)
  expect(valueFilledIn('no {{ index }}', passed)).toBe('no 0')
  expect(valueFilledIn(7, passed)).toBe(7)
})
