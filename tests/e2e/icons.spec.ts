import { expect, test, type Page } from '@playwright/test'
import fc from 'fast-check'
import { iconsCss } from '../../core/icons/drawn'
import { noIconSettings, type Glyph, type IconMap } from '../../core/icons/glyph'
import { glyphsByName, wornIn } from '../../core/icons/wearing'
import { someone, world, type World } from '../world'
import { choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** Until the components are built with what was chosen. */
const isBuilt = async () => {
  const ines = await someone(at, 'ines')
  await expect
    .poll(async () => (await ines('/api/libraries/tern')).body.job?.state, { timeout: 120_000 })
    .toBe('done')
}

/** The glyph of a set that is marked as worn in the row of a role. */
const pressed = (page: Page, role: string) =>
  page.locator(`[data-role="${role}"]`).getByRole('button', { pressed: true })
/** What is drawn in a stepper of the side-by-side rows. */
const drawnIn = (page: Page, side: 'left' | 'right') =>
  page
    .frameLocator('iframe[title^="Fare stepper in"]')
    .locator('tern-fare-stepper')
    .nth(side === 'left' ? 0 : 1)
    .locator('.more > svg > :visible')

test('a person swaps all icons of a theme and takes it back, swaps one, and sees it in components', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/icons')
  await expect(page.getByText('Five roles, asked for in four components.')).toBeVisible()
  await expect(pressed(page, 'less')).toHaveAccessibleName('less, the library’s own')
  // side by side before anything is chosen
  await expect(drawnIn(page, 'left')).toHaveCount(1)
  expect(await drawnIn(page, 'left').evaluate((element) => element.localName)).toBe('g')
  expect(await drawnIn(page, 'right').evaluate((element) => element.localName)).toBe('svg')

  await choose(page, 'The theme', 'Nightwatch')
  await choose(page, 'The set', 'harbour')
  await expect(pressed(page, 'less')).toHaveAccessibleName('less, harbour')
  await expect(pressed(page, 'open')).toHaveAccessibleName('open, the library’s own')
  await expect(page.locator('[data-role="open"]')).toContainText('The set has none for it')
  await choose(page, 'Which roles', 'Roles that the set has none for')
  await expect(page.locator('[data-role]')).toHaveCount(2)
  await choose(page, 'Which roles', 'All roles')
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(pressed(page, 'less')).toHaveAccessibleName('less, the library’s own')

  await page.getByRole('button', { name: 'less, harbour' }).click()
  await expect(pressed(page, 'less')).toHaveAccessibleName('less, harbour')
  await expect(pressed(page, 'more')).toHaveAccessibleName('more, the library’s own')
  await page.goto(`${at.url}/tern/tern-fare-stepper?in=nightwatch`)
  const alone = page.frameLocator('iframe[title="Fare stepper, alone"]').locator('tern-fare-stepper')
  await expect(alone.locator('.less svg > svg')).toBeVisible()
  await expect(alone.locator('.less svg > g')).toBeHidden()
  await expect(alone.locator('.more svg > g')).toBeVisible()
})

test('a glyph of another name is built into components, and a set is brought in and deleted', async ({
  page,
}) => {
  // four times the components are built anew
  test.setTimeout(480_000)
  await signIn(page, at, 'ines', '/tern/icons')
  await choose(page, 'Another glyph for open', 'down')
  // what stands on the page is begun anew with what was built
  const picker = page.frameLocator('iframe[title^="Island picker in"]').locator('tern-island-picker').first()
  await isBuilt()
  await expect(picker.locator('.field > svg > svg')).toBeVisible({ timeout: 90_000 })

  await page.getByRole('button', { name: 'Bring in a set' }).click()
  await page.getByLabel('Name').fill('Own set')
  await expect(page.getByRole('button', { name: 'Bring in', exact: true })).toBeDisabled()
  await page.getByLabel('Name').fill('signs')
  const drawing = (name: string, text: string) => ({
    name,
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(text),
  })
  await page
    .getByLabel('Files')
    .setInputFiles([
      drawing('less.svg', '<svg viewBox="0 0 4 4"><path d="M0 2h4"/></svg>'),
      drawing('bad.svg', '<svg viewBox="0 0 4 4"><path>'),
    ])
  await page.getByRole('button', { name: 'Bring in', exact: true }).click()
  await expect(page.getByText('no well-formed XML')).toBeVisible()
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(page.getByRole('button', { name: 'less, signs' })).toBeVisible()
  await isBuilt()

  await page.getByRole('button', { name: 'Bring in a set' }).click()
  await page.getByLabel('Name').fill('type')
  await page
    .getByLabel('Files')
    .setInputFiles([
      'node_modules/primeicons/fonts/primeicons.woff2',
      'node_modules/primeicons/primeicons.css',
    ])
  await page.getByRole('button', { name: 'Bring in', exact: true }).click()
  await expect(page.getByRole('columnheader', { name: 'type' })).toBeVisible()
  await isBuilt()
  await choose(page, 'Another glyph for close', 'times-circle')
  const strip = page.frameLocator('iframe[title^="Notice strip in"]').locator('tern-notice-strip').first()
  await isBuilt()
  await expect(strip.locator('.close > svg > svg').last()).toBeVisible({ timeout: 90_000 })

  const sets = page.getByRole('region', { name: 'Sets' })
  await sets.getByRole('button', { name: 'Delete' }).nth(1).click()
  await expect(page.getByText('Delete signs with one glyph?')).toBeVisible()
  await sets.getByRole('button', { name: 'Delete' }).nth(1).click()
  await expect(page.getByRole('columnheader', { name: 'signs' })).toHaveCount(0)
})

test('an icon is called deprecated, which the next version tells, and it is taken back', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/icons')
  const less = page.locator('[data-role="less"]')
  await less.getByRole('button', { name: 'Deprecate less' }).focus()
  await page.keyboard.press('Enter')
  await expect(less.getByLabel('What to take instead of less')).toBeFocused()
  await page.keyboard.type('Take more instead; gone in 2.0')
  await page.keyboard.press('Enter')
  await expect(less).toContainText('Take more instead; gone in 2.0')
  await choose(page, 'Which roles', 'Roles that are deprecated')
  await expect(page.locator('[data-role]')).toHaveCount(1)
  await page.goto(`${at.url}/tern/difference`)
  await expect(page.getByText('The icon less is deprecated: Take more instead; gone in 2.0.')).toBeVisible()
  await page.goto(`${at.url}/tern/icons`)
  await less.getByRole('button', { name: 'less is not deprecated any more' }).click()
  await expect(less.getByRole('button', { name: 'Deprecate less' })).toBeVisible()
})

test('a reader sees the icons, and has nothing to change them with', async ({ page }) => {
  await signIn(page, at, 'odile', '/tern/icons')
  await expect(page.getByRole('button', { name: 'less, harbour' })).toBeDisabled()
  await expect(page.getByRole('button', { name: 'Bring in a set' })).toHaveCount(0)
})

test('which glyph is shown is what is worn, in regions inside one another and in shadow trees', async ({
  page,
}) => {
  test.setTimeout(120_000)
  const roles = ['a', 'b']
  const glyph = (name: string): Glyph => ({
    name,
    box: [0, 0, 1, 1],
    body: '',
    paint: {},
    isColoured: false,
    notes: [],
  })
  const sets = ['s', 't'].map((name) => ({ name, glyphs: [...roles, 'c'].map(glyph) }))
  const glyphs = glyphsByName([{ ...sets[0]!, glyphs: ['a', 'c'].map(glyph) }, sets[1]!])
  const themes = [
    { name: 'base', on: null },
    { name: 'x', on: 'base' },
    { name: 'y', on: 'x' },
  ]
  const set = fc.constantFrom(null, 's', 't', 'own')
  const choice = fc.record({ set: fc.constantFrom('s', 't'), glyph: fc.constantFrom('a', 'c') })
  const map: fc.Arbitrary<IconMap> = fc.record({
    set,
    fallback: set,
    roles: fc.dictionary(fc.constantFrom(...roles), choice, { maxKeys: 2 }),
  })
  const region = fc.record({ theme: fc.constantFrom('', 'base', 'x', 'y'), isShadow: fc.boolean() })
  const given = fc.record({
    maps: fc.record({ base: map, x: map, y: map }),
    regions: fc.array(region, { minLength: 1, maxLength: 4 }),
  })
  await page.goto('about:blank')
  await fc.assert(
    fc.asyncProperty(given, async ({ maps, regions }) => {
      const settings = { ...noIconSettings, maps }
      const css = iconsCss({ settings, glyphs, themes, prefix: 'k' }, roles)
      const shown = await page.evaluate(
        ([sheet, nested, names]) => {
          document.head.innerHTML = `<style>${sheet}</style>`
          document.body.innerHTML = ''
          let into: Element | ShadowRoot = document.body
          for (const { theme, isShadow } of nested) {
            const box = document.createElement('div')
            if (theme) box.dataset.theme = theme
            into.append(box)
            into = isShadow ? box.attachShadow({ mode: 'open' }) : box
          }
          const probe = document.createElement('p')
          into.append(probe)
          const style = getComputedStyle(probe)
          return names.map((name) => [
            style.getPropertyValue(`--k-icon-${name}-own`),
            ...['s', 't', 's-a', 's-c', 't-a', 't-c'].flatMap((variant) =>
              style.getPropertyValue(`--k-icon-${name}-${variant}`) === 'inline' ? [variant] : [],
            ),
          ])
        },
        [css, regions, roles] as const,
      )
      // a sheet of the document makes no regions inside of a shadow tree, and what it sets reaches into it
      const first = regions.findIndex(({ isShadow }) => isShadow)
      const reached = first < 0 ? regions : regions.slice(0, first + 1)
      const theme = reached.findLast((found) => found.theme !== '')?.theme ?? 'base'
      for (const [i, role] of roles.entries()) {
        const { variant } = wornIn(settings, glyphs, themes, theme, role)
        const [own, ...others] = shown[i]!
        // a role that has its own in every theme needs nothing said
        if (own === '') expect(variant).toBe('own')
        else expect([own === 'inline' ? 'own' : undefined, ...others].filter(Boolean)).toEqual([variant])
      }
    }),
    { numRuns: 150 },
  )
})
