import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { themesCss } from '../../core/tokens/themes'
import type { Condition } from '../../core/tokens/condition'
import { world, type World } from '../world'
import { alone, choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** Widths at which ranges begin and end, and those in between. */
const edge = fc.constantFrom(300, 500, 700)
const width = fc.constantFrom(250, 300, 400, 500, 600, 700, 800)
const range = fc.oneof(
  fc.record({ min: edge }),
  fc.record({ max: edge }),
  fc.tuple(edge, edge).map(([a, b]) => ({ min: Math.min(a, b), max: Math.max(a, b) })),
)
const condition = fc
  .record(
    {
      scheme: fc.constantFrom('light' as const, 'dark' as const),
      contrast: fc.constantFrom('more' as const, 'less' as const),
      motion: fc.constant('reduce' as const),
      width: range,
      container: range,
    },
    { requiredKeys: [] },
  )
  .filter((parts) => Object.keys(parts).length > 0)

interface Reader {
  scheme: 'light' | 'dark'
  contrast: 'more' | 'no-preference'
  motion: 'reduce' | 'no-preference'
  width: number
  container: number
}
const isIn = (range: Condition['width'], value: number | undefined): boolean =>
  range === undefined ||
  (value !== undefined && value >= (range.min ?? 0) && value <= (range.max ?? Number.POSITIVE_INFINITY))
const holds = (when: Condition, reader: Reader, container: number | undefined): boolean =>
  (when.scheme ?? reader.scheme) === reader.scheme &&
  (when.contrast ?? reader.contrast) === reader.contrast &&
  (when.motion ?? reader.motion) === reader.motion &&
  isIn(when.width, reader.width) &&
  isIn(when.container, container)

test('themes come in by themselves where a browser says that their conditions hold, the last of them', async ({
  page,
}) => {
  test.setTimeout(180_000)
  const theme = (name: string, on: string | null, when: Condition | null) => ({
    name,
    title: name,
    on,
    when,
    document: { a: { $type: 'number' as const, $value: name.length } },
  })
  const reader: fc.Arbitrary<Reader> = fc.record({
    scheme: fc.constantFrom('light', 'dark'),
    contrast: fc.constantFrom('more', 'no-preference'),
    motion: fc.constantFrom('reduce', 'no-preference'),
    width,
    container: width,
  })
  await page.goto('about:blank')
  await fc.assert(
    fc.asyncProperty(condition, fc.option(condition), reader, async (first, second, reads) => {
      const themes = [theme('b', null, null), theme('xx', 'b', first), theme('yyy', 'xx', second)]
      await page.setViewportSize({ width: reads.width, height: 400 })
      await page.emulateMedia({
        colorScheme: reads.scheme,
        contrast: reads.contrast,
        reducedMotion: reads.motion,
      })
      await page.setContent(
        `<style>${themesCss(themes, 'k').css}</style><p id="root"></p>
         <div style="container-type: inline-size; inline-size: ${reads.container}px"><div data-theme="xx">
           <p id="region"></p><div data-theme="auto"><p id="auto"></p><div data-theme="b"><p id="base"></p></div></div>
         </div></div>`,
      )
      const seen = await page.evaluate(() =>
        ['root', 'region', 'auto', 'base'].map((id) =>
          getComputedStyle(document.getElementById(id)!).getPropertyValue('--k-a'),
        ),
      )
      const coming = (container: number | undefined) =>
        themes.findLast(({ when }) => when && holds(when, reads, container))?.document.a.$value ?? 1
      expect(seen).toEqual([coming(undefined), 2, coming(reads.container), 1].map(String))
    }),
    { numRuns: 120 },
  )
})

test('a maintainer says what brings a theme in, sees it come in, and takes it back', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const night = page.getByRole('listitem', { name: 'Nightwatch' })
  await expect(night.getByText('never comes in by itself')).toBeVisible()
  await night.getByRole('button', { name: 'What brings Nightwatch in' }).click()
  await choose(page, 'Scheme for Nightwatch', 'a dark scheme')
  await expect(night.getByText('comes in by itself where the reader prefers a dark scheme')).toBeVisible()
  await night.getByLabel('Width of the page').fill('wide')
  await night.getByLabel('Width of the page').press('Enter')
  await expect(night.getByRole('alert')).toHaveText('Write widths as 600–, –900 or 600–900, in pixels.')

  await page.goto(`${at.url}/tern/tern-action?theme=auto&scheme=dark`)
  const root = alone(page, 'Action').locator('html')
  const ink = () =>
    root.evaluate((element) => getComputedStyle(element).getPropertyValue('--tern-surface-page'))
  await expect.poll(ink).not.toBe('')
  const dark = await ink()
  await choose(page, 'Scheme of colours preferred', 'light')
  await expect.poll(ink).not.toBe(dark)
  await choose(page, 'Theme', 'Nightwatch')
  await expect.poll(ink).toBe(dark)

  await page.goto(`${at.url}/tern/tokens`)
  await night.getByRole('button', { name: 'What brings Nightwatch in' }).click()
  await night.getByRole('button', { name: 'Have it never come in by itself' }).click()
  await expect(night.getByText('never comes in by itself')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(night.getByText('where the reader prefers a dark scheme')).toBeVisible()
})
