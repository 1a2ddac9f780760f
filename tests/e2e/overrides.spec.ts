import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { overridesIn } from '../../core/reach/overrides'
import { readLibrary } from '../../core/read/read'
import { filesIn } from '../tern'
import { someone, world, type World } from '../world'
import { signIn } from './person'

let at: World
let modules: string[]
test.beforeAll(async () => {
  at = await world()
  const shelf: { rendering: { module: string } }[] = (
    await (
      await someone(at, 'ines')
    )('/api/libraries/tern/shelf')
  ).body
  modules = shelf.map(({ rendering }) => at.preview.replace('x.localhost', '127.0.0.1') + rendering.module)
})
test.afterAll(() => at.end())

/** What each element of the page and of shadow trees in it is computed to, as one text. */
const computed = (page: Page, css: string): Promise<string> =>
  page.evaluate((sheet) => {
    const styles = new CSSStyleSheet()
    styles.replaceSync(sheet)
    document.adoptedStyleSheets = [styles]
    const seen: string[] = []
    const visit = (root: ParentNode) => {
      for (const element of root.querySelectorAll('*')) {
        const style = getComputedStyle(element)
        seen.push(
          ['color', 'background-color', 'border-top-color', 'padding-top', 'row-gap', 'letter-spacing']
            .map((name) => style.getPropertyValue(name))
            .join(),
        )
        if (element.shadowRoot) visit(element.shadowRoot)
      }
    }
    visit(document.body)
    return seen.join('\n')
  }, css)

test('what is said to reach nothing reaches nothing in a browser, and what is offered instead does', async ({
  page,
}) => {
  const files = filesIn('demo/tern').filter(({ path }) => /\.(?:ts|css)$/.test(path))
  const { contracts } = readLibrary(files)
  const library = { files, contracts, prefix: 'tern', tokens: [] }
  // a page of nobody's, beside the modules
  const plainPage = new URL('/plain', modules[0]).href
  await page.route(plainPage, (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>plain</title><body></body>' }),
  )
  await page.goto(plainPage)
  for (const module of modules) await page.evaluate((url) => import(url), module)
  await page.evaluate(
    (tags) => document.body.append(...tags.map((tag) => document.createElement(tag))),
    contracts.map(({ tag }) => tag),
  )
  const plain = await computed(page, '')
  const values = {
    color: 'rgb(1, 2, 3)',
    'background-color': 'rgb(4, 5, 6)',
    'padding-top': '37px',
    'row-gap': '41px',
  }
  const asked = (rules: readonly string[]) =>
    overridesIn([{ path: 'page.css', text: rules.join('\n') }], library).overrides
  const rules = contracts.flatMap(({ tag, files: own }) => {
    const sheets = own
      .filter((file) => file.endsWith('.css'))
      .map((file) => readFileSync(`demo/tern/${file}`, 'utf8'))
    const classes = [
      ...new Set([...sheets.join('').matchAll(/\.([a-z][a-z-]*)(?=[\s,{:.[])/g)].map(([, name]) => name!)),
    ]
    const selectors = [
      ...classes.flatMap((name) => [`${tag} .${name}`, `${tag} > .${name}`]),
      ...classes.slice(0, 2).flatMap((name) => [`${tag}::part(${name}) i`, `${tag}::part(${name}x)`]),
      `${tag}::part(none)::part(such)`,
    ]
    return selectors.flatMap((selector) =>
      Object.entries(values).map(([property, value]) => `${selector} { ${property}: ${value} }`),
    )
  })
  const told = asked(rules)
  expect(told.length).toBeGreaterThan(100)
  expect(new Set(told.map(({ is }) => is))).toEqual(new Set(['nothing']))
  expect((await computed(page, told.map(({ line }) => rules[line - 1]!).join('\n'))) === plain).toBe(true)
  const offered = [...new Set(told.flatMap(({ instead }) => instead))]
  expect(offered.length).toBeGreaterThan(50)
  expect(asked(offered)).toEqual([])

  // of a ticket as it first stands, each that is offered is seen
  const ofTicket = asked(['tern-ticket .ticket { padding-top: 37px; background-color: rgb(4, 5, 6) }'])
  for (const instead of ofTicket.flatMap((override) => override.instead))
    expect([instead, (await computed(page, instead)) === plain]).toEqual([instead, false])
})

test('a reader holds a page’s sheets against what is offered, by keyboard, and copies what to write instead', async ({
  page,
}) => {
  await signIn(page, at, 'odile', '/tern/findings')
  await page.getByRole('link', { name: 'Hold a page’s sheets against it' }).click()
  const box = page.getByLabel('Styles of a page that uses Tern')
  const button = page.getByRole('button', { name: 'Look at it' })
  await expect(button).toBeDisabled()
  await box.fill('tern-action::part(label) { color: red }')
  await button.click()
  await expect(page.getByText('Nothing in one rule asks for more than is offered.')).toBeVisible()
  await box.fill('.mine {}')
  await button.click()
  await expect(page.getByText('There are no rules in it.')).toBeVisible()
  await box.fill('tern-ticket {\n  & .ticket { padding: 4px }\n}\ntern-ticket::part(number) { color: red }')
  await box.press('Control+Enter')
  await expect(page.getByText('Two declarations of two rules ask for more than is offered.')).toBeVisible()
  const rows = page.getByRole('row')
  await expect(rows.nth(1)).toContainText('page.css 2')
  await expect(rows.nth(1)).toContainText('tern-ticket::part(ticket) { padding: 4px }')
  await expect(rows.nth(2)).toContainText(
    'It is one of tern-berth-mark in it, which is handed on by another name.',
  )
  await expect(rows.nth(2)).toContainText('tern-ticket::part(berth-number) { color: red }')
  await rows.nth(2).getByRole('link', { name: 'Ticket' }).click()
  const parts = page.getByRole('region', { name: 'What a page may style in it' })
  await expect(parts).toContainText('tern-ticket::part(berth-number)')
  await expect(parts.getByRole('listitem').filter({ hasText: 'exportparts="mark"' }).last()).toContainText(
    'not handed on',
  )
})
