import fc from 'fast-check'
import { actsSchema, type Act, type Target } from './act'
import { readActs, sayActs, sayMisread, sayTarget } from './sentence'

const text = fc.string({ minLength: 1, maxLength: 20, unit: 'grapheme' })
const nth = fc.option(fc.integer({ min: 2, max: 30 }), { nil: undefined })
const word = fc.stringMatching(/^[a-z][a-z-]{0,8}$/)
const role = fc.constantFrom('button', 'listbox', 'option', 'dialog', 'textbox')
const some = <T extends object>(arbitrary: fc.Arbitrary<T>) =>
  arbitrary.map((value) => Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T)
const target = some(
  fc.oneof(
    fc.record({ role, name: fc.option(text, { nil: undefined }), nth }),
    fc.record({ part: word, nth }),
    fc.record({ slot: fc.oneof(word, fc.constant('')), nth }),
    fc.record({ text, nth }),
  ),
) as fc.Arbitrary<Target>
const act = fc.oneof(
  fc.record({ do: fc.constant('press'), on: target }),
  fc.record({ do: fc.constant('point'), on: target }),
  fc.record({ do: fc.constant('type'), text: fc.oneof(text, fc.constant('')), on: target }),
  fc.record({
    do: fc.constant('key'),
    key: fc.constantFrom('Escape', 'Control+ArrowDown', 'Shift+Tab', 'a', 'Space', '7'),
  }),
  fc.record({ do: fc.constant('drag'), on: target, onto: target }),
  some(
    fc.record({
      do: fc.constant('wait'),
      for: target,
      has: fc.option(fc.nat(9999), { nil: undefined }),
      says: fc.option(text, { nil: undefined }),
    }),
  ),
  fc.record({ do: fc.constant('gone'), for: target }),
) as fc.Arbitrary<Act>

test('what is said of acts is read as the same acts', () => {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 6 }), (acts) => {
      expect(readActs(sayActs(acts))).toEqual({ acts })
      expect(actsSchema.safeParse(acts).success).toBe(true)
    }),
    { numRuns: 1000 },
  )
})

test('a sentence as a person writes it', () => {
  expect(
    readActs(
      'press the button "Open", then wait for the listbox "Piers": it has 3 entries and it says "Ardle"',
    ),
  ).toEqual({
    acts: [
      { do: 'press', on: { role: 'button', name: 'Open' } },
      { do: 'wait', for: { role: 'listbox', name: 'Piers' }, has: 3, says: 'Ardle' },
    ],
  })
  expect(readActs('Press Escape. Wait until the second dialog is gone.')).toEqual({
    acts: [
      { do: 'key', key: 'Escape' },
      { do: 'gone', for: { role: 'dialog', nth: 2 } },
    ],
  })
  expect(readActs('')).toEqual({ acts: [] })
})

test.each([
  ['press button', 6],
  ['press the button "Open", hug the dialog', 25],
  ['wait for the listbox: it has many entries', 29],
  ['type Skerray into the textbox', 5],
  ['drag the slider', 15],
  ['press the Button-thing', 10],
  ['press the button "Open" press Escape', 24],
])('%s: it is told where it can not be read', (sentence, at) => {
  expect(readActs(sentence)).toMatchObject({ misread: { at } })
})

test('where a sentence can not be read is told by its word', () => {
  const told = (sentence: string) => {
    const read = readActs(sentence)
    return 'misread' in read ? sayMisread(sentence, read.misread) : ''
  }
  expect(told('wait for the listbox: it has many entries')).toBe('At “many”: a number belongs here.')
  expect(told('drag the slider')).toBe('At its end: “onto” belongs here.')
  expect(told('type Skerray into the textbox')).toBe('At “Skerray”: what is typed belongs here, in quotes.')
})

test('one of many is told by its number', () => {
  const said = [2, 10, 11, 21, 22, 103].map((nth) => sayTarget({ role: 'option', nth }))
  expect(said).toEqual(
    ['second', 'tenth', '11th', '21st', '22nd', '103rd'].map((word) => `the ${word} option`),
  )
})

test('whatever is written is read or told of, and never fails', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 80 }), (sentence) => {
      const read = readActs(sentence)
      if ('acts' in read) expect(readActs(sayActs(read.acts))).toEqual(read)
      else expect(read.misread.at).toBeLessThanOrEqual(sentence.length)
    }),
  )
})
