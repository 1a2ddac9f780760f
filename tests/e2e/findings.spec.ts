import { expect, test } from '@playwright/test'
import { someone, world, type World } from '../world'
import { choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('findings: where and what, waived with a reason by keyboard, told as waived, taken back', async ({
  page,
  browser,
}) => {
  await signIn(page, at, 'ines', '/tern')
  await page.getByRole('link', { name: 'Findings' }).click()
  const clam = page
    .getByRole('region', { name: 'Custom properties that are no token' })
    .getByRole('listitem')
    .filter({ hasText: '--tern-feedback-clam-ground is no token' })
  await expect(clam).toContainText('Did you mean --tern-feedback-calm-ground?')
  await expect(
    page.getByRole('region', { name: 'Classes that meet' }).getByText('.tern-row has display: flex here'),
  ).toBeVisible()
  const open = async () =>
    Number(/^\d+/.exec((await page.getByText(/findings are/).textContent())!.trim())![0])
  const before = await open()
  const ines = await someone(at, 'ines')
  const textOf = async (path: string) =>
    (await ines(`/api/libraries/tern/source?path=${path}`)).body.text as string
  await test.step('its place is a press away', async () => {
    await clam.getByRole('link', { name: /src\/weather-chip\.css/ }).click()
    await expect(page.getByRole('textbox', { name: 'Text of src/weather-chip.css' })).toContainText(
      '--tern-feedback-clam-ground',
    )
    await page.goBack()
  })
  await test.step('a component says on its own page what is noticed of it', async () => {
    await page.goto(`${at.url}/tern/tern-weather-chip/made`)
    await page.getByRole('link', { name: 'Two findings' }).click()
    await expect(page).toHaveURL(/findings\?of=tern-weather-chip/)
    await expect(page.getByRole('listitem').filter({ hasText: 'Waive' })).toHaveCount(2)
    await page.goto(`${at.url}/tern/findings`)
  })
  await test.step('a value is replaced by its token: seen before, saved, and taken back', async () => {
    const raw = page
      .getByRole('region', { name: 'Values that a token stands for' })
      .getByRole('listitem')
      .filter({ hasText: 'src/berth-mark.css' })
    await raw.getByText('Use space.1 …').click()
    await expect(raw.getByLabel('With space.1')).toContainText('padding: 0 var(--tern-space-1, 4px)')
    await raw.getByRole('button', { name: 'Use space.1' }).click()
    const undo = page.getByRole('button', { name: 'Undo' })
    await expect(undo).toBeVisible({ timeout: 60_000 })
    expect(await textOf('src/berth-mark.css')).toContain('padding: 0 var(--tern-space-1, 4px)')
    await undo.click()
    await expect.poll(() => textOf('src/berth-mark.css'), { timeout: 60_000 }).not.toContain('space-1, 4px')
    await expect(raw).toBeVisible({ timeout: 60_000 })
  })
  await test.step('values in many files are replaced at once, each chosen, and taken back at once', async () => {
    const group = page.getByRole('region', { name: 'Values that a token stands for' })
    await group.getByRole('button', { name: /^Mend .* findings in .* files at once …$/ }).click()
    const rowOf = (file: string) => group.getByRole('row').filter({ hasText: file }).first()
    await expect(rowOf('src/berth-mark.css')).toContainText('padding: 0 var(--tern-space-1, 4px)')
    // one of them is left as it is
    const left = rowOf('src/berth-mark.css').getByRole('button', { name: /^Token for/ })
    await left.click()
    await page.getByRole('option', { name: 'leave it' }).click()
    await expect(rowOf('src/berth-mark.css')).not.toContainText('var(--tern-space-1')
    // of another, which two tokens may stand for, one is chosen
    const chip = await textOf('src/weather-chip.css')
    await rowOf('src/weather-chip.css')
      .getByRole('button', { name: /^Token for #11344A/ })
      .click()
    await page.getByRole('option', { name: 'text.strong' }).click()
    await expect(rowOf('src/weather-chip.css')).toContainText('color: var(--tern-text-strong, #11344A)')
    // what was said before is put away, so that the next that offers to undo is of this
    const undo = page.getByRole('button', { name: 'Undo' })
    await expect(undo).toHaveCount(0, { timeout: 60_000 })
    await group.getByRole('button', { name: /^Save .* places$/ }).click()
    await expect(undo).toBeVisible({ timeout: 60_000 })
    expect(await textOf('src/berth-mark.css')).not.toContain('space-1, 4px')
    expect(await textOf('src/weather-chip.css')).not.toBe(chip)
    await undo.click()
    await expect.poll(() => textOf('src/weather-chip.css'), { timeout: 60_000 }).toBe(chip)
    await expect(group.getByRole('button', { name: /^Mend .* at once …$/ })).toBeVisible({ timeout: 60_000 })
  })
  await test.step('waived by keyboard, with a reason', async () => {
    await clam.getByRole('button', { name: /^Waive/ }).focus()
    await page.keyboard.press('Enter')
    const why = clam.getByRole('textbox', { name: /^Why this is waived/ })
    await expect(why).toBeFocused()
    await expect(clam.getByRole('button', { name: 'Waive', exact: true })).toBeDisabled()
    await page.keyboard.press('Escape')
    await expect(clam.getByRole('button', { name: /^Waive/ })).toBeFocused()
    await page.keyboard.press('Enter')
    await page.keyboard.type('The chip goes with the next version.')
    await page.keyboard.press('Enter')
    await expect(clam).toHaveCount(0)
    expect(await open()).toBe(before - 1)
  })
  await test.step('told as waived, by its address, to readers too; they change nothing', async () => {
    await choose(page, 'Shown is what is', 'waived')
    await expect(clam).toContainText('Waived by Ines Fairlie')
    await expect(page).toHaveURL(/shown=waived/)
    const other = await (await browser.newContext()).newPage()
    await signIn(other, at, 'odile', '/tern/findings?shown=waived')
    await expect(other.getByText('The chip goes with the next version.')).toBeVisible()
    await expect(other.getByRole('button', { name: 'Take back' })).toHaveCount(0)
    await other.close()
  })
  await test.step('what a colleague mends is gone, and its waiver no longer applies', async () => {
    const path = 'src/weather-chip.css'
    const { body } = await ines(`/api/libraries/tern/source?path=${path}`)
    const form = new FormData()
    form.set('from', String(body.revision))
    form.set('note', 'mended')
    form.append('file', new Blob([body.text.replaceAll('feedback-clam', 'feedback-calm')]), path)
    expect((await ines('/api/libraries/tern/source', { method: 'POST', form })).status).toBe(200)
    const gone = page.getByRole('region', { name: 'Waivers that no longer apply' })
    await expect(gone).toContainText('tern-weather-chip --tern-feedback-clam-ground', { timeout: 60_000 })
    await gone.getByRole('button', { name: /^Delete the waiver/ }).click()
    await expect(gone).toHaveCount(0)
    await expect(page.getByText('Nothing of that kind.')).toBeVisible()
  })
})

test('what tokens of a tier refer to is for the library to say, in the sentence itself', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/findings?rule=tier')
  const tiers = page.getByRole('region', { name: 'Tokens that pass over a tier' })
  await expect(tiers.getByRole('listitem').first()).toBeVisible()
  await choose(page, 'Component tokens refer to', 'whatever they like')
  await expect(page.getByText('Nothing of that kind.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('Nothing of that kind.')).toBeVisible()
  await choose(page, 'Component tokens refer to', 'semantic ones')
  await expect(tiers.getByRole('listitem').first()).toBeVisible()
})
