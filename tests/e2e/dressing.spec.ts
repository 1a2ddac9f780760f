import { execFile } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { expect, test, type Locator, type Page } from '@playwright/test'
import type axe from 'axe-core'
import { build } from 'esbuild'
import { quaySource, quayTokens } from '../fixtures/quay'
import { bringIn, newLibrary, someone, world, type World } from '../world'
import { signIn } from './person'

// From token files that a library has, over themes, contrast, a rename and icons, to a version in use: by
// keyboard.

let at: World
let folder: string
test.beforeAll(async () => {
  at = await world()
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-dressing-'))
  const ines = await someone(at, 'ines')
  await newLibrary(ines, 'quay', 'open')
  await bringIn(ines, quaySource, 'quay')
})
test.afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

/** Presses what has the focus, once it has it. */
async function press(target: Locator, key = 'Enter'): Promise<void> {
  await target.focus()
  await expect(target).toBeFocused()
  await target.page().keyboard.press(key)
}
async function type(target: Locator, text: string): Promise<void> {
  await target.focus()
  await target.page().keyboard.press('Control+a')
  await target.page().keyboard.type(text)
}
/** Chooses in a sentence, with the keyboard alone. */
async function chooseByKeys(page: Page, label: string, option: string): Promise<void> {
  await press(page.getByRole('button', { name: new RegExp(`^${label}:`) }))
  const list = page.getByRole('listbox', { name: label, exact: true })
  await expect(list).toBeVisible()
  const wanted = list.getByRole('option', { name: option }).first()
  // down the list until it is the one that is pointed at
  await expect(async () => {
    await page.keyboard.press('ArrowDown')
    const pointed = await page.locator(':focus').getAttribute('aria-activedescendant')
    expect(pointed).toBe(await wanted.getAttribute('id'))
  }).toPass()
  await page.keyboard.press('Enter')
  await expect(list).toHaveCount(0)
}
const engine = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')
/**
 * What an accessibility engine calls serious on a page; previews are a library's own, and not looked into.
 */
async function seriousOn(page: Page): Promise<string[]> {
  await page.evaluate(engine)
  return page.evaluate(async () => {
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, {
      iframes: false,
    })
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes[0]!.html}`)
  })
}
const isBuilt = async () => {
  const ines = await someone(at, 'ines')
  await expect
    .poll(async () => (await ines('/api/libraries/quay')).body.job?.state, { timeout: 120_000 })
    .toBe('done')
}

test('token files come in, a theme is made, a pair mended, a token renamed, icons swapped, all of it published', async ({
  page,
}) => {
  test.setTimeout(600_000)
  await signIn(page, at, 'ines', '/quay/tokens')

  await test.step('a token file in the older spelling comes in', async () => {
    await press(page.getByRole('button', { name: 'Bring in token files …' }))
    const form = page.getByRole('form', { name: 'Token files' })
    await form.getByLabel(/^Files in the Design Tokens format/).setInputFiles({
      name: 'quay.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(quayTokens)),
    })
    await expect(form).toContainText('6 values were in the older spelling')
    await press(form.getByRole('button', { name: 'Bring them in' }))
    await expect(
      page.getByRole('button', { name: /^space\.gap in .*: \{space\.unit\} \* 1\.5$/ }),
    ).toBeVisible()
    expect(await seriousOn(page)).toEqual([])
  })

  await test.step('a theme of its own is made and given a ground', async () => {
    await press(page.getByRole('button', { name: 'Add a theme …' }))
    await page.keyboard.type('Dusk')
    await page.keyboard.press('Enter')
    await expect(page.getByText('Dusk is a theme now.')).toBeVisible()
    await press(page.getByRole('button', { name: /^palette\.paper in Dusk/ }))
    await type(page.getByLabel('palette.paper in Dusk', { exact: true }), '#10202A')
    await page.keyboard.press('Enter')
    await expect(page.getByText('palette.paper changed in Dusk.')).toBeVisible()
  })

  await test.step('the pair that does not read is found and mended', async () => {
    await page.goto(`${at.url}/quay/contrast`)
    await press(page.getByRole('button', { name: 'Look now' }))
    const pairIn = (theme: string) =>
      page
        .getByRole('listitem')
        .filter({ hasText: 'text.soft' })
        .filter({ hasText: `in ${theme}` })
    const mend = async (pair: Locator) => {
      await press(pair.getByRole('button', { name: /^Look into/ }))
      await press(pair.getByRole('radio').first(), 'Space')
      await expect(pair.getByText(/With it one pair reads that does not now/)).toBeVisible()
      expect(await seriousOn(page)).toEqual([])
      await press(pair.getByRole('button', { name: 'Save' }))
      await expect(pair).toHaveCount(0)
    }
    await expect(pairIn('Base')).toContainText(/2\.\d+ to 1, of 4\.5/, { timeout: 240_000 })
    await mend(pairIn('Base'))
    // what reads on paper does not on the ground of dusk
    await mend(pairIn('Dusk'))
    await expect(page.getByText('Whatever was seen reads on what is behind it.')).toBeVisible()
  })

  await test.step('a token is renamed, and its line in the source follows', async () => {
    await page.goto(`${at.url}/quay/tokens?token=text.soft`)
    await press(page.getByRole('button', { name: 'Rename …' }))
    await type(page.getByLabel('New path'), 'text.quiet')
    await expect(page.getByText('It takes with it one line in one file.')).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(page.getByText('text.soft is text.quiet now.')).toBeVisible({ timeout: 120_000 })
  })

  await test.step('icons are swapped for another set', async () => {
    await page.goto(`${at.url}/quay/icons`)
    await press(page.getByRole('button', { name: 'Bring in a set' }))
    await type(page.getByLabel('Name'), 'signs')
    await page.getByLabel('Files').setInputFiles({
      name: 'away.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from('<svg viewBox="0 0 8 8"><circle cx="4" cy="4" r="3"/></svg>'),
    })
    await press(page.getByRole('button', { name: 'Bring in', exact: true }))
    await isBuilt()
    await chooseByKeys(page, 'The set', 'signs')
    await expect(
      page.locator('[data-role="away"]').getByRole('button', { pressed: true }),
    ).toHaveAccessibleName('away, signs')
    await isBuilt()
    expect(await seriousOn(page)).toEqual([])
  })

  await test.step('a version is published', async () => {
    await page.goto(`${at.url}/quay/release`)
    await type(page.getByLabel('The next version'), '1.0.0')
    await type(page.getByLabel('Notes'), 'The first.')
    await press(page.getByRole('button', { name: 'Publish 1.0.0' }))
    await expect(page.getByRole('status').filter({ hasText: '1.0.0 is out' }).first()).toBeVisible({
      timeout: 90_000,
    })
    expect(await seriousOn(page)).toEqual([])
  })

  await test.step('a team installs it, and sees it in a plain page, in Vue and in React', async () => {
    const registry = `${at.url}/registry/`
    const given = ['install', '@marram/quay@1.0.0', '--registry', registry, '--no-audit', '--no-fund']
    await promisify(execFile)('npm', [...given, '--cache', join(folder, '.cache')], {
      cwd: folder,
      env: { PATH: process.env.PATH!, HOME: folder },
    })
    const uses = {
      plain: `document.body.innerHTML = '<quay-notice>Late</quay-notice>'`,
      vue: `import { createApp, h } from 'vue'
        createApp({ render: () => h('quay-notice', 'Late') }).mount(document.body)`,
      react: `import { createElement } from 'react'
        import { createRoot } from 'react-dom/client'
        createRoot(document.body).render(createElement('quay-notice', null, 'Late'))`,
    }
    for (const [name, use] of Object.entries(uses)) await test.step(name, () => isInUse(page, use))
  })
})

/**
 * Whether the notice stands on a page as it was dressed: the mended colour, the gap, and the icon of the set.
 */
async function isInUse(page: Page, use: string): Promise<void> {
  const contents = `import '@marram/quay'\nimport '@marram/quay/tokens/tokens.css'\nimport '@marram/quay/icons/icons.css'\n${use}`
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: folder },
    bundle: true,
    write: false,
    outdir: folder,
    format: 'esm',
    nodePaths: [join(process.cwd(), 'node_modules')],
    define: { 'process.env.NODE_ENV': '"production"' },
  })
  const textOf = (ending: string) => outputFiles.find(({ path }) => path.endsWith(ending))?.text ?? ''
  await page.route('http://consumers.example/**', (route) =>
    route.request().url().endsWith('.js')
      ? route.fulfill({ contentType: 'text/javascript; charset=utf-8', body: textOf('.js') })
      : route.fulfill({
          contentType: 'text/html; charset=utf-8',
          body: `<!doctype html><style>${textOf('.css')}</style><body><script type="module" src="/all.js"></script>`,
        }),
  )
  await page.goto('http://consumers.example/')
  const notice = page.locator('quay-notice')
  await expect(notice).toHaveText(/Late/)
  await expect(notice.locator('.text')).not.toHaveCSS('color', 'rgb(154, 165, 171)')
  await expect(notice.locator('.notice')).toHaveCSS('padding-top', '12px')
  await expect(notice.locator('.sign circle')).toBeVisible()
  await expect(notice.locator('.sign path')).toBeHidden()
  await page.locator('body').evaluate((body) => (body.dataset.theme = 'dusk'))
  await expect(notice.locator('.notice')).toHaveCSS('background-color', 'rgb(16, 32, 42)')
  await page.unroute('http://consumers.example/**')
}
