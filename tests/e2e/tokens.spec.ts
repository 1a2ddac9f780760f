import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { tokenKinds } from '../../core/tokens/document'
import { tokenValues } from '../token-values'
import { world, type World } from '../world'
import { signIn } from './person'

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
