import { readLibrary } from '../read'

// Classes as a compiler collects them for others, and the loader that brings each in.

const chip = `
import { h, Host } from '@kit/core'
export class Chip {
  constructor() { this.tone = 'calm'; this.isOpen = false }
  componentWillLoad() {}
  async close() {}
  helper() {}
  render() { return h(Host, null, h('b', { part: 'body' }), h('slot', { name: 'end' })) }
  static get is() { return 'x-chip' }
  static get encapsulation() { return 'shadow' }
  static get styleUrls() { return { $: ['chip.css'] } }
  static get properties() {
    return {
      "tone": {
        "type": "string", "attribute": "tone", "reflect": true, "required": false,
        "complexType": { "original": "Tone", "resolved": "\\"calm\\" | \\"storm\\"" },
        "docs": { "tags": [], "text": "How it speaks." }
      },
      "rows": { "type": "unknown", "complexType": { "original": "Row[]", "resolved": "string[]" }, "docs": { "text": "" } }
    }
  }
  static get states() { return { "isOpen": {} } }
  static get events() {
    return [{
      "method": "closed", "name": "chipClosed", "bubbles": true, "cancelable": false, "composed": true,
      "docs": { "text": "It went." }, "complexType": { "original": "number", "resolved": "number" }
    }]
  }
  static get methods() { return { "close": { "complexType": { "return": "Promise<void>" }, "docs": { "text": "Puts it away." } } } }
}`
const loader = `
import { bootstrapLazy } from './index-1.js'
const defineCustomElements = async (win, options) => bootstrapLazy(JSON.parse("[[\\"x-chip\\",[[257,\\"x-chip\\",{\\"tone\\":[513]}]]]]"), options)
export { defineCustomElements }`

test('what is public stands in tables, what is shown in the class; a loader brings it in', () => {
  const files = {
    'dist/collection/chip.js': chip,
    'dist/collection/chip.css': ':host { color: var(--x-ink, black) }',
    'dist/esm/loader.js': loader,
  }
  const { contracts } = readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
  const [contract] = contracts
  expect(contracts).toHaveLength(1)
  expect(contract).toMatchObject({
    tag: 'x-chip',
    registeredIn: 'dist/esm/loader.js',
    registeredBy: 'defineCustomElements',
    files: expect.arrayContaining(['dist/collection/chip.js', 'dist/collection/chip.css']),
  })
  const members = contract!.members
    .filter(({ kind }) => kind !== 'variant')
    .map(({ kind, name, comment }) => [kind, name, comment])
  expect(members).toEqual([
    ['prop', 'tone', 'How it speaks.'],
    ['prop', 'rows', undefined],
    ['slot', 'end', undefined],
    ['event', 'chipClosed', 'It went.'],
    ['part', 'body', undefined],
    ['custom-property', '--x-ink', undefined],
    ['method', 'close', 'Puts it away.'],
  ])
  expect(contract!.members[0]).toMatchObject({
    attribute: 'tone',
    reflects: true,
    default: "'calm'",
    type: { is: 'union' },
  })
  expect(contract!.members[1]).not.toHaveProperty('attribute')
  expect(contract!.members.find(({ kind }) => kind === 'event')).toMatchObject({
    bubbles: true,
    composed: true,
    detail: { is: 'number' },
  })
})

test('without a loader that names it such a class is nothing that stands on a page', () => {
  expect(readLibrary([{ path: 'chip.js', text: chip }]).contracts).toEqual([])
})
