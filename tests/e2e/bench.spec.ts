import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, choose, pressPointed, row, signIn, tabTo } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** Computed styles of every element of the component as it is drawn, shadow trees included. */
const drawn = (page: Page, title: string) =>
  alone(page, title)
    .locator('#parent')
    .evaluate((parent) => {
      const found: Record<string, string>[] = []
      const visit = (element: Element) => {
        const style = getComputedStyle(element)
        found.push(
          Object.fromEntries(
            [...style].map((name) => [`${element.localName} ${name}`, style.getPropertyValue(name)]),
          ),
        )
        for (const child of [...(element.shadowRoot?.children ?? []), ...element.children]) visit(child)
      }
      for (const child of parent.children) visit(child)
      return found
    })
const differing = (a: Record<string, string>[], b: Record<string, string>[]) =>
  a.flatMap((entry, i) =>
    Object.keys(entry)
      .filter((name) => entry[name] !== b[i]?.[name])
      .map((name) => `${i} ${name}`),
  )

test('a component held in a state looks as it does when the state is really reached', async ({ page }) => {
  test.setTimeout(180_000)
  await signIn(page, at, 'ines')
  const cases = [
    { tag: 'tern-action', title: 'Action', target: 'button', on: '' },
    { tag: 'tern-gangway-switch', title: 'Gangway switch', target: '.track', on: '' },
    { tag: 'tern-fare-stepper', title: 'Fare stepper', target: '.more', on: 'more' },
    {
      tag: 'tern-notice-strip',
      title: 'Notice strip',
      target: '.close',
      on: 'close',
      show: { props: { dismissible: true }, slots: { '': { is: 'text', text: 'Late' } } },
    },
  ]
  let told = 0
  for (const { tag, title, target, on, show } of cases) {
    const address = (held: string) =>
      `${at.url}/tern/${tag}?${new URLSearchParams({ ...(held ? { held, ...(on ? { on } : {}) } : {}), ...(show ? { show: JSON.stringify(show) } : {}) })}`
    for (const state of ['hover', 'focus-visible', 'active'] as const) {
      await page.goto(address(''))
      const element = alone(page, title).locator(target).first()
      await expect(element).toBeVisible()
      const rest = await drawn(page, title)
      if (state === 'focus-visible') await tabTo(page, title, element)
      else await element.hover()
      if (state === 'active') await page.mouse.down()
      await page.waitForTimeout(500)
      const real = await drawn(page, title)
      if (state === 'active') await page.mouse.up()
      await page.mouse.move(1, 1)
      await page.goto(address(state))
      await expect(element).toBeVisible()
      await page.waitForTimeout(500)
      const held = await drawn(page, title)
      expect.soft(differing(real, held), `${tag} held in ${state}`).toEqual([])
      if (differing(rest, real).length) told++
    }
  }
  // the states were such as show
  expect(told).toBeGreaterThan(4)
})

test('the surround: every choice reaches the component, and a link shows somebody else the same', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip')
  const frame = alone(page, 'Notice strip')
  await choose(page, 'Writing direction', 'right to left')
  await expect(frame.locator('html')).toHaveAttribute('dir', 'rtl')
  await choose(page, 'Text size', '200 %')
  await expect(frame.locator('html')).toHaveCSS('font-size', '32px')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await choose(page, 'Language', 'German')
  await expect(frame.locator('html')).toHaveAttribute('lang', 'de')
  await choose(page, 'Window', '1280 × 800')
  expect(await frame.locator('html').evaluate(() => [innerWidth, innerHeight])).toEqual([1280, 800])
  await choose(page, 'Alignment', 'from edge to edge')
  await choose(page, 'Padding', 'nothing')
  await expect(frame.locator('tern-notice-strip')).toHaveCSS('width', '1280px')
  await expect(page.getByTitle('How large it is drawn')).toContainText('1280 ×')
  await page.getByRole('button', { name: /^States held/ }).click()
  await pressPointed(page.getByRole('option', { name: 'hover' }))
  await page.keyboard.press('Escape')
  await choose(page, 'Held on', 'close')
  await expect(page).toHaveURL(/window=1280x800.*held=hover.*on=close/)
  const [address, sentence] = [page.url(), await page.locator('.surround').innerText()]
  await page.goto(`${at.url}/tern`)
  await page.goto(address)
  await expect(page.locator('.surround')).toHaveText(sentence, { useInnerText: true })
  await expect(frame.locator('html')).toHaveAttribute('dir', 'rtl')
})

test(
  'less motion, the reader’s colours and states of its own, in sheets of the document and of ' +
    'shadow trees',
  async ({ page }) => {
    const ines = await someone(at, 'ines')
    await bringIn(ines, {
      'src/lamp.ts': [
        'const sheet = new CSSStyleSheet(); sheet.replaceSync(`:host { display: block; ' +
          'inline-size: 40px; block-size: 40px; background: rgb(1, 2, 3); color: red; ' +
          'animation: turn 1s infinite } @keyframes turn { to { rotate: 1turn } }',
        '@media (prefers-reduced-motion: reduce) { :host { animation: none } } @media ' +
          '(forced-colors: active) { :host { border-top: 3px solid Highlight } } ' +
          ':host(:state(lit)) { background: rgb(9, 9, 9) }`)',
        'export class Lamp extends HTMLElement { #internals = this.attachInternals(); ' +
          "constructor() { super(); this.attachShadow({ mode: 'closed' }).adoptedStyleSheets = " +
          '[sheet] } connectedCallback() { this.dataset.calm = ' +
          "String(matchMedia('(prefers-reduced-motion: reduce)').matches) } light() { " +
          "this.#internals.states.add('lit') } }",
        "customElements.define('tern-lamp', Lamp)",
      ].join('\n'),
    })
    await signIn(page, at, 'ines', '/tern/tern-lamp')
    const lamp = alone(page, 'Lamp').locator('tern-lamp')
    await expect(lamp).toHaveCSS('animation-name', 'turn')
    await choose(page, 'Motion', 'reduced')
    await expect(lamp).toHaveCSS('animation-name', 'none')
    // what the component asked when it was made is answered so too
    await expect(lamp).toHaveAttribute('data-calm', 'true')
    await choose(page, 'Motion', 'on')
    await expect(lamp).toHaveCSS('animation-name', 'turn')
    await page.getByRole('button', { name: /^States held/ }).click()
    await pressPointed(page.getByRole('option', { name: 'lit' }))
    await page.keyboard.press('Escape')
    await expect(lamp).toHaveCSS('background-color', 'rgb(9, 9, 9)')
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await choose(page, 'Colours', 'the reader’s colours')
    await expect(lamp).not.toHaveCSS('color', 'rgb(255, 0, 0)')
    await expect(lamp).toHaveCSS('border-top-width', '3px')
    await choose(page, 'Colours', 'its own colours')
    await expect(lamp).toHaveCSS('color', 'rgb(255, 0, 0)')
    await expect(lamp).toHaveCSS('border-top-width', '0px')
    await expect(row(page, 'state:lit')).toBeVisible()
  },
)

/** Has nothing be known of what members do: who opens a bench has them tried. */
const forgetEvidence = () => at.sql('delete from evidence')

/** The mark of every row of the ledger, once all was tried. */
async function evidenceOf(page: Page, tag: string): Promise<Record<string, string>> {
  await page.goto(`${at.url}/tern/${tag}`)
  await expect(page.getByRole('status').getByText('seen in a browser')).toBeVisible({ timeout: 240_000 })
  const rows = await page.locator('[data-member]').all()
  return Object.fromEntries(
    await Promise.all(
      rows.map(async (row) => [
        await row.getAttribute('data-member'),
        (await row.locator('.evidence').getAttribute('aria-label'))!.split(':')[0]!,
      ]),
    ),
  )
}

test('every member is tried in a browser: the flaws that were planted are found', async ({ page }) => {
  test.setTimeout(360_000)
  await forgetEvidence()
  await signIn(page, at, 'ines')
  const strip = await evidenceOf(page, 'tern-notice-strip')
  expect(strip).toMatchObject({
    'prop:tone': 'seen',
    'prop:compact': 'no effect',
    'part:strip': 'seen',
    'part:icon': 'not found',
    'event:dismiss': 'seen',
    'key:Escape': 'seen',
    'slot:action': 'seen',
    'custom-property:--tern-notice-edge': 'seen',
  })
  await expect(row(page, 'prop:compact')).toContainText(
    'Nothing changed when it was set, in 14 conditions, at rest and in use, in a wide window and with each other prop.',
  )
  await row(page, 'prop:compact').getByRole('button', { name: 'after' }).click()
  await expect(alone(page, 'Notice strip').locator('tern-notice-strip')).toHaveAttribute('compact', '')
})

// all ten are tried on the server in `evidence.spec.ts`; the bench does the same in its page
test('of components without a planted flaw every member is seen on the bench, methods too', async ({
  page,
}) => {
  test.setTimeout(900_000)
  await forgetEvidence()
  await signIn(page, at, 'ines')
  for (const tag of ['fare-stepper', 'gangway-switch', 'ticket']) {
    const marks = Object.entries(await evidenceOf(page, `tern-${tag}`))
    expect
      .soft(
        marks.filter(([, mark]) => mark !== 'seen'),
        tag,
      )
      .toEqual([])
  }
})

test('who writes while members are tried is not disturbed', async ({ page }) => {
  await forgetEvidence()
  await signIn(page, at, 'ines', '/tern/tern-fare-stepper')
  await row(page, 'method:clear')
    .getByRole('button', { name: /words for clear|Write/ })
    .first()
    .click()
  const words = page.getByLabel('Words for clear, Markdown')
  await expect(words).toBeFocused()
  const text =
    'Back to the fewest, as when nothing was chosen yet; the sum is told again, and whoever ' +
    'waits hears of it.'
  await page.keyboard.type(text, { delay: 60 })
  await expect(page.getByRole('button', { name: 'Try again' })).toBeVisible({ timeout: 60_000 })
  await expect(words).toBeFocused()
  expect(await words.inputValue()).toContain(text)
})

test('a component in a loop, and one that leads away, end their trial and nothing else', async ({ page }) => {
  const ines = await someone(at, 'ines')
  await bringIn(ines, {
    'src/endless.ts':
      "export class Endless extends HTMLElement { static observedAttributes = ['deep']; get " +
      "deep(): boolean { return this.hasAttribute('deep') } set deep(v) { if (v) for (;;); " +
      "this.toggleAttribute('deep', v) } connectedCallback() { this.textContent = 'Endless' } " +
      "}\ncustomElements.define('tern-endless', Endless)",
    'src/away.ts':
      'export class Away extends HTMLElement { connectedCallback() { this.attachShadow({ mode: ' +
      '\'open\' }).innerHTML = \'<a part="link" href="https://away.example/">Away</a>\' } ' +
      "}\ncustomElements.define('tern-away', Away)",
  })
  await signIn(page, at, 'ines', '/tern/tern-endless')
  await expect(page.getByText('It stopped answering while it was tried')).toBeVisible({ timeout: 60_000 })
  await expect(alone(page, 'Endless').getByText('Endless')).toBeVisible()
  expect(await evidenceOf(page, 'tern-away')).toEqual({ 'part:link': 'seen' })
})

test('a custom property is set and a method is called; both stand in the code and are saved with an example', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-berth-mark')
  const disc = alone(page, 'Berth mark').locator('[part=number]')
  await expect(disc).toBeVisible()
  const ground = page.getByLabel('--tern-berth-ground', { exact: true })
  await ground.fill('zigzag')
  await expect(row(page, 'custom-property:--tern-berth-ground').getByRole('alert')).toContainText(
    'This is no value for background',
  )
  await ground.fill('rgb(7, 8, 9)')
  await expect(disc).toHaveCSS('background-color', 'rgb(7, 8, 9)')
  await expect(page.getByLabel('Code for plain HTML')).toContainText(
    'style="--tern-berth-ground: rgb(7, 8, 9)"',
  )
  await page.getByRole('button', { name: 'Do not set --tern-berth-ground' }).click()
  await expect(disc).not.toHaveCSS('background-color', 'rgb(7, 8, 9)')

  await page.goto(`${at.url}/tern/tern-fare-stepper`)
  const main = page.getByRole('main')
  const stepper = alone(page, 'Fare stepper').getByRole('spinbutton')
  await expect(stepper).toHaveAttribute('aria-valuenow', '2')
  await page.getByRole('button', { name: 'Call clear' }).click()
  await expect(stepper).toHaveAttribute('aria-valuenow', '0')
  await expect(row(page, 'method:clear').getByText('→ undefined')).toBeVisible()
  await expect(page.getByLabel('Code for plain HTML')).toContainText(
    "document.getElementById('fare-stepper').clear()",
  )
  await main.getByRole('button', { name: 'Save as new' }).click()
  const dialog = page.getByLabel('The example', { exact: true })
  await dialog.getByLabel('Name').fill('Cleared')
  await dialog.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(main.getByRole('button', { name: 'Example: Cleared' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove the call of clear' }).click()
  await expect(stepper).toHaveAttribute('aria-valuenow', '2')
  // whoever opens the example sees it called
  const example = new URL(page.url()).searchParams.get('example')!
  await page.goto(`${at.url}/tern/tern-fare-stepper?example=${example}`)
  await expect(stepper).toHaveAttribute('aria-valuenow', '0')
  await page.getByRole('button', { name: 'Set nothing' }).click()
  await expect(page.getByRole('button', { name: 'Set nothing' })).toHaveCount(0)
})
