import type { ColourPair } from '../contrast/pair'
import type { ToldNode } from '../accessible/told'
import type { Node } from '../style/found'
import {
  alikeInThemes,
  changesByElement,
  changesOfLook,
  pairsOnce,
  sayChange,
  sayChanges,
  type Change,
} from './looks'

let count = 0
const element = (depth: number, name: string, more: Partial<Node> = {}): Node => ({
  id: ++count,
  depth,
  is: 'element',
  name,
  attributes: [],
  of: '',
  slot: null,
  pseudo: [],
  ...more,
})
const words = (depth: number, name: string) => element(depth, name, { is: 'text' })
const button: ToldNode = {
  depth: 0,
  role: 'button',
  element: 'button',
  name: 'Tie',
  from: 'content',
  description: '',
  states: {},
  children: [],
}

test('what a value changes: markup, attributes, words, what is told, and how it is drawn', () => {
  const strip = (tone: string, style: Record<string, string>) =>
    element(0, 'x-strip', { attributes: [['tone', tone]], style })
  const usual = {
    title: 'calm',
    markup: [
      strip('calm', { color: 'black', width: '90px' }),
      element(1, 'b', { style: { color: 'black' } }),
      words(2, 'Low'),
    ],
    told: [button],
  }
  const value = {
    title: 'warn',
    markup: [
      strip('warn', { color: 'red', width: '80px' }),
      element(1, 'b', { style: { color: 'red', 'padding-top': '2px' }, attributes: [['hidden', '']] }),
      words(2, 'High'),
      element(1, 'i', { attributes: [['class', 'mark']] }),
    ],
    told: [{ ...button, states: { pressed: 'true' } }],
  }
  const changes = changesOfLook(usual, value, 'tone')
  expect(
    changesByElement(changes).map(({ at, changes }) => [at, ...changes.map(sayChange)].join(' · ')),
  ).toEqual([
    'b · hidden is set · padding-top:  → 2px',
    ' · “Low” becomes “High” · button “Tie”: pressed not there → true',
    'i.mark · comes',
    'x-strip · color: black → red · width: 90px → 80px',
  ])
  expect(changesOfLook(usual, usual, 'tone')).toEqual([])
})

test('in few words only properties are named, four sides by their shorthand', () => {
  const drawn = (...names: string[]) => names.map((name): Change => ({ is: 'style', at: 'b', name }))
  const sides = ['top', 'right', 'bottom', 'left'].map((side) => `border-${side}-color`)
  expect(sayChanges([...drawn('color', ...sides), { is: 'markup', at: 'b', name: '', to: 'there' }])).toBe(
    'comes, color, border-color',
  )
  expect(sayChanges(drawn(...sides.slice(1)))).toBe(
    'border-right-color, border-bottom-color, border-left-color',
  )
  expect(sayChanges(drawn('a', 'b', 'c', 'd', 'e', 'f', 'g'))).toBe('a, b, c, d, e, 2 more')
})

test('a value that is painted as another in one theme is told of that theme; in all themes it is no news', () => {
  const value = (title: string, day: string, night: string) => ({
    title,
    pictures: new Map([
      ['day', day],
      ['night', night],
    ]),
  })
  const values = [
    value('calm', 'a', 'x'),
    value('warn', 'b', 'x'),
    value('note', 'b', 'y'),
    value('tip', 'b', 'y'),
  ]
  expect(alikeInThemes(values, ['day', 'night'])).toEqual([
    [{ theme: 'night', as: 'warn' }],
    [
      { theme: 'day', as: 'note' },
      { theme: 'night', as: 'calm' },
    ],
    [{ theme: 'day', as: 'warn' }],
    [{ theme: 'day', as: 'warn' }],
  ])
})

test('colours that are the same however it stands are told once', () => {
  const finding = (theme: string, situation: string): ColourPair => ({
    theme,
    situation,
    role: 'text',
    at: 'b',
    says: 'no',
    varies: false,
    through: false,
    text: '#777',
    ground: '#888',
    ratio: 1.2,
    wants: 4.5,
  })
  expect(
    pairsOnce([
      finding('day', 'as on the shelf'),
      finding('day', 'tone warn'),
      finding('night', 'tone warn'),
    ]),
  ).toEqual([finding('day', 'as on the shelf'), finding('night', 'tone warn')])
})
