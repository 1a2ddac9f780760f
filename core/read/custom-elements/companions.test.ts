import { readLibrary } from '../read'

const companionsOf = (body: string) =>
  readLibrary([
    {
      path: 'a.js',
      text:
        `class Row extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = \`${body}\` }\n` +
        `connectedCallback() { this.closest('x-deck')?.add(this); this.items = this.querySelectorAll('x-row-item, .other') }\n` +
        `add(other) { if (other.tagName === 'X-LAMP') this.lamp = other } }\n` +
        ['x-row', 'x-deck', 'x-row-item', 'x-mark', 'x-part', 'x-lamp']
          .map(
            (tag, i) =>
              `customElements.define('${tag}', ${i === 0 ? 'Row' : 'class extends HTMLElement {}'})`,
          )
          .join('\n'),
    },
  ]).contracts.find(({ tag }) => tag === 'x-row')!.companions

test('what it looks for in queries and in its sheet, and not what its markup uses', () => {
  expect(
    companionsOf('<style>::slotted(x-mark) { color: red }</style><x-part></x-part>')?.toSorted(),
  ).toEqual(['x-deck', 'x-lamp', 'x-mark', 'x-row-item'])
})
