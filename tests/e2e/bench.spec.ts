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

/** The mark of every row of the ledger, once all was tried. */
async function evidenceOf(page: Page, tag: string): Promise<Record<string, string>> {
  await page.goto(`${at.url}/tern/${tag}`)
  await expect(page.getByRole('status').getByText('seen in a browser')).toBeVisible({ timeout: 90_000 })
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

test('of the components without a planted flaw every member is seen, methods too', async ({ page }) => {
  test.setTimeout(300_000)
  await signIn(page, at, 'ines')
  for (const tag of [
    'action',
    'berth-mark',
    'deck-picker',
    'fare-stepper',
    'gangway-switch',
    'queue-meter',
    'sailing-row',
    'ticket',
    'tide-gauge',
    'weather-chip',
  ]) {
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

test(
  'examples: kept with what is around them, named, noted, ordered, made the face, doubled, ' +
    'let go, and mended when the source changed',
  async ({ page }) => {
    test.setTimeout(180_000)
    await signIn(page, at, 'ines', '/tern/tern-weather-chip')
    const main = page.getByRole('main')
    const dialog = page.getByLabel('The example', { exact: true })
    await choose(page, 'Writing direction', 'right to left')
    await page.getByRole('button', { name: /^States held/ }).click()
    await pressPointed(page.getByRole('option', { name: 'hover' }))
    await page.keyboard.press('Escape')
    await main.getByRole('button', { name: 'Save as new' }).click()
    await dialog.getByLabel('Name').fill('Turned')
    await dialog.getByLabel('Notes').fill('For islands that read from the right.')
    await dialog.getByLabel('Name').press('Enter')
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await expect(main.getByText('For islands that read from the right.')).toBeVisible()
    // a name that is taken is refused, in place
    await main.getByRole('button', { name: 'Save as new' }).click()
    await dialog.getByLabel('Name').fill('Turned')
    await dialog.getByLabel('Name').press('Enter')
    await expect(dialog.getByRole('alert')).toContainText('There is an example called Turned already.')
    await dialog.getByLabel('Name').fill('Plain')
    await dialog.getByLabel('Name').press('Enter')
    await expect(main.getByRole('button', { name: 'Example: Plain' })).toBeVisible()
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Earlier' }).click()
    await expect(page.getByText('“Plain” stands earlier.')).toBeVisible()
    await expect(dialog).toHaveCount(0)
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Offer as a starter' }).click()
    await expect(page.getByText('“Plain” is a starter now.')).toBeVisible()
    // a change is kept, and taken back
    await choose(page, 'Text size', '150 %')
    await expect(main.getByText(', changed.')).toBeVisible()
    await main.getByRole('button', { name: 'Save the change' }).click()
    await expect(page.getByText('“Plain” shows this now.')).toBeVisible()
    await expect(main.getByText(', changed.')).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await expect(main.getByText(', changed.')).toBeVisible()
    // somebody else opens it by its link, and sees it in the guide
    await choose(page, 'Example', 'Turned')
    await expect(page.getByRole('button', { name: 'Writing direction: right to left' })).toBeVisible()
    const link = new URL(page.url()).searchParams.get('example')!
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await expect(page.getByRole('button', { name: 'States held: hover' })).toBeVisible()
    await expect(alone(page, 'Weather chip').locator('html')).toHaveAttribute('dir', 'rtl')
    await page.goto(`${at.url}/tern/tern-weather-chip/guide`)
    await expect(
      page
        .getByRole('region', { name: 'Starters' })
        .getByRole('article', { name: 'Plain' })
        .getByLabel('Code of Plain'),
    ).toContainText('<tern-weather-chip')
    await expect(page.frameLocator('iframe[title="Weather chip, Turned"]').locator('html')).toHaveAttribute(
      'dir',
      'rtl',
    )
    expect(await page.locator('.example .name').allInnerTexts()).toEqual(
      expect.arrayContaining(['Plain', 'Turned']),
    )
    // and among all that the library offers to begin with, with code for the reader's framework
    await page.getByRole('link', { name: 'Every starter in Tern' }).click()
    await expect(page.getByRole('article')).toHaveCount(3)
    await choose(page, 'Code for', 'React style')
    await expect(page.getByLabel('Code of Ticket with a car')).toContainText(
      "passenger={{ name: 'A. Quill', deck: 'C', foot: false }}",
    )
    await expect(
      page.frameLocator('iframe[title="Ticket, Ticket with a car"]').locator('tern-ticket'),
    ).toContainText('A. Quill')
    await page.getByLabel('Speaking of').fill('storm')
    await expect(page.getByRole('article')).toHaveCount(1)
    // the face, and back
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Show it on the shelf' }).click()
    await expect(page.getByText('The shelf shows “Turned” now.')).toBeVisible()
    await expect(page).not.toHaveURL(/example=/)
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await expect(main.getByRole('button', { name: 'Example: Usual' })).toBeVisible()
    await choose(page, 'Example', 'Turned')
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Show it on the shelf' }).click()
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    // a link to what is the face by now still leads to it
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await page.goto(`${at.url}/tern/tern-weather-chip`)
    await choose(page, 'Example', 'Usual')
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Show it on the shelf' }).click()
    await expect(page.getByText('The shelf shows “Usual” now.')).toBeVisible()
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    // what stands in the line is what the dialog is about
    await expect(main.getByRole('button', { name: 'Example: Turned' })).toBeVisible()
    await main.getByRole('button', { name: 'Edit', exact: true }).click()
    await dialog.getByRole('button', { name: 'Delete' }).click()
    await expect(page.getByText('“Turned” is deleted.')).toBeVisible()
    // its link says that it is gone
    await page.goto(`${at.url}/tern/tern-weather-chip?example=${link}`)
    await expect(main.getByRole('button', { name: 'Example: one that is no more' })).toBeVisible()
    // one that sets what is no more says so, and is mended
    await page.goto(
      `${at.url}/tern/tern-weather-chip?show=${encodeURIComponent('{"props":{"skies":"storm"},"slots":{}}')}`,
    )
    await expect(main.getByText('It sets skies, which is no more.')).toBeVisible()
    await main.getByRole('button', { name: 'Remove it' }).click()
    await expect(main.getByText('which is no more')).toHaveCount(0)
  },
)

test('a covering set is kept as examples, each with its states and theme', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-gangway-switch/spread?set=yes&over=state+direction')
  await page.getByRole('button', { name: 'Save as examples' }).click()
  await expect(page.getByText(/examples? saved\./)).toBeVisible({ timeout: 30_000 })
  const ines = await someone(at, 'ines')
  const examples = (await ines('/api/libraries/tern/components/tern-gangway-switch/examples')).body as {
    name: string
    surround: { held: string[]; direction: string } | null
  }[]
  expect(examples.find((example) => example.name === 'hover, right to left')?.surround).toMatchObject({
    held: ['hover'],
    direction: 'rtl',
  })
})
