import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())
const line = (page: Page, text: string) => page.getByRole('treeitem').filter({ hasText: text }).first()
const dress = (page: Page) => page.getByRole('region', { name: 'What dresses it' })

test(`the markup by keyboard, what dresses an element, and the way a custom property came, theme by theme`, async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip/made')
  await expect(line(page, 'strip')).toBeVisible()
  await expect(line(page, 'class="until"')).toContainText('part until')
  await page.getByRole('tree').focus()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('heading', { name: 'div.strip' })).toBeVisible()
  await expect(page.locator('[role=treeitem][aria-selected=true]')).toContainText('notice-strip.ts 11')
  await page.getByRole('button', { name: 'border-color', exact: true }).press('Enter')
  await expect(dress(page)).toContainText(
    '--tern-notice-edge is set nowhere, so its fallback var(--tern-notice-edge-warn, #E2A03F) counts',
  )
  await expect(dress(page)).toContainText(/--tern-notice-edge-warn is #E2A03F, set on html by theme Daywatch/)
  await expect(dress(page)).toContainText(
    /the token\s*notice\.edge\.warn, from\s*feedback\.warn\.line, from\s*brass\.500/,
  )
  await expect(dress(page).getByRole('link', { name: 'feedback.warn.line' }).first()).toHaveAttribute(
    'href',
    /tokens\?token=feedback\.warn\.line/,
  )
  await expect(
    dress(page)
      .getByRole('link', { name: /notice-strip\.css/ })
      .first(),
  ).toHaveAttribute('href', /source\?path=src\/notice-strip\.css&line=\d+/)
  await page.getByRole('button', { name: 'background', exact: true }).click()
  await expect(dress(page)).toContainText(/set on html by theme Daywatch/)
  await choose(page, 'Theme', 'Nightwatch')
  await expect(dress(page)).toContainText(/set on html by theme Nightwatch/)
  const address = page.url()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'div.strip' })).toBeVisible()
  expect(page.url()).toBe(address)
  await page.keyboard.press('p')
  // beside the icon in it
  const close = alone(page, 'Notice strip').getByRole('button', { name: 'Put away' })
  await close.click({ position: { x: 1, y: 1 } })
  await expect(page.getByRole('heading', { name: 'button.close' })).toBeVisible()
})

test(
  'what is put into a slot belongs to the page; what came to nothing is told with the near ' +
    'name; a prop that feeds is told',
  async ({ page }) => {
    await bringIn(await someone(at, 'ines'), {
      'src/buoy.ts': `
/** A buoy. */
export class Buoy extends HTMLElement {
  static observedAttributes = ['depth']
  constructor() {
    super()
    this.attachShadow({ mode: 'closed' }).innerHTML =
      '<style>:host { --tern-buoy-line: 2px } ::slotted(b) { color: rgb(1, 2, 3) } i { color: var(--tern-buoy-lime); width: var(--tern-buoy-depth); display: block }</style><i part="line">Depth</i><slot></slot>'
  }
  /** How deep. */
  get depth(): number {
    return Number(this.getAttribute('depth') ?? 3)
  }
  set depth(depth) {
    this.setAttribute('depth', String(depth))
  }
  connectedCallback() {
    this.#show()
  }
  attributeChangedCallback() {
    this.#show()
  }
  #show() {
    this.style.setProperty('--tern-buoy-depth', \`\${this.depth}px\`)
  }
}
customElements.define('tern-buoy', Buoy)`,
    })
    await signIn(
      page,
      at,
      'ines',
      `/tern/tern-buoy/made?show=${encodeURIComponent(JSON.stringify({ props: {}, slots: { '': { is: 'markup', markup: '<b>Here</b>' } } }))}`,
    )
    await page
      .getByRole('treeitem')
      .filter({ has: page.locator('b', { hasText: /^b$/ }) })
      .click()
    await expect(dress(page)).toContainText(
      'It belongs to the page, which puts it into the slot without a name.',
    )
    await expect(dress(page)).toContainText('::slotted(b)')
    await line(page, 'part="line"').click()
    await expect(page.getByRole('heading', { name: 'i', exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'color', exact: true }).click()
    await expect(dress(page)).toContainText('comes to nothing, as if it were not set')
    await expect(dress(page)).toContainText(
      '--tern-buoy-lime is set nowhere and has no fallback. Is --tern-buoy-line meant?',
    )
    await page.getByRole('button', { name: 'width', exact: true }).click()
    await expect(dress(page)).toContainText('fed by depth')
  },
)

test('a component that was never built, and one that is not there, say so', async ({ page }) => {
  await bringIn(await someone(at, 'ines'), {
    'src/adrift.ts':
      "import { nothing } from 'not-installed-anywhere'\nexport class Adrift extends " +
      "HTMLElement { connectedCallback() { nothing() } }\ncustomElements.define('tern-adrift', Adrift)",
  })
  await signIn(page, at, 'ines', '/tern/tern-adrift/made')
  await expect(page.getByRole('region', { name: 'Markup' })).toContainText('There is no rendering:')
  await page.goto(`${at.url}/tern/tern-nowhere/made`)
  await expect(page.getByRole('heading', { name: 'Not on this shelf' })).toBeVisible()
})
