import { expect, test, type Frame, type Page } from '@playwright/test'
import { world, type World } from '../world'
import { alone, choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

const said = (page: Page, key: string) => page.locator(`[data-message="${key}"]`)
const inLanguage = (page: Page, title: string, language: string) =>
  page.frameLocator(`iframe[title="${title} in ${language}"]`)

test('every message in every language, with what is wrong, and components in two of them', async ({
  page,
}) => {
  await signIn(page, at, 'odile', '/tern/languages')
  await expect(page.getByText('Four components say something of their own.')).toBeVisible()
  await expect(said(page, 'close')).toContainText('Dialog sheet')
  await expect(said(page, 'choose')).toContainText('missing')
  await expect(said(page, 'late')).toContainText('without minutes; with minutter, which the base has not')
  await expect(said(page, 'done')).toContainText('5.3 times as long')
  await choose(page, 'Which messages', 'Messages with a remark')
  await expect(page.locator('[data-message]')).toHaveCount(3)

  const made = 'a made-up language'
  await expect(inLanguage(page, 'Crossing timeline', made).getByText('⟦5 míiñ láatée⟧')).toBeVisible()
  await expect(inLanguage(page, 'Crossing timeline', 'English').getByText('5 min late')).toBeVisible()
  await choose(page, 'On the right', 'Danish')
  await expect(
    inLanguage(page, 'Crossing timeline', 'Danish').getByText('{minutter} min. forsinket'),
  ).toBeVisible()
  await page
    .getByRole('link', { name: 'Put away' })
    .or(page.getByRole('link', { name: 'Jeg har læst det hele' }))
    .click()
  await expect(page).toHaveURL(/source\?path=src(\/|%2F)messages\.ts&line=14/)
})

test('a language of the library is part of the surround, and asked for again when it changes', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tern-crossing-timeline?lang=da')
  await expect(alone(page, 'Crossing timeline').getByText('{minutter} min. forsinket')).toBeVisible()
  await choose(page, 'Language', 'a made-up language')
  await expect(alone(page, 'Crossing timeline').getByText('⟦5 míiñ láatée⟧')).toBeVisible()
})

/** What a page is told where it names no language itself. */
function written(): string[] {
  const moment = new Date(Date.UTC(2026, 10, 25, 18, 5))
  return [
    moment.toLocaleString([], { timeZone: 'UTC' }),
    moment.toLocaleDateString(undefined, { timeZone: 'UTC', dateStyle: 'full' }),
    moment.toLocaleTimeString([], { timeZone: 'UTC' }),
    new Intl.DateTimeFormat(undefined, { timeZone: 'UTC', month: 'long' }).format(moment),
    (1234567.891).toLocaleString(),
    12345678901234567890n.toLocaleString(),
    new Intl.NumberFormat().format(0.5),
    new Intl.RelativeTimeFormat().format(-3, 'day'),
    new Intl.ListFormat().format(['a', 'b', 'c']),
    new Intl.PluralRules().select(2),
    new Intl.Collator().resolvedOptions().locale.split('-')[0]!,
    // what names a language has that one
    (1234.5).toLocaleString('de-CH'),
    navigator.language,
    navigator.languages.join(),
  ]
}
for (const language of ['en-GB', 'da', 'de', 'fi', 'ja', 'ar'])
  test(`numbers and dates are written as a browser of a reader of ${language} writes them`, async ({
    page,
    browser,
  }) => {
    const context = await browser.newContext({ locale: language })
    const theirs = await (await context.newPage()).evaluate(written)
    await context.close()
    await signIn(page, at, 'odile', `/tern/tern-action?lang=${language}`)
    await expect(alone(page, 'Action').locator('tern-action')).toBeVisible()
    const isFrame = async (frame: Frame) =>
      (await (await frame.frameElement()).getAttribute('title')) === 'Action, alone'
    let found: Frame | undefined
    for (const frame of page.frames().filter((frame) => frame.parentFrame()))
      if (await isFrame(frame)) found = frame
    expect(await found!.evaluate(written)).toEqual(theirs)
  })
