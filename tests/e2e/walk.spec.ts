import { execFile } from 'node:child_process'
import { createServer } from 'node:http'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { extname, join, normalize } from 'node:path'
import { promisify } from 'node:util'
import { expect, test, type Page } from '@playwright/test'
import { someone, world, type World } from '../world'
import { alone, choose, row, signIn, signInAtDoor } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** Errors of our own page while a test looks at it: there should be none. */
function errorsOf(page: Page): string[] {
  const errors: string[] = []
  page.on('pageerror', (error) => errors.push(error.message))
  return errors
}

test('signs in, with a wrong password first, and finds a component on a shelf that is truly rendered', async ({
  page,
}) => {
  const errors = errorsOf(page)
  await page.goto(`${at.url}/tern`)
  await page.getByLabel('Address').fill('ines@marram.example')
  await page.getByLabel('Password').fill('not it')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('do not go together')
  await page.getByLabel('Password').fill('keeps-the-shelf')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(`${at.url}/tern`)

  await test.step('sees the shelf, each component truly rendered', async () => {
    for (const group of ['Crossings', 'Notices', 'Choosing'])
      await expect(page.getByRole('region', { name: group })).toBeVisible()
    await expect(page.frameLocator('iframe[title="Sailing row"]').getByText('07:40')).toBeVisible()
    await expect(page.frameLocator('iframe[title="Tide gauge"]').getByText('2.4 m')).toBeVisible()
    await expect(
      page.frameLocator('iframe[title="Ticket"]').getByRole('heading', { name: 'Skerray' }),
    ).toBeVisible()
    await expect(page.getByText('1.1.0 out')).toBeVisible()
  })

  await test.step('finds a component by a member of it', async () => {
    await page.keyboard.press('/')
    await page.keyboard.type('dismissible')
    await expect(page.getByRole('option').first()).toContainText('Notice strip')
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(/\/tern\/tern-notice-strip/)
  })
  expect(errors).toEqual([])
})

test('a contract from the source is handled: rendering, code and link follow', async ({ page }) => {
  const errors = errorsOf(page)
  await signInAtDoor(page, at, 'ines', '/tern/tern-notice-strip')
  const frame = alone(page, 'Notice strip')
  const strip = frame.locator('tern-notice-strip')
  const code = page.getByLabel('Code for plain HTML')
  await test.step('reads a contract that came from the source', async () => {
    await expect(row(page, 'prop:tone')).toContainText("'calm' | 'warn' | 'storm' | 'good', default 'calm'")
    await expect(row(page, 'slot:')).toContainText('with fallback')
    await expect(row(page, 'event:dismiss')).toContainText("{ reason: 'button' | 'key' }")
    await expect(row(page, 'part:icon')).toContainText('Documented, but no element carries it.')
  })

  await test.step('handles a prop: the rendering and the code follow', async () => {
    await expect(strip).toHaveAttribute('tone', 'warn')
    await row(page, 'prop:tone').getByRole('radiogroup').getByText('storm', { exact: true }).click()
    await expect(strip).toHaveAttribute('tone', 'storm')
    await expect(code).toContainText('tone="storm"')
    await row(page, 'prop:tone').getByRole('button', { name: 'Do not set tone' }).click()
    await expect(strip).not.toHaveAttribute('tone')
    await expect(code).not.toContainText('tone=')
    await row(page, 'prop:tone').getByRole('radiogroup').getByText('storm', { exact: true }).click()
  })

  await test.step('fills slots with text and with another component', async () => {
    await page.getByLabel('Text in default').fill('No boats <today>.')
    await expect(strip).toContainText('No boats <today>.')
    await expect(row(page, 'slot:')).toContainText('label has no outlet')
    await choose(page, 'What fills action', 'a component')
    await choose(page, 'Which component fills action', 'Action')
    await expect(strip.locator('tern-action')).toContainText('Board now')
    await expect(code).toContainText('No boats &lt;today&gt;.')
    await expect(code).toContainText('<tern-action slot="action">Board now</tern-action>')
  })

  await test.step('the code on show is exact: a page made of it shows the same', async () => {
    // two elements are the same when their names, attributes in any order, and content are
    const isEqual = await strip.evaluate(
      (element, html) => {
        const template = document.createElement('template')
        template.innerHTML = html
        const tidy = (node: Element) => {
          const copy = node.cloneNode(true) as Element
          copy.normalize()
          const texts = document.createTreeWalker(copy, NodeFilter.SHOW_TEXT)
          for (let text = texts.nextNode(); text; text = texts.nextNode())
            text.nodeValue = text.nodeValue!.trim()
          copy.normalize()
          return copy
        }
        return tidy(template.content.firstElementChild!).isEqualNode(tidy(element))
      },
      await code.innerText(),
    )
    expect(isEqual).toBe(true)
  })

  await test.step('sees events as they fire', async () => {
    await frame.getByRole('button', { name: 'Put away' }).click()
    await expect(page.getByLabel('Events')).toContainText('dismiss  {"reason":"button"}')
  })

  await test.step('a link shows somebody else the same thing', async () => {
    await expect(page).toHaveURL(/show=/)
    await page.reload()
    await expect(strip.locator('tern-action')).toContainText('Board now')
    await expect(strip).toHaveAttribute('tone', 'storm')
  })
  expect(errors).toEqual([])
})

test('words are written for a member', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip')
  await row(page, 'prop:label').getByRole('button', { name: 'Write words for label' }).click()
  await page
    .getByLabel('Words for label, Markdown')
    .fill('Shown while **nothing** else is. <script>alert(1)</script>')
  await page.keyboard.press('Control+Enter')
  await expect(row(page, 'prop:label').locator('strong')).toHaveText('nothing')
  await expect(row(page, 'prop:label').locator('script')).toHaveCount(0)
  await row(page, 'prop:label').hover()
  await expect(row(page, 'prop:label')).toContainText('Ines Fairlie, just now')
})

test('theme, width and ground are switched in a sentence', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tern-notice-strip')
  const frame = alone(page, 'Notice strip')
  await row(page, 'prop:tone').getByRole('radiogroup').getByText('storm', { exact: true }).click()
  await choose(page, 'Theme', 'Nightwatch')
  await expect(frame.locator('html')).toHaveAttribute('data-theme', 'nightwatch')
  await expect(frame.locator('tern-notice-strip .strip')).toHaveCSS('background-color', 'rgb(67, 31, 24)')
  await choose(page, 'Width', '390')
  await expect(frame.locator('#parent')).toHaveCSS('width', '390px')
  await choose(page, 'Ground', 'paper')
  await expect(frame.locator('body')).toHaveCSS('background-color', 'rgb(246, 244, 238)')
})

test('a token changes: every rendering follows while it is typed, and it can be undone', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern')
  await page.getByRole('link', { name: 'Tokens', exact: true }).click()
  await page.getByRole('button', { name: 'brass.500 in Daywatch: #E2A03F' }).click()
  await page.getByLabel('brass.500 in Daywatch', { exact: true }).fill('#aa5500')
  const worn = page.frameLocator('aside iframe').first()
  await expect(worn.locator('body')).toBeVisible()
  const colour = () =>
    worn
      .locator('html')
      .evaluate((html) => getComputedStyle(html).getPropertyValue('--tern-notice-edge-warn'))
  await expect.poll(colour).toBe('#AA5500')
  await page.keyboard.press('Enter')
  await expect(page.getByText('brass.500 changed in Daywatch.')).toBeVisible()
  await expect(
    page.getByRole('button', { name: 'notice.edge.warn in Daywatch: {feedback.warn.line}' }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByRole('button', { name: 'brass.500 in Daywatch: #E2A03F' })).toBeVisible()
  await page.getByRole('button', { name: 'brass.500 in Daywatch: #E2A03F' }).click()
  await page.getByLabel('brass.500 in Daywatch', { exact: true }).fill('{brass.50}')
  await expect(page.getByRole('alert').first()).toContainText('Did you mean {brass.500}')
  await page.getByLabel('brass.500 in Daywatch', { exact: true }).fill('#C98A1B')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'brass.500 in Daywatch: #C98A1B' })).toBeVisible()
})

test('a version is published, and a team installs it and uses it at once', async ({ page }) => {
  test.setTimeout(120_000)
  const errors = errorsOf(page)
  await signIn(page, at, 'ines', '/tern')
  const ines = await someone(at, 'ines')
  const { themes } = (await ines('/api/libraries/tern')).body as {
    themes: { name: string; document: { brass: Record<string, { $value: unknown }> } }[]
  }
  const seen = themes.find(({ name }) => name === 'daywatch')!.document.brass['500']!.$value
  const edit = { theme: 'daywatch', path: 'brass.500', text: '#C98A1C', seen }
  expect((await ines('/api/libraries/tern/tokens', { method: 'PATCH', body: edit })).status).toBe(200)
  await test.step('publishes a version; the same again is refused', async () => {
    await page.getByRole('link', { name: 'Release', exact: true }).click()
    await expect(page.getByLabel('The next version')).toHaveValue('1.2.0')
    const brass = page.getByRole('listitem').filter({ hasText: 'brass.500 was ' })
    await expect(brass).toContainText(/brass\.500 was #\w{6} in Daywatch, and is #C98A1C/)
    await page.getByLabel('Notes').fill('### Added\n\n- Ticket, a first draft.')
    await page.getByRole('button', { name: 'Publish 1.2.0' }).click()
    await expect(page.getByRole('status').filter({ hasText: '1.2.0 is out' }).first()).toBeVisible({
      timeout: 60_000,
    })
    await page.getByLabel('The next version').fill('1.1.7')
    await page.getByRole('button', { name: 'Publish 1.1.7' }).click()
    await expect(page.getByRole('alert')).toContainText('goes backwards')
    await page.getByRole('link', { name: 'Registry', exact: true }).click()
    await expect(page.getByRole('heading', { name: '1.2.0' })).toBeVisible()
    await expect(page.getByText('custom-elements.json')).toBeVisible()
  })

  const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-team-'))
  const team = createServer((request, response) => {
    const path = normalize(decodeURIComponent(new URL(request.url!, 'http://x').pathname))
    try {
      const types: Record<string, string> = {
        '.html': 'text/html',
        '.js': 'text/javascript',
        '.css': 'text/css',
      }
      const content = readFileSync(join(folder, path))
      response
        .writeHead(200, { 'content-type': types[extname(path)] ?? 'application/octet-stream' })
        .end(content)
    } catch {
      response.writeHead(404).end()
    }
  })
  try {
    await test.step('a team installs it with the ordinary client, and a plain page uses it at once', async () => {
      await promisify(execFile)(
        'npm',
        [
          'install',
          '@marram/tern@1.2.0',
          '--registry',
          `${at.url}/registry/`,
          '--no-audit',
          '--no-fund',
          '--cache',
          join(folder, '.cache'),
        ],
        { cwd: folder, env: { PATH: process.env.PATH!, HOME: folder } },
      )
      writeFileSync(
        join(folder, 'index.html'),
        `<!doctype html><html lang="en"><title>Quayside</title><link rel="stylesheet" href="node_modules/@marram/tern/tokens/tokens.css"><script type="module" src="node_modules/@marram/tern/dist/index.js"></script>
<tern-notice-strip tone="warn">Late.</tern-notice-strip><div data-theme="nightwatch"><tern-notice-strip tone="warn" id="night">Late.</tern-notice-strip></div><tern-ticket berth="7"></tern-ticket></html>`,
      )
      await new Promise<void>((resolve) => team.listen(0, '127.0.0.1', resolve))
      await page.goto(`http://127.0.0.1:${(team.address() as AddressInfo).port}/index.html`)
      await expect(page.locator('tern-notice-strip .strip').first()).toHaveCSS(
        'border-left-color',
        'rgb(201, 138, 28)',
      )
      await expect(page.locator('#night .strip')).toHaveCSS('background-color', 'rgb(58, 48, 22)')
      await expect(page.locator('tern-ticket tern-berth-mark .number')).toHaveText('7')
    })
  } finally {
    team.close()
    rmSync(folder, { recursive: true, force: true })
  }
  expect(errors).toEqual([])
})
