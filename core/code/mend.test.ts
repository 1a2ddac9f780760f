import { readLibrary } from '../read/read'
import { lostIn, mended, sayLost } from './mend'

const contract = readLibrary([
  {
    path: 'a.ts',
    text:
      "class A extends HTMLElement { headingText = ''; tone = 'calm'; connectedCallback() { " +
      "this.innerHTML = '<slot name=\"action\"></slot>' } }\ncustomElements.define('x-a', A)",
  },
]).contracts[0]!

test('what an example sets and the component has is not lost', () =>
  expect(lostIn(contract, { props: { tone: 'x' }, slots: { action: { is: 'text', text: '' } } })).toEqual([]))
test('what is no more is told, with the likest name that is free', () => {
  const usage = {
    props: { heading: 'News', tone: 'calm', gone: 1 },
    slots: { actions: { is: 'text' as const, text: 'Go' } },
  }
  expect(lostIn(contract, usage)).toEqual([
    { what: 'member', kind: 'prop', name: 'heading', now: 'headingText' },
    { what: 'member', kind: 'prop', name: 'gone', now: undefined },
    { what: 'member', kind: 'slot', name: 'actions', now: 'action' },
  ])
  const [heading, gone, actions] = lostIn(contract, usage)
  expect(mended(mended(mended(usage, heading!, 'headingText'), gone!), actions!, 'action')).toEqual({
    props: { headingText: 'News', tone: 'calm' },
    slots: { action: { is: 'text', text: 'Go' } },
  })
})
test('a name the example uses already is offered to nothing', () =>
  expect(lostIn(contract, { props: { heading: 'a', headingText: 'b' }, slots: {} })[0]!.now).toBeUndefined())

const narrowed = readLibrary([
  {
    path: 'b.ts',
    text:
      "class B extends HTMLElement { tone: 'calm' | 'urgent' = 'calm'; open() {} }\n" +
      "customElements.define('x-b', B)",
  },
]).contracts[0]!

test('a value that is no more is told, with the likest there is, and so is a method', () => {
  const usage = {
    props: { tone: 'urgently' },
    slots: {},
    calls: [
      { method: 'opens', given: [] },
      { method: 'open', given: [1] },
    ],
  }
  const [method, value, ...others] = lostIn(narrowed, usage)
  expect(others).toEqual([])
  expect(value).toEqual({ what: 'value', kind: 'prop', name: 'tone', now: 'urgent' })
  expect(sayLost(value!, usage)).toBe('It sets tone to "urgently", which is no more.')
  expect(method).toMatchObject({ kind: 'method', name: 'opens' })
  expect(mended(mended(usage, value!, 'urgent'), method!)).toEqual({
    props: { tone: 'urgent' },
    slots: {},
    calls: [{ method: 'open', given: [1] }],
  })
})
