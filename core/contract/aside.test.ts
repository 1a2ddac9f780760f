import { readLibrary } from '../read/read'
import { changedUnder, factsOf, likeness, wordsAside } from './aside'
import { memberKey } from './contract'

const contract = (props: string) =>
  readLibrary([
    { path: 'a.ts', text: `class A extends HTMLElement { ${props} }\ncustomElements.define('x-a', A)` },
  ]).contracts[0]!
const aside = (now: string, written: Record<string, string>) =>
  wordsAside(
    contract(now),
    Object.entries(written).map(([member, text]) => ({ member, text })),
  ).map(({ words, offers }) => [words.member, offers.map(memberKey)])

test('words whose member is there stay with it; those of the component are no member’s', () =>
  expect(aside("tone = 'calm'", { 'prop:tone': 'x', 'component:': 'y' })).toEqual([]))
test('a renamed member is offered its words, the likest name first', () => {
  expect(aside("headline = ''; headingText = ''; count = 1", { 'prop:heading': 'x' })).toEqual([
    ['prop:heading', ['prop:headingText', 'prop:headline']],
  ])
})
test('where one of the kind is left without words, it is offered whatever it is called', () =>
  expect(aside("zebra = ''", { 'prop:tone': 'x' })).toEqual([['prop:tone', ['prop:zebra']]]))
test('members that have words of their own, and those of another kind, are not offered', () => {
  expect(aside("tones = ''; other = ''; further = ''", { 'prop:tone': 'x', 'prop:tones': 'y' })).toEqual([
    ['prop:tone', []],
  ])
  expect(aside("tone = ''", { 'event:tone': 'x' })).toEqual([['event:tone', []]])
})
test('words that were emptied are no words', () =>
  expect(aside("zebra = ''", { 'prop:tone': '' })).toEqual([]))
test('a changed fact marks the words that spoke of it', () => {
  const before = contract("tone: 'calm' | 'storm' = 'calm'")
  const words = { text: 'x', facts: factsOf(before, 'prop:tone')! }
  expect(words.facts).toBe("'calm' | 'storm', default 'calm'")
  expect(changedUnder(before.members[0]!, words)).toBe(false)
  expect(changedUnder(contract("tone: 'calm' | 'gale' = 'calm'").members[0]!, words)).toBe(true)
  expect(changedUnder(contract('tone = 1').members[0]!, { text: 'x', facts: null })).toBe(false)
})
test.each([
  ['tone', 'tone', 1],
  ['Tone', 'to-ne', 1],
  ['a', 'a', 1],
  ['a', 'b', 0],
  ['tone', 'deck', 0],
])('likeness of %s and %s is %d', (a, b, like) => expect(likeness(a, b)).toBe(like))
