import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, signIn } from './person'

const element = (tag: string, body: string) =>
  `customElements.define('${tag}', class extends HTMLElement { ${body} })\n`

let at: World
test.beforeAll(async () => {
  at = await world()
  await bringIn(await someone(at, 'ines'), {
    // one that throws outside of what it belongs to, whose error says so
    'src/mooring.ts': element(
      'tern-mooring',
      `constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot>' }`,
    ),
    'src/mooring-item.ts': element(
      'tern-mooring-item',
      `constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<b>Ring <slot></slot></b>' }
       connectedCallback() { if (!this.closest('tern-mooring')) this.shadowRoot!.innerHTML = '' }`,
    ),
    // one that lies over the window once it is open
    'src/veil.ts': element(
      'tern-veil',
      `static observedAttributes = ['open']
       constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>p { display: none; position: fixed; inset: 20px; background: teal } :host([open]) p { display: block }</style><p>Veiled</p>' }
       get open(): boolean { return this.hasAttribute('open') }
       set open(on) { this.toggleAttribute('open', on) }`,
    ),
    // one that takes the room it is given, and one that says what stands in a list
    'src/rule.ts': element(
      'tern-rule',
      `constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>:host { display: block; block-size: 100%; background: navy }</style>' }`,
    ),
    'src/stops.ts': element(
      'tern-stops',
      `#items: { label: string }[] = []
       constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<ol></ol>' }
       get items(): { label: string }[] { return this.#items }
       set items(items) { this.#items = items; this.shadowRoot!.querySelector('ol')!.innerHTML = items.map(({ label }) => '<li>' + label + '</li>').join('') }`,
    ),
    // one that is registered once something has come
    'src/late.ts': `
export class Late extends HTMLElement {
  constructor() {
    super()
    this.attachShadow({ mode: 'open' }).innerHTML = '<u>Came late</u>'
  }
}
setTimeout(() => customElements.define('tern-late', Late), 300)`,
  })
})
test.afterAll(() => at.end())

test('what shows nothing plainly is shown in a way that shows something', async ({ page }) => {
  await signIn(page, at, 'ines')
  const shelved = (title: string) =>
    page.locator('article').filter({ hasText: new RegExp(`${title}\\s*tern-`) })
  const inFrame = (title: string) => shelved(title).frameLocator('iframe')
  for (const [title, text] of [
    ['Mooring item', 'Ring'],
    ['Veil', 'Veiled'],
    ['Late', 'Came late'],
    ['Stops', 'Two'],
  ] as const) {
    await shelved(title).scrollIntoViewIfNeeded()
    await expect(inFrame(title).getByText(text).first()).toBeVisible({ timeout: 20_000 })
  }
  await shelved('Rule').scrollIntoViewIfNeeded()
  await expect(shelved('Rule').getByText('Shows nothing')).toHaveCount(0)
  await expect
    .poll(async () => (await shelved('Rule').locator('iframe').boundingBox())?.height ?? 0)
    .toBeGreaterThan(40)
})

test('what was found is there for whoever comes next, on the bench too', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-mooring-item')
  await expect(alone(page, 'Mooring item').getByText('Ring')).toBeVisible({ timeout: 20_000 })
  await page.reload()
  await expect(alone(page, 'Mooring item').getByText('Ring')).toBeVisible()
  // and in its code
  await expect(page.locator('pre').filter({ hasText: '<tern-mooring>' }).first()).toBeVisible()
})
