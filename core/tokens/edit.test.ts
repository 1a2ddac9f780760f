import { judgeEdit } from './edit'
import type { Theme } from './themes'

const themes: Theme[] = [
  {
    name: 'day',
    title: 'Daywatch',
    on: null,
    document: { ink: { $type: 'color', deep: { $value: '#11344a' } } },
  },
  { name: 'night', title: 'Nightwatch', on: 'day', document: {} },
]
const added = (path: string, type: string, text: string, theme = 'day') =>
  judgeEdit(themes, { theme, path, text, type })
const codeOf = (judged: ReturnType<typeof judgeEdit>) =>
  judged.is === 'refused' ? judged.problems[0]!.code : judged.is

test('a new token says its type where its group does not', () => {
  expect(added('ink.pale', 'color', '{ink.deep}')).toEqual({
    is: 'fit',
    value: '{ink.deep}',
    type: undefined,
  })
  expect(added('space.near', 'dimension', '4px')).toEqual({
    is: 'fit',
    value: { value: 4, unit: 'px' },
    type: 'dimension',
  })
  expect(added('ink.wait', 'duration', '120ms')).toMatchObject({ type: 'duration' })
})
test('a new token that cannot be is refused, each with a reason', () => {
  expect(codeOf(added('ink.deep', 'color', '#fff'))).toBe('token-there')
  expect(codeOf(added('ink', 'color', '#fff'))).toBe('token-there')
  expect(codeOf(added('ink.deep.er', 'color', '#fff'))).toBe('token-above')
  expect(codeOf(added('ink.{x}', 'color', '#fff'))).toBe('token-name')
  expect(codeOf(added('ink.pale', 'color', '#fff', 'night'))).toBe('not-base')
  expect(codeOf(added('ink.pale', 'tide', '#fff'))).toBe('token-type')
  expect(added('ink.pale', 'color', 'nonsense').is).toBe('refused')
  expect(added('ink.pale', 'color', '{ink.none}').is).toBe('refused')
  expect(added('ink.pale', 'color', '{ink.pale}').is).toBe('refused')
  // without a type it is meant to be there already
  expect(judgeEdit(themes, { theme: 'day', path: 'ink.pale', text: '#fff' }).is).toBe('missing')
})
