import { readLibrary } from '../read/read'
import { lostIn, mended } from './mend'

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
    { kind: 'prop', name: 'heading', now: 'headingText' },
    { kind: 'prop', name: 'gone', now: undefined },
    { kind: 'slot', name: 'actions', now: 'action' },
  ])
  const [heading, gone, actions] = lostIn(contract, usage)
  expect(mended(mended(mended(usage, heading!, 'headingText'), gone!), actions!, 'action')).toEqual({
    props: { headingText: 'News', tone: 'calm' },
    slots: { action: { is: 'text', text: 'Go' } },
  })
})
test('a name the example uses already is offered to nothing', () =>
  expect(lostIn(contract, { props: { heading: 'a', headingText: 'b' }, slots: {} })[0]!.now).toBeUndefined())
