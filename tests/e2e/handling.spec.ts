import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { lockSource } from '../fixtures/lock'
import { alone, choose, pressPointed, row, signIn, tabTo } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
  await bringIn(await someone(at, 'ines'), lockSource)
})
test.afterAll(() => at.end())

test(`not set, empty and default are three things; a number keeps to what its comment says; undo and redo`, async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-lock')
  const lock = alone(page, 'Lock').locator('tern-lock')
  const name = row(page, 'prop:name').getByRole('textbox', { name: 'name' })
  await expect(lock).not.toHaveAttribute('name')
  await expect(lock.locator('b')).toHaveText('Upper lock')
  await name.fill('Lower')
  await expect(lock).toHaveAttribute('name', 'Lower')
  await name.fill('')
  await expect(lock).toHaveAttribute('name', '')
  await expect(lock.locator('b')).toHaveText('nameless')
  await expect(name).toHaveAttribute('placeholder', 'an empty text')
  await page.getByRole('button', { name: 'Do not set name' }).click()
  await expect(lock).not.toHaveAttribute('name')
  await expect(row(page, 'prop:level')).toContainText('0 to 8, says its comment')
  await row(page, 'prop:level').getByRole('spinbutton').fill('44')
  await row(page, 'prop:level').getByRole('spinbutton').press('Tab')
  await expect(lock).toHaveAttribute('level', '8')
  await page.waitForTimeout(900)
  await row(page, 'prop:name').getByRole('textbox', { name: 'name' }).fill('Third')
  await expect(lock).toHaveAttribute('name', 'Third')
  await page.locator('h1').click()
  await page.keyboard.press('z')
  await expect(lock).not.toHaveAttribute('name')
  await expect(lock).toHaveAttribute('level', '8')
  await page.keyboard.press('Z')
  await expect(lock).toHaveAttribute('name', 'Third')
  await page.getByRole('button', { name: 'Set nothing' }).click()
  await expect(lock).not.toHaveAttribute('level')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(lock).toHaveAttribute('name', 'Third')
})

test('an attribute is set apart from its property, with a text of its own', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-lock')
  const lock = alone(page, 'Lock').locator('tern-lock')
  await expect(lock).not.toHaveAttribute('level')
  await row(page, 'prop:level').hover()
  await page.getByRole('button', { name: 'Set the attribute level apart' }).click()
  await expect(lock).toHaveAttribute('level', '')
  await page.getByRole('textbox', { name: 'Attribute level' }).fill('brimful')
  await expect(lock).toHaveAttribute('level', 'brimful')
  await expect(page.getByLabel('Code for plain HTML')).toContainText('<tern-lock level="brimful">')
  await expect(page).toHaveURL(/brimful/)
  await page.getByRole('button', { name: 'Do not set the attribute level' }).click()
  await expect(lock).not.toHaveAttribute('level')
})

test('a function is recorded when it is called; events by name; what had the focus and what keys did', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-lock')
  const gate = alone(page, 'Lock').locator('[part=gate]')
  await row(page, 'prop:ask').getByRole('checkbox').check()
  await expect(page.getByLabel('Code for plain HTML')).toContainText('.ask = () => {}')
  await gate.click()
  const heard = page.getByLabel('Events', { exact: true })
  await expect(heard).toContainText(/ask\(\) {2}3/)
  await expect(heard).toContainText('opened')
  await choose(page, 'What is heard', 'ask()')
  await expect(heard).not.toContainText('opened')
  await choose(page, 'What is heard', 'Focus and keys')
  await tabTo(page, 'Lock', gate)
  await page.keyboard.press('Escape')
  await page.keyboard.press('a')
  const trail = page.locator('pre[aria-label="Focus and keys"]')
  await expect(trail).toContainText('has the focus  button[part=gate]')
  await expect(trail).toContainText('Escape, taken by the component  button[part=gate]')
  await expect(trail).toContainText('a  button[part=gate]')
})

test('a component in a slot has values and slots of its own, and the code says so', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-lock')
  const slot = row(page, 'slot:sign')
  await expect(slot).toContainText('shows its fallback')
  await choose(page, 'What fills sign', 'a component')
  await choose(page, 'Which component fills sign', 'Lock sign')
  await slot.getByText('Values of Lock sign').click()
  await slot.getByRole('checkbox', { name: 'tall' }).check()
  await slot.getByRole('textbox', { name: 'Text in default' }).fill('Mind the gap')
  const sign = alone(page, 'Lock').locator('tern-lock-sign')
  await expect(sign).toHaveAttribute('tall', '')
  await expect(sign).toHaveText('Mind the gap')
  await expect(page.getByLabel('Code for plain HTML')).toContainText(
    '<tern-lock-sign slot="sign" tall>Mind the gap</tern-lock-sign>',
  )
  await page.waitForTimeout(600)
  await page.reload()
  await expect(sign).toHaveText('Mind the gap')
})

test('undressed it has its behaviour and structure, and the ledger tells what it can be dressed by', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-lock')
  const gate = alone(page, 'Lock').locator('[part=gate]')
  await expect(gate).toHaveCSS('background-color', 'rgb(1, 2, 3)')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await choose(page, 'Looks', 'undressed')
  await expect(gate).not.toHaveCSS('background-color', 'rgb(1, 2, 3)')
  await gate.click()
  await expect(page.getByLabel('Events', { exact: true })).toContainText('opened')
  await choose(page, 'Which members', 'those it can be dressed by')
  await expect(row(page, 'part:gate')).toBeVisible()
  await expect(row(page, 'prop:name')).toHaveCount(0)
  await page.reload()
  await expect(gate).not.toHaveCSS('background-color', 'rgb(1, 2, 3)')
  await page.getByRole('button', { name: 'Looks: undressed' }).click()
  await pressPointed(page.getByRole('option', { name: 'dressed as it is' }))
  await expect(gate).toHaveCSS('background-color', 'rgb(1, 2, 3)')
})

test('objects and lists are changed by their parts, or as text; a union lets one choose what it is', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-ticket')
  const passenger = row(page, 'prop:passenger')
  const ticket = alone(page, 'Ticket').locator('tern-ticket')
  await expect(ticket).toContainText('R. Harrow')
  await passenger.getByRole('textbox', { name: 'passenger.name' }).fill('A. Quill')
  await passenger.getByRole('checkbox', { name: 'passenger.foot' }).uncheck()
  await expect(ticket).toContainText('A. Quill')
  await expect(ticket).toContainText('car')
  await page.getByRole('button', { name: 'passenger as text' }).click()
  await expect(passenger.getByRole('textbox')).toHaveValue(/"name": "A. Quill"/)

  await page.goto(`${at.url}/tern/tern-deck-picker`)
  const decks = row(page, 'prop:decks')
  const picker = alone(page, 'Deck picker').locator('tern-deck-picker')
  await decks.getByRole('button', { name: 'Add to decks' }).click()
  await decks.getByRole('textbox', { name: 'decks[0].name' }).fill('Sun')
  await decks.getByRole('button', { name: 'Add to decks' }).click()
  await decks.getByRole('textbox', { name: 'decks[1].name' }).fill('Lower')
  await expect(picker).toContainText(/Sun.*Lower/s)
  await decks.getByRole('button', { name: 'Move decks[1] up' }).click()
  await expect(picker).toContainText(/Lower.*Sun/s)
  await expect(decks.getByRole('textbox', { name: 'decks[0].name' })).toHaveValue('Lower')
  await decks.getByRole('button', { name: 'Remove decks[0]' }).click()
  await expect(picker).not.toContainText('Lower')
  await expect(page.getByLabel('Code for plain HTML')).toContainText(/\.decks = \[\{"id":"id","name":"Sun"/)

  await page.goto(`${at.url}/tern/tern-lock`)
  const gauge = row(page, 'prop:gauge')
  await choose(page, 'What gauge is', 'number')
  await gauge.getByRole('spinbutton').fill('4')
  await gauge.getByRole('spinbutton').press('Tab')
  await expect(alone(page, 'Lock').locator('u')).toHaveText('number 4')
  await choose(page, 'What gauge is', '{ from: Date; marks?: string[] }')
  await expect(alone(page, 'Lock').locator('u')).toHaveText('object Date')
  await expect(page.getByLabel('Code for plain HTML')).toContainText(
    '.gauge = {"from":new Date("2026-01-01T09:00:00.000Z")}',
  )
})

test(
  'abilities of the browser switched off: what asks for them falls back, by script and by ' +
    'sheet; the link shows it too',
  async ({ page }) => {
    await signIn(page, at, 'ines', '/tern/tern-lock?window=800x600')
    const lock = alone(page, 'Lock').locator('tern-lock')
    await expect(lock).toHaveAttribute('data-watches', 'sizes')
    await expect(lock.locator('button')).toHaveCSS('height', '60px')
    await page.getByRole('button', { name: /^Abilities switched off/ }).click()
    const all = page.getByRole('listbox', { name: 'Abilities switched off' }).getByRole('option')
    await expect(all).toHaveText([
      /height: 1dvh.*asked in lock\.ts \d+/,
      /Document\.prototype\.adoptedStyleSheets/,
      /CSSStyleSheet\.prototype\.replaceSync/,
      /ResizeObserver.*asked in lock\.ts \d+/,
    ])
    await all.filter({ hasText: 'dvh' }).click()
    await expect(lock.locator('button')).toHaveCSS('height', '50px')
    await all.filter({ hasText: 'ResizeObserver' }).click()
    await page.keyboard.press('Escape')
    await expect(lock).toHaveAttribute('data-watches', 'nothing')
    await expect(page).toHaveURL(/without=height/)
    // what the frame itself works with may be switched off for the component, and goes on working
    await page.getByRole('button', { name: /^Abilities switched off/ }).click()
    for (const name of ['adoptedStyleSheets', 'replaceSync']) await all.filter({ hasText: name }).click()
    await page.keyboard.press('Escape')
    await expect(lock).toHaveAttribute('data-sheets', 'in elements')
    await choose(page, 'Theme', 'Nightwatch')
    await page.getByRole('button', { name: /^States held/ }).click()
    await pressPointed(page.getByRole('option', { name: 'hover' }))
    await page.keyboard.press('Escape')
    await expect(lock.locator('[data-kept-held]')).toHaveCount(1)
    await expect(alone(page, 'Lock').locator('html')).toHaveAttribute('data-theme', 'nightwatch')
    await page.reload()
    await expect(lock).toHaveAttribute('data-watches', 'nothing')
    await expect(lock.locator('button')).toHaveCSS('height', '50px')
    await page.getByRole('button', { name: /^Abilities switched off/ }).click()
    await all.filter({ hasText: 'dvh' }).click()
    await all.filter({ hasText: 'ResizeObserver' }).click()
    await expect(page).not.toHaveURL(/without=.*ResizeObserver/)
    await expect(lock).toHaveAttribute('data-watches', 'sizes')
    await expect(lock.locator('button')).toHaveCSS('height', '60px')
  },
)

test(
  'widths: those its sheets ask for, names of the library’s own, dragged and moved by keys; ' +
    'regions of other themes',
  async ({ page }) => {
    await signIn(page, at, 'ines', '/tern/tern-lock')
    const parent = alone(page, 'Lock').locator('#parent')
    const edge = page.getByRole('slider', { name: 'Width of what it stands in' })
    await page.getByRole('button', { name: /^Width/ }).click()
    await pressPointed(page.getByRole('option').filter({ hasText: 'its sheet changes here' }))
    await expect(parent).toHaveCSS('width', '260px')
    await page.getByRole('button', { name: /^Width/ }).click()
    await page.getByLabel('Call 260 px').fill('Quay kiosk')
    await page.getByRole('button', { name: 'Save the name' }).click()
    await expect(page.getByText('260 px is called Quay kiosk here now.')).toBeVisible()
    await page.keyboard.press('Escape')
    await edge.focus()
    await page.keyboard.press('Shift+ArrowRight')
    await expect(parent).toHaveCSS('width', '270px')
    const box = (await edge.boundingBox())!
    // as a person would, until it is under the pointer
    await expect
      .poll(async () => {
        await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 20)
        await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
        return edge.evaluate((entry) => entry.matches(':hover'))
      })
      .toBe(true)
    await page.mouse.down()
    // what is under the pointer is the edge once it is drawn as being dragged
    await expect(edge).toHaveClass(/dragged/)
    await page.waitForTimeout(300)
    await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2, { steps: 4 })
    await page.mouse.up()
    await expect(parent).toHaveCSS('width', '350px')
    await expect(page).toHaveURL(/width=350/)
    await page.getByRole('button', { name: /^Width/ }).click()
    await pressPointed(page.getByRole('option', { name: 'Quay kiosk' }))
    await expect(parent).toHaveCSS('width', '260px')
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await page.getByRole('button', { name: /^Regions of other themes/ }).click()
    await pressPointed(page.getByRole('option', { name: 'Nightwatch' }))
    await expect(alone(page, 'Lock').locator('[data-theme=nightwatch] > tern-lock')).toBeVisible()
    await expect(page).toHaveURL(/in=nightwatch/)
  },
)

test('what has opened stays where it can be used, also when what opened it is moved out of the window', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-lock/guide')
  await page.getByRole('button', { name: /^Theme:/ }).click()
  const themes = page.getByRole('listbox', { name: 'Theme', exact: true })
  await expect(themes).toBeVisible()
  await page.mouse.move(2, 2)
  await page.mouse.wheel(0, 3000)
  await expect(page.getByRole('button', { name: /^Theme:/ })).not.toBeInViewport()
  await expect(themes.getByRole('option', { name: 'Nightwatch' })).toBeInViewport({ ratio: 1 })
  await themes.getByRole('option', { name: 'Nightwatch' }).click()
  await expect(page).toHaveURL(/theme=nightwatch/)
})
