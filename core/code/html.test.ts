import { parseFragment } from 'parse5'
import fc from 'fast-check'
import { readLibrary } from '../read/read'
import { htmlFor } from './html'

const source = `
class Card extends HTMLElement {
  get tone(): 'calm' | 'warn' { return this.getAttribute('tone') ?? 'calm' } set tone(v) { this.setAttribute('tone', v) }
  get open() { return this.hasAttribute('open') } set open(v) { this.toggleAttribute('open', v) }
  rows: string[] = []
  day: Date = new Date()
  constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot><slot name="foot"></slot>' }
}
customElements.define('x-card', Card)
class Tip extends HTMLElement { get text() { return this.getAttribute('text') ?? '' } set text(v: string) { this.setAttribute('text', v) } }
customElements.define('x-tip', Tip)`
const { contracts } = readLibrary([{ path: 'a.ts', text: source }])
const of = (tag: string) => contracts.find((contract) => contract.tag === tag)
const card = of('x-card')!
const show = (props: Record<string, unknown>, slots: Parameters<typeof htmlFor>[1]['slots'] = {}) =>
  htmlFor(card, { props, slots }, of)

test('an attribute set apart is written as its text, and its property is set by script', () => {
  expect(htmlFor(card, { props: {}, slots: {}, attributes: { tone: 'odd "x"' } }, of)).toBe(
    '<x-card tone="odd &quot;x&quot;"></x-card>',
  )
  expect(
    htmlFor(card, { props: { open: true }, slots: {}, attributes: { open: 'false', tone: '' } }, of),
  ).toBe(
    '<x-card id="card" open="false" tone></x-card>\n\n<script type="module">\n  ' +
      "document.getElementById('card').open = true\n</script>",
  )
})
test('attributes for what attributes can say, nothing for what is not set', () => {
  expect(show({})).toBe('<x-card></x-card>')
  expect(show({ tone: 'warn', open: true })).toBe('<x-card tone="warn" open></x-card>')
  expect(show({ open: false })).toBe('<x-card></x-card>')
  expect(show({ tone: 'a "b" & c' })).toBe('<x-card tone="a &quot;b&quot; &amp; c"></x-card>')
})
test('a script for what only script can set', () => {
  expect(show({ rows: ['a'], day: '2026-11-25T00:00:00.000Z' })).toBe(
    '<x-card id="card"></x-card>\n\n<script type="module">\n  ' +
      "document.getElementById('card').rows = [\"a\"]\n  document.getElementById('card').day " +
      '= new Date("2026-11-25T00:00:00.000Z")\n</script>',
  )
})
test('slots: text, markup of several elements, a component with values of its own', () => {
  expect(show({}, { '': { is: 'text', text: 'a < b' } })).toContain('a &lt; b')
  expect(show({}, { foot: { is: 'text', text: 'Go' } })).toContain('<span slot="foot">Go</span>')
  expect(show({}, { foot: { is: 'markup', markup: '<b>1</b> loose <i class="x">2</i>' } })).toContain(
    '<b slot="foot">1</b><span slot="foot">loose</span><i slot="foot" class="x">2</i>',
  )
  expect(
    show({}, { foot: { is: 'component', tag: 'x-tip', usage: { props: { text: 'hi' }, slots: {} } } }),
  ).toContain('<x-tip slot="foot" text="hi"></x-tip>')
  expect(show({}, { foot: { is: 'component', tag: 'x-gone', usage: { props: {}, slots: {} } } })).toContain(
    'x-gone is not on the shelf',
  )
})
test('whatever text is shown, the code parses back to it', () => {
  fc.assert(
    fc.property(
      fc.string({ minLength: 1 }).filter((text) => !/[\0\r\n\f]/.test(text) && text.trim() === text),
      fc.string().filter((text) => !/[\0\r\f]/.test(text)),
      (text, tone) => {
        const [element] = parseFragment(show({ tone }, { '': { is: 'text', text } })).childNodes
        if (!element || !('attrs' in element)) return false
        const inner = element.childNodes.map((node) => ('value' in node ? node.value : '')).join('')
        return element.attrs.find((attr) => attr.name === 'tone')?.value === tone && inner.trim() === text
      },
    ),
  )
})
