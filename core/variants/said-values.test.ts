import { membersOf } from '../contract/contract'
import { customElementsManifest } from '../release/manifest'
import { sourceLanguage } from '../languages/sources'
import { outside } from '../../tests/outside'
import { readLibrary } from '../read/read'
import { sayValues, withSaidStatuses, withSaidValues } from './said-values'

const { contracts } = readLibrary(
  [
    {
      path: 'Card.vue',
      text:
        "<script setup lang=\"ts\">defineProps<{\n/** How it speaks. */\ntone?: 'calm' | 'storm' | 'flood'; rows: number " +
        '}>()</script><template><b :class="`tone-${tone}`">x</b></template><style>.tone-calm{color:red}' +
        '.tone-storm{color:blue}.tone-flood{color:green}</style>',
    },
    {
      path: 'x-card.ts',
      text:
        "export class XCard extends HTMLElement { static observedAttributes = ['tone'];\n/** How it speaks. */\n" +
        "get tone(): 'calm' | 'storm' { return (this.getAttribute('tone') ?? 'calm') as 'calm' }\nset tone(value: 'calm' " +
        "| 'storm') { this.setAttribute('tone', value) }\nconnectedCallback() { this.attachShadow({mode:'open'})" +
        '.innerHTML = `<style>:host([tone=storm]) { color: red } :host([tone=calm]) { color: blue }</style>` } }\n' +
        "customElements.define('x-card', XCard)",
    },
  ],
  outside,
)
const find = (tag: string) => contracts.find((contract) => contract.tag === tag)!
const written: Record<string, string> = {
  'axis:tone': 'storm: deprecated, use flood\ncalm: stable',
  'variant:tone=calm': 'For news\nof every day.',
}
const wordsOf = (key: string) => written[key]

test('values are told in the order people gave them, with words and status; of those nobody spoke of, nothing', () => {
  const card = find('Card')
  const [tone, rows] = membersOf(card, 'prop')
  expect(sayValues(card, tone!, wordsOf)).toBe(
    'storm (deprecated, use flood). calm (stable): For news of every day.',
  )
  expect(sayValues(card, rows!, wordsOf)).toBeUndefined()
  expect(sayValues(card, tone!, () => undefined)).toBeUndefined()
})

test('they stand in the types of a package, and in its manifest', () => {
  const card = withSaidValues(find('Card'), wordsOf)
  expect(sourceLanguage('vue').declare!(card)).toContain(
    '/** How it speaks. storm (deprecated, use flood). calm (stable): For news of every day. */',
  )
  const manifest = customElementsManifest([find('x-card')], 'x-', (_tag, key) => written[key])
  const text = JSON.stringify(manifest)
  expect(text).toContain(
    'How it speaks. storm (deprecated, use flood). calm (stable): For news of every day.',
  )
})

test('what people say of how far a value is counts more than its source', () => {
  const card = find('Card')
  const inSource = {
    ...card,
    members: card.members.map((member) =>
      member.kind === 'variant' && member.value === 'calm' ? { ...member, deprecated: 'use flood' } : member,
    ),
  }
  const said = membersOf(withSaidStatuses(inSource, wordsOf), 'variant')
  expect(said.map(({ value, deprecated }) => [value, deprecated])).toEqual([
    ['calm', undefined],
    ['storm', 'use flood'],
    ['flood', undefined],
  ])
  expect(withSaidStatuses(inSource, () => undefined)).toBe(inSource)
})
