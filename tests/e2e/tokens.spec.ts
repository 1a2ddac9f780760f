import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { tokenKinds } from '../../core/tokens/document'
import { tokenValues } from '../token-values'
import { bringIn, someone, world, type World } from '../world'
import { choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** Where a browser takes what a token of a type prints. */
const takenBy: Record<string, (css: string) => [property: string, value: string]> = {
  color: (css) => ['color', css],
  dimension: (css) => ['margin-top', css],
  duration: (css) => ['transition-duration', css],
  cubicBezier: (css) => ['transition-timing-function', css],
  fontFamily: (css) => ['font-family', css],
  fontWeight: (css) => ['font-weight', css],
  strokeStyle: (css) => ['border-top-style', css],
  border: (css) => ['border', css],
  shadow: (css) => ['box-shadow', css],
  gradient: (css) => ['background-image', `linear-gradient(to right, ${css})`],
  transition: (css) => ['transition', `opacity ${css}`],
  typography: (css) => ['font', css],
}

/** What stands before the names of what a composite prints besides itself, in CSS. */
const ofOwn: Record<string, string> = { border: 'border-top-', transition: 'transition-' }

test('a browser takes whatever a token prints, with every property of its own', async ({ page }) => {
  const asked = Object.entries(takenBy).flatMap(([type, take]) =>
    fc.sample(tokenValues[type]!, { numRuns: 60, seed: 7 }).flatMap((value) => {
      const kind = tokenKinds[type]!
      const read = kind.read(value)
      if (!read.ok) return [[type, JSON.stringify(value), 'was not read']]
      const before = ofOwn[type] ?? ''
      const own = Object.entries(kind.own?.(read.value) ?? {}).map(([name, css]) => [`${before}${name}`, css])
      return [take(kind.css(read.value)), ...own]
    }),
  )
  expect(asked.length).toBeGreaterThan(700)
  const refused = await page.evaluate(
    (all) => all.filter(([property, value]) => !CSS.supports(property!, value!)),
    asked,
  )
  expect(refused).toEqual([])
})

test('composite tokens stand in the table with what they refer to, and are written by hand', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=line.hair')
  const cell = page.getByRole('button', { name: /^line\.hair in Daywatch/ })
  await expect(cell).toHaveText('1px solid {line.soft}')
  await expect(page.getByRole('button', { name: /^motion\.settle in Daywatch/ })).toHaveText(
    '{motion.steady} {motion.swell} 0ms',
  )
  const editor = page.getByLabel('line.hair in Daywatch')
  await test.step('what is no border is told, and is not kept', async () => {
    await cell.click()
    await editor.fill('thin')
    await expect(page.getByText('Write its width, its style and its colour')).toBeVisible()
    await editor.fill('1px solid {line.sof}')
    await expect(page.getByText('Did you mean {line.soft}?')).toBeVisible()
  })
  await test.step('a part of it is an alias, and the table follows what that leads to', async () => {
    await editor.fill('{shape.edge} dashed {line.strong}')
    await editor.press('Enter')
    await expect(cell).toHaveText('{shape.edge} dashed {line.strong}')
    await expect(page.getByText('line.hair changed in Daywatch.')).toBeVisible()
    await page.reload()
    await expect(cell).toHaveText('{shape.edge} dashed {line.strong}')
  })
})

test('a file in the older spelling is taken, and what was made of it is told', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=line.soft')
  const cell = page.getByRole('button', { name: /^line\.soft in Nightwatch/ })
  await expect(cell).toBeVisible()
  const file = {
    text: { strong: { value: '#E9EEF1', type: 'color', comment: 'By night.' } },
    line: { soft: { value: '{text.strong.value}' } },
  }
  await page.getByLabel('Replace the file of Nightwatch').setInputFiles({
    name: 'night.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  })
  await expect(
    page.getByText(
      '2 values were in the older spelling, 1 alias lost its “.value”, 1 comment is a description now.',
    ),
  ).toBeVisible()
  await expect(cell).toHaveText('{text.strong}')
})

test('the files that tokens are printed to are shown as the package has them, and a browser takes them', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  await page.getByRole('link', { name: 'As files' }).click()
  const list = page.getByRole('navigation', { name: 'Files tokens are printed to' })
  await list.getByRole('link', { name: /^_index\.scss/ }).click()
  const text = page.getByRole('textbox', { name: 'tokens/_index.scss, to read' })
  await expect(text).toContainText('$notice-edge-warn: var(--tern-notice-edge-warn);')
  await expect(page).toHaveURL(/path=tokens(%2F|\/)_index\.scss/)
  await test.step('it can be had as a file', async () => {
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Download' }).click()
    expect((await download).suggestedFilename()).toBe('_index.scss')
  })
  await test.step('an address that leads to no file says so', async () => {
    await page.goto(`${at.url}/tern/token-files?path=tokens/none.css`)
    await expect(page.getByText('Tokens are printed to no file tokens/none.css.')).toBeVisible()
    await list.getByRole('link', { name: /^layered\.css/ }).click()
    await expect(page.getByText('@layer tern-tokens {')).toBeVisible()
  })
  await test.step('in a layer, and registered, tokens have the values they have without', async () => {
    const [plain, layered, registered] = await page.evaluate(async () => {
      const textOf = async (name: string) =>
        (await (await fetch(`/api/libraries/tern/tokens/printed?path=tokens/${name}.css`)).json())
          .text as string
      return Promise.all(['tokens', 'layered', 'properties'].map(textOf))
    })
    const names = [...new Set(plain!.match(/^ {2}(--[\w-]+)(?=:)/gm))].map((name) => name.trim())
    expect(names.length).toBeGreaterThan(60)
    await page.goto('about:blank')
    const valuesWith = async (css: string) => {
      await page.setContent(`<style>${css}</style><p>by day</p><p data-theme="nightwatch">by night</p>`)
      return page.evaluate(
        (names) =>
          [...document.querySelectorAll('p')].map((place) => {
            // whatever a browser makes of a value when it knows its type, it makes of both
            const probe = document.createElement('i')
            place.append(probe)
            return names.map((name) => {
              probe.style.cssText = `color: var(${name}); margin-left: var(${name}); font-weight: var(${name})`
              const { color, marginLeft, fontWeight } = getComputedStyle(probe)
              return [name, color, marginLeft, fontWeight].join(' ')
            })
          }),
        names,
      )
    }
    const [asIs, inLayer] = [await valuesWith(plain!), await valuesWith(`${layered}${registered}`)]
    expect(inLayer).toEqual(asIs)
    expect(asIs[0]).not.toEqual(asIs[1])
    await page.setContent(`<style>${registered}</style>`)
    const taken = await page.evaluate(
      () => [...document.styleSheets[0]!.cssRules].filter((rule) => rule instanceof CSSPropertyRule).length,
    )
    expect(taken).toBe(registered!.split('@property').length - 1)
  })
})

test('a token is renamed with all that names it: seen first, done in one, taken back with one press', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=feedback.calm.line')
  const says = page.getByRole('region', { name: 'What follows' }).getByRole('status')
  await page.getByRole('button', { name: 'Rename …' }).focus()
  await page.keyboard.press('Enter')
  const field = page.getByLabel('New path')
  await expect(field).toBeFocused()
  await page.keyboard.type('feedback.calm.ground')
  await expect(page.getByText('Daywatch has a token feedback.calm.ground already.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Rename it/ })).toBeDisabled()
  await field.fill('feedback.still.line')
  await expect(says).toHaveText('It takes with it one token that refers to it, one line in one file.')
  await page.getByText('src/tide-gauge.css').click()
  await expect(page.getByText(/var\(--tern-feedback-calm-line/)).toBeVisible()
  await field.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('feedback.calm.line is feedback.still.line now.')).toBeVisible({
    timeout: 120_000,
  })
  await expect(page.getByRole('heading', { name: 'feedback.still.line' })).toBeVisible()
  await expect(page.getByText('--tern-feedback-still-line', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('It is feedback.calm.line again.')).toBeVisible({ timeout: 120_000 })
  await expect(page.getByRole('heading', { name: 'feedback.calm.line' })).toBeVisible()
  await expect(page.getByText('--tern-feedback-calm-line', { exact: true })).toBeVisible()
})

test('a group is renamed from a token in it, with all its tokens, and taken back with one press', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=feedback.calm.line')
  await page.getByRole('button', { name: 'Rename …' }).click()
  await choose(page, 'What is renamed', 'the group feedback.calm, two tokens')
  const field = page.getByLabel('New path')
  await expect(field).toHaveValue('feedback.calm')
  await field.fill('feedback.calm.inner')
  await expect(page.getByText('feedback.calm cannot stand inside of itself.')).toBeVisible()
  await field.fill('feedback.still')
  const follows = page.getByRole('region', { name: 'What follows' })
  await expect(follows).toContainText('--tern-feedback-calm-ground becomes --tern-feedback-still-ground')
  await page.getByRole('button', { name: /^Rename it/ }).click()
  await expect(page.getByText('feedback.calm is feedback.still now.')).toBeVisible({ timeout: 120_000 })
  // the token that was looked at is looked at still
  await expect(page.getByRole('heading', { name: 'feedback.still.line' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('It is feedback.calm again.')).toBeVisible({ timeout: 120_000 })
  await expect(page.getByRole('heading', { name: 'feedback.calm.line' })).toBeVisible()
})

test('a token is added to the base, where it can be; and taken back', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=ink.100')
  await page.getByRole('button', { name: 'Add a token …' }).focus()
  await page.keyboard.press('Enter')
  const path = page.getByLabel('Path', { exact: true })
  await expect(path).toBeFocused()
  await expect(path).toHaveValue('ink.')
  await page.keyboard.type('500')
  await page.getByLabel('Value', { exact: true }).fill('{ink.900}')
  await page.keyboard.press('Enter')
  await expect(page.getByText('There is a token ink.500 already.')).toBeVisible()
  await path.fill('ink.950.deep')
  await page.keyboard.press('Enter')
  await expect(page.getByText('ink.950 is a token, and nothing can stand under it.')).toBeVisible()
  await path.fill('ink.910')
  await page.keyboard.press('Enter')
  await expect(page.getByText('ink.910 is a token now.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'ink.910' })).toBeVisible()
  await expect(page.getByText('--tern-ink-910', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('ink.910 is as it was before.')).toBeVisible()
  await expect(page.getByRole('rowheader', { name: '910' })).toHaveCount(0)
})

test('a token is deleted once nothing uses it; what does is shown, and undo brings it back whole', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens?token=text.strong')
  await page.getByRole('button', { name: 'Delete …' }).click()
  const panel = page.getByRole('region', { name: 'Deleting it' })
  await expect(panel.getByRole('status')).toContainText('It is in use')
  await expect(panel.getByText('What refers to it')).toBeVisible()
  await expect(panel.getByRole('button', { name: 'Delete it', exact: true })).toHaveCount(0)
  await page.goto(`${at.url}/tern/tokens?token=motion.settle`)
  await page.getByRole('button', { name: 'Delete …' }).focus()
  await page.keyboard.press('Enter')
  await expect(panel.getByRole('status')).toHaveText('Nothing in the library uses it.')
  await panel.getByRole('button', { name: 'Delete it' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('motion.settle is gone.')).toBeVisible()
  await expect(page.getByRole('rowheader', { name: 'settle' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await page.getByRole('button', { name: 'settle', exact: true }).click()
  // with its own type, and what was said of it
  await expect(page.getByText('transition, semantic. For what comes to rest in its place.')).toBeVisible()
})

test('tokens are found by a value however it is written, and colours by how near they are', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const cell = (path: string) => page.getByRole('button', { name: new RegExp(`^${path} in Daywatch`) })
  await page.getByLabel('Filter by name or value').fill('rgb(17 52 74)')
  await expect(cell('sea\\.100')).toHaveCount(0)
  await expect(cell('ink\\.900')).toBeVisible()
  await page.getByLabel('Filter by name or value').fill('#123650')
  await expect(page.getByRole('row').filter({ has: cell('ink\\.900') })).toContainText(/\d\.\d away/)
  await expect(page).toHaveURL(/like=/)
  await page.reload()
  await expect(cell('ink\\.900')).toBeVisible()
  await expect(cell('sea\\.100')).toHaveCount(0)
  await page.getByLabel('Filter by name or value').fill('nothing like it')
  await expect(page.getByText('No token is like that.')).toBeVisible()
})

test('a theme is made on another, named, moved and deleted; undo brings it back with its tokens', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const list = page.getByRole('region', { name: 'Themes' })
  await list.getByRole('button', { name: 'Add a theme …' }).focus()
  await page.keyboard.press('Enter')
  const title = page.getByLabel('Title of the new theme')
  await expect(title).toBeFocused()
  await page.keyboard.type('Nightwatch')
  await page.keyboard.press('Enter')
  await expect(list.getByText('There is a theme nightwatch already.')).toBeVisible()
  await title.fill('Fog')
  await choose(page, 'The new theme begins', 'like Nightwatch')
  await list.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByText('Fog is a theme now.')).toBeVisible()
  const fog = list.getByRole('listitem', { name: 'Fog' })
  await expect(fog).toContainText('of its own')
  await expect(page.getByRole('columnheader', { name: 'Fog' })).toBeVisible()
  await fog.getByRole('button', { name: 'Move Fog before Close quarters' }).click()
  await expect(list.getByRole('listitem')).toHaveCount(6)
  await expect(list.getByRole('listitem').nth(4)).toHaveAttribute('aria-label', 'Fog')
  await expect(page.getByRole('columnheader').nth(5)).toContainText('Fog')
  await page.getByLabel('Title of Fog').fill('Haar')
  await page.getByLabel('Title of Fog').press('Enter')
  await expect(page.getByRole('columnheader').nth(5)).toContainText('Haar')
  await page.getByRole('button', { name: 'Delete Haar' }).click()
  await expect(page.getByText('Haar is gone.')).toBeVisible()
  await expect(page.getByRole('columnheader', { name: 'Haar' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByRole('columnheader').nth(5)).toContainText('Haar')
  await page.getByRole('button', { name: 'Delete Haar' }).click()
  await expect(page.getByRole('columnheader', { name: 'Haar' })).toHaveCount(0)
})

test('custom properties of sheets are offered as tokens, taken but for one, and taken back; a theme has those of its place', async ({
  page,
}) => {
  const ines = await someone(at, 'ines')
  const library = {
    title: 'Sound',
    slug: 'sound',
    package: '@marram/sound',
    prefix: 'so-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  await bringIn(
    ines,
    {
      'src/base.css':
        ':root { --so-ink-deep: #102030; --so-ink-pale: #d5e0e6; --so-text: var(--so-ink-deep);\n' +
        '  --so-gap: 12px; --so-half: 50% }\n' +
        '[data-theme="night"] { --so-ink-deep: #eeeeee; --so-text: var(--so-ink-pale); --so-gap: 12px }',
      'src/buoy.ts': "export class Buoy extends HTMLElement {}\ncustomElements.define('so-buoy', Buoy)",
    },
    'sound',
  )
  await signIn(page, at, 'ines', '/sound/tokens')
  await page.getByRole('link', { name: 'From sheets' }).click()
  await expect(page.getByText('4 could be tokens.')).toBeVisible()
  const row = (name: string) => page.getByRole('row').filter({ has: page.getByRole('rowheader', { name }) })
  await expect(row('--so-ink-deep')).toContainText('#eeeeee in [data-theme=night]')
  await page.getByText('One other stays in the sheets').click()
  await expect(page.getByText('Values of tokens are in px, rem, ms or s, and not in %.')).toBeVisible()
  await page.getByRole('checkbox', { name: 'Take --so-gap' }).uncheck()
  await page.getByRole('button', { name: 'Take three tokens' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Three tokens taken into Base.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('4 could be tokens.')).toBeVisible()
  await page.getByRole('checkbox', { name: 'Take --so-gap' }).uncheck()
  await page.getByRole('button', { name: 'Take three tokens' }).click()
  await expect(page.getByText('1 could be a token.')).toBeVisible()
  await expect(row('--so-gap')).toBeVisible()
  await expect(row('--so-text')).toHaveCount(0)
  await test.step('a theme on the base has what the sheets set in its place', async () => {
    const base = (await ines('/api/libraries/sound/tokens')).body.themes[0].name as string
    const theme = { title: 'Night', on: base }
    expect((await ines('/api/libraries/sound/themes', { body: theme })).status).toBe(200)
    await choose(page, 'Where in the sheets', '[data-theme=night], 3')
    await choose(page, 'The theme they are taken into', 'Night')
    await expect(page.getByText('2 could be tokens.')).toBeVisible()
    await page.getByRole('button', { name: 'Take two tokens' }).click()
    await expect(page.getByText('Two tokens taken into Night.')).toBeVisible()
    await expect(page.getByText('whatever is set there for its tokens it has so already.')).toBeVisible()
    await page.goto(`${at.url}/sound/tokens`)
    await expect(page.getByRole('button', { name: /^text in Night/ })).toHaveText('{ink.pale}')
  })
  await test.step('what is printed is what the sheets had, as a browser has it', async () => {
    const css = (await ines('/api/libraries/sound/tokens/printed?path=tokens/tokens.css')).body.text as string
    await page.setContent(`<style>${css}</style><p style="color: var(--so-text)">a</p>`)
    await expect(page.getByText('a')).toHaveCSS('color', 'rgb(16, 32, 48)')
    await page.locator('html').evaluate((root) => root.setAttribute('data-theme', 'night'))
    await expect(page.getByText('a')).toHaveCSS('color', 'rgb(213, 224, 230)')
  })
})
