import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type Engine from 'axe-core'
import { expect, test, type Page } from '@playwright/test'
import { vueLibrary } from '../fixtures/kinds'
import { unzipInto } from '../unzipped'
import { bringIn, newLibrary, someone, world, type World } from '../world'
import { signIn } from './person'

let at: World
let folder: string
test.beforeAll(async () => {
  at = await world()
  folder = mkdtempSync(join(tmpdir(), 'kept-shelf-guide-'))
})
test.afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await at.end()
})

/** Takes the guide along as a person does, and unpacks it; where its pages are. */
async function take(page: Page): Promise<string> {
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Take the guide along' }).click()
  const download = await saved
  const archive = join(folder, download.suggestedFilename())
  await download.saveAs(archive)
  const paths = await unzipInto(folder, archive)
  return pathToFileURL(join(folder, paths[0]!.split('/')[0]!)).href
}

test('the guide to a version is taken along, and works from a folder: live, in every theme, with search', async ({
  page,
  context,
}) => {
  await signIn(page, at, 'ines', '/tern/registry?version=1.0.0')
  await expect(page.getByText('single/tern.classic.js"></script>')).toBeVisible()
  const guide = await take(page)
  expect(guide).toMatch(/tern-1\.0\.0-guide$/)
  // nothing is fetched from anywhere any more
  await context.setOffline(true)
  await page.goto(`${guide}/index.html`)
  await expect(page.getByRole('heading', { level: 1, name: 'Tern' })).toBeVisible()
  await page.getByLabel('Find').fill('grave news')
  await page.getByRole('navigation', { name: 'Found' }).getByRole('link', { name: 'tone' }).click()
  await expect(page).toHaveURL(/notice-strip\.html#prop%3Atone$/)
  await expect(page.getByRole('heading', { level: 1, name: 'Notice strip' })).toBeVisible()
  const shown = page.frameLocator('iframe[title="Notice strip"]').locator('tern-notice-strip')
  const strip = shown.locator('.strip')
  await expect(strip).toBeVisible()
  const ink = () => strip.evaluate((element) => getComputedStyle(element).color)
  const byDay = await ink()
  await page.getByLabel('Dressed in').selectOption({ label: 'Nightwatch' })
  await expect.poll(ink).not.toBe(byDay)
  // as tall as what is in it
  await expect
    .poll(() => page.locator('iframe[title="Notice strip"]').evaluate((frame) => frame.clientHeight))
    .not.toBe(80)
  // the theme that somebody chose is worn on the next page too
  await page.getByRole('link', { name: /^Tern 1/ }).click()
  await expect(page.getByLabel('Dressed in')).toHaveValue('nightwatch')
  await page.getByRole('link', { name: 'Sailing row' }).click()
  await expect(page.getByRole('heading', { name: 'Examples' })).toBeVisible()
  await page.getByText('Code', { exact: true }).first().click()
  await expect(page.getByLabel('Sailing row, plain HTML')).toContainText('<tern-sailing-row')
  await page.addScriptTag({ content: readFileSync('node_modules/axe-core/axe.min.js', 'utf8') })
  const violations = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof Engine }
    const found = await axe.run({ exclude: ['iframe'] })
    return found.violations.map(({ id, nodes }) => [id, nodes[0]?.html])
  })
  expect(violations).toEqual([])
})

test('components that run on a framework are live in it too; what nothing stands for is told', async ({
  page,
  context,
}) => {
  const ines = await someone(at, 'ines')
  await newLibrary(ines, 'skua')
  await signIn(page, at, 'ines', '/skua/package')
  await expect(page.getByText('There is nothing on the shelf').first()).toBeVisible()
  await bringIn(ines, { ...vueLibrary, LICENSE: 'MIT' }, 'skua')
  await page.reload()
  const guide = await take(page)
  await context.setOffline(true)
  await page.goto(`${guide}/StopMark.html`)
  await expect(page.frameLocator('iframe[title="first"]').locator('#place')).toContainText('◉')
})
